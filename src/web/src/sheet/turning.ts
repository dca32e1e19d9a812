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
