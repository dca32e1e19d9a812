import type { BenchEvent } from '../../api/types';

/** What happened and the server has not said it knows yet, oldest first, kept where a closed page finds it again. */
const key = (session: string) => `ink-basin.bench.${session}`;

export function waiting(session: string): BenchEvent[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(session)) ?? '[]');
    if (Array.isArray(kept))
      return (kept as (BenchEvent | null)[]).filter((one): one is BenchEvent => typeof one?.id === 'string');
  } catch {
    // Written by nobody of ours: there is nothing to tell.
  }
  return [];
}

/**
 * Keeps what waits here now instead of what waited here before. Other windows of the session keep theirs in the same place: only what went is taken out, only
 * what came is put in.
 */
export function keepWaiting(session: string, before: BenchEvent[], after: BenchEvent[]): void {
  const idsOf = (events: BenchEvent[]) => new Set(events.map((event) => event.id));
  const [were, are] = [idsOf(before), idsOf(after)];
  const next = [
    ...waiting(session).filter((event) => !were.has(event.id) || are.has(event.id)),
    ...after.filter((event) => !were.has(event.id)),
  ];
  if (next.length === 0) localStorage.removeItem(key(session));
  else localStorage.setItem(key(session), JSON.stringify(next));
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
