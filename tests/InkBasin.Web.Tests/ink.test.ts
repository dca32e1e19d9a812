import type { BuildPlan, MixSession, TopLook, Water, WaterPlan } from '@web/api/types';
import { among, bandOf, css, isPale, rgbOf, seenAt } from '@web/scene/waterColour';
import { nameOfTint } from '@web/api/tints';
import { amountOf, doseOf, inkInShort, inkNames, measureOf } from '@web/slip/words';
import { othersIn, sessionFor, sessionsFor, stillMixed } from '@web/api/plan';
import { meanColour } from '@web/stages/ink/PhotoColour';
import { columnsTo, heightOf, partsOf, strengthAt, withParts, withStrength } from '@web/stages/ink/recipe';

const INK = {
  tintId: 'blue',
  mlPer100Ml: 0.2,
  firstTimes: 1,
  shades: [{ tintId: 'umber', mlPer100Ml: 0.05 }],
  places: [],
  blendMm: 30,
};
const WATER = { id: 'w', ink: INK } as unknown as Water;
const dose = (unit: 'drop' | 'milligram' | 'stickMm', amount: number, partsToOne: number | null = null) => ({
  tintId: 't',
  name: 'Tint',
  unit,
  wantedMlPer100Ml: 0.1,
  exactMl: 0.05,
  amount,
  givenMlPer100Ml: 0.1,
  offPercent: 0,
  letDown: partsToOne === null ? null : { partsToOne, usedMl: 0.2, thinnerMl: 0.19 },
});

describe('a table of colours', () => {
  const shares = [0, 0.25, 1];
  const colours = ['#000000', '#400000', '#ff0000'];
  it('goes straight from one entry to the next, by its own shares', () => {
    expect(among(colours, shares, 0.125)[0]).toBeCloseTo(32, 9);
    expect(among(colours, shares, 0.25)).toEqual([64, 0, 0]);
    expect(among(colours, shares, 0.625)[0]).toBeCloseTo(64 + (255 - 64) / 2, 9);
    expect(among(colours, shares, -1)).toEqual([0, 0, 0]);
    expect(among(colours, shares, 2)).toEqual([255, 0, 0]);
    expect(css(among(colours, shares, 0.125))).toBe('rgb(32 0 0)');
  });

  it('is read by the depth under its own layer', () => {
    const low: TopLook = { toMm: 4, deepestMm: 2, colours };
    const high: TopLook = { toMm: 10, deepestMm: 8, colours: ['#ffffff', '#ffffff', '#0000ff'] };
    const look = { shares, tops: [low, high], bands: ['#fe0000', '#0000fe'], varies: false };
    expect(seenAt(look, low, 0.5)).toEqual([64, 0, 0]);
    expect(seenAt(look, high, 8)).toEqual([0, 0, 255]);
    expect(bandOf(look, 0)).toBe('#fe0000');
    expect(bandOf(look, 1)).toBe('#0000fe');
  });

  it('tells where lettering has to be dark', () => {
    expect(isPale('#ffffff')).toBe(true);
    expect(isPale('#8fb5b0')).toBe(true);
    expect(isPale('#3b2413')).toBe(false);
    // Black and white contrast alike where Y = √(1.05 × 0.05) − 0.05.
    expect([isPale('#757575'), isPale('#777777')]).toEqual([false, true]);
    expect(rgbOf('#8a6f52')).toEqual([138, 111, 82]);
  });
});

describe('a dose in words', () => {
  it('says what is counted, weighed or smeared', () => {
    expect(doseOf(dose('drop', 1))).toBe('1 drop of Tint');
    expect(doseOf(dose('drop', 5))).toBe('5 drops of Tint');
    expect(doseOf(dose('milligram', 117))).toBe('117 mg of Tint');
    expect(doseOf(dose('stickMm', 3.5))).toBe('3.5 mm of Tint on the stick');
    expect(doseOf(dose('drop', 7, 19))).toBe('7 drops of Tint let down 1:19');
    expect(doseOf(dose('drop', 0))).toBe('under a drop of Tint');
    expect(amountOf('drop', 2)).toBe('2 drops');
  });

  it('names each tint of a cup', () => {
    const ink = (...doses: ReturnType<typeof dose>[]) => ({ doses, deltaE: 0.4, givenMlPer100Ml: 0.1 });
    expect(inkInShort(null)).toBe('clear');
    expect(inkInShort(ink(dose('drop', 5), { ...dose('drop', 6, 9), name: 'Umber' }))).toBe(
      '5 drops of Tint + 6 drops of Umber let down 1:9',
    );
    expect(inkInShort(ink({ ...dose('drop', 0), wantedMlPer100Ml: 0 }))).toBe('clear');
  });

  it('names the tints, the leading one first', () => {
    const tints = [
      { id: 'blue', name: 'Blue-green' },
      { id: 'umber', name: 'Umber' },
    ] as Parameters<typeof nameOfTint>[0];
    const name = (id: string) => nameOfTint(tints, id);
    expect(inkNames(INK, name)).toBe('Blue-green with umber');
    expect(inkNames({ ...INK, shades: [] }, name)).toBe('Blue-green');
    expect(inkNames({ ...INK, tintId: null, shades: [] }, name)).toBe('none, clear');
    expect(inkNames(INK, (id) => nameOfTint([], id))).toBe('A tint that is gone with a tint that is gone');
  });
});

describe('a recipe', () => {
  it('changes only the fields that are others', () => {
    expect(withStrength(WATER, 'blue', 0.3)).toMatchObject({ fields: { ink: { mlPer100Ml: 0.3 } } });
    expect(withStrength(WATER, 'umber', 0.1)).toMatchObject({
      fields: { ink: { shades: [{ tintId: 'umber', mlPer100Ml: 0.1 }] } },
    });
    expect(withStrength(WATER, 'blue', 0.2)).toMatchObject({ fields: {} });
  });

  it('lets the next tint lead when the first is left out', () => {
    const edit = withParts(WATER, partsOf(INK).slice(1)) as unknown as { fields: { ink: object } };
    expect(edit.fields.ink).toEqual({ tintId: 'umber', mlPer100Ml: 0.05, shades: [] });
    const none = withParts(WATER, []) as unknown as { fields: { ink: object } };
    expect(none.fields.ink).toEqual({ tintId: null, shades: [] });
  });

  it('is drawn up and down by hand: what is drawn gives back the strength it shows', () => {
    for (const ml of [0, 0.012, 0.05, 0.2, 0.5]) expect(strengthAt(heightOf(ml, 0.5), 0.5)).toBeCloseTo(ml, 9);
    for (const ml of [1.5, 4.95]) expect(strengthAt(heightOf(ml, 5), 5)).toBeCloseTo(ml, 9);
    expect(strengthAt(2, 0.5)).toBe(0.5);
    expect(strengthAt(-1, 0.5)).toBe(0);
    expect(columnsTo([{ tintId: 'a', mlPer100Ml: 0.51 }])).toBe(1);
    expect(columnsTo([])).toBe(0.5);
  });
});

describe('a colour picked in a photo', () => {
  it('is the mean of the light, and of what lies on the picture', () => {
    const pixels = new Uint8ClampedArray([0, 0, 0, 255, 255, 255, 255, 255, 9, 9, 9, 0]);
    // Half of the light is 188 on a screen, not 128.
    expect(meanColour(pixels)).toBe('#bcbcbc');
    expect(meanColour(new Uint8ClampedArray(8))).toBe('#000000');
  });
});

describe('how a layer is mixed', () => {
  const pool = (waterId: string, name: string, layer: number, placeId: string | null = null) => ({
    waterId,
    name,
    layer,
    placeId,
  });
  const first = { number: 1, pools: [pool('w', 'Creek', 1, 'colour-1')] } as unknown as MixSession;
  const second = {
    number: 2,
    pools: [pool('w', 'Creek', 1), pool('v', 'Dock', 1), pool('v', 'Dock', 2), pool('u', 'Pond', 1)],
  } as unknown as MixSession;

  it('goes by the session it is in, in its own colour', () => {
    expect(sessionFor([first, second], 'w', 1)).toBe(second);
    expect(sessionFor([first, second], 'v', 2)).toBe(second);
    expect(sessionFor([first, second], 'w', 2)).toBeUndefined();
    expect(sessionFor([first], 'w', 1)).toBeUndefined();
  });

  it('is all its colours, the own one first', () => {
    expect(sessionsFor([first, second], 'w', 1)).toEqual([second, first]);
    expect(sessionsFor([first], 'w', 1)).toEqual([first]);
    expect(sessionsFor([first, second], 'w', 2)).toEqual([]);
  });

  it('takes what its sessions take, and what it would by itself where none can be planned', () => {
    const whole = (is: object[] | null) => ({ sessions: { is } }) as unknown as BuildPlan;
    const plan = { id: 'w', layers: { is: { layers: [], mixedMl: 11 } } } as unknown as WaterPlan;
    const is = [
      { ...first, mixedMl: 3 },
      { ...second, mixedMl: 40 },
      { pools: [pool('u', 'Pond', 2)], mixedMl: 500 },
    ];
    expect(stillMixed(whole(is), plan)).toEqual({ ml: 43, others: ['Dock', 'Pond'] });
    expect(stillMixed(whole(null), plan)).toEqual({ ml: 11, others: [] });
  });

  it('names the other waters in it once each', () => {
    expect(othersIn(second, 'w')).toEqual(['Dock', 'Pond']);
    expect(othersIn(first, 'w')).toEqual([]);
    expect(othersIn(undefined, 'w')).toEqual([]);
  });

  it('says what a dose is counted in', () => {
    expect(measureOf(dose('drop', 3))).toBe('drops');
    expect(measureOf(dose('drop', 3, 9))).toBe('drops 1:9');
    expect(measureOf(dose('milligram', 3))).toBe('mg');
    expect(measureOf(dose('stickMm', 3))).toBe('mm');
  });
});
