import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../api/client';
import type { Tint, TintLabel } from '../api/types';
import { useShelfTroubles, useTints } from '../api/useStores';
import { ShelfHeader } from './ShelfHeader';
import { TintForm } from './TintForm';
import { TINT_KINDS } from './wedge';

interface Entering {
  id: string | null;
  label: TintLabel;
}

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
  const client = useQueryClient();
  const tints = useTints();
  const troubles = useShelfTroubles();
  const [entering, setEntering] = useState<Entering | null>(null);
  const [removed, setRemoved] = useState<Tint | null>(null);
  useEffect(() => {
    document.title = 'Tints · Ink Basin';
  }, []);
  // Plans of open builds are inked with these: they are asked for anew.
  const changed = () => client.invalidateQueries();
  const keep = useMutation({
    mutationFn: ({ id, label }: Entering) =>
      id === null
        ? answer(api.POST('/api/stores/tints', { body: label }))
        : answer(api.PUT('/api/stores/tints/{tintId}', { params: { path: { tintId: id } }, body: label })),
    onSuccess: async () => {
      await changed();
      setEntering(null);
    },
  });
  const putAway = useMutation({
    mutationFn: async ({ tint, back }: { tint: Tint; back: boolean }) => {
      const path = { params: { path: { tintId: tint.id } } };
      const { error, response } = back
        ? await api.POST('/api/stores/tints/{tintId}/restore', path)
        : await api.DELETE('/api/stores/tints/{tintId}', path);
      if (!response.ok) throw new Error((error as { detail?: string } | undefined)?.detail ?? 'It could not be done.');
      return back ? null : tint;
    },
    onSuccess: async (tint) => {
      setRemoved(tint);
      await changed();
    },
  });
  const change = useMutation({
    mutationFn: (tint: Tint) =>
      answer(api.GET('/api/stores/tints/{tintId}/label', { params: { path: { tintId: tint.id } } })),
    onSuccess: (label, tint) => setEntering({ id: tint.id, label }),
  });
  return (
    <div className="shelf">
      <ShelfHeader name="Tints" words="what colours the water" />
      <main className="shelf-body tints-body">
        {troubles.map((trouble) => (
          <p key={trouble.id} className="message message-stop" role="alert">
            {trouble.sentence}
          </p>
        ))}
        {[putAway.error, change.error].map(
          (error) =>
            error !== null && (
              <p key={error.message} className="message message-stop" role="alert">
                {error.message}
              </p>
            ),
        )}
        {removed !== null && (
          <p className="message" role="status">
            {removed.name} is off the shelf.{' '}
            <button type="button" className="link" onClick={() => putAway.mutate({ tint: removed, back: true })}>
              Put it back
            </button>
          </p>
        )}
        {entering === null ? (
          <>
            <section className="new-build" aria-label="Enter a tint">
              <h2>Your own tint</h2>
              <p>
                Pour a step wedge of it, read its colours off here, and every water it goes into is reckoned from them.
              </p>
              <div className="tool-row">
                <Button onClick={() => setEntering({ id: null, label: EMPTY })}>Enter a tint</Button>
              </div>
            </section>
            <ul className="cards tint-cards">
              {tints.map((tint) => (
                <TintCard
                  key={tint.id}
                  tint={tint}
                  onChange={() => change.mutate(tint)}
                  onRemove={() => putAway.mutate({ tint, back: false })}
                />
              ))}
            </ul>
          </>
        ) : (
          <TintForm
            key={entering.id ?? 'new'}
            begun={entering.label}
            examples={tints.filter((tint) => tint.isExample)}
            onKeep={(label) => keep.mutate({ id: entering.id, label })}
            onLeave={() => {
              keep.reset();
              setEntering(null);
            }}
            refusal={keep.error?.message ?? null}
          />
        )}
      </main>
    </div>
  );
}

function TintCard({ tint, onChange, onRemove }: { tint: Tint; onChange: () => void; onRemove: () => void }) {
  const { name, measured } = TINT_KINDS[tint.kind];
  const by = {
    drop: `a drop is ${tint.dropMl} ml`,
    milligram: `1 ml weighs ${tint.densityGPerMl} g`,
    stickMm: `1 mm on the stick is ${tint.stickMlPerMm} ml`,
  }[measured];
  return (
    <li className="card tint-card">
      <i className="tint-swatch" style={{ background: tint.swatch ?? 'none' }} />
      <h2>{tint.name}</h2>
      <p className="quiet">
        {name}, {by}
      </p>
      {tint.isExample && <p className="quiet">Made-up colour, to try things with.</p>}
      {tint.fitDeltaE !== null && <p>Off its wedge; half of it read within {tint.fitDeltaE.toFixed(1)}.</p>}
      {tint.looksLike !== null && <p className="notice-tight">No wedge yet: taken to be like {tint.looksLike}.</p>}
      {!tint.isExample && (
        <div className="card-tools">
          <Button size="sm" variant="outline-primary" aria-label={`Change ${tint.name}`} onClick={onChange}>
            Change
          </Button>
          <Button size="sm" variant="outline-primary" aria-label={`Take it off: ${tint.name}`} onClick={onRemove}>
            Take it off
          </Button>
        </div>
      )}
    </li>
  );
}
