import type { Ground } from '../api/ground';
import type { WaterPlan } from '../api/types';
import { seenInPicture, type WaterPicture } from '../api/waterPicture';
import { rgbOf, seenAt } from '../scene/waterColour';

/** Plain arrays of a mesh: three numbers a vertex, three indices a triangle. x right, y up, z toward the viewer, all mm. */
export interface MeshArrays {
  positions: Float32Array;
  indices: Uint32Array;
  /** Red, green and blue as on a screen, 0…1, and 1 on a top, 0 on a cut side, for each vertex; absent where the material has them. */
  colours?: Float32Array;
}

/** Most vertices of a ground where there is a graphics processor: up to so many cells each has its own. */
export const MOST_VERTICES = 1_500_000;

/** What the ground is shown as: finished, its foam once carved, or the sheets of foam as they are stacked. */
export type GroundFace = { kind: 'finished' } | { kind: 'carved' } | { kind: 'sheets'; thicknessMm: number };

/** Height of a cell as it is shown, mm. */
function faceHeight(ground: Ground, cell: number, face: GroundFace): number {
  const height = ground.heightsMm[cell] ?? 0;
  if (face.kind === 'finished') return height;
  const foam = height - (ground.skinMm[cell] ?? 0);
  // A hair over a sheet is rounding, not another sheet.
  return face.kind === 'carved' ? foam : Math.ceil(foam / face.thicknessMm - 1e-4) * face.thicknessMm;
}

/** Heights of all cells as they are shown, mm. */
export function faceHeights(ground: Ground, face: GroundFace): Float32Array {
  return face.kind === 'finished'
    ? ground.heightsMm
    : ground.heightsMm.map((_, cell) => faceHeight(ground, cell, face));
}

/** What the board is made of, as it shows where its sides are cut. */
export const TONES = { plaster: '#d8cfbb', foam: '#b9cdd2', board: '#a97c46', body: '#9c8a70' };

/** Every other sheet of the stack is a shade darker where it is cut, so that one sees how it was glued up. */
const SECOND_SHEET = '#a3bac1';

/** More sheets than this are drawn as one block: a hand does not count them. */
const MOST_SHEETS = 60;

/** The ground as a mesh, with its sides cut open down to the underside of the board: plaster, the sheets of foam, board. */
export function groundMesh(
  ground: Ground,
  boardMm: number,
  /** Thickness of a sheet of foam, mm. */
  sheetMm: number,
  face: GroundFace,
  mostVertices: number = MOST_VERTICES,
): MeshArrays {
  const stride = Math.max(1, Math.ceil(Math.sqrt((ground.columns * ground.rows) / mostVertices)));
  const xs = samples(ground.columns, stride);
  const ys = samples(ground.rows, stride);
  const [columns, rows] = [xs.length, ys.length];
  const border = borderOf(columns, rows);
  const top = columns * rows;
  // The sides have vertices of their own, so that light does not run round the edge; each band two rings, so that colours do not run into each other.
  const sheets = sheetsOf(ground, sheetMm);
  const bands = [TONES.plaster, ...sheets.map((sheet) => sheet.hex), TONES.board];
  const corners = border.length * 2 * bands.length;
  const positions = new Float32Array((top + corners) * 3);
  const colours = new Float32Array((top + corners) * 4);
  const place = (vertex: number, x: number, y: number, z: number) => positions.set([x, y, z], vertex * 3);
  const shown = face.kind === 'finished' ? TONES.plaster : TONES.foam;
  const tint = (vertex: number, hex: string, onTop: number) => {
    const [r, g, b] = rgbOf(hex);
    colours.set([r / 255, g / 255, b / 255, onTop], vertex * 4);
  };
  const skin = new Float32Array(top);
  ys.forEach((row, r) => {
    xs.forEach((column, c) => {
      const cell = row * ground.columns + column;
      const vertex = r * columns + c;
      place(
        vertex,
        edge(column, ground.columns, ground.cellMm),
        faceHeight(ground, cell, face),
        edge(row, ground.rows, ground.cellMm),
      );
      tint(vertex, shown, 1);
      skin[vertex] = face.kind === 'finished' ? (ground.skinMm[cell] ?? 0) : 0;
    });
  });
  const indices: number[] = [];
  for (let r = 0; r + 1 < rows; r++) {
    for (let c = 0; c + 1 < columns; c++) {
      const a = r * columns + c;
      indices.push(a, a + columns, a + 1, a + 1, a + columns, a + columns + 1);
    }
  }
  border.forEach((vertex, k) => {
    const [x = 0, y = 0, z = 0] = positions.subarray(vertex * 3, vertex * 3 + 3);
    const foam = Math.max(Math.min(0, y), y - (skin[vertex] ?? 0));
    const under = Math.min(0, foam);
    const levels = [y, foam, ...sheets.map((sheet) => Math.max(under, Math.min(foam, sheet.fromMm))), -boardMm];
    bands.forEach((hex, band) => {
      const at = top + (band * border.length + k) * 2;
      place(at, x, levels[band] ?? 0, z);
      place(at + 1, x, levels[band + 1] ?? 0, z);
      tint(at, hex, 0);
      tint(at + 1, hex, 0);
      const next = top + (band * border.length + ((k + 1) % border.length)) * 2;
      indices.push(at, next, at + 1, next, next + 1, at + 1);
    });
  });
  return { positions, indices: Uint32Array.from(indices), colours };
}

/** The sheets of foam the ground is stacked of, the uppermost first, the lowest from the board up. */
function sheetsOf(ground: Ground, sheetMm: number): { fromMm: number; hex: string }[] {
  const highest = ground.heightsMm.reduce((most, height) => Math.max(most, height), 0);
  const count = Math.ceil(highest / sheetMm - 1e-4);
  if (!(count >= 1 && count <= MOST_SHEETS)) return [{ fromMm: -Infinity, hex: TONES.foam }];
  return Array.from({ length: count }, (_, i) => {
    const sheet = count - 1 - i;
    return { fromMm: sheet === 0 ? -Infinity : sheet * sheetMm, hex: sheet % 2 === 0 ? TONES.foam : SECOND_SHEET };
  });
}

/**
 * A water's surface: its wet cells and one more all round, so that it runs into the bank and the ground itself draws the
 * shore.
 */
export function waterMesh(ground: Ground, plan: WaterPlan): MeshArrays {
  const mask = new Uint8Array(ground.columns * ground.rows);
  for (let i = 0; i < plan.level.wetRuns.length; i += 3) {
    const row = plan.level.wetRuns[i] ?? 0;
    for (let r = Math.max(0, row - 1); r <= Math.min(ground.rows - 1, row + 1); r++) {
      const from = Math.max(0, (plan.level.wetRuns[i + 1] ?? 0) - 1);
      const to = Math.min(ground.columns, (plan.level.wetRuns[i + 2] ?? 0) + 1);
      mask.fill(1, r * ground.columns + from, r * ground.columns + to);
    }
  }
  // Neighbouring cells share their corners: a surface of loose quads would let the bed shine through its seams.
  const corner = new Int32Array((ground.columns + 1) * (ground.rows + 1)).fill(-1);
  const positions: number[] = [];
  const indices: number[] = [];
  const vertex = (column: number, row: number): number => {
    const at = row * (ground.columns + 1) + column;
    let known = corner[at] ?? -1;
    if (known < 0) {
      known = positions.length / 3;
      corner[at] = known;
      positions.push(column * ground.cellMm, plan.level.waterlineMm, row * ground.cellMm);
    }
    return known;
  };
  for (let cell = 0; cell < mask.length; cell++) {
    if (mask[cell] !== 1) continue;
    const row = Math.floor(cell / ground.columns);
    const column = cell - row * ground.columns;
    const [a, b, c, d] = [
      vertex(column, row),
      vertex(column, row + 1),
      vertex(column + 1, row + 1),
      vertex(column + 1, row),
    ];
    indices.push(a, b, c, a, c, d);
  }
  return { positions: Float32Array.from(positions), indices: Uint32Array.from(indices) };
}

/**
 * The water where the board's edge cuts it: a wall from the bed to the waterline, each layer as it looks from above there, by Core's picture where one depth
 * has not one colour.
 */
export function waterSides(ground: Ground, plan: WaterPlan, picture: WaterPicture | undefined): MeshArrays {
  const positions: number[] = [];
  const colours: number[] = [];
  const indices: number[] = [];
  const { columns, rows, cellMm } = ground;
  const wet = new Uint8Array(columns * rows);
  for (let i = 0; i < plan.level.wetRuns.length; i += 3) {
    const row = (plan.level.wetRuns[i] ?? 0) * columns;
    wet.fill(1, row + (plan.level.wetRuns[i + 1] ?? 0), row + (plan.level.wetRuns[i + 2] ?? 0));
  }
  const wall = (cell: number, ax: number, az: number, bx: number, bz: number) => {
    if (wet[cell] !== 1) return;
    const bedMm = ground.heightsMm[cell] ?? 0;
    let from = bedMm;
    for (const [layer, top] of plan.look.tops.entries()) {
      if (top.toMm <= from) continue;
      const painted = picture && seenInPicture(picture, layer + 1, cell % columns, Math.floor(cell / columns));
      const [r, g, b] = painted ?? seenAt(plan.look, top, top.toMm - bedMm);
      const first = positions.length / 3;
      positions.push(ax, from, az, bx, from, bz, bx, top.toMm, bz, ax, top.toMm, az);
      for (let k = 0; k < 4; k++) colours.push(r / 255, g / 255, b / 255, 0);
      indices.push(first, first + 1, first + 2, first, first + 2, first + 3);
      from = top.toMm;
    }
  };
  for (let column = 0; column < columns; column++) {
    const [a, b] = [column * cellMm, (column + 1) * cellMm];
    wall(column, b, 0, a, 0);
    wall((rows - 1) * columns + column, a, rows * cellMm, b, rows * cellMm);
  }
  for (let row = 0; row < rows; row++) {
    const [a, b] = [row * cellMm, (row + 1) * cellMm];
    wall(row * columns, 0, a, 0, b);
    wall(row * columns + columns - 1, columns * cellMm, b, columns * cellMm, a);
  }
  return {
    positions: Float32Array.from(positions),
    indices: Uint32Array.from(indices),
    colours: Float32Array.from(colours),
  };
}

/** The eight corners of the box round places; none of none. */
export function boxOf(positions: Float32Array): [number, number, number][] {
  if (positions.length === 0) return [];
  const least: [number, number, number] = [Infinity, Infinity, Infinity];
  const most: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  positions.forEach((value, i) => {
    const axis = (i % 3) as 0 | 1 | 2;
    least[axis] = Math.min(least[axis], value);
    most[axis] = Math.max(most[axis], value);
  });
  return [least[0], most[0]].flatMap((x) =>
    [least[1], most[1]].flatMap((y) => [least[2], most[2]].map((z) => [x, y, z] as [number, number, number])),
  );
}

/** Every so many cells, the last one always among them. */
function samples(count: number, stride: number): number[] {
  const found = [];
  for (let i = 0; i < count - 1; i += stride) found.push(i);
  found.push(count - 1);
  return found;
}

/** The centre of a cell, but the board's own edge for the first and the last. */
function edge(index: number, count: number, cellMm: number): number {
  if (index === 0) return 0;
  return index === count - 1 ? count * cellMm : (index + 0.5) * cellMm;
}

/** The vertices round the grid, once round. */
function borderOf(columns: number, rows: number): number[] {
  const border = [];
  for (let c = 0; c < columns; c++) border.push(c);
  for (let r = 1; r < rows; r++) border.push(r * columns + columns - 1);
  for (let c = columns - 2; c >= 0; c--) border.push((rows - 1) * columns + c);
  for (let r = rows - 2; r > 0; r--) border.push(r * columns);
  return border;
}
