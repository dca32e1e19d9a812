import type { Ground } from '../api/ground';
import type { WaterPlan } from '../api/types';
import { finishedAt } from '../scene/waterColour';

/** What a water's colours are taken from. */
export type InkedWater = Pick<WaterPlan, 'level' | 'look'>;

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

/** The cells of a water in its colours, with its bed seen through it: RGBA, row 0 at the back. */
export function paint(pixels: Uint8ClampedArray, ground: Ground, water: InkedWater): void {
  const { wetRuns, waterlineMm } = water.level;
  for (let i = 0; i < wetRuns.length; i += 3) {
    const [row = 0, from = 0, to = 0] = [wetRuns[i], wetRuns[i + 1], wetRuns[i + 2]];
    for (let cell = row * ground.columns + from; cell < row * ground.columns + to; cell++) {
      const [r, g, b] = finishedAt(water.look, waterlineMm - (ground.heightsMm[cell] ?? 0));
      pixels.set([r, g, b, 255], cell * 4);
    }
  }
}
