import type { Batch } from '../api/types';
import { formatMass, formatVolume, type Units } from '../units/units';

const DAY = new Intl.DateTimeFormat(undefined, { weekday: 'short' });
const TIME = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit', hour12: false });
const DATE = new Intl.DateTimeFormat(undefined, { weekday: 'short', day: 'numeric', month: 'short' });

/** "Wed 19:00" within the coming week, else with the date. */
export function when(iso: string, now: Date): string {
  const at = new Date(iso);
  const days = (at.getTime() - now.getTime()) / 86_400_000;
  return `${days > -1 && days < 6 ? DAY.format(at) : DATE.format(at)} ${TIME.format(at)}`;
}

/** "1 h 25 min", "3 days". */
export function lasting(minutes: number): string {
  if (minutes < 60) return `${Math.round(minutes)} min`;
  if (minutes < 48 * 60)
    return `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')} min`;
  return `${Math.round(minutes / 1440)} days`;
}

export function hours(h: number): string {
  if (h > 0 && h < 0.05) return `${Math.round(h * 3600)} s`;
  if (h > 0 && h < 1) return `${Math.round(h * 60)} min`;
  return h < 48 ? `${Math.round(h * 10) / 10} h` : `${Math.round((h / 24) * 10) / 10} days`;
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

export function drops(tint: { drops: number } | null): string {
  if (tint === null) return 'clear';
  if (tint.drops === 0) return 'under a drop';
  return tint.drops === 1 ? '1 drop' : `${tint.drops} drops`;
}

/** Whether the recoat window of a layer ends within any plan: coats that dry or are flashed need no scuffing. */
export function scuff(layer: { pourH: number; recoatToH: number }): boolean {
  return layer.recoatToH - layer.pourH < 9000;
}
