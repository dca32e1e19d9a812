import { asProblem, ProblemError, reached } from './client';

/** A water from above, cell by cell, as Core paints it: for the bare bed and after each layer. */
export interface WaterPicture {
  column0: number;
  row0: number;
  columns: number;
  rows: number;
  /** Tops of the layers, mm over the board. */
  topsMm: number[];
  /** Four bytes a cell, row by row; alpha 0 where it is dry. The bare bed first, then a picture for each layer. */
  rgba: Uint8ClampedArray<ArrayBuffer>[];
}

const HEAD = 24;

/** Reads the wire form: "IBWP", first column and row, columns, rows, layers (int32), tops (float32), then the pictures. */
export function readWaterPicture(bytes: ArrayBuffer): WaterPicture {
  const damaged = () => new Error('The picture of the water came damaged. Reload the page.');
  if (bytes.byteLength < HEAD) throw damaged();
  const view = new DataView(bytes);
  const [column0 = 0, row0 = 0, columns = 0, rows = 0, layers = 0] = [4, 8, 12, 16, 20].map((at) =>
    view.getInt32(at, true),
  );
  const size = columns * rows * 4;
  const from = HEAD + layers * 4;
  const pictures = size === 0 ? 0 : layers + 1;
  if (view.getUint32(0, false) !== 0x49425750 || bytes.byteLength !== from + pictures * size) throw damaged();
  return {
    column0,
    row0,
    columns,
    rows,
    topsMm: Array.from({ length: layers }, (_, k) => view.getFloat32(HEAD + k * 4, true)),
    rgba: Array.from({ length: pictures }, (_, k) => new Uint8ClampedArray(bytes, from + k * size, size)),
  };
}

export async function fetchWaterPicture(id: string, waterId: string): Promise<WaterPicture> {
  const response = await reached(fetch(`/api/builds/${id}/waters/${encodeURIComponent(waterId)}/picture`));
  if (!response.ok) throw new ProblemError(response.status, asProblem(await response.json().catch(() => null)));
  return readWaterPicture(await reached(response.arrayBuffer()));
}

/** What is seen at a cell of the board after a layer, 0 for the bare bed: 0…255; null where the water is not. */
export function seenInPicture(
  picture: WaterPicture,
  layer: number,
  column: number,
  row: number,
): readonly [number, number, number] | null {
  const [c, r] = [column - picture.column0, row - picture.row0];
  if (c < 0 || r < 0 || c >= picture.columns || r >= picture.rows) return null;
  const pixels = picture.rgba[layer];
  const at = (r * picture.columns + c) * 4;
  return pixels === undefined || pixels[at + 3] !== 255
    ? null
    : [pixels[at] ?? 0, pixels[at + 1] ?? 0, pixels[at + 2] ?? 0];
}
