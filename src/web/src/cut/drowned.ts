import type { DrownedPlan, DrownedThing } from '../api/types';
import type { CutLine } from '../desk/DeskContext';

/** A drowned thing where a cut goes through its footprint, mm along the cut and over the board. */
export interface CutThing {
  id: string;
  name: string;
  fromMm: number;
  toMm: number;
  baseMm: number;
  topMm: number;
}

/** The things a cut line goes through: each footprint clipped by the line (a box turned about its middle). */
export function cutThings(things: DrownedThing[], plans: DrownedPlan[], cut: CutLine): CutThing[] {
  const dx = cut.b.xMm - cut.a.xMm;
  const dy = cut.b.yMm - cut.a.yMm;
  const length = Math.hypot(dx, dy);
  if (length === 0) return [];
  return things.flatMap((thing, i) => {
    const plan = plans[i];
    if (plan === undefined) return [];
    const turn = (thing.turnDeg * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    // The line in the box's own frame, where clipping is by its sides.
    const local = (x: number, y: number) => [x * cos + y * sin, -x * sin + y * cos] as const;
    const start = local(cut.a.xMm - thing.at.xMm, cut.a.yMm - thing.at.yMm);
    const way = local(dx / length, dy / length);
    let [from, to] = [0, length];
    for (const [axis, reach] of [
      [0, thing.lengthMm / 2],
      [1, thing.widthMm / 2],
    ] as const) {
      if (Math.abs(way[axis]) < 1e-9) {
        if (Math.abs(start[axis]) > reach) return [];
        continue;
      }
      const a = (-reach - start[axis]) / way[axis];
      const b = (reach - start[axis]) / way[axis];
      from = Math.max(from, Math.min(a, b));
      to = Math.min(to, Math.max(a, b));
    }
    if (to <= from) return [];
    return [
      {
        id: thing.id,
        name: thing.name,
        fromMm: from,
        toMm: to,
        baseMm: plan.baseMm,
        topMm: plan.baseMm + thing.heightMm,
      },
    ];
  });
}
