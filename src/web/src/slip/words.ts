import type { PlannedLayer } from '../api/types';
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
  return h < 48 ? `${Math.round(h * 10) / 10} h` : `${Math.round((h / 24) * 10) / 10} days`;
}

/** "67.2 + 60 g", with the number of batches when there is more than one. */
export function parts(layer: PlannedLayer, byScale: boolean, units: Units): string {
  return `${amounts(layer, byScale, units)} ${byScale ? units.mass : units.volume}`;
}

/** The same without the unit, for a table whose head names it. */
export function amounts(layer: PlannedLayer, byScale: boolean, units: Units): string {
  const batch = layer.mix.batches[0];
  if (batch === undefined) return '';
  const count = layer.mix.batches.length > 1 ? `${layer.mix.batches.length} × ` : '';
  return byScale
    ? `${count}${formatMass(batch.aG, units)} + ${formatMass(batch.bG, units)}`
    : `${count}${formatVolume(batch.aMl, units)} + ${formatVolume(batch.bMl, units)}`;
}

export function drops(layer: PlannedLayer): string {
  if (layer.tint === null) return 'clear';
  return layer.tint.drops === 1 ? '1 drop' : `${layer.tint.drops} drops`;
}
