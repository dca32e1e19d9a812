import type { PointMm } from '../api/types';

/**
 * An SVG path that runs smoothly through points (Catmull–Rom as cubic Béziers): a guide line for the hand. The ground
 * itself is always the server's.
 */
export function smoothPath(points: PointMm[], scale: number, closed: boolean): string {
  const count = points.length;
  const get = (i: number): PointMm => {
    const index = closed ? (i + count) % count : Math.min(count - 1, Math.max(0, i));
    return points[index] ?? { xMm: 0, yMm: 0 };
  };
  const at = (p: PointMm) => `${(p.xMm * scale).toFixed(1)},${(p.yMm * scale).toFixed(1)}`;
  if (count === 0) return '';
  let path = `M${at(get(0))}`;
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const [p0, p1, p2, p3] = [get(i - 1), get(i), get(i + 1), get(i + 2)];
    const c1 = { xMm: p1.xMm + (p2.xMm - p0.xMm) / 6, yMm: p1.yMm + (p2.yMm - p0.yMm) / 6 };
    const c2 = { xMm: p2.xMm - (p3.xMm - p1.xMm) / 6, yMm: p2.yMm - (p3.yMm - p1.yMm) / 6 };
    path += `C${at(c1)} ${at(c2)} ${at(p2)}`;
  }
  return path + (closed ? 'Z' : '');
}

export function straightPath(points: PointMm[], scale: number, closed: boolean): string {
  return `M${points.map((p) => `${(p.xMm * scale).toFixed(1)},${(p.yMm * scale).toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;
}
