import type { BenchEvent } from '../../api/types';

/** What happened and the server has not said it knows yet, oldest first, kept where a closed page finds it again. */
const key = (session: string) => `ink-basin.bench.${session}`;

export function waiting(session: string): BenchEvent[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(session)) ?? '[]');
    return Array.isArray(kept) ? (kept as BenchEvent[]) : [];
  } catch {
    // Written by nobody of ours: there is nothing to tell.
    return [];
  }
}

export function keepWaiting(session: string, events: BenchEvent[]): void {
  if (events.length === 0) localStorage.removeItem(key(session));
  else localStorage.setItem(key(session), JSON.stringify(events));
}

/** As many as the server takes at once. */
export const MOST_AT_ONCE = 500;

/**
 * What still is to be told once the server has refused some of it: all but the one it names, as what waits behind it may be true without it, and what stood before
 * it is passed over where it was taken. Nothing where it names none.
 */
export function leftOf(told: BenchEvent[], refused: string[]): BenchEvent[] {
  const named = refused.map((field) => /^events\[(\d+)\]/.exec(field)?.[1]).find((at) => at !== undefined);
  return named === undefined ? [] : told.filter((_, at) => at !== Number(named));
}

let number = 0;

/** A mark for an event that no other has. */
export function mark(): string {
  number += 1;
  return `${Date.now().toString(36)}-${number.toString(36)}-${(crypto.getRandomValues(new Uint32Array(1))[0] ?? 0).toString(36)}`;
}
