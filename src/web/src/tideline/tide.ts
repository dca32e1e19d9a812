import { isDammed, layersOf, pouredAs } from '../api/plan';
import { midnight, type WallClock } from '../units/clock';
import type { Build, BuildPlan, DaysPlan } from '../api/types';

const HOUR_MS = 3_600_000;

/** Something on the ribbon: a pour, a stripping or a thing set in (a moment), or a layer curing (a stretch). */
export interface Tide {
  key: string;
  kind: 'pour' | 'strip' | 'cure' | 'thing';
  label: string;
  fromMs: number;
  toMs: number;
  waterId: string;
  /** A pour that is logged as begun, or of one. */
  poured?: boolean;
  /** A pour on a layer under it: it may wait as long as the recoat window is open. */
  onLayer?: boolean;
  /** A pour that has its place in the days. */
  inDays?: boolean;
}

/** All that has a date: as the days have it where they are planned, else as soon as the layers under it allow. */
export function tide(build: Build, plan: BuildPlan, days?: DaysPlan): Tide[] {
  const found: Tide[] = [];
  const placed = new Map(days?.places.map((place) => [place.step.id, Date.parse(place.startAt)]));
  plan.waters.forEach((waterPlan, w) => {
    const name = build.waters[w]?.name ?? '';
    const { stripAt, soft } = pouredAs(waterPlan);
    layersOf(waterPlan).forEach((layer, i) => {
      const soonest = layer.pourAt === null ? undefined : Date.parse(layer.pourAt);
      const place = placed.get(`${waterPlan.id}:pour:${i + 1}`);
      const fromMs = place ?? soonest;
      if (fromMs === undefined) return;
      // What follows from the pour is as much later as that is.
      const later = (h: number) => fromMs + (h - layer.pourH) * HOUR_MS;
      const label = layersOf(waterPlan).length > 1 ? `${name} ${i + 1}` : name;
      found.push({
        key: `${waterPlan.id} ${i}`,
        kind: 'pour',
        waterId: waterPlan.id,
        label,
        fromMs,
        toMs: fromMs,
        poured: layer.poured !== null,
        onLayer: i > 0,
        inDays: place !== undefined,
      });
      for (const thing of layer.things) {
        // What is in place before is part of getting ready; what the next layer lifts is on its card.
        if (!thing.afterPour) continue;
        const at = placed.get(`${waterPlan.id}:thing:${thing.id}`) ?? later(thing.fromH);
        found.push({
          key: `${waterPlan.id} ${i} ${thing.id}`,
          kind: 'thing',
          waterId: waterPlan.id,
          label: `${thing.name} ${thing.setIn === 'on' ? 'on' : 'into'} ${label}`,
          fromMs: at,
          toMs: thing.toH === null ? at : Math.max(at, later(thing.toH)),
          poured: layer.poured !== null,
        });
      }
      // When a layer that is noted as soft will be firm nobody can reckon.
      const last = i === layersOf(waterPlan).length - 1;
      if (soft !== null && (last || soft.layer === i + 1)) return;
      const untilH = last ? (waterPlan.layers.is?.fullCureH ?? layer.fullCureH) : layer.recoatFromH;
      found.push({
        key: `${waterPlan.id} ${i} cure`,
        kind: 'cure',
        waterId: waterPlan.id,
        label: last ? `${label} hardens fully` : `${label} cures until the next may go on`,
        fromMs,
        toMs: later(untilH),
      });
    });
    const at = placed.get(`${waterPlan.id}:strip`) ?? (stripAt === null ? undefined : Date.parse(stripAt));
    if (at !== undefined) {
      found.push({
        key: `${waterPlan.id} strip`,
        kind: 'strip',
        waterId: waterPlan.id,
        label: `${isDammed(plan, waterPlan.id) ? 'strip' : 'trim'} ${name}`,
        fromMs: at,
        toMs: at,
      });
    }
  });
  return found;
}

/**
 * The next pour. Where pours are logged it is the first that is not, overdue or not; where none ever was, the clock has to do and it is the
 * first after now.
 */
export function nextPour(build: Build, plan: BuildPlan, nowMs: number, days?: DaysPlan): Tide | null {
  const logged = build.begun.length > 0;
  const ahead = tide(build, plan, days).filter(
    (one) => one.kind === 'pour' && (logged ? one.poured !== true : one.fromMs >= nowMs),
  );
  return ahead.reduce<Tide | null>((first, one) => (first === null || one.fromMs < first.fromMs ? one : first), null);
}

/** What is next to be set into a layer that is poured, while that is still liquid or ahead of the next pour; null without such a thing. */
export function nextThing(build: Build, plan: BuildPlan, nowMs: number): Tide | null {
  const ahead = tide(build, plan).filter((one) => one.kind === 'thing' && one.poured === true && one.toMs >= nowMs);
  return ahead.reduce<Tide | null>((first, one) => (first === null || one.fromMs < first.fromMs ? one : first), null);
}

/** A ribbon of whole days, all as wide as each other, though one over a change of the clocks has 23 or 25 hours. */
export interface Ribbon {
  /** Midnight of each day. */
  days: WallClock[];
  /** Where a moment stands on it, px from its left. */
  x: (ms: number) => number;
}

/** The ribbon of so many days from today on. */
export function ribbon(now: WallClock, days: number, perDayPx: number): Ribbon {
  const midnights = Array.from({ length: days + 1 }, (_, k) => midnight(now, k));
  const starts = midnights.map((day) => day.getTime());
  const x = (ms: number) => {
    const after = starts.findIndex((start) => start > ms);
    // Before the first day and after the last the hours run on as in it.
    const k = after < 0 ? days - 1 : Math.max(0, after - 1);
    const [from = 0, to = 1] = [starts[k], starts[k + 1]];
    return (k + (ms - from) / (to - from)) * perDayPx;
  };
  return { days: midnights.slice(0, days), x };
}
