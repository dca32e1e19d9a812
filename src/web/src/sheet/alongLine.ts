import type { PointMm } from '../api/types';

const PIECES = 24;

/** Places close together along the guide line through points, each with how far along it is, mm. */
function sampled(points: PointMm[]): { place: PointMm; alongMm: number }[] {
  const get = (i: number): PointMm => points[Math.min(points.length - 1, Math.max(0, i))] ?? { xMm: 0, yMm: 0 };
  const places: { place: PointMm; alongMm: number }[] = [];
  for (let i = 0; i < points.length - 1; i++) {
    const [p0, p1, p2, p3] = [get(i - 1), get(i), get(i + 1), get(i + 2)];
    for (let k = i === 0 ? 0 : 1; k <= PIECES; k++) {
      const t = k / PIECES;
      const mix = (a: number, b: number, c: number, d: number) =>
        b + (t * (c - a)) / 2 + t * t * (a - 2.5 * b + 2 * c - d / 2) + t * t * t * (1.5 * (b - c) + (d - a) / 2);
      const place = { xMm: mix(p0.xMm, p1.xMm, p2.xMm, p3.xMm), yMm: mix(p0.yMm, p1.yMm, p2.yMm, p3.yMm) };
      const last = places.at(-1);
      const by = last === undefined ? 0 : Math.hypot(place.xMm - last.place.xMm, place.yMm - last.place.yMm);
      places.push({ place, alongMm: (last?.alongMm ?? 0) + by });
    }
  }
  return places;
}

/** The place a share of the way along a line through points. */
export function placeAlong(points: PointMm[], share: number): PointMm {
  const places = sampled(points);
  const wanted = share * (places.at(-1)?.alongMm ?? 0);
  return (places.find((one) => one.alongMm >= wanted) ?? places.at(-1))?.place ?? { xMm: 0, yMm: 0 };
}

/** How far along a line through points the nearest place to a point is, 0…1. */
export function shareNear(points: PointMm[], point: PointMm): number {
  const places = sampled(points);
  const length = places.at(-1)?.alongMm ?? 0;
  let [nearest, least] = [0, Infinity];
  for (const { place, alongMm } of places) {
    const off = Math.hypot(place.xMm - point.xMm, place.yMm - point.yMm);
    if (off < least) [nearest, least] = [alongMm, off];
  }
  return length > 0 ? nearest / length : 0;
}
