import createClient from 'openapi-fetch';
import type { paths } from './generated/schema';
import type { MadeChange } from './types';

/** Told to the window when the server asks this device for its code first. */
export const UNPAIRED = 'ink-basin:unpaired';

const NOT_PAIRED = 401;

export const api = createClient<paths>({ baseUrl: '' });

interface Problem {
  status?: number;
  detail?: string;
  title?: string;
  current?: number;
  changes?: MadeChange[];
}

/** The server's refusal, in a sentence a maker understands. */
export class ProblemError extends Error {
  readonly status: number;
  readonly changes: MadeChange[];
  readonly current: number;

  constructor(status: number, problem: Problem) {
    super(problem.detail ?? problem.title ?? `The server answered ${status}.`);
    this.status = status;
    this.changes = problem.changes ?? [];
    this.current = problem.current ?? 0;
  }
}

/** Unwraps an answer; throws a ProblemError on a refusal and lets a lost connection through as it is. */
export async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call;
  if (response.status === NOT_PAIRED) window.dispatchEvent(new Event(UNPAIRED));
  if (data === undefined || !response.ok) throw new ProblemError(response.status, asProblem(error));
  return data;
}

export function asProblem(error: unknown): Problem {
  return error !== null && typeof error === 'object' ? error : {};
}
