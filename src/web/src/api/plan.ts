import type { LayerPlans, MixSession, BuildPlan, PlannedLayer, WaterPlan } from './types';

const NOTHING: LayerPlans = {
  layers: [],
  mixedMl: 0,
  mixedG: 0,
  stripH: null,
  fullCureH: null,
  stripAt: null,
  fullCureAt: null,
};

/** How a water is poured; nothing where that cannot be planned. */
export function pouredAs(plan: WaterPlan | undefined): LayerPlans {
  return plan?.layers.is ?? NOTHING;
}

/** The layers of a water; none where they cannot be planned. */
export function layersOf(plan: WaterPlan | undefined): PlannedLayer[] {
  return pouredAs(plan).layers;
}

/** The mixing sessions ahead; none where they cannot be planned. */
export function sessionsOf(plan: BuildPlan): MixSession[] {
  return plan.sessions.is ?? [];
}
