import type { CupboardView, StandingBottle, StandingGood, Tint } from '../api/types';
import { formatAmount, type Units } from '../units/units';

export type Shape = 'bottle' | 'dropper' | 'bag' | 'sheets' | 'cup';

/** Something that stands in the cupboard, as it is drawn. */
export interface Standing {
  key: string;
  of: { bottle: StandingBottle } | { good: StandingGood };
  name: string;
  /** Part one or two, in words; '' for what has no parts. */
  part: string;
  shape: Shape;
  left: number;
  /** What the work ahead leaves. */
  planned: number;
  /** What it held when new, or the next size up that holds what is left. */
  full: number;
  stale: boolean;
  keepsUntil: string | null;
  colour: string;
}

export interface Shelf {
  name: string;
  items: Standing[];
}

const RESIN_COLOURS: Record<'one' | 'two', string> = { one: 'var(--resin-one)', two: 'var(--resin-two)' };
const SHAPES: Record<StandingGood['good']['kind'], Shape> = {
  tint: 'dropper',
  plaster: 'bag',
  glue: 'bottle',
  sealer: 'bottle',
  sealant: 'dropper',
  growth: 'bag',
  foam: 'sheets',
  damSheet: 'sheets',
  cup: 'cup',
};
const SIZES = [10, 20, 30, 50, 100, 200, 250, 500, 750, 1000, 1500, 2000, 3000, 5000, 10_000];

/** The size a bottle is taken to be when nobody noted what it held. */
export const sizeOf = (left: number, full: number | null): number =>
  full ?? SIZES.find((size) => size >= left) ?? Math.max(left, 1);

/** The shelves, each with what stands on it, products together and part one before part two. */
export function shelvesOf(view: CupboardView, tints: Tint[]): Shelf[] {
  const { bottles, goods } = view.cupboard;
  const resin = bottles
    .map((one): Standing => {
      const { bottle } = one;
      return {
        key: `bottle-${bottle.id}`,
        of: { bottle: one },
        name: shortName(one.productName ?? 'no sheet'),
        part: `part ${bottle.part}`,
        shape: 'bottle',
        left: bottle.leftG,
        planned: one.plannedLeftG,
        full: sizeOf(bottle.leftG, bottle.fullG),
        stale: one.isStale,
        keepsUntil: one.keepsUntil,
        colour: RESIN_COLOURS[bottle.part],
      };
    })
    .sort((one, other) => one.name.localeCompare(other.name) || one.part.localeCompare(other.part));
  const on = (...kinds: StandingGood['good']['kind'][]) =>
    goods
      .filter((one) => kinds.includes(one.good.kind))
      .map((one): Standing => {
        const { good } = one;
        return {
          key: `good-${good.id}`,
          of: { good: one },
          name: good.name,
          part: '',
          shape: SHAPES[good.kind],
          left: good.left,
          planned: one.plannedLeft,
          full: sizeOf(good.left, good.full),
          stale: one.isStale,
          keepsUntil: good.keepsUntil,
          colour: tints.find((tint) => tint.id === good.tintId)?.swatch ?? 'var(--good)',
        };
      });
  return [
    { name: 'Resin', items: resin },
    { name: 'Ink', items: on('tint') },
    { name: 'Plaster, glue, sealer', items: on('plaster', 'glue', 'sealer', 'sealant', 'growth') },
    { name: 'Sheets and cups', items: on('foam', 'damSheet', 'cup') },
  ];
}

/** A product's name without what is said of all examples. */
export const shortName = (name: string) => name.replace(/ \(example\)$/, '');

/** How much is left, in words. */
export function amountLeft(standing: Standing, units: Units): string {
  if (standing.left <= 0) return 'empty';
  return formatAmount(standing.left, 'bottle' in standing.of ? 'g' : standing.of.good.good.unit, units);
}

/** Money as it is written on a price: two decimals, nobody's currency. */
export const money = (value: number) => value.toFixed(2);

export function day(date: string | null): string {
  return date === null
    ? ''
    : new Date(`${date}T12:00:00`).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
}

/** A level as a hand can set it: to a hundredth of what the bottle holds, whole pieces. */
export function setLevel(share: number, standing: Standing): number {
  const exact = Math.max(0, Math.min(1, share)) * standing.full;
  const step =
    'good' in standing.of && standing.of.good.good.unit === 'pieces'
      ? 1
      : 10 ** Math.floor(Math.log10(standing.full / 100));
  return Math.min(standing.full, Math.round(exact / step) * step);
}
