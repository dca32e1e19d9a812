import type { TopLook, WaterPlan } from '../api/types';

/** Red, green and blue as on a screen, 0…255 and not rounded. */
export type Rgb = readonly [number, number, number];

export type Look = WaterPlan['look'];

export function rgbOf(hex: string): Rgb {
  const value = Number.parseInt(hex.slice(1), 16);
  return [value >> 16, (value >> 8) & 255, value & 255];
}

export function css([r, g, b]: Rgb): string {
  return `rgb(${Math.round(r)} ${Math.round(g)} ${Math.round(b)})`;
}

/** A colour of a table at a share of its depth: straight from one entry to the next, as the table is made for. */
export function among(colours: string[], shares: number[], share: number): Rgb {
  const last = Math.min(colours.length, shares.length) - 1;
  let high = 1;
  while (high < last && (shares[high] ?? 1) < share) high++;
  const from = rgbOf(colours[Math.min(high - 1, last)] ?? '#000000');
  const to = rgbOf(colours[Math.min(high, last)] ?? '#000000');
  const [low, up] = [shares[high - 1] ?? 0, shares[high] ?? 1];
  const t = up > low ? Math.min(1, Math.max(0, (share - low) / (up - low))) : 0;
  return [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t, from[2] + (to[2] - from[2]) * t];
}

/** What the water looks like from above where it is so deep under the top of a layer. */
export function seenAt(look: Look, top: TopLook, depthMm: number): Rgb {
  return among(top.colours, look.shares, depthMm / Math.max(0.001, top.deepestMm));
}

/** The finished water at a depth. */
export function finishedAt(look: Look, depthMm: number): Rgb {
  const top = look.tops.at(-1);
  return top === undefined ? [0, 0, 0] : seenAt(look, top, depthMm);
}

/** A layer's own band: what is seen at the deepest place once it is poured. */
export function bandOf(look: Look, layer: number): string {
  return look.bands[layer] ?? look.bands.at(-1) ?? '#000000';
}

/** A channel's light, 0…1, of what a screen shows, 0…1 (IEC 61966-2-1). */
export function lightOf(shown: number): number {
  return shown <= 0.04045 ? shown / 12.92 : ((shown + 0.055) / 1.055) ** 2.4;
}

/** Whether lettering on a colour has to be dark: by its luminance, where black and white contrast alike (WCAG 2). */
export function isPale(hex: string): boolean {
  const [r, g, b] = rgbOf(hex);
  return 0.2126 * lightOf(r / 255) + 0.7152 * lightOf(g / 255) + 0.0722 * lightOf(b / 255) > 0.179;
}
