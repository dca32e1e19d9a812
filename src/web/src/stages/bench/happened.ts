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

let number = 0;

/** A mark for an event that no other has. */
export function mark(): string {
  number += 1;
  return `${Date.now().toString(36)}-${number.toString(36)}-${(crypto.getRandomValues(new Uint32Array(1))[0] ?? 0).toString(36)}`;
}
