import type { BenchEvent, BenchView, Notice } from '../../api/types';
import { both, minutesOf, mixedMl, twoFor } from './cupMix';

type State = BenchView['state'];
type Step = State['steps'][number];

/**
 * Where a session will stand once the server has heard of what waits: foretold so that a phone off the network goes on, part two by what part one came to and a slip
 * put right as Core would. What follows of level, learning and log is Core's alone.
 */
export function foretold(view: BenchView, events: BenchEvent[]): BenchView {
  if (events.length === 0) return view;
  let { state } = view;
  for (const one of events) state = cupsOf(view, happened(view, state, one));
  return { ...view, state: { ...state, dueAt: dueOf(state) } };
}

/** What is to be known while the server is away: what it said of room and surface, and of the cups what this device can tell by itself. */
export function saidAway(view: BenchView, at: number): Notice[] {
  const { state, mixes, away } = view;
  const step = state.steps[state.at];
  const said: Notice[] = [];
  const say = (kind: string, standing: Notice['standing'], sentence: string, cup: number) =>
    said.push({ kind, standing, sentence, numbers: { cup } });
  for (const cup of state.cups) {
    const mix = mixes[cup.number - 1];
    const stands = cup.metAt !== null && cup.outAt === null && (cup.givenUpAt ?? null) === null;
    if (stands && (cup.turnedAt ?? null) !== null) say('turned', 'stop', away.turned, cup.number);
    else if (stands && cup.outBy !== null && at >= Date.parse(cup.outBy))
      say('pastItsTime', 'stop', away.pastItsTime, cup.number);
    if (mix === undefined) continue;
    if (
      (cup.givenUpAt ?? null) === null &&
      cup.ratioOffPercent !== null &&
      Math.abs(cup.ratioOffPercent) > mix.tolerancePercent
    )
      say('ratioOff', 'stop', away.ratioOff, cup.number);
    if (step?.id === `${cup.number}-two` && cup.oneG !== null && Math.abs(cup.oneG - mix.oneG) >= mix.graduationG / 2) {
      if (cup.oneG + (step.targetG ?? 0) > mix.maxBatchG * (1 + 1e-9))
        say('overTheBatch', 'stop', away.overTheBatch, cup.number);
      else say('partTwoFollows', 'holds', away.partTwoFollows, cup.number);
    }
  }
  return [...said, ...view.notices.filter((one) => one.numbers['cup'] === undefined && !OF_STEP.has(one.kind))];
}

// Of a step that may be over by now.
const OF_STEP = new Set(['overTheBatch', 'partTwoFollows', 'comesShort']);

function happened(view: BenchView, state: State, one: BenchEvent): State {
  if (one.kind === 'room') return { ...state, roomC: one.airC };
  if (one.kind === 'surface') return { ...state, surface: [...state.surface, { at: one.at, surfaceC: one.surfaceC }] };
  if (state.endedAt !== null) return state;
  const open = state.steps[state.at];
  const before = state.steps[state.at - 1];
  switch (one.kind) {
    case 'done':
      return open?.id === one.stepId ? finished(view, state, open, one) : state;
    case 'back':
      return before?.id === one.stepId ? openedAgain(state, before, one.at) : state;
    case 'met':
      return open?.kind === 'partTwo' && open.cup === one.cup ? met(state, one.cup, one.at) : state;
    case 'turned':
      return withCup(state, one.cup, (cup) =>
        cup.metAt === null || (cup.turnedAt ?? null) !== null ? cup : { ...cup, turnedAt: one.at },
      );
    case 'givenUp': {
      if (open?.cup !== one.cup || (state.cups[one.cup - 1]?.metAt ?? null) === null) return state;
      let next = state.at;
      while (next < state.steps.length && state.steps[next]?.cup === one.cup) next += 1;
      const given = withCup(state, one.cup, (cup) => ({ ...cup, givenUpAt: one.at }));
      const ahead = state.steps.slice(next).some((step) => step.kind === 'pour');
      const over = next === state.steps.length || (!ahead && lastPour(state) === null);
      return {
        ...given,
        at: next,
        since: one.at,
        endedAt: over ? one.at : null,
        endedEarly: over || given.endedEarly,
      };
    }
    case 'gaveWay':
      return state.leaks.some((leak) => leak.until === null)
        ? state
        : { ...state, leaks: [...state.leaks, { from: one.at, until: null, lostMl: null, what: null }] };
    case 'holdsAgain':
      return {
        ...state,
        leaks: state.leaks.map((leak) => (leak.until === null ? { ...leak, until: one.at } : leak)),
      };
    case 'ended':
      return { ...state, endedAt: one.at, endedEarly: state.at < state.steps.length };
    default:
      return state;
  }
}

function finished(view: BenchView, state: State, step: Step, one: Extract<BenchEvent, { kind: 'done' }>): State {
  const kept = { stepId: step.id, at: one.at, value: one.value ?? null, by: one.by ?? null, openedAgain: false };
  let next: State = { ...state, done: [...struck(state.done, step.id), kept] };
  // From the first touch on it cures, whatever is weighed again afterwards.
  if (step.kind === 'partTwo') next = met(next, step.cup, one.at);
  const mix = view.mixes[step.cup - 1];
  if ((step.kind === 'partTwo' || step.kind === 'moreOne') && one.knowingly !== true && mix !== undefined) {
    const [oneG, twoG] = [sumOf(next, step.cup, ONE), sumOf(next, step.cup, TWO)];
    if (view.byScale && mix.onePerTwoG > 0 && oneG !== null && twoG !== null) {
      const more = both(oneG, twoG, mix);
      // Too little of what is being poured: it goes on being poured. Too much of it asks for the other.
      if (step.kind === 'moreOne' ? more.oneMoreG > 0 : more.twoMoreG > 0) return next;
      if (more.oneMoreG > 0 || more.twoMoreG > 0) next = corrected(view, next, step, more);
    }
  }
  const last = state.at + 1 === next.steps.length;
  return { ...next, at: state.at + 1, since: one.at, endedAt: last ? one.at : null };
}

function corrected(view: BenchView, state: State, after: Step, more: { oneMoreG: number; twoMoreG: number }): State {
  const one = more.oneMoreG > 0;
  const number = state.steps.filter((step) => step.cup === after.cup && step.correction > 0).length + 1;
  const put: Step = {
    ...after,
    id: `${after.cup}-more-${number}`,
    correction: number,
    kind: one ? 'moreOne' : 'partTwo',
    title: one ? view.away.moreOne : view.away.moreTwo,
    say: view.away.ratioOff,
    targetMl: null,
    ...aimed(after, one ? more.oneMoreG : more.twoMoreG),
  };
  return { ...state, steps: [...state.steps.slice(0, state.at + 1), put, ...state.steps.slice(state.at + 1)] };
}

function openedAgain(state: State, step: Step, at: string): State {
  const put = state.steps[state.at];
  // What a slip had put in and nobody has done yet goes with it.
  const goes = put !== undefined && put.correction > 0;
  return {
    ...state,
    steps: goes ? state.steps.filter((one) => one !== put) : state.steps,
    done: struck(state.done, step.id),
    at: state.at - 1,
    since: at,
  };
}

const struck = (done: State['done'], stepId: string): State['done'] =>
  done.map((one) => (one.stepId === stepId && !one.openedAgain ? { ...one, openedAgain: true } : one));

const withCup = (
  state: State,
  number: number,
  change: (cup: State['cups'][number]) => State['cups'][number],
): State => ({
  ...state,
  cups: state.cups.map((cup) => (cup.number === number ? change(cup) : cup)),
});

const met = (state: State, number: number, at: string): State =>
  withCup(state, number, (cup) => (cup.metAt === null ? { ...cup, metAt: at } : cup));

const ONE: Step['kind'][] = ['partOne', 'moreOne'];
const TWO: Step['kind'][] = ['partTwo'];

const standing = (state: State, stepId: string) =>
  state.done.findLast((one) => one.stepId === stepId && !one.openedAgain);

/** What was weighed of a part; null as soon as one of it was gone on with unweighed. */
function sumOf(state: State, cup: number, kinds: Step['kind'][]): number | null {
  let sum: number | null = null;
  for (const step of state.steps) {
    if (step.cup !== cup || !kinds.includes(step.kind)) continue;
    const done = standing(state, step.id);
    if (done === undefined) continue;
    if (done.value === null) return null;
    sum = (sum ?? 0) + done.value;
  }
  return sum;
}

/** What follows from the weights: part two's target, what is in the cup, until when. */
function cupsOf(view: BenchView, state: State): State {
  const told = view.state;
  const cups = state.cups.map((cup) => {
    const mix = view.mixes[cup.number - 1];
    if (mix === undefined) return cup;
    const [oneG, twoG] = [sumOf(state, cup.number, ONE), sumOf(state, cup.number, TWO)];
    const hasTwo = mix.onePerTwoG > 0;
    const target =
      oneG !== null && hasTwo && view.byScale && oneG >= mix.graduationG / 2 ? twoFor(oneG, mix) : mix.twoG;
    const [one, two] = [oneG ?? mix.oneG, twoG ?? target];
    const minutes = minutesOf(one + two, mix);
    const last = state.steps.findLast((step) => step.cup === cup.number && step.kind === 'pour');
    const mixed = hasTwo && view.byScale && oneG !== null && twoG !== null;
    return {
      ...cup,
      oneG,
      twoG,
      twoTargetG: hasTwo ? target : 0,
      ratioOffPercent: mixed ? both(oneG, twoG, mix).off : null,
      mixedMl: view.byScale ? mixedMl(one, two, mix) : mixedMl(mix.oneG, mix.twoG, mix),
      outBy: cup.metAt !== null && minutes !== null ? after(cup.metAt, minutes) : null,
      outAt: (last === undefined ? undefined : standing(state, last.id))?.at ?? null,
    };
  });
  const steps = state.steps.map((step) => {
    const cup = cups[step.cup - 1];
    const mix = view.mixes[step.cup - 1];
    if (cup === undefined || mix === undefined) return step;
    if (step.id === `${step.cup}-two` && view.byScale && step.targetG !== null)
      return cup.twoTargetG === step.targetG
        ? step
        : { ...step, ...aimed(step, cup.twoTargetG), targetMl: cup.twoTargetG / mix.densityTwo };
    if (step.kind !== 'pour') return step;
    // What stays over follows what was mixed; from nought it cannot be told.
    const was = told.steps.find((one) => one.id === step.id)?.leftMl ?? null;
    const more = cup.mixedMl - (told.cups[step.cup - 1]?.mixedMl ?? cup.mixedMl);
    const leftMl = was === null || more === 0 ? was : was === 0 ? null : Math.max(0, was + more);
    return { ...step, leftMl };
  });
  return { ...state, cups, steps };
}

/** A target, and from where on in a thin stream: in the share that Core gave. */
const aimed = (step: Step, targetG: number) => ({
  targetG,
  slowFromG: step.targetG !== null && step.slowFromG !== null ? (targetG * step.slowFromG) / step.targetG : null,
});

function dueOf(state: State): string | null {
  const minutes = state.steps[state.at]?.dueMin ?? null;
  const from = lastPour(state);
  return minutes === null || from === null ? null : after(from, minutes);
}

function lastPour(state: State): string | null {
  const pours = new Set(state.steps.filter((step) => step.kind === 'pour').map((step) => step.id));
  return state.done.findLast((one) => pours.has(one.stepId))?.at ?? null;
}

const after = (at: string, minutes: number) => new Date(Date.parse(at) + minutes * 60_000).toISOString();
