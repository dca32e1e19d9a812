import type { PointMm } from '../api/types';

/** A place so far along and across from a centre turned clockwise by so many degrees, mm. */
export function turned(centre: PointMm, turnDeg: number, alongMm: number, acrossMm: number): PointMm {
  const angle = (turnDeg * Math.PI) / 180;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  return {
    xMm: centre.xMm + alongMm * cos - acrossMm * sin,
    yMm: centre.yMm + alongMm * sin + acrossMm * cos,
  };
}

/** A turned rectangle grown all round by a reach, its corners rounded by it, as a path in screen px. */
export function reachPath(
  centre: PointMm,
  turnDeg: number,
  halfLength: number,
  halfWidth: number,
  reachMm: number,
  scale: number,
) {
  const [l, w, r] = [halfLength, halfWidth, reachMm];
  const sides: [number, number][] = [
    [-l, -w - r],
    [l, -w - r],
    [l + r, -w],
    [l + r, w],
    [l, w + r],
    [-l, w + r],
    [-l - r, w],
    [-l - r, -w],
  ];
  const radius = (r * scale).toFixed(1);
  const words = sides.map(([along, across], i) => {
    const at = turned(centre, turnDeg, along, across);
    const place = `${(at.xMm * scale).toFixed(1)} ${(at.yMm * scale).toFixed(1)}`;
    if (i === 0) return `M${place}`;
    return i % 2 === 1 ? `L${place}` : `A${radius} ${radius} 0 0 1 ${place}`;
  });
  const first = words[0]?.slice(1) ?? '';
  return `${words.join('')}A${radius} ${radius} 0 0 1 ${first}Z`;
}

/** A turned rectangle as a path in screen px. */
export function polygonPath(centre: PointMm, turnDeg: number, halfLength: number, halfWidth: number, scale: number) {
  const corners: [number, number][] = [
    [-halfLength, -halfWidth],
    [halfLength, -halfWidth],
    [halfLength, halfWidth],
    [-halfLength, halfWidth],
  ];
  const words = corners.map(([along, across]) => {
    const at = turned(centre, turnDeg, along, across);
    return `${(at.xMm * scale).toFixed(1)} ${(at.yMm * scale).toFixed(1)}`;
  });
  return `M${words.join('L')}Z`;
}
