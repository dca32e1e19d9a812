import type { Build, BuildEdit, InkChoice, InkPart, InkPlace, PointMm, Water } from '../../api/types';
import { setIn } from '../../desk/changes';
import { freshId } from '../../desk/DeskContext';

/** No hand counts out more tints into a cup. */
export const MOST_TINTS = 6;

/** Nor pours more colours beside the water's own while all are runny. */
export const MOST_PLACES = 6;

/** The tints of a recipe, the leading one first. */
export function partsOf({ tintId, mlPer100Ml, shades }: InkChoice): InkPart[] {
  return tintId === null ? [] : [{ tintId, mlPer100Ml }, ...shades];
}

/** An ink of these tints and nothing beside it, with all else as it was. */
export function inkOf(ink: InkChoice, parts: InkPart[]): InkChoice {
  const [lead, ...shades] = parts;
  return { ...ink, tintId: lead?.tintId ?? null, mlPer100Ml: lead?.mlPer100Ml ?? ink.mlPer100Ml, shades, places: [] };
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

/** A place with a colour of its own put into a water: at first as the water is, but for its leading tint half as strong again. */
export function withPlace(waterId: string, at: PointMm): (now: Build) => BuildEdit | null {
  return (now) => {
    const ink = now.waters.find((one) => one.id === waterId)?.ink;
    if (ink === undefined || ink.places.length >= MOST_PLACES) return null;
    const parts = partsOf(ink).map((part, i) =>
      i === 0 ? { ...part, mlPer100Ml: Math.min(20, Math.round(part.mlPer100Ml * 1500) / 1000) } : part,
    );
    return setIn('waters', waterId, {
      ink: { places: [...ink.places, { id: freshId('colour'), at, reachMm: 30, parts }] },
    });
  };
}

/** Changes one place of a water; null takes it out. */
export function replaced(
  waterId: string,
  placeId: string,
  change: (place: InkPlace) => InkPlace | null,
): (now: Build) => BuildEdit | null {
  return (now) => {
    const ink = now.waters.find((one) => one.id === waterId)?.ink;
    if (ink === undefined) return null;
    const places = ink.places.flatMap((place) => (place.id === placeId ? (change(place) ?? []) : [place]));
    return setIn('waters', waterId, { ink: { places } });
  };
}

/** Changes the tints of one place, as they are by the time the change is sent. */
export function replacedParts(waterId: string, placeId: string, change: (parts: InkPart[]) => InkPart[]) {
  return replaced(waterId, placeId, (place) => ({ ...place, parts: change(place.parts) }));
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
