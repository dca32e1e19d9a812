import type { Ground } from '../api/ground';

/** How much steeper the ground is lit than it is, so that a few mm of bank can be seen. */
const STEEPER = 2.2;

// Light from the back left, as on a drawing board.
const LIGHT = normalise([-0.62, -0.58, 0.78]);

function normalise([x, y, z]: [number, number, number]): [number, number, number] {
  const length = Math.hypot(x, y, z);
  return [x / length, y / length, z / length];
}

/** The ground as shaded plaster, one pixel a cell: RGBA, row 0 at the back. */
export function shade(ground: Ground): Uint8ClampedArray {
  const { columns, rows, cellMm, heightsMm: h } = ground;
  let low = Infinity;
  let high = -Infinity;
  for (const value of h) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const span = Math.max(1, high - low);
  const flat = LIGHT[2];
  const pixels = new Uint8ClampedArray(columns * rows * 4);
  for (let row = 0; row < rows; row++) {
    const back = Math.max(0, row - 1);
    const front = Math.min(rows - 1, row + 1);
    for (let column = 0; column < columns; column++) {
      const left = Math.max(0, column - 1);
      const right = Math.min(columns - 1, column + 1);
      const i = row * columns + column;
      const slopeX =
        ((at(h, row * columns + right) - at(h, row * columns + left)) / ((right - left || 1) * cellMm)) * STEEPER;
      const slopeY =
        ((at(h, front * columns + column) - at(h, back * columns + column)) / ((front - back || 1) * cellMm)) * STEEPER;
      const length = Math.sqrt(slopeX * slopeX + slopeY * slopeY + 1);
      const lit = Math.max(0, (-slopeX * LIGHT[0] - slopeY * LIGHT[1] + LIGHT[2]) / length);
      const level = (at(h, i) - low) / span;
      const tone = 1 + (lit < flat ? 0.85 : 0.5) * (lit - flat);
      pixels[i * 4] = (196 + 34 * level) * tone;
      pixels[i * 4 + 1] = (188 + 35 * level) * tone;
      pixels[i * 4 + 2] = (169 + 37 * level) * tone;
      pixels[i * 4 + 3] = 255;
    }
  }
  return pixels;
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
  context.drawImage(pictureOf(ground), left * density, top * density, width * density, height * density);
}
