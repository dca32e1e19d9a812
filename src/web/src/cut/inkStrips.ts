import type { Ground } from '../api/ground';
import { seenInPicture, type WaterPicture } from '../api/waterPicture';
import { seenAt, type Look } from '../scene/waterColour';
import type { Section } from './section';

/**
 * For each layer a strip as long as the section, one pixel a sample, in the colours one sees from above once that layer is poured: as pictures, because
 * hundreds of colour stops for each layer would be drawn anew with every step of a drag.
 */
export function inkStrips(
  section: Section,
  look: Look,
  /** Where one depth has not one colour. */
  picture: WaterPicture | undefined,
  columns: Ground['columns'],
): string[] {
  const length = section.alongMm.length;
  const canvas = document.createElement('canvas');
  canvas.width = length;
  canvas.height = 1;
  const context = canvas.getContext('2d');
  if (context === null || length === 0) return [];
  return look.tops.map((top, layer) => {
    const pixels = new Uint8ClampedArray(length * 4);
    section.surfaceMm.forEach((bedMm, k) => {
      const cell = section.cell[k] ?? 0;
      const seen = picture && seenInPicture(picture, layer + 1, cell % columns, Math.floor(cell / columns));
      pixels.set([...(seen ?? seenAt(look, top, top.toMm - bedMm)), 255], k * 4);
    });
    context.putImageData(new ImageData(pixels, length, 1), 0, 0);
    return canvas.toDataURL();
  });
}
