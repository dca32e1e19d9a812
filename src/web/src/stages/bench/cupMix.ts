import type { BenchView } from '../../api/types';

type Mix = BenchView['mixes'][number];

/*
 * What Core's CupMix reckons, foretold: a phone off the network has to say how much of part two belongs to what is in the cup, or a cup is lost. Held to Core by
 * cases it writes (foretold.cases.json); what stands in the record is what Core says once the server is back.
 */

// A hair, so that a sum of tenths counts as the tenths it shows.
const HAIR = 1e-9;

const steps = (g: number, mix: Mix) => Math.max(mix.graduationG, Math.round(g / mix.graduationG) * mix.graduationG);

/** Part two that belongs to so much of part one, g. */
export const twoFor = (oneG: number, mix: Mix): number => steps(oneG / mix.onePerTwoG, mix);

/** How far the ratio is off, %, and what has to come on top, g: both 0 when it is met. */
export function both(oneG: number, twoG: number, mix: Mix): { off: number; oneMoreG: number; twoMoreG: number } {
  const off = (oneG / twoG / mix.onePerTwoG - 1) * 100;
  const met = { off, oneMoreG: 0, twoMoreG: 0 };
  if (Math.abs(off) <= mix.tolerancePercent + HAIR) return met;
  const more =
    off > 0
      ? { off, oneMoreG: 0, twoMoreG: steps(oneG / mix.onePerTwoG - twoG, mix) }
      : { off, oneMoreG: steps(twoG * mix.onePerTwoG - oneG, mix), twoMoreG: 0 };
  const then = ((oneG + more.oneMoreG) / (twoG + more.twoMoreG) / mix.onePerTwoG - 1) * 100;
  return Math.abs(then) < Math.abs(off) ? more : met;
}

/** What both make together, ml. */
export const mixedMl = (oneG: number, twoG: number, mix: Mix): number =>
  oneG / mix.densityOne + (mix.onePerTwoG > 0 ? twoG / mix.densityTwo : 0);

/** How long a cup of so much may stand, minutes; null without a limit. */
export function minutesOf(massG: number, mix: Mix): number | null {
  const last = mix.times.at(-1);
  if (last === undefined) return null;
  return mix.times.find((time) => time.massG >= massG - 1e-6)?.minutes ?? (last.minutes * last.massG) / massG;
}
