import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { layersOf } from '../../api/plan';
import type { Water } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { useOnce } from '../../desk/useOnce';
import { CheckLine } from '../../slip/CheckLine';
import { GivesWay } from '../../slip/GivesWay';
import { useBeforePour } from '../../slip/useBeforePour';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';
import { Refused } from '../../slip/Refused';

/**
 * The list before a pour: what is known answers itself, the rest is asked; until then no pour begins. What stands under it is shown once it has come:
 * it would move away under the hand.
 */
export function BeforePart({ water, children }: { water: Water; children?: ReactNode }) {
  const { plan, edit } = useDesk('plan', 'edit');
  const once = useOnce();
  const now = useNow();
  const layers = layersOf(plan.waters.find((one) => one.id === water.id));
  const { data, error } = useBeforePour(water.id);
  if (error !== null)
    return (
      <>
        <section>
          <Refused>{error.message}</Refused>
        </section>
        {children}
      </>
    );
  if (data === undefined) return null;
  const layer = data.layer;
  return (
    <>
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
                <CheckLine key={check.item} waterIds={[water.id]} check={check} />
              ))}
            </ul>
            <Button
              size="sm"
              variant={data.open === 0 ? 'primary' : 'outline-primary'}
              onClick={() =>
                once([water.id, layer], () =>
                  edit({
                    kind: 'beginPour',
                    id: freshId('pour'),
                    waterId: water.id,
                    layer,
                    at: new Date().toISOString(),
                    toMm: layers[layer - 1]?.toMm ?? null,
                  }),
                )
              }
            >
              Begin layer {layer}
            </Button>
            <details className="gives-way">
              <summary>If a dam gives way</summary>
              <GivesWay />
            </details>
            <p className="caution">Gloves, eye protection, fresh air. See the product’s safety sheet.</p>
          </>
        )}
      </section>
      {children}
    </>
  );
}
