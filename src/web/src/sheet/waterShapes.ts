import { contours } from 'd3-contour';
import type { Ground } from '../api/ground';
import type { WaterLevel } from '../api/types';
import type { Line } from './roundedPath';

/** A shape in board mm: rings, holes among them (even–odd). */
export type Rings = Line[];

/** What a water's drawing is made from. */
export type StandingWater = Pick<WaterLevel, 'wetRuns' | 'waterlineMm' | 'maxDepthMm'>;

export interface WaterShapes {
  /** The water's surface. */
  surface: Rings;
  /** Where it is deeper than each depth, mm, shallow to deep. */
  deeper: { depthMm: number; rings: Rings }[];
}

/** A depth worth writing down. */
export interface DepthSpot {
  xMm: number;
  yMm: number;
  depthMm: number;
}

/** Depth lines every so many mm: at most about six of them. */
export function depthStep(maxDepthMm: number): number {
  return [0.5, 1, 2, 5, 10, 20, 50].find((step) => maxDepthMm / step <= 6) ?? 100;
}

/** Depth of a water at each cell of the window round it; under nothing outside it. */
interface Window {
  column0: number;
  row0: number;
  width: number;
  height: number;
  depths: Float32Array;
}

/**
 * The drawing of a water from its wet cells and the ground: marching squares on its depth, so that the shore runs between
 * cells. Which cells are wet is the server's word; nothing is decided here. While a hand drags, fewer cells will do.
 */
export function waterShapes(ground: Ground, plan: StandingWater, mostCells = Infinity): WaterShapes {
  if (plan.wetRuns.length === 0) return { surface: [], deeper: [] };
  const window = depthWindow(ground, plan);
  const { width, height, values, stride } = thinned(window, mostCells);
  const generator = contours().size([width, height]).smooth(true);
  const ringsAt = (depth: number): Rings =>
    generator
      .contour(values, depth)
      .coordinates.flat()
      .map((ring) =>
        ring.map(([x = 0, y = 0]): [number, number] => [
          (x * stride + window.column0) * ground.cellMm,
          (y * stride + window.row0) * ground.cellMm,
        ]),
      );
  const step = depthStep(plan.maxDepthMm);
  const deeper = [];
  for (let depth = step; depth < plan.maxDepthMm; depth += step) deeper.push({ depthMm: depth, rings: ringsAt(depth) });
  return { surface: ringsAt(0), deeper };
}

/** Every so many-th cell of a window, so that there are no more than so many. */
function thinned({ width, height, depths }: Window, mostCells: number) {
  const stride = Math.max(1, Math.ceil(Math.sqrt((width * height) / mostCells)));
  if (stride === 1) return { width, height, values: Array.from(depths), stride };
  const [columns, rows] = [Math.ceil(width / stride), Math.ceil(height / stride)];
  const half = (stride - 1) >> 1;
  const values = Array.from({ length: columns * rows }, (_, k) => {
    const row = Math.min(height - 1, Math.floor(k / columns) * stride + half);
    const column = Math.min(width - 1, (k % columns) * stride + half);
    return depths[row * width + column] ?? -1;
  });
  return { width: columns, height: rows, values, stride };
}

function depthWindow(ground: Ground, plan: StandingWater): Window {
  const runs = plan.wetRuns;
  let left = Infinity;
  let right = 0;
  for (let i = 0; i < runs.length; i += 3) {
    left = Math.min(left, runs[i + 1] ?? 0);
    right = Math.max(right, runs[i + 2] ?? 0);
  }
  const row0 = Math.max(0, (runs[0] ?? 0) - 1);
  const row1 = Math.min(ground.rows, (runs[runs.length - 3] ?? 0) + 2);
  const column0 = Math.max(0, left - 1);
  const column1 = Math.min(ground.columns, right + 1);
  const width = column1 - column0;
  const height = row1 - row0;
  const depths = new Float32Array(width * height);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const depth = plan.waterlineMm - (ground.heightsMm[(row + row0) * ground.columns + column + column0] ?? 0);
      // Low ground of another water must not look wet here.
      depths[row * width + column] = Math.min(depth, -0.01);
    }
  }
  for (let i = 0; i < runs.length; i += 3) {
    const row = runs[i] ?? 0;
    for (let column = runs[i + 1] ?? 0; column < (runs[i + 2] ?? 0); column++) {
      depths[(row - row0) * width + column - column0] =
        plan.waterlineMm - (ground.heightsMm[row * ground.columns + column] ?? 0);
    }
  }
  return { column0, row0, width, height, depths };
}

/** A part of the board, mm. */
export interface PartMm {
  fromXMm: number;
  fromYMm: number;
  toXMm: number;
  toYMm: number;
}

const ALL: PartMm = { fromXMm: -Infinity, fromYMm: -Infinity, toXMm: Infinity, toYMm: Infinity };

/** The deepest places of a part of the board, each at least a spacing from the last and away from the shore. */
export function depthSpots(ground: Ground, plan: StandingWater, spacingMm: number, part: PartMm = ALL): DepthSpot[] {
  if (plan.wetRuns.length === 0) return [];
  const window = depthWindow(ground, plan);
  const clear = Math.max(2, Math.round(spacingMm / 4 / ground.cellMm));
  const stride = Math.max(1, Math.round(spacingMm / 6 / ground.cellMm));
  const found: DepthSpot[] = [];
  for (let row = clear; row < window.height - clear; row += stride) {
    for (let column = clear; column < window.width - clear; column += stride) {
      const wet = (r: number, c: number) => (window.depths[r * window.width + c] ?? -1) > 0;
      if (
        ![row - clear, row, row + clear].every((r) => [column - clear, column, column + clear].every((c) => wet(r, c)))
      )
        continue;
      const [boardColumn, boardRow] = [column + window.column0, row + window.row0];
      const fromEdge = Math.min(boardColumn, boardRow, ground.columns - boardColumn, ground.rows - boardRow);
      if (fromEdge * ground.cellMm < spacingMm / 3) continue;
      const [xMm, yMm] = [(boardColumn + 0.5) * ground.cellMm, (boardRow + 0.5) * ground.cellMm];
      if (xMm < part.fromXMm || xMm > part.toXMm || yMm < part.fromYMm || yMm > part.toYMm) continue;
      found.push({
        xMm,
        yMm,
        depthMm: window.depths[row * window.width + column] ?? 0,
      });
    }
  }
  found.sort((p, q) => q.depthMm - p.depthMm);
  const kept: DepthSpot[] = [];
  for (const spot of found) {
    if (kept.length === 14) break;
    if (kept.every((other) => Math.hypot(other.xMm - spot.xMm, other.yMm - spot.yMm) >= spacingMm)) kept.push(spot);
  }
  return kept;
}
