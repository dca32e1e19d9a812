import type { Build, BuildPlan } from '../api/types';

/** Something on the ribbon: a pour or a stripping (a moment), or a layer curing (a stretch). */
export interface Tide {
  key: string;
  kind: 'pour' | 'strip' | 'cure';
  label: string;
  fromMs: number;
  toMs: number;
}

/** All that has a date, from the plan's own times. */
export function tide(build: Build, plan: BuildPlan): Tide[] {
  const found: Tide[] = [];
  plan.waters.forEach((waterPlan, w) => {
    const name = build.waters[w]?.name ?? '';
    waterPlan.layers.forEach((layer, i) => {
      if (layer.pourAt === null || layer.recoatFromAt === null) return;
      const fromMs = Date.parse(layer.pourAt);
      const label = waterPlan.layers.length > 1 ? `${name} ${i + 1}` : name;
      found.push({ key: `${waterPlan.id} ${i}`, kind: 'pour', label, fromMs, toMs: fromMs });
      const last = i === waterPlan.layers.length - 1;
      const until = last ? (waterPlan.fullCureAt ?? layer.recoatFromAt) : layer.recoatFromAt;
      found.push({
        key: `${waterPlan.id} ${i} cure`,
        kind: 'cure',
        label: last ? `${label} hardens fully` : `${label} cures until the next may go on`,
        fromMs,
        toMs: Date.parse(until),
      });
    });
    if (waterPlan.stripAt !== null) {
      const at = Date.parse(waterPlan.stripAt);
      found.push({ key: `${waterPlan.id} strip`, kind: 'strip', label: `strip ${name}`, fromMs: at, toMs: at });
    }
  });
  return found;
}

/** The next pour after a moment. */
export function nextPour(build: Build, plan: BuildPlan, nowMs: number): Tide | null {
  const ahead = tide(build, plan).filter((one) => one.kind === 'pour' && one.fromMs >= nowMs);
  return ahead.reduce<Tide | null>((first, one) => (first === null || one.fromMs < first.fromMs ? one : first), null);
}
