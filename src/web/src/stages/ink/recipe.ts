import type { Build, BuildEdit, InkChoice, InkPart, Water } from '../../api/types';
import { setIn } from '../../desk/changes';

/** No hand counts out more tints into a cup. */
export const MOST_TINTS = 6;

/** The tints of a recipe, the leading one first. */
export function partsOf({ tintId, mlPer100Ml, shades }: InkChoice): InkPart[] {
  return tintId === null ? [] : [{ tintId, mlPer100Ml }, ...shades];
}

/** Gives a water the tints of a recipe: only the fields that are others are named. */
export function withParts(water: Water, parts: InkPart[]): BuildEdit {
  const [lead, ...shades] = parts;
  const before = water.ink;
  const fields: Partial<InkChoice> = {};
  if ((lead?.tintId ?? null) !== before.tintId) fields.tintId = lead?.tintId ?? null;
  if (lead !== undefined && lead.mlPer100Ml !== before.mlPer100Ml) fields.mlPer100Ml = lead.mlPer100Ml;
  if (JSON.stringify(shades) !== JSON.stringify(before.shades)) fields.shades = shades;
  return setIn('waters', water.id, Object.keys(fields).length === 0 ? {} : { ink: fields });
}

/**
 * Changes the recipe of a water as it is by the time the change is sent: one reckoned from what stood on the screen would
 * take back what was done just before it.
 */
export function reinked(waterId: string, change: (parts: InkPart[]) => InkPart[]): (now: Build) => BuildEdit | null {
  return (now) => {
    const water = now.waters.find((one) => one.id === waterId);
    return water === undefined ? null : withParts(water, change(partsOf(water.ink)));
  };
}

/** Parts with one tint made so strong; a tint that is not among them stays out. */
export function strengthened(tintId: string, mlPer100Ml: number): (parts: InkPart[]) => InkPart[] {
  return (parts) => parts.map((part) => (part.tintId === tintId ? { tintId, mlPer100Ml } : part));
}

/** One tint of a recipe made so strong. */
export function withStrength(water: Water, tintId: string, mlPer100Ml: number): BuildEdit {
  return withParts(water, strengthened(tintId, mlPer100Ml)(partsOf(water.ink)));
}

/**
 * How high a strength stands in its column, 0…1: by its root, as the eye tells a drop from two far better than twenty from
 * twenty-one.
 */
export function heightOf(mlPer100Ml: number, mostMl: number): number {
  return Math.sqrt(Math.min(1, Math.max(0, mlPer100Ml / mostMl)));
}

export function strengthAt(height: number, mostMl: number): number {
  const ml = Math.min(1, Math.max(0, height)) ** 2 * mostMl;
  // Finer than any dose: three figures.
  const step = ml < 0.1 ? 0.001 : ml < 1 ? 0.005 : 0.05;
  return Math.round(Math.round(ml / step) * step * 1000) / 1000;
}

/** Up to where the columns go: all of them alike, and none over its rim. */
export function columnsTo(parts: InkPart[]): number {
  const strongest = Math.max(0, ...parts.map((part) => part.mlPer100Ml));
  return [0.5, 1, 2, 5, 10, 20].find((most) => strongest <= most) ?? 20;
}
