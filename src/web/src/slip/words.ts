import type { Batch, BatchInk, InkChoice, PointMm, TintDose } from '../api/types';
import { HERE, inWords, onWall, timeOfDay, type WallClock } from '../units/clock';
import { formatLength, formatMass, formatVolume, type Units } from '../units/units';

/** "Wed 19:00" within the coming week, else with the date; by the clock `now` is read from. */
export function when(iso: string, now: WallClock): string {
  const at = onWall(iso, now.timeZone ?? HERE);
  const days = (at.getTime() - now.getTime()) / 86_400_000;
  const date = days > -1 && days < 6 ? {} : ({ day: 'numeric', month: 'short' } as const);
  return `${inWords(at, { weekday: 'short', ...date })} ${timeOfDay(at)}`;
}

/** "1 h 25 min", "3 days". */
export function lasting(minutes: number): string {
  // Rounded first: of 119.7 minutes the hours are two.
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  if (whole < 48 * 60) return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')} min`;
  return `${Math.round(whole / 1440)} days`;
}

export function hours(h: number): string {
  if (h > 0 && h < 0.05) return `${Math.round(h * 3600)} s`;
  if (h > 0 && Math.round(h * 60) < 60) return `${Math.round(h * 60)} min`;
  return Math.round(h * 10) / 10 < 48 ? `${Math.round(h * 10) / 10} h` : `${Math.round((h / 24) * 10) / 10} days`;
}

/** "67.2 + 60 g", with the number of cups when there is more than one. */
export function parts(batch: Batch | undefined, count: number, byScale: boolean, units: Units): string {
  return `${amounts(batch, count, byScale, units)} ${byScale ? units.mass : units.volume}`;
}

/** The same without the unit, for a table whose head names it. What is one part has no second figure. */
export function amounts(batch: Batch | undefined, count: number, byScale: boolean, units: Units): string {
  if (batch === undefined) return '';
  const show = (g: number, ml: number) => (byScale ? formatMass(g, units) : formatVolume(ml, units));
  const two = batch.bMl > 0 ? ` + ${show(batch.bG, batch.bMl)}` : '';
  return `${count > 1 ? `${count} × ` : ''}${show(batch.aG, batch.aMl)}${two}`;
}

/** A place of the board as hands find it: "312 from the left, 266 from the back". */
export function whereOn(at: PointMm, units: Units): string {
  const side = (mm: number) => formatLength(mm, units, 0);
  return `${side(at.xMm)} from the left, ${side(at.yMm)} from the back`;
}

/** "Blue-green with umber, white paste"; "none, clear". */
export function inkNames(ink: InkChoice, name: (tintId: string) => string): string {
  if (ink.tintId === null) return 'none, clear';
  const shades = ink.shades.map((shade) => name(shade.tintId).toLowerCase());
  return shades.length === 0 ? name(ink.tintId) : `${name(ink.tintId)} with ${shades.join(', ')}`;
}

/** "1 drop", "117 mg", "3.5 mm on the stick". */
export function amountOf(unit: TintDose['unit'], amount: number): string {
  return `${amount} ${unit === 'drop' ? (amount === 1 ? 'drop' : 'drops') : unit === 'milligram' ? 'mg' : 'mm on the stick'}`;
}

const LESS_THAN_ONE: Record<TintDose['unit'], string> = {
  drop: 'under a drop',
  milligram: 'under a milligram',
  stickMm: 'under half a millimetre',
};

/** What a dose is counted in: drops as they are or let down, mg, mm of a stick. */
export function measureOf(dose: TintDose): string {
  if (dose.letDown !== null) return `drops 1:${dose.letDown.partsToOne}`;
  return { drop: 'drops', milligram: 'mg', stickMm: 'mm' }[dose.unit];
}

/** How much of which tint is measured out: "5 drops of Umber", "3.5 mm of Umber on the stick"; a let-down by its ratio. */
export function doseOf({ name, unit, amount, letDown }: TintDose): string {
  if (amount === 0) return `${LESS_THAN_ONE[unit]} of ${name}`;
  if (unit === 'stickMm') return `${amount} mm of ${name} on the stick`;
  return `${amountOf(unit, amount)} of ${name}${letDown === null ? '' : ` let down 1:${letDown.partsToOne}`}`;
}

/** The whole ink of a cup, each tint by its name: who has two bottles open must not guess which one gets the five drops. */
export function inkInShort(ink: BatchInk | null): string {
  const doses = ink?.doses.filter((dose) => dose.wantedMlPer100Ml > 0) ?? [];
  if (doses.length === 0) return 'clear';
  return doses.map(doseOf).join(' + ');
}

/** Whether the recoat window of a layer ends within any plan: coats that dry or are flashed need no scuffing. */
export function scuff(layer: { pourH: number; recoatToH: number }): boolean {
  return layer.recoatToH - layer.pourH < 9000;
}
