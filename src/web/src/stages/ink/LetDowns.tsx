import type { MixSession } from '../../api/types';
import { amountOf } from '../../slip/words';

/** What is let down for the layers of a water, or of one of its colours: the sentence and the layers. */
export function letDownsOf(sessions: MixSession[], waterId: string, placeId: string | null): Map<string, number[]> {
  const letDowns = new Map<string, number[]>();
  for (const session of sessions) {
    const layers = session.pools
      .filter((pool) => pool.waterId === waterId && (pool.placeId ?? null) === placeId)
      .map((pool) => pool.layer);
    if (layers.length === 0) continue;
    for (const card of session.letDowns) {
      const said = `${card.name} 1:${card.partsToOne}: ${amountOf(card.unit, card.tintAmount)} into ${Math.round(card.thinnerMl * 100) / 100} ml of ${card.thinner}`;
      letDowns.set(said, [...(letDowns.get(said) ?? []), ...layers]);
    }
  }
  return letDowns;
}

export function LetDowns({ letDowns }: { letDowns: Map<string, number[]> }) {
  return [...letDowns].map(([said, layers]) => (
    <p key={said} className="let-down" data-testid="let-down">
      Let down {said}, for layer {layers.join(', ')}.
    </p>
  ));
}
