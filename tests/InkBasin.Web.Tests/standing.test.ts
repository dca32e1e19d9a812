import type { CupboardView, Tint } from '@web/api/types';
import { amountLeft, setLevel, shelvesOf, sizeOf, type Standing } from '@web/shelves/standing';
import { METRIC } from '@web/units/units';

const bottle = (id: string, part: 'one' | 'two', productName: string, more: object = {}) => ({
  bottle: { id, productId: 'p', part, leftG: 812, fullG: null, price: null, boughtOn: null, openedOn: null },
  productName,
  keepsUntil: null,
  isStale: false,
  plannedLeftG: 400,
  ...more,
});
const good = (id: string, kind: string, unit: string, more: object = {}) => ({
  good: { id, kind, name: id, left: 4, unit, full: null, tintId: null, keepsUntil: null, ...more },
  isStale: false,
  plannedLeft: 1,
});

const view = {
  cupboard: {
    bottles: [
      bottle('2', 'two', 'Coating epoxy (example)'),
      bottle('1', 'one', 'Coating epoxy (example)'),
      bottle('3', 'one', 'Casting epoxy'),
    ],
    goods: [
      good('umber', 'tint', 'ml', { tintId: 'umber' }),
      good('cups', 'cup', 'pieces'),
      good('glue', 'glue', 'ml'),
      good('foam', 'foam', 'pieces'),
    ],
  },
} as unknown as CupboardView;

describe('the cupboard', () => {
  const shelves = shelvesOf(view, [{ id: 'umber', swatch: '#5a3a22' } as Tint]);

  it('puts every good on one shelf, products together, part one before part two', () => {
    expect(shelves.map((shelf) => shelf.items.map((one) => one.key))).toEqual([
      ['bottle-3', 'bottle-1', 'bottle-2'],
      ['good-umber'],
      ['good-glue'],
      ['good-cups', 'good-foam'],
    ]);
    expect(shelves[0]?.items[1]).toMatchObject({ name: 'Coating epoxy', part: 'part one', planned: 400, full: 1000 });
    expect(shelves[1]?.items[0]?.colour).toBe('#5a3a22');
  });

  it('takes the next size up where nobody noted what it held', () => {
    expect([sizeOf(812, 1500), sizeOf(812, null), sizeOf(1000, null), sizeOf(0, null), sizeOf(20_000, null)]).toEqual([
      1500, 1000, 1000, 10, 20_000,
    ]);
  });

  it('sets a level in steps a hand can mean, never past what it holds', () => {
    const standing = shelves[0]?.items[1] as Standing;
    expect(setLevel(0.4567, standing)).toBeCloseTo(460, 9);
    expect([setLevel(-1, standing), setLevel(2, standing)]).toEqual([0, 1000]);
    const foam = { ...(shelves[3]?.items[1] as Standing), full: 8 };
    expect(setLevel(0.45, foam)).toBe(4);
  });

  it('says how much is left as one would', () => {
    const standing = shelves[0]?.items[1] as Standing;
    expect(amountLeft(standing, METRIC)).toBe('812 g');
    expect(amountLeft({ ...standing, left: 3100 }, METRIC)).toBe('3.10 kg');
    expect(amountLeft({ ...standing, left: 0 }, METRIC)).toBe('empty');
    expect(amountLeft(shelves[3]?.items[0] as Standing, METRIC)).toBe('4');
  });
});
