import type { Ground } from '../api/ground';
import { isClosed, type Line } from './roundedPath';

/**
 * Height lines of the ground every so many mm. The ground is gone over once, whatever the number of levels: a square between
 * four cells' middles is cut only by the levels between its lowest and its highest corner (marching squares).
 */
export function heightLines(ground: Ground, stepMm: number): { levelMm: number; lines: Line[] }[] {
  const { columns, rows, cellMm, heightsMm } = ground;
  // Of each level: from the edge a line comes in by to the edge it leaves by.
  const cuts = new Map<number, Map<number, number>>();
  const at = (cell: number) => heightsMm[cell] ?? 0;
  for (let row = 0; row + 1 < rows; row++) {
    let a = at(row * columns);
    let d = at((row + 1) * columns);
    for (let column = 0; column + 1 < columns; column++) {
      const cell = row * columns + column;
      const b = at(cell + 1);
      const c = at(cell + columns + 1);
      const highest = Math.max(a, b, c, d);
      // A corner on a level is above it, so that no line runs through a corner.
      for (let k = Math.floor(Math.min(a, b, c, d) / stepMm) + 1; k * stepMm <= highest; k++) {
        let level = cuts.get(k);
        if (level === undefined) cuts.set(k, (level = new Map<number, number>()));
        cut(level, k * stepMm, cell, columns, a, b, c, d);
      }
      [a, d] = [b, c];
    }
  }
  const placeOf = (edge: number, levelMm: number): [number, number] => {
    const cell = edge >> 1;
    const down = edge & 1;
    const [from, to] = [at(cell), at(down === 1 ? cell + columns : cell + 1)];
    const share = (levelMm - from) / (to - from);
    const [column, row] = [cell % columns, Math.floor(cell / columns)];
    return down === 1
      ? [(column + 0.5) * cellMm, (row + 0.5 + share) * cellMm]
      : [(column + 0.5 + share) * cellMm, (row + 0.5) * cellMm];
  };
  return [...cuts]
    .sort(([k], [other]) => k - other)
    .map(([k, level]) => ({
      levelMm: k * stepMm,
      lines: joined(level).map((edges) =>
        toBoardEdge(
          edges.map((edge) => placeOf(edge, k * stepMm)),
          ground,
        ),
      ),
    }));
}

/** The lines of a level through the square whose first corner is a cell; corners a, b, c, d go round it. */
function cut(
  level: Map<number, number>,
  levelMm: number,
  cell: number,
  columns: number,
  a: number,
  b: number,
  c: number,
  d: number,
): void {
  // An edge bears the number of the cell it goes out from: to the right even, down odd.
  const [top, left] = [2 * cell, 2 * cell + 1];
  const [bottom, right] = [2 * (cell + columns), 2 * (cell + 1) + 1];
  const above = (a >= levelMm ? 8 : 0) | (b >= levelMm ? 4 : 0) | (c >= levelMm ? 2 : 0) | (d >= levelMm ? 1 : 0);
  // Two corners across from each other: the middle says whether they hang together.
  const together = (a + b + c + d) / 4 >= levelMm;
  switch (above) {
    case 8:
      level.set(top, left);
      break;
    case 4:
      level.set(right, top);
      break;
    case 2:
      level.set(bottom, right);
      break;
    case 1:
      level.set(left, bottom);
      break;
    case 12:
      level.set(right, left);
      break;
    case 6:
      level.set(bottom, top);
      break;
    case 3:
      level.set(left, right);
      break;
    case 9:
      level.set(top, bottom);
      break;
    case 7:
      level.set(left, top);
      break;
    case 11:
      level.set(top, right);
      break;
    case 13:
      level.set(right, bottom);
      break;
    case 14:
      level.set(bottom, left);
      break;
    case 10:
      level.set(top, together ? right : left);
      level.set(bottom, together ? left : right);
      break;
    case 5:
      level.set(right, together ? bottom : top);
      level.set(left, together ? top : bottom);
      break;
  }
}

/** Edge after edge; first the lines that come in from outside, then those that close. */
function joined(level: Map<number, number>): number[][] {
  const ends = new Set(level.values());
  const lines = [];
  for (const starts of [[...level.keys()].filter((edge) => !ends.has(edge)), level.keys()]) {
    for (const start of starts) {
      if (!level.has(start)) continue;
      const line = [start];
      for (let edge = level.get(start); edge !== undefined; edge = level.get(edge)) {
        level.delete(line.at(-1) ?? start);
        line.push(edge);
      }
      lines.push(line);
    }
  }
  return lines;
}

/** A line that does not close ended in the middle of an outermost cell: it goes on straight to the board's edge. */
function toBoardEdge(line: Line, { columns, rows, cellMm }: Ground): Line {
  const [first, last] = [line[0], line.at(-1)];
  if (first === undefined || last === undefined || isClosed(line)) return line;
  const out = (mm: number, cells: number) =>
    mm <= cellMm / 2 ? 0 : mm >= (cells - 0.5) * cellMm ? cells * cellMm : mm;
  const ending = ([x, y]: [number, number]): [number, number] => [out(x, columns), out(y, rows)];
  return [ending(first), ...line, ending(last)];
}
