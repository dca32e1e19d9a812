import { useEffect, useRef, useState, type MouseEvent } from 'react';
import { lightOf } from '../../scene/waterColour';
import { FileField } from '../../slip/fields';

/** A mean over so many pixels each way: one pixel of a photo is noise. */
const HALF = 3;

/** A photo to pick a colour in: it stays in this window and is sent nowhere. */
export function PhotoColour({
  onPick,
  where = 'where the water has the colour you want',
  hint = 'in the shade, not where it mirrors the sky',
}: {
  onPick: (hex: string) => void;
  /** What to click on, in words. */
  where?: string;
  /** And what to mind. */
  hint?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [picture, setPicture] = useState<ImageBitmap | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => {
    const to = canvas.current;
    if (to === null || picture === null) return;
    to.width = Math.min(picture.width, 560);
    to.height = Math.max(1, Math.round((picture.height * to.width) / picture.width));
    to.getContext('2d', { willReadFrequently: true })?.drawImage(picture, 0, 0, to.width, to.height);
  }, [picture]);
  const pick = (event: MouseEvent<HTMLCanvasElement>) => {
    const from = event.currentTarget;
    const area = from.getBoundingClientRect();
    const x = Math.round(((event.clientX - area.left) / area.width) * from.width);
    const y = Math.round(((event.clientY - area.top) / area.height) * from.height);
    const context = from.getContext('2d', { willReadFrequently: true });
    if (context === null) return;
    onPick(meanColour(context.getImageData(x - HALF, y - HALF, 2 * HALF + 1, 2 * HALF + 1).data));
  };
  return (
    <>
      <FileField
        label={picture === null ? 'Pick it in a photo' : 'Another photo'}
        accept="image/*"
        busy={false}
        onFile={(file) =>
          void createImageBitmap(file).then(
            (made) => {
              setWrong(null);
              setPicture(made);
            },
            () => setWrong('That is no picture this window can show.'),
          )
        }
      />
      {wrong !== null && <p className="notice-stop">{wrong}</p>}
      {picture !== null && (
        <>
          <canvas ref={canvas} className="photo-colour" onClick={pick} aria-label={`Photo: click ${where}`} />
          <p className="quiet">
            Click {where}: {hint}.
          </p>
        </>
      )}
    </>
  );
}

/** The mean of pixels as light, not as numbers of a screen; what lies off the picture does not count. */
export function meanColour(pixels: Uint8ClampedArray): string {
  const screen = (v: number) => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
  const sum = [0, 0, 0];
  let count = 0;
  for (let i = 0; i < pixels.length; i += 4) {
    if ((pixels[i + 3] ?? 0) < 128) continue;
    for (let k = 0; k < 3; k++) sum[k] = (sum[k] ?? 0) + lightOf((pixels[i + k] ?? 0) / 255);
    count++;
  }
  if (count === 0) return '#000000';
  return `#${sum
    .map((one) =>
      Math.round(screen(one / count) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}
