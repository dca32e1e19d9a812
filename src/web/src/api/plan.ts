import type { LayerPlans, MixSession, BuildPlan, PlannedLayer, PlannedPool, WaterPlan } from './types';

const NOTHING: LayerPlans = {
  layers: [],
  mixedMl: 0,
  mixedG: 0,
  stripH: null,
  fullCureH: null,
  stripAt: null,
  fullCureAt: null,
  trim: null,
  soft: null,
};

/** How a water is poured; nothing where that cannot be planned. */
export function pouredAs(plan: WaterPlan | undefined): LayerPlans {
  return plan?.layers.is ?? NOTHING;
}

/** The layers of a water; none where they cannot be planned. */
export function layersOf(plan: WaterPlan | undefined): PlannedLayer[] {
  return pouredAs(plan).layers;
}

/** The places the next layer is poured at, where it stands in several; none where it is one. */
export function placesAhead(plan: WaterPlan | null): PlannedPool[] {
  const each = layersOf(plan ?? undefined).find((layer) => layer.poured === null)?.pools.each ?? [];
  return each.length > 1 ? each : [];
}

/** Whether a dam holds a water. */
export function isDammed(plan: BuildPlan, waterId: string): boolean {
  return plan.dams.some((dam) => dam.holds.includes(waterId));
}

/** The mixing sessions ahead; none where they cannot be planned. */
export function sessionsOf(plan: BuildPlan): MixSession[] {
  return plan.sessions.is ?? [];
}

/** The session a layer of a water is mixed in, in the water's own colour. */
export function sessionFor(sessions: MixSession[], waterId: string, layer: number): MixSession | undefined {
  return sessions.find((session) =>
    session.pools.some((pool) => pool.waterId === waterId && pool.layer === layer && (pool.placeId ?? null) === null),
  );
}

/** All sessions a layer of a water is mixed in: one for each of its colours, the water's own first. */
export function sessionsFor(sessions: MixSession[], waterId: string, layer: number): MixSession[] {
  const own = sessionFor(sessions, waterId, layer);
  const mine = sessions.filter((session) =>
    session.pools.some((pool) => pool.waterId === waterId && pool.layer === layer),
  );
  return own === undefined ? mine : [own, ...mine.filter((session) => session !== own)];
}

/** What is still mixed for a water, ml, and the other waters it is for; by the water alone where no session can be planned. */
export function stillMixed(whole: BuildPlan, plan: WaterPlan): { ml: number; others: string[] } {
  const mine = sessionsOf(whole).filter((session) => session.pools.some((pool) => pool.waterId === plan.id));
  if (mine.length === 0) return { ml: pouredAs(plan).mixedMl, others: [] };
  return {
    ml: mine.reduce((sum, session) => sum + session.mixedMl, 0),
    others: [...new Set(mine.flatMap((session) => othersIn(session, plan.id)))],
  };
}

/** Names of the other waters in it, each once. */
export function othersIn(session: MixSession | undefined, waterId: string): string[] {
  return [...new Set(session?.pools.filter((pool) => pool.waterId !== waterId).map((pool) => pool.name) ?? [])];
}
