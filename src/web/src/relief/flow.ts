import type { Ground } from '../api/ground';

/** No more rounds of sweeping than this: each bend of a water takes about one. */
const MOST_ROUNDS = 60;
/** A round that shortens no way by more than this has changed nothing, mm. */
const SETTLED_MM = 1e-3;

/**
 * How far along a water each of its cells lies from one of its ends, mm, through the water itself and so round its bends; 0 where it is not. Ripples that run with
 * the flow have their crests where this is alike. Solved as the eikonal equation by sweeping (Zhao 2005); its ends are those farthest from each other by steps.
 */
export function alongWater(ground: Ground, wetRuns: number[]): Float32Array {
  const { columns, rows, cellMm } = ground;
  const wet = widened(columns, rows, wetRuns);
  const along = new Float64Array(columns * rows).fill(Infinity);
  for (const end of endsOf(columns, rows, wet)) along[end] = 0;
  const visit = (row: number, column: number): number => {
    const cell = row * columns + column;
    if (wet[cell] !== 1) return 0;
    const at = (r: number, c: number) =>
      r < 0 || c < 0 || r >= rows || c >= columns ? Infinity : (along[r * columns + c] ?? Infinity);
    const x = Math.min(at(row, column - 1), at(row, column + 1));
    const y = Math.min(at(row - 1, column), at(row + 1, column));
    const least = Math.min(x, y);
    if (least === Infinity) return 0;
    const apart = Math.abs(x - y);
    const found = apart >= cellMm ? least + cellMm : (x + y + Math.sqrt(2 * cellMm * cellMm - apart * apart)) / 2;
    const was = along[cell] ?? Infinity;
    if (found >= was) return 0;
    along[cell] = found;
    return was - found;
  };
  for (let round = 0, changed = Infinity; round < MOST_ROUNDS && changed > SETTLED_MM; round++) {
    changed = 0;
    for (const [down, right] of [
      [true, true],
      [true, false],
      [false, false],
      [false, true],
    ]) {
      for (let i = 0; i < rows; i++) {
        const row = down === true ? i : rows - 1 - i;
        for (let k = 0; k < columns; k++) changed = Math.max(changed, visit(row, right === true ? k : columns - 1 - k));
      }
    }
  }
  return Float32Array.from(along, (mm) => (mm === Infinity ? 0 : mm));
}

/** The wet cells and those beside them: the surface is drawn half a cell into the bank. */
function widened(columns: number, rows: number, wetRuns: number[]): Uint8Array {
  const wet = new Uint8Array(columns * rows);
  for (let i = 0; i < wetRuns.length; i += 3) {
    const row = wetRuns[i] ?? 0;
    const from = Math.max(0, (wetRuns[i + 1] ?? 0) - 1);
    const to = Math.min(columns, (wetRuns[i + 2] ?? 0) + 1);
    for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++)
      wet.fill(1, r * columns + from, r * columns + to);
  }
  return wet;
}

/** One end of each stretch of water: the cell most steps from any of it. */
function endsOf(columns: number, rows: number, wet: Uint8Array): number[] {
  const seen = new Uint8Array(wet.length);
  const last = (from: number, mark: number): number => {
    const queue = [from];
    seen[from] = mark;
    for (let head = 0; head < queue.length; head++) {
      const cell = queue[head] ?? 0;
      const [row, column] = [Math.floor(cell / columns), cell % columns];
      for (const [near, inside] of [
        [cell - 1, column > 0],
        [cell + 1, column < columns - 1],
        [cell - columns, row > 0],
        [cell + columns, row < rows - 1],
      ] as const) {
        if (!inside || wet[near] !== 1 || seen[near] === mark) continue;
        seen[near] = mark;
        queue.push(near);
      }
    }
    return queue.at(-1) ?? from;
  };
  const ends = [];
  for (let cell = 0; cell < wet.length; cell++)
    if (wet[cell] === 1 && seen[cell] === 0) ends.push(last(last(cell, 1), 2));
  return ends;
}
