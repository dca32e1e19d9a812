import type { BenchEvent, BenchView } from '@web/api/types';
import { foretold, saidAway } from '@web/stages/bench/foretold';
import written from './foretold.cases.json';

type Then = Record<string, unknown>;
interface Script {
  view: BenchView;
  walks: { event: BenchEvent; then: Then }[][];
}

const { scripts } = written as unknown as { scripts: Script[] };

/** A moment as it is, not as it is written. */
const moment = (at: unknown) => (typeof at === 'string' ? Date.parse(at) : at);

const near = (seen: unknown, wanted: unknown, what: string) => {
  if (typeof seen === 'number' && typeof wanted === 'number') expect(seen, what).toBeCloseTo(wanted, 6);
  else expect(seen, what).toBe(wanted);
};

/** A moment to the millisecond: a browser's clock reads no finer. */
const nearMoment = (seen: unknown, wanted: unknown, what: string) => {
  const [one, other] = [moment(seen), moment(wanted)];
  if (typeof one === 'number' && typeof other === 'number')
    expect(Math.abs(one - other), `${what}: ${String(seen)} for ${String(wanted)}`).toBeLessThanOrEqual(2);
  else expect(one, what).toBe(other);
};

function holds(view: BenchView, then: Then, where: string) {
  const { state } = view;
  const open = state.steps[state.at];
  expect(state.at, `${where} at`).toBe(then['at']);
  expect(open?.id ?? null, `${where} open`).toBe(then['open']);
  near(open?.targetG ?? null, then['targetG'], `${where} target`);
  near(open?.slowFromG ?? null, then['slowFromG'], `${where} thin stream`);
  for (const of of ['since', 'dueAt', 'endedAt'] as const) nearMoment(state[of], then[of], `${where} ${of}`);
  expect(state.endedEarly, `${where} early`).toBe(then['endedEarly']);
  expect(state.steps.length, `${where} steps`).toBe(then['steps']);
  expect(state.leaks.filter((leak) => leak.until === null).length, `${where} leaks`).toBe(then['leaks']);
  expect(state.done.filter((done) => !done.openedAgain).length, `${where} done`).toBe(then['done']);
  expect(state.roomC, `${where} room`).toBe(then['roomC']);
  expect(state.surface.length, `${where} surface`).toBe(then['surface']);
  const left = state.steps.filter((step) => step.kind === 'pour').map((step) => step.leftMl);
  // What it cannot tell it leaves open.
  for (const [i, ml] of left.entries()) if (ml !== null) near(ml, (then['left'] as number[])[i], `${where} left`);
  for (const [i, cup] of state.cups.entries()) {
    const wanted = (then['cups'] as unknown[][])[i] ?? [];
    for (const [k, seen] of [cup.oneG, cup.twoTargetG, cup.twoG, cup.ratioOffPercent, cup.mixedMl].entries())
      near(seen, wanted[k], `${where} cup ${i} figure ${k}`);
    for (const [k, seen] of [cup.metAt, cup.outBy, cup.outAt, cup.givenUpAt, cup.turnedAt].entries())
      nearMoment(seen, wanted[k + 5], `${where} cup ${i} moment ${k}`);
  }
}

describe('what a device foretells off the network is what Core says', () => {
  it.each(scripts.map((_, i) => i))('in script %i, after each event and however many wait', (of) => {
    const script = scripts[of];
    if (script === undefined) throw new Error('no such script');
    for (const [w, walk] of script.walks.entries()) {
      let then: Then = {};
      let step = script.view;
      const events: BenchEvent[] = [];
      for (const [i, one] of walk.entries()) {
        then = { ...then, ...one.then };
        events.push(one.event);
        step = foretold(step, [one.event]);
        const where = `script ${of}, walk ${w}, event ${i} (${one.event.kind})`;
        holds(foretold(script.view, events), then, where);
        if (i % 7 === 0) holds(step, then, `${where}, one by one`);
      }
    }
  });
});

describe('what is said while the server is away', () => {
  const script = scripts[0];
  if (script === undefined) throw new Error('no script');
  const from = Date.parse(script.view.state.since);
  const iso = (minutes: number) => new Date(from + minutes * 60_000).toISOString();
  let number = 0;
  const done = (view: BenchView, minutes: number, value: number | null = null): BenchEvent => ({
    kind: 'done',
    id: `e${(number += 1)}`,
    at: iso(minutes),
    stepId: view.state.steps[view.state.at]?.id ?? '',
    value,
    by: null,
    knowingly: false,
  });
  const upTo = (stepId: string, oneG: number) => {
    let view = script.view;
    while (view.state.steps[view.state.at]?.id !== stepId) {
      const step = view.state.steps[view.state.at];
      view = foretold(view, [done(view, 1, step?.kind === 'partOne' ? oneG : (step?.targetG ?? null))]);
    }
    return view;
  };
  const mix = script.view.mixes[0];
  if (mix === undefined) throw new Error('no mix');
  const kinds = (view: BenchView, minutes: number) => saidAway(view, from + minutes * 60_000).map((one) => one.kind);

  it('says that part two follows, and of a cup larger than the sheet mixes to take out again', () => {
    expect(kinds(upTo('1-two', mix.oneG), 1)).toEqual([]);
    expect(kinds(upTo('1-two', mix.oneG + 2), 1)).toEqual(['partTwoFollows']);
    expect(kinds(upTo('1-two', mix.maxBatchG), 1)).toEqual(['overTheBatch']);
  });

  it('says of a cup past its time not to pour it, on both sides of it', () => {
    const view = upTo('1-stir', mix.oneG);
    const outBy = (Date.parse(view.state.cups[0]?.outBy ?? '') - from) / 60_000;
    expect(kinds(view, outBy - 0.01)).toEqual([]);
    expect(kinds(view, outBy)).toEqual(['pastItsTime']);
    const turned = foretold(view, [{ kind: 'turned', id: 't', at: iso(3), cup: 1 }]);
    expect(kinds(turned, 3)).toEqual(['turned']);
    expect(saidAway(turned, from)[0]?.sentence).toContain('Do not pour it');
    const given = foretold(turned, [{ kind: 'givenUp', id: 'g', at: iso(4), cup: 1 }]);
    expect(kinds(given, outBy)).toEqual([]);
  });

  it('keeps what was said of the room, and forgets what was said of a step that is over', () => {
    const notices = [
      { kind: 'roomCold', standing: 'tight', sentence: 'Cold.', numbers: { roomC: 12 } },
      { kind: 'comesShort', standing: 'tight', sentence: 'Short.', numbers: { shortMl: 2 } },
      { kind: 'hurry', standing: 'tight', sentence: 'Hurry.', numbers: { cup: 1 } },
    ] as BenchView['notices'];
    expect(kinds({ ...script.view, notices }, 1)).toEqual(['roomCold']);
  });
});
