import { asKind, asked, emptyLabel, further, isOnePart, KIND_WORDS } from '@web/shelves/label';
import { anotherTop, movableTops, movedTop } from '@web/staff/ownTops';
import { hours, scuff } from '@web/slip/words';
import type { PlannedLayer, ProductKind } from '@web/api/types';

const layer = (fromMm: number, toMm: number, poured = false) => ({
  fromMm,
  toMm,
  poured: poured ? ({} as NonNullable<PlannedLayer['poured']>) : null,
});

describe('tops set by hand', () => {
  const layers = [layer(8, 12, true), layer(12, 15), layer(15, 18), layer(18, 20)];

  it('leaves what is poured and the waterline alone', () => {
    expect(movableTops(layers)).toEqual([1, 2]);
    expect(movableTops([layer(8, 20)])).toEqual([]);
    expect(movableTops([layer(8, 12, true), layer(12, 20)])).toEqual([]);
  });

  it('moves one top and keeps the others', () => expect(movedTop(layers, 1, 13.4)).toEqual([13.4, 18]));

  it.each([
    [100, 17.7],
    [-100, 12.3],
  ])('a top dragged to %i stays between its neighbours', (to, held) => expect(movedTop(layers, 1, to)[0]).toBe(held));

  it('cuts the deepest layer ahead in two', () => {
    expect(anotherTop([layer(8, 12), layer(12, 20)], 20)).toEqual([12, 16]);
    expect(anotherTop([layer(8, 16, true), layer(16, 20)], 20)).toEqual([18]);
    expect(anotherTop([layer(8, 20)], 20)).toEqual([14]);
  });
});

describe('a label', () => {
  const kinds = Object.keys(KIND_WORDS) as ProductKind[];

  it.each(kinds)('of %s asks for fields it has, each once', (kind) => {
    const fields = [...asked(kind), ...further(kind)].map((one) => one.field);
    expect(new Set(fields).size).toBe(fields.length);
    const empty = emptyLabel(kind);
    for (const field of fields) expect(empty).toHaveProperty(field, null);
  });

  it('carries over to another kind only what that kind has', () => {
    const epoxy = {
      ...emptyLabel('coatingEpoxy'),
      name: 'Mine',
      gelH: 6,
      greatestLayerMm: 5,
      ratio: { a: 2, b: 1, basis: 'volume' as const },
    };
    const water = asKind(epoxy, 'onePartWater');
    expect(water).toMatchObject({ name: 'Mine', greatestLayerMm: 5, gelH: null, ratio: null });
    expect(asKind(epoxy, 'castingEpoxy')).toMatchObject({ gelH: 6, ratio: { a: 2, b: 1 } });
    expect(kinds.filter(isOnePart)).toEqual(['onePartWater', 'uvResin', 'glossGel']);
  });
});

describe('short times', () => {
  it.each([
    [90 / 3600, '90 s'],
    [0.5, '30 min'],
    [6, '6 h'],
    [72, '3 days'],
  ])('%f h are %s', (h, text) => expect(hours(h)).toBe(text));

  it('what dries is never scuffed', () => {
    expect(scuff({ pourH: 0, recoatToH: 36 })).toBe(true);
    expect(scuff({ pourH: 24, recoatToH: 10_024 })).toBe(false);
  });
});
