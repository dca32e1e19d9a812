import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../api/client';
import type { Tint, TintLabel } from '../api/types';
import { useTints } from '../api/useStores';
import { OwnLabelTools } from './OwnLabelTools';
import { ShelfHeader } from './ShelfHeader';
import { ShelfMessages } from './ShelfMessages';
import { TintFacts } from './TintFacts';
import { TintForm } from './TintForm';
import { useOwnLabels } from './useOwnLabels';

const EMPTY: TintLabel = {
  name: '',
  kind: 'resinPigment',
  dropMl: null,
  densityGPerMl: null,
  stickMlPerMm: null,
  wedge: null,
  likeId: null,
};

/** What is at hand to colour resin with; a tint of one's own is entered and calibrated here. */
export function Tints() {
  const tints = useTints();
  useEffect(() => {
    document.title = 'Tints · Ink Basin';
  }, []);
  const own = useOwnLabels<Tint, TintLabel>({
    keep: (id, body) =>
      id === null
        ? answer(api.POST('/api/stores/tints', { body }))
        : answer(api.PUT('/api/stores/tints/{tintId}', { params: { path: { tintId: id } }, body })),
    read: (id) => answer(api.GET('/api/stores/tints/{tintId}/label', { params: { path: { tintId: id } } })),
    putAway: (id, back) =>
      back
        ? api.POST('/api/stores/tints/{tintId}/restore', { params: { path: { tintId: id } } })
        : api.DELETE('/api/stores/tints/{tintId}', { params: { path: { tintId: id } } }),
  });
  return (
    <div className="shelf">
      <ShelfHeader name="Tints" words="what colours the water" />
      <main className="shelf-body tints-body">
        <ShelfMessages faults={own.faults} removed={own.removed} onPutBack={own.putBack} />
        {own.entering === null ? (
          <>
            <section className="new-build" aria-label="Enter a tint">
              <h2>Your own tint</h2>
              <p>
                Pour a step wedge of it, read its colours off here, and every water it goes into is reckoned from them.
              </p>
              <div className="tool-row">
                <Button onClick={() => own.enter(EMPTY)}>Enter a tint</Button>
              </div>
            </section>
            <ul className="cards tint-cards">
              {tints.map((tint) => (
                <TintCard
                  key={tint.id}
                  tint={tint}
                  onChange={() => own.change(tint)}
                  onRemove={() => own.takeOff(tint)}
                />
              ))}
            </ul>
          </>
        ) : (
          <TintForm
            key={own.entering.id ?? 'new'}
            begun={own.entering.label}
            examples={tints.filter((tint) => tint.isExample)}
            onKeep={own.keep}
            onLeave={own.leave}
            refusal={own.refusal}
          />
        )}
      </main>
    </div>
  );
}

function TintCard({ tint, onChange, onRemove }: { tint: Tint; onChange: () => void; onRemove: () => void }) {
  return (
    <li className="card tint-card">
      <i className="tint-swatch" style={{ background: tint.swatch ?? 'none' }} />
      <h2>{tint.name}</h2>
      <TintFacts tint={tint} />
      {!tint.isExample && <OwnLabelTools name={tint.name} onChange={onChange} onRemove={onRemove} />}
    </li>
  );
}
