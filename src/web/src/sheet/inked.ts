import type { Ground } from '../api/ground';
import type { WaterPlan } from '../api/types';

/** What a water's colours are made from. */
export type InkedWater = Pick<WaterPlan, 'level' | 'look'>;

/** Where the water covers its bed with its own colour, mm: shallower it lets the bed's own light through. */
const COVERS_MM = 4;

/** The colour of a water at a depth, as its ink makes it, and how much of the bed it covers. */
export function inked(plan: InkedWater, depthMm: number): [number, number, number, number] {
  const steps = plan.look.depthColours.length - 1;
  const at = Math.min(1, Math.max(0, depthMm / Math.max(0.01, plan.level.maxDepthMm))) * steps;
  const first = Math.min(Math.floor(at), steps - 1);
  const a = rgb(plan.look.depthColours[first]);
  const b = rgb(plan.look.depthColours[first + 1]);
  const mix = (k: 0 | 1 | 2) => a[k] + (b[k] - a[k]) * (at - first);
  return [mix(0), mix(1), mix(2), Math.min(0.94, 0.35 + (0.59 * Math.max(0, depthMm)) / COVERS_MM)];
}

function rgb(hex: string | undefined): [number, number, number] {
  const value = Number.parseInt((hex ?? '#000000').slice(1), 16);
  return [(value >> 16) / 255, ((value >> 8) & 255) / 255, (value & 255) / 255];
}

/** Draws waters over a picture of their ground that fills the canvas, one pixel a cell made as large. */
export function drawWaters(canvas: HTMLCanvasElement, ground: Ground, waters: InkedWater[]): void {
  const pixels = new Uint8ClampedArray(ground.columns * ground.rows * 4);
  for (const water of waters) paint(pixels, ground, water);
  const cells = document.createElement('canvas');
  cells.width = ground.columns;
  cells.height = ground.rows;
  cells.getContext('2d')?.putImageData(new ImageData(pixels, ground.columns, ground.rows), 0, 0);
  canvas.getContext('2d')?.drawImage(cells, 0, 0, canvas.width, canvas.height);
}

/** The cells of a water in its colours: RGBA, row 0 at the back. */
export function paint(pixels: Uint8ClampedArray, ground: Ground, water: InkedWater): void {
  const { wetRuns, waterlineMm } = water.level;
  for (let i = 0; i < wetRuns.length; i += 3) {
    const [row = 0, from = 0, to = 0] = [wetRuns[i], wetRuns[i + 1], wetRuns[i + 2]];
    for (let cell = row * ground.columns + from; cell < row * ground.columns + to; cell++) {
      const colour = inked(water, waterlineMm - (ground.heightsMm[cell] ?? 0));
      for (let k = 0; k < 4; k++) pixels[cell * 4 + k] = (colour[k] ?? 0) * 255;
    }
  }
}
