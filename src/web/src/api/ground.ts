import { asProblem, ProblemError, reached } from './client';
import type { BuildEdit } from './types';

/** The ground's picture as the server compiled it: heights over the board and plaster in mm, row 0 at the back. */
export interface Ground {
  columns: number;
  rows: number;
  cellMm: number;
  heightsMm: Float32Array;
  skinMm: Float32Array;
}

/** A ground the browser has, under the key the server knows it by. */
export interface HadGround {
  key: string;
  ground: Ground;
}

const HEADER = 32;
const DAMAGED = 'The picture of the ground came damaged. Reload the page.';

/**
 * Reads the wire form: "IBGR", columns, rows (int32), cell (float32), a box (first column and row, columns, rows, int32), then
 * heights and plaster of the box (float32), little-endian. What lies outside the box is as in the ground had.
 */
export function readGround(bytes: ArrayBuffer, had: Ground | null = null): Ground {
  if (bytes.byteLength < HEADER) throw new Error(DAMAGED);
  const view = new DataView(bytes);
  const int = (at: number) => view.getInt32(at, true);
  const [columns, rows] = [int(4), int(8)];
  const box = { column: int(16), row: int(20), columns: int(24), rows: int(28) };
  const cells = box.columns * box.rows;
  if (view.getUint32(0, false) !== 0x49424752 || bytes.byteLength !== HEADER + cells * 8) {
    throw new Error(DAMAGED);
  }
  const heights = new Float32Array(bytes, HEADER, cells);
  const skin = new Float32Array(bytes, HEADER + cells * 4, cells);
  const shape = { columns, rows, cellMm: view.getFloat32(12, true) };
  if (cells === columns * rows) return { ...shape, heightsMm: heights, skinMm: skin };
  if (had?.columns !== columns || had.rows !== rows) {
    throw new Error('Only a part of the ground came. Reload the page.');
  }
  const ground = { ...shape, heightsMm: had.heightsMm.slice(), skinMm: had.skinMm.slice() };
  for (let row = 0; row < box.rows; row++) {
    const from = row * box.columns;
    const to = (box.row + row) * columns + box.column;
    ground.heightsMm.set(heights.subarray(from, from + box.columns), to);
    ground.skinMm.set(skin.subarray(from, from + box.columns), to);
  }
  return ground;
}

export async function fetchGround(id: string, had: HadGround | null = null): Promise<Ground> {
  const have = had === null ? '' : `?have=${encodeURIComponent(had.key)}`;
  return read(await reached(fetch(`/api/builds/${id}/ground${have}`)), had);
}

export async function previewGround(
  id: string,
  edit: BuildEdit,
  had: HadGround | null,
  signal: AbortSignal,
): Promise<Ground> {
  return read(
    await reached(
      fetch(`/api/builds/${id}/preview/ground`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ edit, have: had?.key ?? null }),
        signal,
      }),
    ),
    had,
  );
}

async function read(response: Response, had: HadGround | null): Promise<Ground> {
  if (!response.ok) throw new ProblemError(response.status, asProblem(await response.json().catch(() => null)));
  return readGround(await reached(response.arrayBuffer()), had?.ground ?? null);
}
