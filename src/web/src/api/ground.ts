import { asProblem, ProblemError } from './client';
import type { BuildEdit } from './types';

/** The ground's picture as the server compiled it: heights over the board and plaster in mm, row 0 at the back. */
export interface Ground {
  columns: number;
  rows: number;
  cellMm: number;
  heightsMm: Float32Array;
  skinMm: Float32Array;
}

const HEADER = 16;

/** Reads the wire form: "IBGR", columns, rows (int32), cell (float32), heights, plaster (float32), little-endian. */
export function readGround(bytes: ArrayBuffer): Ground {
  const view = new DataView(bytes);
  const columns = view.getInt32(4, true);
  const rows = view.getInt32(8, true);
  const cells = columns * rows;
  if (view.getUint32(0, false) !== 0x49424752 || bytes.byteLength !== HEADER + cells * 8) {
    throw new Error('The picture of the ground came damaged. Reload the page.');
  }
  return {
    columns,
    rows,
    cellMm: view.getFloat32(12, true),
    heightsMm: new Float32Array(bytes, HEADER, cells),
    skinMm: new Float32Array(bytes, HEADER + cells * 4, cells),
  };
}

export async function fetchGround(id: string): Promise<Ground> {
  return read(await fetch(`/api/builds/${id}/ground`));
}

export async function previewGround(id: string, edit: BuildEdit): Promise<Ground> {
  return read(
    await fetch(`/api/builds/${id}/preview/ground`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ edit }),
    }),
  );
}

async function read(response: Response): Promise<Ground> {
  if (!response.ok) throw new ProblemError(response.status, asProblem(await response.json().catch(() => null)));
  return readGround(await response.arrayBuffer());
}
