import { asProblem, ProblemError, reached } from './client';
import type { BuildCard, PictureAnswer, ReadGridAnswer, RestoreBegun, StockChange } from './types';

/** How a file of heights is to be read. Empty lengths are left to the file. */
export interface GridReading {
  format: 'asc' | 'png' | 'stl';
  length: 'm' | 'mm';
  low: number | null;
  high: number | null;
  cell: number | null;
}

/** Sends a file of heights to be read and kept; the build stays as it is. */
export function sendGrid(buildId: string, file: Blob, reading: GridReading): Promise<ReadGridAnswer> {
  const query = new URLSearchParams({ format: reading.format, length: reading.length });
  for (const key of ['low', 'high', 'cell'] as const) {
    const value = reading[key];
    if (value !== null) query.set(key, String(value));
  }
  return send(`/api/builds/${buildId}/grids?${query.toString()}`, file);
}

/** Sends a picture to be kept. */
export function sendPicture(file: Blob): Promise<PictureAnswer> {
  return send('/api/pictures', file);
}

/** Brings a build file onto the shelf; as a copy it goes under a name of its own. */
export function sendBuild(file: Blob, copy: boolean): Promise<BuildCard> {
  return send(`/api/builds/import?copy=${String(copy)}`, file);
}

/** Sends a backup to take the place of the whole shelf. */
export function sendBackup(file: Blob): Promise<RestoreBegun> {
  return send('/api/backup/restore', file);
}

/** What a list of the cupboard would do; nothing is taken yet. */
export function lookAtList(file: Blob): Promise<StockChange[]> {
  return send('/api/stores/stock.csv/look', file);
}

/** Takes a list into the cupboard, all of it or nothing. */
export async function takeList(file: Blob): Promise<void> {
  await send('/api/stores/stock.csv', file);
}

/** Takes a file the server makes; what it cannot make it says in a sentence. */
export async function takeFile(address: string, name: string): Promise<void> {
  const response = await reached(fetch(address));
  if (!response.ok) throw new ProblemError(response.status, asProblem(await response.json().catch(() => null)));
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await reached(response.blob()));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

async function send<T>(address: string, file: Blob): Promise<T> {
  const response = await fetch(address, {
    method: 'POST',
    body: file,
    headers: { 'Content-Type': 'application/octet-stream' },
  }).catch(() => {
    throw new Error('The server did not take the file. Is it still running? Nothing was changed; try again.');
  });
  const said: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new ProblemError(response.status, asProblem(said));
  return said as T;
}
