import type { Ground } from '../api/ground';
import type { DrownedPlan, DrownedThing, PointMm, StandIn, StandInPlan } from '../api/types';
import { faceHeights, type GroundFace } from './meshes';

/** Under any ground: where nothing stands. */
export const NOTHING_MM = -1e4;

export interface Standing {
  /** Four numbers a cell: the ground, the top of what is drowned there, and of what stands on the board its top and its underside. */
  heights: Float32Array;
  /** Which drowned thing has its top there, from 1; 0 where none has. */
  things: Float32Array;
  /** The drowned things by id, in that order. */
  ids: string[];
}

/** What rays of light meet. */
export function standingHeights(
  ground: Ground,
  face: GroundFace,
  drowned: { things: DrownedThing[]; plans: DrownedPlan[] },
  standIns: { things: StandIn[]; plans: StandInPlan[]; scale: number },
): Standing {
  const heights = faceHeights(ground, face);
  const standing = new Float32Array(heights.length * 4);
  standing.fill(NOTHING_MM);
  for (let cell = 0; cell < heights.length; cell++) standing[cell * 4] = heights[cell] ?? 0;
  const under = (centre: PointMm, turnDeg: number, halfLong: number, halfWide: number, put: (at: number) => void) => {
    const { columns, rows, cellMm } = ground;
    const reach = Math.hypot(halfLong, halfWide);
    const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
    const first = (mm: number) => Math.max(0, Math.floor((mm - reach) / cellMm));
    const last = (mm: number, most: number) => Math.min(most - 1, Math.floor((mm + reach) / cellMm));
    for (let row = first(centre.yMm); row <= last(centre.yMm, rows); row++) {
      for (let column = first(centre.xMm); column <= last(centre.xMm, columns); column++) {
        const [dx, dy] = [(column + 0.5) * cellMm - centre.xMm, (row + 0.5) * cellMm - centre.yMm];
        if (Math.abs(dx * cos + dy * sin) > halfLong || Math.abs(dy * cos - dx * sin) > halfWide) continue;
        put((row * columns + column) * 4);
      }
    }
  };
  const things = new Float32Array(heights.length);
  for (const [i, thing] of drowned.things.entries()) {
    const plan = drowned.plans.find((one) => one.id === thing.id);
    if (plan === undefined) continue;
    under(thing.at, thing.turnDeg, thing.lengthMm / 2, thing.widthMm / 2, (at) => {
      if (plan.baseMm + thing.heightMm > (standing[at + 1] ?? NOTHING_MM)) {
        standing[at + 1] = plan.baseMm + thing.heightMm;
        things[at / 4] = i + 1;
      }
      // What of it stands out of the water is mirrored too.
      if (plan.outMm > 0) {
        standing[at + 2] = Math.max(standing[at + 2] ?? NOTHING_MM, plan.baseMm + thing.heightMm);
        standing[at + 3] = plan.baseMm;
      }
    });
  }
  for (const thing of standIns.things) {
    const plan = standIns.plans.find((one) => one.id === thing.id);
    if (plan === undefined) continue;
    const mm = (metres: number) => (metres * 1000) / standIns.scale;
    const block = (halfLong: number, halfWide: number, from: number) =>
      under(thing.centre, thing.turnDeg, halfLong, halfWide, (at) => {
        standing[at + 2] = Math.max(standing[at + 2] ?? NOTHING_MM, plan.baseMm + plan.heightMm);
        const was = standing[at + 3] ?? NOTHING_MM;
        standing[at + 3] = was === NOTHING_MM ? from : Math.min(was, from);
      });
    block(plan.lengthMm / 2, plan.widthMm / 2, plan.baseMm + mm(thing.underM));
    if (plan.overhangMm > 0)
      block(
        (plan.lengthMm / 2 + plan.overhangMm) * 0.86,
        (plan.widthMm / 2 + plan.overhangMm) * 0.86,
        plan.baseMm + mm(thing.overhangFromM),
      );
  }
  return { heights: standing, things, ids: drowned.things.map((thing) => thing.id) };
}

/** The longest axis of a water, along which the wind has most of it (x right, z toward the viewer; of length 1). */
export function longAxis(wetRuns: number[]): [number, number] {
  let [n, x, z, xx, xz, zz] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < wetRuns.length; i += 3) {
    const row = wetRuns[i] ?? 0;
    for (let column = wetRuns[i + 1] ?? 0; column < (wetRuns[i + 2] ?? 0); column++) {
      n += 1;
      x += column;
      z += row;
      xx += column * column;
      xz += column * row;
      zz += row * row;
    }
  }
  if (n === 0) return [1, 0];
  const [a, b, c] = [xx / n - (x / n) ** 2, xz / n - (x * z) / n ** 2, zz / n - (z / n) ** 2];
  const angle = 0.5 * Math.atan2(2 * b, a - c);
  return [Math.cos(angle), Math.sin(angle)];
}
