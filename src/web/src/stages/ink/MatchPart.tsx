import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import { useStartingWaters, useTints, useWishesCome } from '../../api/useStores';
import type { MatchedInk, Water, WaterPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { ColourField, OptionalField } from '../../slip/fields';
import { ColourChoice } from './ColourChoice';
import { PhotoColour } from './PhotoColour';
import { partsOf, reinked, replacedParts } from './recipe';

/** A wished colour, and how deep one is to see: the tints for it. */
export function MatchPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { id, edit } = useDesk('id', 'edit');
  const tints = useTints();
  const waters = useStartingWaters();
  const come = useWishesCome();
  const [hex, setHex] = useState('#2f5245');
  const [from, setFrom] = useState<string | null>(null);
  const [depthMm, setDepth] = useState<number | null>(null);
  const [seeMm, setSee] = useState<number | null>(8);
  const [colour, setColour] = useState('');
  const place = water.ink.places.find((one) => one.id === colour);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const match = useMutation({
    mutationFn: () =>
      answer(
        api.POST('/api/builds/{id}/waters/{waterId}/ink-match', {
          params: { path: { id, waterId: water.id } },
          body: { hex, depthMm, seeMm, tintIds: tints.map((tint) => tint.id).filter((tint) => !left.has(tint)) },
        }),
      ),
  });
  const wish = (change: () => void) => {
    change();
    match.reset();
  };
  if (!come) return null;
  return (
    <>
      <section>
        <h3>What is it to look like?</h3>
        <ColourChoice places={water.ink.places} value={place?.id ?? ''} onChange={setColour} />
        <div className="starting-waters" role="group" aria-label="Waters to begin from">
          {waters.map((one) => (
            <button
              key={one.id}
              type="button"
              aria-pressed={from === one.id}
              onClick={() =>
                wish(() => {
                  setFrom(one.id);
                  setHex(one.hex);
                  setSee(one.seeMm);
                })
              }
            >
              <i style={{ background: one.hex }} />
              {one.name}
            </button>
          ))}
        </div>
        <ColourField
          label="Colour"
          value={hex}
          onChange={(next) =>
            wish(() => {
              setFrom(null);
              setHex(next);
            })
          }
        />
        <PhotoColour
          onPick={(next) =>
            wish(() => {
              setFrom(null);
              setHex(next);
            })
          }
        />
        <OptionalField
          label="Where it is so deep"
          quantity="length"
          value={depthMm}
          hint={plan.ink.deepestMm.toFixed(1)}
          onChange={(next) => wish(() => setDepth(next))}
        />
        <OptionalField
          label="One is to see so deep"
          quantity="length"
          value={seeMm}
          hint="open"
          onChange={(next) => wish(() => setSee(next))}
        />
      </section>
      <section>
        <h3>Tints at hand</h3>
        <div className="tints-at-hand">
          {tints.map((tint) => (
            <button
              key={tint.id}
              type="button"
              aria-pressed={!left.has(tint.id)}
              onClick={() =>
                wish(() => {
                  const next = new Set(left);
                  if (!next.delete(tint.id)) next.add(tint.id);
                  setLeft(next);
                })
              }
            >
              <i style={{ background: tint.swatch ?? 'none' }} />
              {tint.name}
            </button>
          ))}
        </div>
        <div className="tool-row">
          <Button disabled={match.isPending || left.size >= tints.length} onClick={() => match.mutate()}>
            {match.isPending ? 'Trying mixtures…' : 'Find the doses'}
          </Button>
        </div>
        {match.error !== null && <p className="notice-stop">{match.error.message}</p>}
      </section>
      {match.data !== undefined && (
        <Found
          found={match.data}
          onTake={() =>
            void edit(
              place === undefined
                ? reinked(water.id, () => partsOf(match.data.ink))
                : replacedParts(water.id, place.id, () => partsOf(match.data.ink)),
            )
          }
        />
      )}
    </>
  );
}

function Found({ found, onTake }: { found: MatchedInk; onTake: () => void }) {
  const tints = useTints();
  return (
    <section data-testid="matched">
      <div className="wished-and-found">
        <span>
          <i style={{ background: found.wantedHex }} /> wished
        </span>
        <span>
          <i style={{ background: found.hex }} data-testid="matched-colour" /> found
        </span>
      </div>
      <p>{found.sentence}</p>
      <ul className="found-tints">
        {partsOf(found.ink).map((part) => (
          <li key={part.tintId}>
            <span>{tints.find((tint) => tint.id === part.tintId)?.name}</span> <b>{part.mlPer100Ml}</b> ml in 100 ml
          </li>
        ))}
        {found.ink.tintId === null && <li>Nothing: the clear resin itself.</li>}
      </ul>
      <Button size="sm" variant="outline-primary" onClick={onTake}>
        Take this ink
      </Button>
    </section>
  );
}
