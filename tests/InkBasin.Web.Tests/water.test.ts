import type { Dam, DrownedPlan, DrownedThing } from '@web/api/types';
import { cutThings } from '@web/cut/drowned';
import { placeAlong, shareNear } from '@web/sheet/alongLine';
import { damEnd } from '@web/sheet/damEnds';
import { step } from '@web/sheet/tools';

const dam: Dam = { id: 'dam', side: 'front', fromMm: 40, toMm: 100, topMm: 20, make: 'gluedSheet', released: false };

describe('a dam dragged by an end', () => {
  it('moves that end alone, to half a millimetre', () => {
    expect(damEnd(dam, 'from', -12.3, 200)).toEqual({ ...dam, fromMm: 27.5 });
    expect(damEnd(dam, 'to', 12.3, 200)).toEqual({ ...dam, toMm: 112.5 });
  });

  it('stays on the side and on its own side of the other end', () => {
    expect(damEnd(dam, 'from', -90, 200).fromMm).toBe(0);
    expect(damEnd(dam, 'to', 500, 200).toMm).toBe(200);
    expect(damEnd(dam, 'from', 500, 200).fromMm).toBe(96);
    expect(damEnd(dam, 'to', -500, 200).toMm).toBe(44);
  });
});

describe('places along a line', () => {
  const straight = [
    { xMm: 0, yMm: 10 },
    { xMm: 50, yMm: 10 },
    { xMm: 200, yMm: 10 },
  ];

  it('are found by share and give the share back', () => {
    expect(placeAlong(straight, 0)).toEqual({ xMm: 0, yMm: 10 });
    expect(placeAlong(straight, 1).xMm).toBeCloseTo(200, 6);
    expect(placeAlong(straight, 0.5).xMm).toBeGreaterThan(95);
    expect(placeAlong(straight, 0.5).xMm).toBeLessThan(108);
    for (const share of [0, 0.2, 0.5, 0.9, 1]) {
      expect(shareNear(straight, placeAlong(straight, share))).toBeCloseTo(share, 9);
    }
  });

  it('are the nearest to a point beside it', () => {
    expect(shareNear(straight, { xMm: 100, yMm: 60 })).toBeCloseTo(0.5, 1);
    expect(shareNear(straight, { xMm: -40, yMm: 0 })).toBe(0);
  });

  it('go through the given points', () => {
    const bent = [
      { xMm: 0, yMm: 0 },
      { xMm: 60, yMm: 40 },
      { xMm: 120, yMm: 0 },
    ];
    const near = placeAlong(bent, shareNear(bent, { xMm: 60, yMm: 40 }));
    expect(Math.hypot(near.xMm - 60, near.yMm - 40)).toBeLessThan(1e-6);
  });
});

describe('drowned things in the Cut', () => {
  const thing: DrownedThing = {
    id: 'a',
    name: 'Log',
    at: { xMm: 50, yMm: 50 },
    turnDeg: 0,
    lengthMm: 40,
    widthMm: 10,
    heightMm: 6,
    fillShare: 1,
    measuredMl: null,
    massG: null,
    densityGPerMl: 1,
    skin: 'dense',
    colour: '#4a3a2a',
    setIn: 'before',
    layer: null,
    held: false,
    baseMm: null,
  };
  const plan = { baseMm: 3 } as DrownedPlan;
  const along = { a: { xMm: 0, yMm: 52 }, b: { xMm: 100, yMm: 52 } };

  it('are as long as the line lies in their footprint', () => {
    expect(cutThings([thing], [plan], along)).toEqual([
      { id: 'a', name: 'Log', fromMm: 30, toMm: 70, baseMm: 3, topMm: 9 },
    ]);
    const across = { a: { xMm: 45, yMm: 0 }, b: { xMm: 45, yMm: 100 } };
    expect(cutThings([thing], [plan], across)[0]).toMatchObject({ fromMm: 45, toMm: 55 });
  });

  it('turn with the thing', () => {
    const [cut] = cutThings([{ ...thing, turnDeg: 90 }], [plan], along);
    expect(cut?.fromMm).toBeCloseTo(45, 9);
    expect(cut?.toMm).toBeCloseTo(55, 9);
  });

  it('are left out where the line passes by, ends before, or has no length', () => {
    expect(cutThings([thing], [plan], { a: { xMm: 0, yMm: 80 }, b: { xMm: 100, yMm: 80 } })).toEqual([]);
    expect(cutThings([thing], [plan], { a: { xMm: 0, yMm: 50 }, b: { xMm: 20, yMm: 50 } })).toEqual([]);
    expect(cutThings([thing], [plan], { a: along.a, b: along.a })).toEqual([]);
  });

  it('are put in where the Sheet is pressed', () => {
    const site = {
      board: { widthMm: 200, depthMm: 100, cellMm: 2, thicknessMm: 6, material: 'ply' },
      id: 'new',
      heightAt: () => 0,
    };
    const pressed = step({ kind: 'drowned', thing }, { kind: 'press', at: { xMm: 12, yMm: 34 } }, site);
    expect(pressed.tool.kind).toBe('hand');
    expect(pressed.made).toEqual({ kind: 'drowned', thing: { ...thing, id: 'new', at: { xMm: 12, yMm: 34 } } });
    const datum = step({ kind: 'point', wants: 'datum' }, { kind: 'press', at: { xMm: 1, yMm: 2 } }, site);
    expect(datum).toMatchObject({ tool: { kind: 'hand' }, made: { kind: 'point', wants: 'datum' } });
  });
});
