import type { BenchCup, BenchEvent, BenchStep, BenchView } from '@web/api/types';
import { foretold } from '@web/stages/bench/foretold';
import { keepWaiting, leftOf, waiting } from '@web/stages/bench/happened';
import { potStanding } from '@web/stages/bench/potStanding';
import { clock } from '@web/stages/bench/time';
import { calls, heardOf } from '@web/stages/bench/useCues';

const FROM = Date.parse('2027-03-01T19:00:00Z');
const at = (minutes: number) => new Date(FROM + minutes * 60_000).toISOString();

const step = (id: string, kind: BenchStep['kind'], more: Partial<BenchStep> = {}): BenchStep => ({
  id,
  kind,
  cup: 1,
  title: id,
  say: '',
  correction: 0,
  lines: [],
  targetG: null,
  slowFromG: null,
  targetMl: null,
  count: null,
  unit: null,
  minutes: null,
  prompts: [],
  dueMin: null,
  waterId: null,
  layer: null,
  toMm: null,
  at: null,
  leftMl: null,
  finishesLayer: false,
  ...more,
});

const view = (open: number): BenchView =>
  ({
    now: at(0),
    speed: 1,
    byScale: true,
    notices: [],
    mixes: [
      {
        onePerTwoG: 2,
        oneG: 30,
        twoG: 15,
        densityOne: 1.1,
        densityTwo: 1,
        tolerancePercent: 3,
        maxBatchG: 200,
        graduationG: 0.1,
        times: [{ massG: 45.5, minutes: 40 }],
      },
    ],
    away: {},
    state: {
      steps: [
        step('1-one', 'partOne', { targetG: 30 }),
        step('1-two', 'partTwo', { targetG: 15 }),
        step('1-stir', 'stir', { minutes: 3, prompts: [{ atMin: 1, say: 'Scrape.' }] }),
        step('1-pour-1', 'pour', { targetMl: 40, finishesLayer: true }),
        step('bubbles-10', 'bubbles', { dueMin: 10, cup: 0 }),
      ],
      at: open,
      since: at(0),
      dueAt: null,
      cups: [
        { number: 1, oneG: null, twoG: null, twoTargetG: 15, mixedMl: 42.27, metAt: null, outBy: null, outAt: null },
      ],
      surface: [],
      done: [],
      leaks: [],
      endedAt: null,
    },
  }) as unknown as BenchView;

const done = (stepId: string, minutes: number, value: number | null = null): BenchEvent => ({
  kind: 'done',
  id: `${stepId}${minutes}`,
  at: at(minutes),
  stepId,
  value,
  by: null,
  knowingly: false,
});

describe('a phone off the network', () => {
  it('goes on by itself, its clocks by the moments things happened', () => {
    const seen = foretold(view(0), [done('1-one', 1, 30.2), done('1-two', 2, 15.1)]);
    expect(seen.state.at).toBe(2);
    expect(seen.state.since).toBe(at(2));
    expect(seen.state.cups[0]).toMatchObject({ oneG: 30.2, twoG: 15.1, metAt: at(2), outBy: at(42) });
  });

  it('counts the looks for bubbles from the last pour', () => {
    const seen = foretold(view(2), [done('1-stir', 3), done('1-pour-1', 5)]);
    expect(seen.state.dueAt).toBe(at(15));
  });

  it('passes over what does not fit where it stands', () => {
    expect(foretold(view(0), [done('1-stir', 1)]).state.at).toBe(0);
    expect(foretold(view(1), [{ kind: 'back', id: 'b', at: at(1), stepId: '1-one' }]).state.at).toBe(0);
  });

  it('keeps a leak open until it holds again', () => {
    const leak: BenchEvent = { kind: 'gaveWay', id: 'l', at: at(1) };
    expect(foretold(view(3), [leak, { ...leak, id: 'm' }]).state.leaks).toHaveLength(1);
    const holds: BenchEvent = { kind: 'holdsAgain', id: 'h', at: at(4), lostMl: null, what: null };
    expect(foretold(view(3), [leak, holds]).state.leaks[0]).toMatchObject({ from: at(1), until: at(4) });
  });

  it('keeps what it has not told where a closed page finds it, and nothing else', () => {
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    });
    const told = [done('1-one', 1)];
    keepWaiting('s', [], told);
    expect(waiting('s')).toEqual(told);
    expect(waiting('other')).toEqual([]);

    // Another window of the session keeps its own there.
    const theirs = [done('1-stir', 2)];
    keepWaiting('s', [], theirs);
    expect(waiting('s')).toEqual([...told, ...theirs]);
    keepWaiting('s', told, [done('1-two', 3)]);
    expect(waiting('s')).toEqual([...theirs, done('1-two', 3)]);
    keepWaiting('s', [done('1-two', 3)], []);
    expect(waiting('s')).toEqual(theirs);

    // What the other has told is not put back by one that still waits to hear of it.
    keepWaiting('s', theirs, []);
    keepWaiting('s', theirs, [...theirs, done('1-two', 3)]);
    expect(waiting('s')).toEqual([done('1-two', 3)]);
    keepWaiting('s', [...theirs, done('1-two', 3)], []);
    expect(kept.size).toBe(0);
    for (const foreign of ['no list', '{}', '[null, 1, {}]']) {
      kept.set('ink-basin.bench.s', foreign);
      expect(waiting('s')).toEqual([]);
    }
    vi.unstubAllGlobals();
  });

  it('keeps what waits when one of it is refused, and nothing where none is named', () => {
    const told = ['a', 'b', 'c'].map((id): BenchEvent => ({ kind: 'gaveWay', id, at: '2026-01-01T00:00:00Z' }));
    expect(leftOf(told, ['events[1].airC']).map((one) => one.id)).toEqual(['a', 'c']);
    expect(leftOf(told, ['events[0].stepId']).map((one) => one.id)).toEqual(['b', 'c']);
    expect(leftOf(told, ['device', 'events[2].value']).map((one) => one.id)).toEqual(['a', 'b']);
    expect(leftOf(told, ['events'])).toEqual([]);
    expect(leftOf(told, [])).toEqual([]);
  });
});

describe('what the clocks call out', () => {
  const said = (of: BenchView, minutes: number) => calls(of, FROM + minutes * 60_000).map((one) => one.key);

  it('calls for scraping and the end of stirring', () => {
    expect(said(view(2), 0.9)).toEqual([]);
    expect(said(view(2), 1.1)).toEqual(['1-stir@1']);
    expect(said(view(2), 3)).toEqual(['1-stir@1', '1-stir-over']);
  });

  it('calls when a look is due', () => {
    const looking = foretold(view(3), [done('1-pour-1', 0)]);
    expect(said(looking, 9.9)).toEqual([]);
    expect(said(looking, 10)).toEqual(['bubbles-10-due']);
  });

  const hurried = (cup: number) => [{ kind: 'hurry', standing: 'tight' as const, sentence: '', numbers: { cup } }];

  it('lets what cannot wait be heard, whatever comes up with it', () => {
    const heard = (of: BenchView, minutes: number) => heardOf(calls(of, FROM + minutes * 60_000))?.key;
    expect(heard(view(2), 0.9)).toBeUndefined();
    expect(heard(view(2), 3)).toBe('1-stir-over');
    expect(heard({ ...view(2), notices: hurried(1) }, 3)).toBe('hurry-1');
    expect(heardOf([...calls({ ...view(2), notices: hurried(1) }, FROM), ...calls(view(2), FROM + 180_000)])?.key).toBe(
      'hurry-1',
    );
  });

  it('says of each cup by itself that it is pressed', () => {
    const cup = (number: number) => ({ number, outBy: at(20) }) as BenchCup;
    const stood = (number: number, minutes: number) =>
      potStanding({ notices: hurried(2) }, cup(number), FROM + minutes * 60_000);
    expect([stood(1, 19.9), stood(2, 19.9)]).toEqual(['holds', 'tight']);
    expect([stood(1, 20), stood(2, 20)]).toEqual(['stop', 'stop']);
  });

  it('reads a clock to the second, up while it runs down', () => {
    expect([clock(0), clock(999), clock(61_000), clock(3_600_000), clock(36_000_000), clock(-5000)]).toEqual([
      '0:00',
      '0:01',
      '1:01',
      '60:00',
      '10:00:00',
      '−0:05',
    ]);
  });
});
