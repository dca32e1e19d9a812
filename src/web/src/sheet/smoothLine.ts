import type { PointMm } from '../api/types';

/** Straight pieces to each piece between two points. */
const PIECES = 16;

/**
 * Places close together on the curve through points: the same curve as the ground is made along (centripetal Catmull–Rom,
 * its ends left straight), so that what is drawn over the ground lies on it.
 */
export function curve(points: PointMm[], closed: boolean): PointMm[] {
  const count = points.length;
  if (count < 2) return points;
  const get = (i: number, near: PointMm, far: PointMm): PointMm => {
    if (closed) return points[(i + count) % count] ?? near;
    // Beyond an open end the line goes on as the mirror image of its last piece.
    return points[i] ?? { xMm: 2 * near.xMm - far.xMm, yMm: 2 * near.yMm - far.yMm };
  };
  const places: PointMm[] = [];
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const [p1, p2] = [points[i], points[(i + 1) % count]];
    if (p1 === undefined || p2 === undefined) continue;
    const [p0, p3] = [get(i - 1, p1, p2), get(i + 2, p2, p1)];
    for (let k = 0; k < PIECES; k++) places.push(between(p0, p1, p2, p3, k / PIECES));
  }
  if (!closed) places.push(points[count - 1] ?? { xMm: 0, yMm: 0 });
  return places;
}

/** A share of the way from p1 to p2, by the pyramid of Barry & Goldman 1988. */
function between(p0: PointMm, p1: PointMm, p2: PointMm, p3: PointMm, share: number): PointMm {
  const root = (a: PointMm, b: PointMm) => Math.sqrt(Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm));
  const d12 = root(p1, p2);
  if (d12 === 0) return p1;
  const t1 = root(p0, p1) || d12;
  const t2 = t1 + d12;
  const t3 = t2 + (root(p2, p3) || d12);
  const t = t1 + share * d12;
  const mix = (a: PointMm, b: PointMm, from: number, to: number): PointMm => {
    const part = (t - from) / (to - from);
    return { xMm: a.xMm + (b.xMm - a.xMm) * part, yMm: a.yMm + (b.yMm - a.yMm) * part };
  };
  const [a1, a2, a3] = [mix(p0, p1, 0, t1), mix(p1, p2, t1, t2), mix(p2, p3, t2, t3)];
  return mix(mix(a1, a2, 0, t2), mix(a2, a3, t1, t3), t1, t2);
}

/** An SVG path along that curve. The ground itself is always the server's. */
export function smoothPath(points: PointMm[], scale: number, closed: boolean): string {
  return points.length === 0 ? '' : straightPath(curve(points, closed), scale, closed);
}

export function straightPath(points: PointMm[], scale: number, closed: boolean): string {
  return `M${points.map((p) => `${(p.xMm * scale).toFixed(1)},${(p.yMm * scale).toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;
}
