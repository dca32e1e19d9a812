import type { PointMm } from '../api/types';
import { curve } from './smoothLine';

/** Places close together along the guide line through points, each with how far along it is, mm. */
function sampled(points: PointMm[]): { place: PointMm; alongMm: number }[] {
  let alongMm = 0;
  let last: PointMm | undefined;
  return curve(points, false).map((place) => {
    if (last !== undefined) alongMm += Math.hypot(place.xMm - last.xMm, place.yMm - last.yMm);
    last = place;
    return { place, alongMm };
  });
}

/** The place a share of the way along a line through points. */
export function placeAlong(points: PointMm[], share: number): PointMm {
  const places = sampled(points);
  const wanted = share * (places.at(-1)?.alongMm ?? 0);
  const after = places.findIndex((one) => one.alongMm >= wanted);
  const [from, to] = [places[Math.max(0, after - 1)], places[after]];
  if (from === undefined || to === undefined) return places.at(-1)?.place ?? { xMm: 0, yMm: 0 };
  const part = to.alongMm > from.alongMm ? (wanted - from.alongMm) / (to.alongMm - from.alongMm) : 0;
  return {
    xMm: from.place.xMm + (to.place.xMm - from.place.xMm) * part,
    yMm: from.place.yMm + (to.place.yMm - from.place.yMm) * part,
  };
}

/** How far along a line through points the nearest place to a point is, 0…1. */
export function shareNear(points: PointMm[], point: PointMm): number {
  const places = sampled(points);
  const length = places.at(-1)?.alongMm ?? 0;
  let [nearest, least] = [0, Infinity];
  places.forEach(({ place: a, alongMm }, i) => {
    const { place: b, alongMm: next } = places[i + 1] ?? { place: a, alongMm };
    const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
    const square = dx * dx + dy * dy;
    // The nearest place of this straight piece.
    const part =
      square === 0 ? 0 : Math.min(1, Math.max(0, ((point.xMm - a.xMm) * dx + (point.yMm - a.yMm) * dy) / square));
    const off = Math.hypot(a.xMm + dx * part - point.xMm, a.yMm + dy * part - point.yMm);
    if (off < least) [nearest, least] = [alongMm + (next - alongMm) * part, off];
  });
  return length > 0 ? nearest / length : 0;
}
