import type { BenchEvent, BenchView } from '../../api/types';

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

/**
 * Where a session will stand once the server has heard of what waits: foretold so that a phone off the network goes on. Only what follows without
 * arithmetic is; what the server reckons, as part two by part one, comes with its answer.
 */
export function foretold(view: BenchView, events: BenchEvent[]): BenchView {
  let { state } = view;
  for (const one of events) {
    const open = state.steps[state.at];
    if (one.kind === 'done' && open !== undefined && open.id === one.stepId) {
      const cups = state.cups.map((cup) => {
        if (cup.number !== open.cup) return cup;
        if (open.kind === 'partTwo' && cup.metAt === null) {
          const minutes = view.mixes[cup.number - 1]?.times[0]?.minutes;
          const outBy = minutes === undefined ? null : new Date(Date.parse(one.at) + minutes * 60_000).toISOString();
          return { ...cup, metAt: one.at, outBy, twoG: one.value ?? null };
        }
        if (open.kind === 'partOne') return { ...cup, oneG: one.value ?? null };
        return cup;
      });
      const next = state.steps[state.at + 1];
      const dueAt =
        next?.dueMin == null
          ? null
          : new Date(
              lastPour(state.steps, [...state.done, { stepId: one.stepId, at: one.at }]) + next.dueMin * 60_000,
            ).toISOString();
      const done = [
        ...state.done,
        { stepId: one.stepId, at: one.at, value: one.value ?? null, by: one.by ?? null, openedAgain: false },
      ];
      state = { ...state, at: state.at + 1, since: one.at, dueAt, cups, done };
    } else if (one.kind === 'back' && state.at > 0 && state.steps[state.at - 1]?.id === one.stepId) {
      state = { ...state, at: state.at - 1, since: one.at, dueAt: null };
    } else if (one.kind === 'gaveWay' && state.leaks.every((leak) => leak.until !== null)) {
      state = { ...state, leaks: [...state.leaks, { from: one.at, until: null, lostMl: null, what: null }] };
    } else if (one.kind === 'holdsAgain') {
      state = { ...state, leaks: state.leaks.map((leak) => (leak.until === null ? { ...leak, until: one.at } : leak)) };
    }
  }
  return { ...view, state };
}

function lastPour(steps: BenchView['state']['steps'], done: { stepId: string; at: string }[]): number {
  const pours = new Set(steps.filter((step) => step.kind === 'pour').map((step) => step.id));
  return Math.max(...done.filter((one) => pours.has(one.stepId)).map((one) => Date.parse(one.at)), 0);
}
