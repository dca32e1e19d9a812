import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../api/client';
import type { Tint, TintKind, TintLabel } from '../api/types';
import { ChoiceField, ColourField, OptionalField, TextField } from '../slip/fields';
import { Together } from '../slip/together';
import { PhotoColour } from '../stages/ink/PhotoColour';
import { KeepOrLeave } from './KeepOrLeave';
import { useRested } from './useRested';
import { EMPTY_WEDGE, GREY_CARD, nextCell, TINT_KINDS, toTable, toWedge, withColour, type Cell } from './wedge';
import { WedgeReadings } from './WedgeReadings';

/** A tint of one's own: what it is, and the step wedge its colour is read off. */
export function TintForm({
  begun,
  examples,
  onKeep,
  onLeave,
  refusal,
}: {
  begun: TintLabel;
  examples: Tint[];
  onKeep: (label: TintLabel) => void;
  onLeave: () => void;
  refusal: string | null;
}) {
  const [label, setLabel] = useState(begun);
  const [table, setTable] = useState(begun.wedge == null ? EMPTY_WEDGE : toTable(begun.wedge));
  const [likes, setLikes] = useState(begun.likeId != null);
  // The cell the next click in the photo fills; the grey patch has a place of its own.
  const [armed, setArmed] = useState<Cell | 'grey' | null>({ row: -1, backing: 0 });
  const set = (change: Partial<TintLabel>) => setLabel({ ...label, ...change });
  const whole: TintLabel = {
    ...label,
    wedge: likes ? null : toWedge(table),
    likeId: likes ? (label.likeId ?? examples[0]?.id ?? null) : null,
  };
  const said = whole.wedge !== null || whole.likeId !== null;
  // Nothing is asked while nothing says what its colour is.
  const rested = useRested(said ? JSON.stringify({ ...whole, name: whole.name || 'x' }) : null, 300);
  const look = useQuery({
    queryKey: ['look-at-tint', rested],
    queryFn: () => answer(api.POST('/api/stores/tints/look', { body: JSON.parse(rested ?? '') as TintLabel })),
    enabled: rested !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const found = said && look.error === null ? look.data : undefined;
  const fit = found?.tint.fitDeltaE ?? null;
  const { measured } = TINT_KINDS[label.kind];
  const pick = (hex: string) => {
    if (armed === null) return;
    if (armed === 'grey') {
      setTable({ ...table, grey: { truly: table.grey?.truly ?? GREY_CARD, seen: hex } });
      setArmed(null);
    } else {
      setTable(withColour(table, armed, hex));
      setArmed(nextCell(table, armed));
    }
  };
  return (
    <Together>
      <section className="tint-form" aria-label="A tint of your own">
        <div className="tint-fields">
          <h2>{label.name.trim() === '' ? 'A tint of your own' : label.name}</h2>
          <TextField label="Name" value={label.name} onChange={(name) => set({ name })} />
          <ChoiceField
            label="It is"
            value={label.kind}
            choices={Object.entries(TINT_KINDS).map(([value, { name }]) => ({ value, label: name }))}
            onChange={(kind) => set({ kind: kind as TintKind })}
          />
          {measured === 'drop' && (
            <OptionalField
              label="One drop"
              suffix="ml"
              hint="0.05"
              value={label.dropMl ?? null}
              onChange={(dropMl) => set({ dropMl })}
            />
          )}
          {measured === 'milligram' && (
            <OptionalField
              label="1 ml, as it lies, weighs"
              suffix="g"
              hint="0.9"
              value={label.densityGPerMl ?? null}
              onChange={(densityGPerMl) => set({ densityGPerMl })}
            />
          )}
          {measured === 'stickMm' && (
            <OptionalField
              label="1 mm on the stick"
              suffix="ml"
              hint="0.02"
              value={label.stickMlPerMm ?? null}
              onChange={(stickMlPerMm) => set({ stickMlPerMm })}
            />
          )}
          <ChoiceField
            label="Its colour"
            value={likes ? 'like' : 'wedge'}
            choices={[
              { value: 'wedge', label: 'read off a poured wedge' },
              { value: 'like', label: 'like another, until a wedge is poured' },
            ]}
            onChange={(next) => setLikes(next === 'like')}
          />
          {likes ? (
            <>
              <ChoiceField
                label="It looks like"
                value={whole.likeId ?? ''}
                choices={examples.map((tint) => ({ value: tint.id, label: tint.name }))}
                onChange={(likeId) => set({ likeId })}
              />
              <p className="quiet">A stand-in: what is planned with it says that nobody has measured it.</p>
            </>
          ) : (
            <OptionalField
              label="Tint in 100 ml of the wedge’s resin"
              suffix="ml"
              value={table.mlPer100Ml}
              onChange={(mlPer100Ml) => setTable({ ...table, mlPer100Ml })}
            />
          )}
        </div>
        {!likes && (
          <div className="wedge-photo">
            <h3>Read it off a photo</h3>
            <p>
              Pour the inked resin to known depths over white and over black, let it cure, photograph it straight down
              in the shade with a grey card beside it. The photo stays in this window.
            </p>
            <PhotoColour
              onPick={pick}
              where={whereOf(armed, table)}
              hint="in the middle of the step, away from glare"
            />
            <h3>Light</h3>
            {table.grey === null ? (
              <div className="tool-row">
                <Button
                  size="sm"
                  variant="outline-primary"
                  onClick={() => {
                    setTable({ ...table, grey: { seen: null, truly: GREY_CARD } });
                    setArmed('grey');
                  }}
                >
                  Correct by a grey patch
                </Button>
              </div>
            ) : (
              <>
                <ColourField
                  label="Grey in the photo"
                  value={table.grey.seen}
                  onChange={(seen) => setTable({ ...table, grey: { truly: table.grey?.truly ?? GREY_CARD, seen } })}
                />
                <ColourField
                  label="Truly"
                  value={table.grey.truly}
                  onChange={(truly) => setTable({ ...table, grey: { seen: table.grey?.seen ?? null, truly } })}
                />
                <div className="tool-row">
                  <Button
                    size="sm"
                    variant="outline-primary"
                    aria-pressed={armed === 'grey'}
                    onClick={() => setArmed('grey')}
                  >
                    Pick it in the photo
                  </Button>
                  <button type="button" className="link" onClick={() => setTable({ ...table, grey: null })}>
                    Take the colours as they are
                  </button>
                </div>
              </>
            )}
          </div>
        )}
        {/* Under the photo where there is room for one column only: what comes and goes here must not move it. */}
        <div className="tint-read">
          {!likes && <WedgeReadings table={table} found={found} armed={armed} onArm={setArmed} onChange={setTable} />}
          {look.error !== null && said && (
            <p className="field-wrong" role="alert">
              {look.error.message}
            </p>
          )}
          {fit !== null && (
            <p className="fit" data-testid="fit">
              Half of the readings lie within a difference of <b>{fit.toFixed(1)}</b> of the fit.{' '}
              {fit < 1
                ? 'Nobody sees that.'
                : fit <= 3
                  ? 'Good enough to pour by.'
                  : 'Read it again before pouring by it.'}
            </p>
          )}
          {found?.doubts.map((doubt) => (
            <p key={doubt.kind} className="notice-tight">
              {doubt.sentence}
            </p>
          ))}
          <KeepOrLeave
            keep="Keep the tint"
            ready={label.name.trim() !== '' && found !== undefined}
            refusal={refusal}
            onKeep={() => onKeep(whole)}
            onLeave={onLeave}
          />
        </div>
      </section>
    </Together>
  );
}

const BACKINGS = ['the light backing', 'the dark backing'];

/** What is to be clicked next, in words. */
function whereOf(armed: Cell | 'grey' | null, table: { rows: { depthMm: number | null }[] }): string {
  if (armed === null) return 'a field of the table first, then its place here';
  if (armed === 'grey') return 'the grey patch';
  const backing = BACKINGS[armed.backing] ?? `backing ${armed.backing + 1}`;
  if (armed.row < 0) return `${backing} where it is bare`;
  const depth = table.rows[armed.row]?.depthMm ?? null;
  return depth === null ? `step ${armed.row + 1} over ${backing}` : `the step of ${depth} mm over ${backing}`;
}
