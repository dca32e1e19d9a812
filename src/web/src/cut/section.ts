import type { Ground } from '../api/ground';
import type { CutLine } from '../desk/DeskContext';

/** The ground along a line: samples at even distances, mm. */
export interface Section {
  lengthMm: number;
  /** Distance of each sample from A, mm. */
  alongMm: number[];
  surfaceMm: number[];
  skinMm: number[];
  /** Cell under each sample, for asking which water stands there; −1 off the board. */
  cell: number[];
}

/** Takes the ground along the cut, with heights between cell centres where neither is across a wall. */
export function takeSection(ground: Ground, cut: CutLine, samples: number): Section {
  const lengthMm = Math.hypot(cut.b.xMm - cut.a.xMm, cut.b.yMm - cut.a.yMm);
  const section: Section = { lengthMm, alongMm: [], surfaceMm: [], skinMm: [], cell: [] };
  for (let k = 0; k < samples; k++) {
    const share = k / (samples - 1);
    const x = cut.a.xMm + (cut.b.xMm - cut.a.xMm) * share;
    const y = cut.a.yMm + (cut.b.yMm - cut.a.yMm) * share;
    const column = Math.min(ground.columns - 1, Math.max(0, Math.floor(x / ground.cellMm)));
    const row = Math.min(ground.rows - 1, Math.max(0, Math.floor(y / ground.cellMm)));
    const cell = row * ground.columns + column;
    section.alongMm.push(lengthMm * share);
    section.surfaceMm.push(between(ground, ground.heightsMm, x, y));
    section.skinMm.push(ground.skinMm[cell] ?? 0);
    section.cell.push(cell);
  }
  return section;
}

function between(ground: Ground, values: Float32Array, xMm: number, yMm: number): number {
  const u = Math.min(ground.columns - 1, Math.max(0, xMm / ground.cellMm - 0.5));
  const v = Math.min(ground.rows - 1, Math.max(0, yMm / ground.cellMm - 0.5));
  const c = Math.min(ground.columns - 2, Math.floor(u));
  const r = Math.min(ground.rows - 2, Math.floor(v));
  const at = (column: number, row: number) => values[Math.max(0, row) * ground.columns + Math.max(0, column)] ?? 0;
  const [fu, fv] = [u - c, v - r];
  const back = at(c, r) + (at(c + 1, r) - at(c, r)) * fu;
  const front = at(c, r + 1) + (at(c + 1, r + 1) - at(c, r + 1)) * fu;
  return back + (front - back) * fv;
}

/** Stretches of samples [from, to] where water stands, by the server's wet cells: row, first column, column past the last. */
export function wetStretches(section: Section, wetRuns: number[], columns: number): [number, number][] {
  // Asked at every frame of a drag: what is gone over is the runs, never the cells in them.
  const runsOfRow = new Map<number, [number, number][]>();
  for (let i = 0; i < wetRuns.length; i += 3) {
    const [row = 0, first = 0, past = 0] = [wetRuns[i], wetRuns[i + 1], wetRuns[i + 2]];
    const runs = runsOfRow.get(row);
    if (runs === undefined) runsOfRow.set(row, [[first, past]]);
    else runs.push([first, past]);
  }
  const isWet = (cell: number) => {
    const row = Math.floor(cell / columns);
    const column = cell - row * columns;
    return runsOfRow.get(row)?.some(([first, past]) => first <= column && column < past) ?? false;
  };
  const stretches: [number, number][] = [];
  let from = -1;
  section.cell.forEach((cell, k) => {
    const wet = isWet(cell);
    if (wet && from < 0) from = k;
    if (!wet && from >= 0) {
      stretches.push([from, k - 1]);
      from = -1;
    }
  });
  if (from >= 0) stretches.push([from, section.cell.length - 1]);
  return stretches;
}

/** The parts of a stretch of samples [from, to] whose ground lies under a level: where a layer with that top has any depth. */
export function under(section: Section, [from, to]: [number, number], topMm: number): [number, number][] {
  const parts: [number, number][] = [];
  for (let k = from; k <= to; k++) {
    if ((section.surfaceMm[k] ?? 0) >= topMm) continue;
    const last = parts.at(-1);
    if (last !== undefined && last[1] === k - 1) last[1] = k;
    else parts.push([k, k]);
  }
  return parts;
}
