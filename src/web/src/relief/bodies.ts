import type { Board, Dam, DrownedPlan, DrownedThing, PointMm, StandIn, StandInPlan } from '../api/types';
import { rgbOf } from '../scene/waterColour';
import { turned } from '../sheet/turning';
import { TONES, type MeshArrays } from './meshes';

const BODY = TONES.body;
const CROWN = '#7f8a68';
/** A sheet that closes an edge stands this far outside it, mm: it must not flicker with the water's own cut side. */
const OUTSIDE_MM = 0.6;

/** A body made of rings of corners, one over the other, closed at both ends. */
class Bodies {
  private readonly positions: number[] = [];
  private readonly colours: number[] = [];
  private readonly indices: number[] = [];

  /** Rings from below, each of as many corners; flat faces have corners of their own, so that light breaks at edges. */
  add(rings: { at: PointMm[]; mm: number }[], hex: string): void {
    for (let level = 0; level + 1 < rings.length; level++) {
      const [low, high] = [rings[level], rings[level + 1]];
      if (low === undefined || high === undefined) continue;
      low.at.forEach((a, k) => {
        const next = (k + 1) % low.at.length;
        const [b, c, d] = [low.at[next], high.at[next], high.at[k]];
        if (b === undefined || c === undefined || d === undefined) return;
        this.face(
          [
            [a, low.mm],
            [b, low.mm],
            [c, high.mm],
            [d, high.mm],
          ],
          hex,
        );
      });
    }
    const [first, last] = [rings[0], rings.at(-1)];
    if (first !== undefined)
      this.face(
        [...first.at].reverse().map((one) => [one, first.mm]),
        hex,
      );
    if (last !== undefined)
      this.face(
        last.at.map((one) => [one, last.mm]),
        hex,
      );
  }

  private face(corners: [PointMm, number][], hex: string): void {
    const first = this.positions.length / 3;
    const [r, g, b] = rgbOf(hex);
    for (const [at, mm] of corners) {
      this.positions.push(at.xMm, mm, at.yMm);
      this.colours.push(r / 255, g / 255, b / 255, 0);
    }
    for (let k = 1; k + 1 < corners.length; k++) this.indices.push(first, first + k + 1, first + k);
  }

  get arrays(): MeshArrays {
    return {
      positions: Float32Array.from(this.positions),
      indices: Uint32Array.from(this.indices),
      colours: Float32Array.from(this.colours),
    };
  }
}

function rectangle(centre: PointMm, turnDeg: number, fromMm: number, toMm: number, halfWidth: number): PointMm[] {
  return [
    turned(centre, turnDeg, fromMm, -halfWidth),
    turned(centre, turnDeg, toMm, -halfWidth),
    turned(centre, turnDeg, toMm, halfWidth),
    turned(centre, turnDeg, fromMm, halfWidth),
  ];
}

/**
 * What stands on the board as plain bodies of the right size: a foot, what reaches out over it, a bridge with its opening; and what of the drowned
 * things stands out of the water.
 */
export function standInBodies(
  things: StandIn[],
  plans: StandInPlan[],
  scale: number,
  drowned: { things: DrownedThing[]; plans: DrownedPlan[] },
): MeshArrays {
  const bodies = new Bodies();
  for (const thing of drowned.things) {
    const plan = drowned.plans.find((one) => one.id === thing.id);
    if (plan === undefined || plan.outMm <= 0) continue;
    const at = rectangle(thing.at, thing.turnDeg, -thing.lengthMm / 2, thing.lengthMm / 2, thing.widthMm / 2);
    bodies.add(
      [plan.baseMm, plan.baseMm + thing.heightMm].map((mm) => ({ at, mm })),
      thing.colour,
    );
  }
  for (const thing of things) {
    const plan = plans.find((one) => one.id === thing.id);
    if (plan === undefined) continue;
    const { centre, turnDeg } = thing;
    const mm = (metres: number) => (metres * 1000) / scale;
    const [l, w, base, top] = [plan.lengthMm / 2, plan.widthMm / 2, plan.baseMm, plan.baseMm + plan.heightMm];
    const crownFrom = base + mm(thing.overhangFromM);
    const under = base + mm(thing.underM);
    const block = (from: number, to: number, low: number, high: number) =>
      bodies.add(
        [low, high].map((level) => ({ at: rectangle(centre, turnDeg, from, to, w), mm: level })),
        BODY,
      );
    if (thing.underM > 0) {
      block(-l, -l * 0.8, base, under);
      block(l * 0.8, l, base, under);
    }
    block(-l, l, under, plan.overhangMm > 0 ? Math.min(top, Math.max(under, crownFrom)) : top);
    if (plan.overhangMm > 0 && top > crownFrom) {
      const ring = (share: number, level: number) => ({
        at: Array.from({ length: 12 }, (_, k) => {
          const angle = (k / 12) * 2 * Math.PI;
          return turned(
            centre,
            turnDeg,
            Math.cos(angle) * (l + plan.overhangMm) * share,
            Math.sin(angle) * (w + plan.overhangMm) * share,
          );
        }),
        mm: crownFrom + (top - crownFrom) * level,
      });
      bodies.add([ring(0.7, 0), ring(1, 0.35), ring(0.9, 0.7), ring(0.45, 1)], CROWN);
    }
  }
  return bodies.arrays;
}

/** The dams as sheets along the board's edges, from its top to theirs. */
export function damSheets(dams: Dam[], board: Board): MeshArrays {
  const bodies = new Bodies();
  const out = OUTSIDE_MM;
  for (const dam of dams) {
    const at = (alongMm: number, outMm: number): PointMm => {
      switch (dam.side) {
        case 'back':
          return { xMm: alongMm, yMm: -outMm };
        case 'front':
          return { xMm: alongMm, yMm: board.depthMm + outMm };
        case 'left':
          return { xMm: -outMm, yMm: alongMm };
        case 'right':
          return { xMm: board.widthMm + outMm, yMm: alongMm };
      }
    };
    const foot = [at(dam.fromMm, out), at(dam.toMm, out), at(dam.toMm, out + 1.5), at(dam.fromMm, out + 1.5)];
    bodies.add(
      [0, dam.topMm].map((mm) => ({ at: foot, mm })),
      '#e4f0f0',
    );
  }
  return bodies.arrays;
}
