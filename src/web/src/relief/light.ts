/** The side of the board the sun stands on at noon. */
export type LightSide = 'left' | 'back' | 'right' | 'front';

/** The first and the last hour of light there is, and when the sun stands highest. */
export const DAWN_H = 5;
export const DUSK_H = 21;
const NOON_H = 13;
const HIGHEST_DEG = 52;
const LOWEST_DEG = 4;
const DEG_AN_HOUR = 15;

type Three = [number, number, number];

export interface Daylight {
  /** Toward the sun: x right, y up, z toward the viewer; of length 1. */
  sun: Three;
  /** Its light, 1 at noon. */
  tone: Three;
  /** The sky where it meets the land. */
  horizon: Three;
}

/** Clockwise from the back, seen from above. */
const SIDE_DEG: Record<LightSide, number> = { back: 0, right: 90, front: 180, left: 270 };

/** The light of an hour: the sun goes round by fifteen degrees an hour, is low and warm at both ends of the day. */
export function daylight(side: LightSide, hour: number): Daylight {
  const share = Math.min(1, Math.abs(hour - NOON_H) / (DUSK_H - NOON_H));
  const up = ((LOWEST_DEG + (HIGHEST_DEG - LOWEST_DEG) * Math.cos((share * Math.PI) / 2)) * Math.PI) / 180;
  const round = ((SIDE_DEG[side] + (hour - NOON_H) * DEG_AN_HOUR) * Math.PI) / 180;
  const low = share ** 3;
  const mix = (a: number, b: number) => a + (b - a) * low;
  return {
    sun: [Math.sin(round) * Math.cos(up), Math.sin(up), -Math.cos(round) * Math.cos(up)],
    tone: [1, mix(1, 0.72), mix(1, 0.44)],
    horizon: [mix(0.88, 0.95), mix(0.88, 0.68), mix(0.84, 0.46)],
  };
}

/** An hour as a clock shows it. */
export function clockOf(hour: number): string {
  const minutes = Math.round(hour * 60);
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
}
