import type { Ground } from '../api/ground';

/** How much steeper the ground is lit than it is, so that a few mm of bank can be seen. */
const STEEPER = 2.2;

// Light from the back left, as on a drawing board.
const LIGHT = normalise([-0.62, -0.58, 0.78]);

function normalise([x, y, z]: [number, number, number]): [number, number, number] {
  const length = Math.hypot(x, y, z);
  return [x / length, y / length, z / length];
}

/** Lowest height of a ground and how far the highest lies over it, mm; asked for again at every look, so kept with it. */
const spans = new WeakMap<Ground, { low: number; span: number }>();

function spanOf(ground: Ground): { low: number; span: number } {
  let kept = spans.get(ground);
  if (kept === undefined) {
    let low = Infinity;
    let high = -Infinity;
    for (const value of ground.heightsMm) {
      if (value < low) low = value;
      if (value > high) high = value;
    }
    kept = { low, span: Math.max(1, high - low) };
    spans.set(ground, kept);
  }
  return kept;
}

/** One pixel of plaster: the higher the paler, lit by its slope in mm a mm. */
function plaster(pixels: Uint8ClampedArray, at: number, level: number, slopeX: number, slopeY: number): void {
  const [x, y] = [slopeX * STEEPER, slopeY * STEEPER];
  const lit = Math.max(0, (-x * LIGHT[0] - y * LIGHT[1] + LIGHT[2]) / Math.sqrt(x * x + y * y + 1));
  const flat = LIGHT[2];
  const tone = 1 + (lit < flat ? 0.85 : 0.5) * (lit - flat);
  pixels[at] = (196 + 34 * level) * tone;
  pixels[at + 1] = (188 + 35 * level) * tone;
  pixels[at + 2] = (169 + 37 * level) * tone;
  pixels[at + 3] = 255;
}

/** The ground as shaded plaster, one pixel a cell: RGBA, row 0 at the back. */
export function shade(ground: Ground): Uint8ClampedArray {
  const { columns, rows, cellMm, heightsMm: h } = ground;
  const { low, span } = spanOf(ground);
  const pixels = new Uint8ClampedArray(columns * rows * 4);
  for (let row = 0; row < rows; row++) {
    const back = Math.max(0, row - 1);
    const front = Math.min(rows - 1, row + 1);
    for (let column = 0; column < columns; column++) {
      const left = Math.max(0, column - 1);
      const right = Math.min(columns - 1, column + 1);
      const i = row * columns + column;
      const slopeX = (at(h, row * columns + right) - at(h, row * columns + left)) / ((right - left || 1) * cellMm);
      const slopeY =
        (at(h, front * columns + column) - at(h, back * columns + column)) / ((front - back || 1) * cellMm);
      plaster(pixels, i * 4, (at(h, i) - low) / span, slopeX, slopeY);
    }
  }
  return pixels;
}

/** A part of the board and how finely it is seen: its back left corner, mm, and so many pixels of so many mm. */
export interface Pane {
  leftMm: number;
  topMm: number;
  pixelMm: number;
  width: number;
  height: number;
}

/**
 * A pane of the ground finer than its cells, RGBA. Heights run between the cells' middles as a uniform cubic B-spline,
 * whose slopes have no kinks: the light has no steps however near one looks.
 */
export function shadeFinely(ground: Ground, pane: Pane): Uint8ClampedArray {
  const { columns, rows, cellMm, heightsMm: h } = ground;
  const { low, span } = spanOf(ground);
  const pixels = new Uint8ClampedArray(pane.width * pane.height * 4);
  const across = Array.from({ length: pane.width }, (_, x) =>
    blend((pane.leftMm + (x + 0.5) * pane.pixelMm) / cellMm - 0.5, columns),
  );
  const [from, to] = [across[0]?.cells[0] ?? 0, across.at(-1)?.cells[3] ?? columns - 1];
  const height = new Float32Array(columns);
  const slope = new Float32Array(columns);
  for (let y = 0; y < pane.height; y++) {
    const down = blend((pane.topMm + (y + 0.5) * pane.pixelMm) / cellMm - 0.5, rows);
    for (let column = from; column <= to; column++) {
      height[column] = mixed(h, down, column, columns, down.weights);
      slope[column] = mixed(h, down, column, columns, down.slopes);
    }
    for (let x = 0; x < pane.width; x++) {
      const here = across[x];
      if (here === undefined) continue;
      plaster(
        pixels,
        (y * pane.width + x) * 4,
        (mixed(height, here, 0, 1, here.weights) - low) / span,
        mixed(height, here, 0, 1, here.slopes) / cellMm,
        mixed(slope, here, 0, 1, here.weights) / cellMm,
      );
    }
  }
  return pixels;
}

type Four = readonly [number, number, number, number];

interface Blend {
  cells: Four;
  weights: Four;
  slopes: Four;
}

/** The four cells round a place along an axis and what each weighs there, by value and by slope; the edge goes on level. */
function blend(place: number, count: number): Blend {
  const first = Math.floor(place);
  const t = place - first;
  const u = 1 - t;
  const cell = (k: number) => Math.min(count - 1, Math.max(0, first + k));
  return {
    cells: [cell(-1), cell(0), cell(1), cell(2)],
    weights: [u ** 3 / 6, (3 * t ** 3 - 6 * t * t + 4) / 6, (3 * u ** 3 - 6 * u * u + 4) / 6, t ** 3 / 6],
    slopes: [-(u * u) / 2, (3 * t * t - 4 * t) / 2, (4 * u - 3 * u * u) / 2, (t * t) / 2],
  };
}

function mixed(values: Float32Array, { cells }: Blend, first: number, stride: number, by: Four): number {
  return (
    by[0] * at(values, first + cells[0] * stride) +
    by[1] * at(values, first + cells[1] * stride) +
    by[2] * at(values, first + cells[2] * stride) +
    by[3] * at(values, first + cells[3] * stride)
  );
}

function at(values: Float32Array, index: number): number {
  return values[index] ?? 0;
}

const pictures = new WeakMap<Ground, HTMLCanvasElement>();

/** The ground as a picture of one pixel a cell, made once for each ground. */
function pictureOf(ground: Ground): HTMLCanvasElement {
  let cells = pictures.get(ground);
  if (cells === undefined) {
    cells = document.createElement('canvas');
    cells.width = ground.columns;
    cells.height = ground.rows;
    const pixels = shade(ground) as Uint8ClampedArray<ArrayBuffer>;
    cells.getContext('2d')?.putImageData(new ImageData(pixels, ground.columns, ground.rows), 0, 0);
    pictures.set(ground, cells);
  }
  return cells;
}

/** Draws the shaded ground into a canvas the size of the board on the screen. */
export function drawRelief(
  canvas: HTMLCanvasElement,
  ground: Ground,
  widthPx: number,
  heightPx: number,
  density: number,
): void {
  drawReliefAt(canvas, ground, { width: widthPx, height: heightPx }, [0, 0, widthPx, heightPx], density);
}

/** Draws the part of the shaded ground that is seen: the board at [left, top, width, height] of a canvas, all in px. */
export function drawReliefAt(
  canvas: HTMLCanvasElement,
  ground: Ground,
  area: { width: number; height: number },
  [left, top, width, height]: [number, number, number, number],
  density: number,
): void {
  canvas.width = Math.round(area.width * density);
  canvas.height = Math.round(area.height * density);
  const context = canvas.getContext('2d');
  if (context === null) return;
  context.imageSmoothingEnabled = true;
  context.imageSmoothingQuality = 'high';
  const finePx = 2;
  const cellPx = (width / ground.columns) * density;
  if (cellPx < 2 * finePx) {
    context.drawImage(pictureOf(ground), left * density, top * density, width * density, height * density);
    return;
  }
  // Near enough for a cell to be seen: only what is seen, a sample every two px; between them the canvas is smooth.
  const shown = {
    left: Math.max(0, left),
    top: Math.max(0, top),
    right: Math.min(area.width, left + width),
    bottom: Math.min(area.height, top + height),
  };
  if (shown.right <= shown.left || shown.bottom <= shown.top) return;
  const mmPerPx = (ground.columns * ground.cellMm) / width;
  const pane: Pane = {
    leftMm: (shown.left - left) * mmPerPx,
    topMm: (shown.top - top) * mmPerPx,
    pixelMm: (finePx / density) * mmPerPx,
    width: Math.ceil(((shown.right - shown.left) * density) / finePx),
    height: Math.ceil(((shown.bottom - shown.top) * density) / finePx),
  };
  const fine = document.createElement('canvas');
  fine.width = pane.width;
  fine.height = pane.height;
  const pixels = shadeFinely(ground, pane) as Uint8ClampedArray<ArrayBuffer>;
  fine.getContext('2d')?.putImageData(new ImageData(pixels, pane.width, pane.height), 0, 0);
  context.save();
  context.beginPath();
  context.rect(
    shown.left * density,
    shown.top * density,
    (shown.right - shown.left) * density,
    (shown.bottom - shown.top) * density,
  );
  context.clip();
  context.drawImage(fine, shown.left * density, shown.top * density, pane.width * finePx, pane.height * finePx);
  context.restore();
}
