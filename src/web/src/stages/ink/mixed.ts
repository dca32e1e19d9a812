import type { MixSession, TintDose } from '../../api/types';

/** The session a layer of a water is mixed in, in the water's own colour. */
export function sessionFor(sessions: MixSession[], waterId: string, layer: number): MixSession | undefined {
  return sessions.find((session) =>
    session.pools.some((pool) => pool.waterId === waterId && pool.layer === layer && (pool.placeId ?? null) === null),
  );
}

/** Names of the other waters in it, each once. */
export function othersIn(session: MixSession | undefined, waterId: string): string[] {
  return [...new Set(session?.pools.filter((pool) => pool.waterId !== waterId).map((pool) => pool.name) ?? [])];
}

/** What a dose is counted in: drops as they are or let down, mg, mm of a stick. */
export function measureOf(dose: TintDose): string {
  if (dose.letDown !== null) return `drops 1:${dose.letDown.partsToOne}`;
  return { drop: 'drops', milligram: 'mg', stickMm: 'mm' }[dose.unit];
}
