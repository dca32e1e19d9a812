import type { Ground } from '../api/ground';
import type { WaterPlan } from '../api/types';
import { finishedAt } from '../scene/waterColour';

/** Plain arrays of a mesh: three numbers a vertex, three indices a triangle. x right, y up, z toward the viewer, all mm. */
export interface MeshArrays {
  positions: Float32Array;
  indices: Uint32Array;
  /** Red, green, blue and how much it covers, 0…1, for each vertex; absent for one colour throughout. */
  colours?: Float32Array;
}

/** The colours hold the bed as it is seen through the water: only a hint of the ground's own light comes through besides. */
const WATER_COVERS = 0.94;

/** Most vertices of a ground: more would not be seen, and would be slow without a graphics processor. */
export const MOST_VERTICES = 160_000;

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

/**
 * The ground as a mesh with its sides down to the underside of the board.
 */
export function groundMesh(
  ground: Ground,
  boardMm: number,
  face: GroundFace,
  mostVertices: number = MOST_VERTICES,
): MeshArrays {
  const stride = Math.max(1, Math.ceil(Math.sqrt((ground.columns * ground.rows) / mostVertices)));
  const xs = samples(ground.columns, stride);
  const ys = samples(ground.rows, stride);
  const [columns, rows] = [xs.length, ys.length];
  const border = borderOf(columns, rows);
  const top = columns * rows;
  const positions = new Float32Array((top + border.length * 2) * 3);
  const place = (vertex: number, x: number, y: number, z: number) => {
    positions[vertex * 3] = x;
    positions[vertex * 3 + 1] = y;
    positions[vertex * 3 + 2] = z;
  };
  ys.forEach((row, r) => {
    xs.forEach((column, c) => {
      const cell = row * ground.columns + column;
      place(
        r * columns + c,
        edge(column, ground.columns, ground.cellMm),
        faceHeight(ground, cell, face),
        edge(row, ground.rows, ground.cellMm),
      );
    });
  });
  const indices: number[] = [];
  for (let r = 0; r + 1 < rows; r++) {
    for (let c = 0; c + 1 < columns; c++) {
      const a = r * columns + c;
      indices.push(a, a + columns, a + 1, a + 1, a + columns, a + columns + 1);
    }
  }
  // The sides have vertices of their own, so that light does not run round the edge.
  border.forEach((vertex, k) => {
    const [x = 0, y = 0, z = 0] = positions.subarray(vertex * 3, vertex * 3 + 3);
    place(top + k * 2, x, y, z);
    place(top + k * 2 + 1, x, -boardMm, z);
    const next = top + ((k + 1) % border.length) * 2;
    indices.push(top + k * 2, next, top + k * 2 + 1, next, next + 1, top + k * 2 + 1);
  });
  return { positions, indices: Uint32Array.from(indices) };
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
  const colours: number[] = [];
  const vertex = (column: number, row: number): number => {
    const at = row * (ground.columns + 1) + column;
    let known = corner[at] ?? -1;
    if (known < 0) {
      known = positions.length / 3;
      corner[at] = known;
      positions.push(column * ground.cellMm, plan.level.waterlineMm, row * ground.cellMm);
      const seen = finishedAt(plan.look, plan.level.waterlineMm - cornerHeight(ground, column, row));
      colours.push(seen[0] / 255, seen[1] / 255, seen[2] / 255, WATER_COVERS);
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
  return {
    positions: Float32Array.from(positions),
    indices: Uint32Array.from(indices),
    colours: Float32Array.from(colours),
  };
}

/** Height of the ground where four cells meet: their mean. */
function cornerHeight(ground: Ground, column: number, row: number): number {
  let sum = 0;
  let count = 0;
  for (let r = Math.max(0, row - 1); r <= Math.min(ground.rows - 1, row); r++) {
    for (let c = Math.max(0, column - 1); c <= Math.min(ground.columns - 1, column); c++) {
      sum += ground.heightsMm[r * ground.columns + c] ?? 0;
      count += 1;
    }
  }
  return sum / count;
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
