import createClient from 'openapi-fetch';
import type { paths } from './generated/schema';
import type { MadeChange } from './types';

/** Told to the window when the server asks this device for its code first. */
export const UNPAIRED = 'ink-basin:unpaired';

/** This device is to give its code first; what waits is told when it has. */
export const NOT_PAIRED = 401;

export const api = createClient<paths>({ baseUrl: '' });

interface Problem {
  status?: number;
  detail?: string;
  title?: string;
  current?: number;
  changes?: MadeChange[];
  errors?: Record<string, string[]>;
}

/** The server's refusal, in a sentence a maker understands. */
export class ProblemError extends Error {
  readonly status: number;
  readonly changes: MadeChange[];
  readonly current: number;
  /** Paths of what is at fault, as they were sent. */
  readonly fields: string[];

  constructor(status: number, problem: Problem) {
    super(problem.detail ?? problem.title ?? `The server answered ${status}.`);
    this.status = status;
    this.changes = problem.changes ?? [];
    this.current = problem.current ?? 0;
    this.fields = Object.keys(problem.errors ?? {});
  }
}

/** Nothing came back: the program has ended, or this device has left its network. */
export class LostConnection extends Error {
  constructor(cause: unknown) {
    super('The server does not answer. Is it still running?', { cause });
  }
}

/** What a call brings; a connection that fails is told as that, in words of ours and not of the browser's. */
export async function reached<T>(call: Promise<T>): Promise<T> {
  try {
    return await call;
  } catch (error) {
    throw error instanceof TypeError ? new LostConnection(error) : error;
  }
}

/** What a page is nothing without is asked for until it comes; what is shown stays meanwhile. */
export const untilItComes = {
  retry: (_: number, error: Error) => error instanceof LostConnection,
  retryDelay: 1500,
};

/** Unwraps an answer; throws a ProblemError on a refusal, and a LostConnection where none came. */
export async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await reached(call);
  if (response.status === NOT_PAIRED) window.dispatchEvent(new Event(UNPAIRED));
  if (data === undefined || !response.ok) throw new ProblemError(response.status, asProblem(error));
  return data;
}

export function asProblem(error: unknown): Problem {
  return error !== null && typeof error === 'object' ? error : {};
}
