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

/** Draws the shaded ground into a canvas the size of the board on the screen. */
export function drawRelief(
  canvas: HTMLCanvasElement,
  ground: Ground,
  widthPx: number,
  heightPx: number,
  density: number,
): void {
  canvas.width = Math.round(widthPx * density);
  canvas.height = Math.round(heightPx * density);
  const context = canvas.getContext('2d');
  if (context === null) return;
  const cells = document.createElement('canvas');
  cells.width = ground.columns;
  cells.height = ground.rows;
  cells
    .getContext('2d')
    ?.putImageData(new ImageData(shade(ground) as Uint8ClampedArray<ArrayBuffer>, ground.columns, ground.rows), 0, 0);
  context.imageSmoothingEnabled = true;
  context.imageSmoothingQuality = 'high';
  context.drawImage(cells, 0, 0, canvas.width, canvas.height);
}
