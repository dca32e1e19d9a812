import { layersOf, pouredAs } from '@web/api/plan';
import type { Build, BuildPlan, DaysPlan } from '@web/api/types';
import { amounts, hours, lasting, parts } from '@web/slip/words';
import { METRIC } from '@web/units/units';
import { nextPour, nextThing, tide } from '@web/tideline/tide';

const layer = (pourAt: string | null, pourH: number, recoatFromH: number) => ({
  pourAt,
  pourH,
  recoatFromH,
  fullCureH: 84,
  mix: { batches: [{ aG: 67.2, bG: 60, aMl: 59.5, bMl: 59.4 }] },
  tint: { drops: 5 },
  poured: null,
  things: [],
});

const BUILD = { waters: [{ name: 'Creek' }, { name: 'Pond' }], begun: [] } as unknown as Build;
const PLAN = {
  dams: [{ holds: ['w'] }],
  waters: [
    {
      id: 'w',
      layers: {
        is: {
          layers: [layer('2027-05-14T19:00:00Z', 0, 12), layer('2027-05-15T07:00:00Z', 12, 24)],
          stripAt: '2027-05-16T03:00:00Z',
          fullCureH: 84,
          soft: null,
        },
      },
    },
    { id: 'p', layers: { is: { layers: [layer(null, 0, 12)], stripAt: null, fullCureH: null, soft: null } } },
  ],
} as unknown as BuildPlan;

describe('the Tideline', () => {
  it('has a mark a pour, a stretch a cure and a mark to strip, of what has a date', () => {
    const found = tide(BUILD, PLAN);
    expect(found.map((one) => `${one.kind} ${one.label}`)).toEqual([
      'pour Creek 1',
      'cure Creek 1 cures until the next may go on',
      'pour Creek 2',
      'cure Creek 2 hardens fully',
      'strip strip Creek',
    ]);
    expect(found[3]?.toMs).toBe(Date.parse('2027-05-18T07:00:00Z'));
  });

  it('lets a layer that is noted as soft neither harden nor lose its dams', () => {
    const softened = (number: number) => {
      const plan = structuredClone(PLAN);
      const is = plan.waters[0]?.layers.is;
      if (is == null) throw new Error('no layers');
      [is.soft, is.stripAt] = [{ layer: number, notedAt: '2027-05-17T07:00:00Z' }, null];
      return tide(BUILD, plan).map((one) => `${one.kind} ${one.label}`);
    };
    expect(softened(2)).toEqual(['pour Creek 1', 'cure Creek 1 cures until the next may go on', 'pour Creek 2']);
    expect(softened(1)).toEqual(['pour Creek 1', 'pour Creek 2']);
  });

  it('trims where no dam is to be stripped', () => {
    const found = tide(BUILD, { ...PLAN, dams: [{ holds: ['p'] }] } as unknown as BuildPlan);
    expect(found.at(-1)?.label).toBe('trim Creek');
  });

  it('knows the next pour', () => {
    expect(nextPour(BUILD, PLAN, Date.parse('2027-05-14T20:00:00Z'))?.label).toBe('Creek 2');
    expect(nextPour(BUILD, PLAN, Date.parse('2027-05-15T08:00:00Z'))).toBeNull();
  });

  it('goes by the days where they are planned', () => {
    const at = (id: string, startAt: string) => ({ step: { id }, startAt });
    const days = {
      places: [
        at('w:pour:2', '2027-05-15T18:30:00Z'),
        at('w:strip', '2027-05-17T10:00:00Z'),
        at('p:pour:1', '2027-05-16T10:00:00Z'),
      ],
    } as unknown as DaysPlan;
    const found = tide(BUILD, PLAN, days);
    const told = found.map((one) => `${one.label} ${new Date(one.fromMs).toISOString().slice(8, 16)}`);
    expect(told).toEqual([
      'Creek 1 14T19:00',
      'Creek 1 cures until the next may go on 14T19:00',
      'Creek 2 15T18:30',
      'Creek 2 hardens fully 15T18:30',
      'strip Creek 17T10:00',
      'Pond 16T10:00',
      'Pond hardens fully 16T10:00',
    ]);
    // As much later as the pour is.
    expect(found[3]?.toMs).toBe(Date.parse('2027-05-18T18:30:00Z'));
    expect(nextPour(BUILD, PLAN, Date.parse('2027-05-15T08:00:00Z'), days)?.label).toBe('Creek 2');
  });

  it('goes by the log where there is one: what is overdue stays next', () => {
    const logged = { ...BUILD, begun: [{ id: 'elsewhere' }] } as unknown as Build;
    expect(nextPour(logged, PLAN, Date.parse('2027-05-20T08:00:00Z'))?.label).toBe('Creek 1');
    const first = PLAN.waters[0];
    if (first === undefined) throw new Error('no water');
    const pouredTo = (count: number) => {
      const layers = layersOf(first).map((one, i) => (i < count ? { ...one, poured: {} } : one));
      return {
        ...PLAN,
        waters: [{ ...first, layers: { is: { ...pouredAs(first), layers } } }],
      } as unknown as BuildPlan;
    };
    const poured = pouredTo(1);
    const next = nextPour(logged, poured, Date.parse('2027-05-14T08:00:00Z'));
    expect(next).toMatchObject({ label: 'Creek 2', onLayer: true });
    expect(tide(logged, poured)[0]).toMatchObject({ label: 'Creek 1', poured: true, onLayer: false });
    expect(nextPour(logged, pouredTo(2), Date.parse('2027-05-14T08:00:00Z'))).toBeNull();
  });
});

describe('a thing on the Tideline', () => {
  const hull = {
    id: 'hull',
    name: 'Hull',
    setIn: 'later',
    afterPour: true,
    fromH: 7 / 6,
    toH: 8 / 3,
  };
  const leaf = { ...hull, id: 'leaf', name: 'Leaf', setIn: 'on', fromH: 6, toH: null };
  const stake = { ...hull, id: 'stake', name: 'Stake', setIn: 'before', afterPour: false };
  const with_ = (poured: boolean) =>
    ({
      ...PLAN,
      waters: PLAN.waters.slice(0, 1).map((water) => ({
        ...water,
        layers: {
          is: {
            ...pouredAs(water),
            layers: layersOf(water).map((one, i) =>
              i === 0 ? { ...one, things: [stake, hull, leaf], poured: poured ? {} : null } : one,
            ),
          },
        },
      })),
    }) as unknown as BuildPlan;

  it('has its moment there, but for what is in place before', () => {
    const found = tide(BUILD, with_(false)).filter((one) => one.kind === 'thing');
    expect(found.map((one) => one.label)).toEqual(['Hull into Creek 1', 'Leaf on Creek 1']);
    expect(found[0]?.toMs).toBe(Date.parse('2027-05-14T21:40:00Z'));
  });

  it('is next once its layer is poured, until that no longer closes round it', () => {
    const at = (time: string) => nextThing(BUILD, with_(true), Date.parse(`2027-05-${time}Z`))?.label ?? null;
    expect(at('14T19:05:00')).toBe('Hull into Creek 1');
    expect(at('14T21:40:00')).toBe('Hull into Creek 1');
    expect(at('14T21:41:00')).toBe('Leaf on Creek 1');
    expect(at('15T01:01:00')).toBeNull();
    expect(nextThing(BUILD, with_(false), Date.parse('2027-05-14T19:05:00Z'))).toBeNull();
  });
});

describe('the words of a layer', () => {
  const one = layersOf(PLAN.waters[0])[0];
  if (one === undefined) throw new Error('no layer');

  it('tells what to weigh or measure', () => {
    expect(parts(one.mix.batches[0], 1, true, METRIC)).toBe('67.2 + 60 g');
    expect(parts(one.mix.batches[0], 1, false, METRIC)).toBe('60 + 59 ml');
    expect(amounts(one.mix.batches[0], 1, true, METRIC)).toBe('67.2 + 60');
  });

  it('counts batches when there is more than one', () => {
    expect(parts(one.mix.batches[0], 2, true, METRIC)).toBe('2 × 67.2 + 60 g');
  });

  it('has no second figure for what is one part', () => {
    const batch = { aMl: 57, bMl: 0, aG: 59.9, bG: 0, mixedMl: 57, mixedG: 59.9, worstRatioErrorPercent: 0 };
    expect(parts({ ...batch, ok: true, marks: null }, 1, true, METRIC)).toBe('59.9 g');
  });

  it.each([
    [25, '25 min'],
    [85, '1 h 25 min'],
    [60 * 72, '3 days'],
  ])('%i minutes are %s', (minutes, text) => expect(lasting(minutes)).toBe(text));

  it.each([
    [12, '12 h'],
    [44, '44 h'],
    [96, '4 days'],
  ])('%i hours are %s', (h, text) => expect(hours(h)).toBe(text));
});
