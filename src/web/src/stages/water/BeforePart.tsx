import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { layersOf } from '../../api/plan';
import type { PourCheck, Water } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { StandingMark } from '../../slip/StandingMark';
import { useBeforePour } from '../../slip/useBeforePour';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';

/** The list before a pour: what is known answers itself, the rest is asked; until then no pour begins. */
export function BeforePart({ water }: { water: Water }) {
  const { plan, edit } = useDesk('plan', 'edit');
  const now = useNow();
  const layers = layersOf(plan.waters.find((one) => one.id === water.id));
  const { data, error } = useBeforePour(water.id);
  if (error !== null)
    return (
      <section>
        <p className="field-wrong" role="alert">
          {error.message}
        </p>
      </section>
    );
  if (data === undefined) return null;
  const layer = data.layer;
  return (
    <section data-testid="before-pour">
      <h3>Before the pour</h3>
      {data.begun.map((pour) => (
        <p key={pour.id} className="quiet">
          Layer {pour.layer} begun {when(pour.at, now)}
          {pour.answers.some((one) => one.overrides) &&
            `, knowingly: ${pour.answers
              .filter((one) => one.overrides)
              .map((one) => `“${one.reason ?? ''}”`)
              .join(', ')}`}
          .
        </p>
      ))}
      {layer === null ? (
        <p>All layers of {water.name} have begun.</p>
      ) : (
        <>
          <p aria-live="polite">
            {data.open === 0
              ? `All answered: layer ${layer} of ${water.name} may begin.`
              : `${data.open === 1 ? 'One question holds' : `${data.open} questions hold`} layer ${layer} of ${water.name} back.`}
          </p>
          <ul className="checks">
            {data.checks.map((check) => (
              <CheckLine key={check.item} water={water} check={check} />
            ))}
          </ul>
          <Button
            size="sm"
            variant={data.open === 0 ? 'primary' : 'outline-primary'}
            onClick={() =>
              void edit({
                kind: 'beginPour',
                id: freshId('pour'),
                waterId: water.id,
                layer,
                at: new Date().toISOString(),
                toMm: layers[layer - 1]?.toMm ?? null,
              })
            }
          >
            Begin layer {layer}
          </Button>
          <details className="gives-way">
            <summary>If a dam gives way</summary>
            <ol>
              <li>Gloves stay on. Leave the board lying level: lifted, it runs faster.</li>
              <li>
                Catch it: paper along the edge, the tray under it. Nothing sticks to wet resin, so hold film or card
                over the gap and tape it where it is dry.
              </li>
              <li>
                Scoop what ran out away with the scraper. Spread it and the paper out thin, outdoors: a heap of it heats
                by itself.
              </li>
              <li>What is still in the bed may gel as it stands; note how high it stands, and the rest is cut anew.</li>
              <li>On skin or in eyes: as the product’s safety sheet says, at once.</li>
            </ol>
          </details>
          <p className="caution">Gloves, eye protection, fresh air. See the product’s safety sheet.</p>
        </>
      )}
    </section>
  );
}

function CheckLine({ water, check }: { water: Water; check: PourCheck }) {
  const { edit } = useDesk('edit');
  const [reason, setReason] = useState<string | null>(null);
  const give = (overrides: boolean, why: string | null) =>
    edit({
      kind: 'answerCheck',
      waterId: water.id,
      item: check.item,
      answer: { waterId: water.id, item: check.item, overrides, reason: why, at: new Date().toISOString() },
    });
  const takeBack = () => void edit({ kind: 'answerCheck', waterId: water.id, item: check.item, answer: null });
  const answered = check.answer;
  return (
    <li className={check.settled ? 'settled' : 'open'} data-item={check.item}>
      <div className="check-head">
        <StandingMark
          standing={
            check.settled ? (answered?.overrides === true ? 'tight' : 'holds') : check.known === 'ask' ? 'ask' : 'stop'
          }
        />
        <span>{check.question}</span>
      </div>
      <p>{check.because}</p>
      {answered !== null && check.known !== 'yes' && (
        <p className="check-answer">
          {answered.overrides ? `Going on knowingly: “${answered.reason ?? ''}”` : 'You said yes.'}{' '}
          <button type="button" className="link" onClick={takeBack}>
            Take it back
          </button>
          {!check.settled && ' It is known otherwise: a yes alone does not do.'}
        </p>
      )}
      {!check.settled && reason === null && (
        <div className="tool-row">
          {check.known === 'ask' && (
            <Button size="sm" variant="outline-primary" onClick={() => void give(false, null)}>
              Yes
            </Button>
          )}
          <Button size="sm" variant="outline-primary" onClick={() => setReason('')}>
            Go on all the same
          </Button>
        </div>
      )}
      {!check.settled && reason !== null && (
        <div className="check-reason">
          <Form.Control
            size="sm"
            autoFocus
            aria-label={`Why go on: ${check.question}`}
            placeholder="Why, in a few words: it is kept with the pour"
            maxLength={400}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && reason.trim() !== '')
                void give(true, reason.trim()).then((made) => made && setReason(null));
              if (event.key === 'Escape') setReason(null);
            }}
          />
          <div className="tool-row">
            <Button
              size="sm"
              disabled={reason.trim() === ''}
              onClick={() => void give(true, reason.trim()).then((made) => made && setReason(null))}
            >
              Go on with that reason
            </Button>
            <Button size="sm" variant="outline-primary" onClick={() => setReason(null)}>
              Leave it
            </Button>
          </div>
        </div>
      )}
    </li>
  );
}
