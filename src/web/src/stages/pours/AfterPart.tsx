import { useId, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { layersOf } from '../../api/plan';
import type { BegunPour, PlannedLayer, PourResult, Water, WaterPlan } from '../../api/types';
import { useBottles, useProducts } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { ChoiceField, OptionalField, SwitchField } from '../../slip/fields';
import { TellButton, Together } from '../../slip/together';
import { StandingMark } from '../../slip/StandingMark';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatMass, formatReading, formatVolume } from '../../units/units';
import { differing } from '../../desk/changes';
import { PoolsOf } from './PoolsOf';

/** What became of each pour, and what to do now. */
export function AfterPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const [open, setOpen] = useState<string | null>(null);
  const poured = layersOf(plan).flatMap((layer) => (layer.poured === null ? [] : [{ layer, pour: layer.poured }]));
  const last = poured.at(-1);
  const after = plan.after.is;
  return (
    <>
      {after !== null && (
        <section data-testid="after-advice" aria-live="polite">
          <h3>After layer {after.layer}</h3>
          {after.notices.map((notice) => (
            <p key={notice.sentence} className={`notice-${notice.standing}`}>
              {notice.standing !== 'holds' && <StandingMark standing={notice.standing} />} {notice.sentence}
            </p>
          ))}
          {after.notices.length === 0 && <p className="quiet">Nothing of it needs doing.</p>}
        </section>
      )}
      {last === undefined && (
        <section>
          <p>Nothing of {water.name} is poured yet. Begin a layer under Before; then note here what became of it.</p>
        </section>
      )}
      {[...poured].reverse().map(({ layer, pour }) => (
        <PourNote
          key={pour.id}
          layer={layer}
          pour={pour}
          open={open === pour.id || (open === null && pour === last?.pour && pour.result === null)}
          onOpen={() => setOpen(pour.id)}
          onDone={() => setOpen('')}
          productId={water.productId}
        />
      ))}
    </>
  );
}

function PourNote({
  layer,
  pour,
  open,
  onOpen,
  onDone,
  productId,
}: {
  layer: PlannedLayer;
  pour: BegunPour;
  open: boolean;
  onOpen: () => void;
  onDone: () => void;
  productId: string;
}) {
  const { edit } = useDesk('edit');
  const units = useUnits();
  const now = useNow();
  const products = useProducts();
  const [wasOther, setWasOther] = useState(false);
  const mixedOf = pour.productId ?? productId;
  const strikeOut = () => void edit({ kind: 'logPour', pourId: pour.id, fields: null });
  return (
    <section data-testid={`pour-${pour.layer}`}>
      <h3>
        Layer {pour.layer} <span className="quiet">{when(pour.at, now)}</span>
      </h3>
      {wasOther ? (
        <ChoiceField
          label="Mixed of"
          value={pour.productId ?? ''}
          choices={[
            ...(pour.productId === null ? [{ value: '', label: 'nobody kept it' }] : []),
            ...products.map((product) => ({ value: product.id, label: product.name })),
          ]}
          onChange={(chosen) =>
            void edit({ kind: 'pouredOf', pourId: pour.id, productId: chosen }).then(
              (kept) => kept && setWasOther(false),
            )
          }
        />
      ) : (
        <p className="quiet">
          {pour.productId !== null &&
            `Mixed of ${products.find((product) => product.id === mixedOf)?.name ?? mixedOf}. `}
          <button type="button" className="link" onClick={() => setWasOther(true)}>
            {pour.productId === null ? 'Say what it was mixed of' : 'It was another'}
          </button>
        </p>
      )}
      {pour.result !== null && <p>{told(pour.result, units)}</p>}
      {layer.pools.each.length > 1 && <PoolsOf layer={layer} />}
      {open ? (
        <ResultForm layer={layer} pour={pour} productId={mixedOf} planned={mixedOf === productId} onDone={onDone} />
      ) : (
        <div className="tool-row">
          <Button size="sm" variant="outline-primary" onClick={onOpen}>
            {pour.result === null ? 'Note what became of it' : 'Change the note'}
          </Button>
          {pour.result !== null && (
            <Button size="sm" variant="outline-primary" onClick={strikeOut}>
              Strike it out
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

function told(result: PourResult, units: ReturnType<typeof useUnits>): string {
  const said = [
    result.oneG !== null &&
      `mixed ${formatMass(result.oneG, units)}${result.twoG === null ? '' : ` + ${formatMass(result.twoG, units)}`} ${units.mass}`,
    result.leftMl !== null && `${formatVolume(result.leftMl, units)} ${units.volume} left`,
    result.reachedMm !== null && `reached ${formatLength(result.reachedMm, units)} ${units.length}`,
    result.roomC !== null && `room ${formatReading(result.roomC, units)}`,
    result.note !== null && `“${result.note}”`,
  ].filter((one) => one !== false);
  return said.length === 0 ? 'Nothing measured.' : `${said.join(', ')}.`;
}

function ResultForm({
  layer,
  pour,
  productId,
  planned,
  onDone,
}: {
  layer: PlannedLayer;
  pour: BegunPour;
  productId: string;
  /** Whether the plan's cups are of that product. */
  planned: boolean;
  onDone: () => void;
}) {
  const { edit } = useDesk('edit');
  const units = useUnits();
  const sheet = useProducts().find((product) => product.id === productId);
  const { bottles, known } = useBottles();
  const inStock = bottles.some((card) => card.bottle.productId === productId);
  const [result, setResult] = useState<PourResult>(
    pour.result ?? {
      oneG: null,
      twoG: null,
      leftMl: null,
      reachedMm: null,
      roomC: null,
      note: null,
      at: '',
      fromBottles: false,
    },
  );
  const noteId = useId();
  const [take, setTake] = useState<boolean | null>(null);
  const onePart = sheet?.ratio.b === 0;
  const set = (change: Partial<PourResult>) => setResult({ ...result, ...change });
  // Of cups of several colours each has its own grams.
  const all = (part: 'aG' | 'bG') =>
    layer.mix.batches.length === 0 || !planned
      ? ''
      : formatMass(
          layer.mix.batches.reduce((sum, batch) => sum + batch[part], 0),
          units,
        );
  const asked = [
    { field: 'oneG', label: onePart ? 'Taken out' : 'Part one, weighed', quantity: 'mass', hint: all('aG') },
    ...(onePart ? [] : [{ field: 'twoG', label: 'Part two, weighed', quantity: 'mass', hint: all('bG') } as const]),
    { field: 'leftMl', label: 'Left in the cup', quantity: 'volume', hint: '' },
    { field: 'reachedMm', label: 'It came to', quantity: 'length', hint: formatLength(pour.toMm ?? layer.toMm, units) },
    { field: 'roomC', label: 'The room', quantity: 'temperature', hint: '' },
  ] as const;
  // A note that is new takes it out; an older one that never did is left alone unless the maker says so.
  const takes = take ?? (pour.result === null ? inStock : pour.result.fromBottles);
  const note = async () => {
    const noted: PourResult = {
      ...result,
      note: result.note?.trim() === '' ? null : result.note,
      at: new Date().toISOString(),
      fromBottles: takes,
    };
    const fields = pour.result === null ? noted : differing(pour.result, noted);
    if (await edit({ kind: 'logPour', pourId: pour.id, fields })) onDone();
  };
  return (
    <Together>
      <div className="result-form">
        {asked.map(({ field, label, quantity, hint }) => (
          <OptionalField
            key={field}
            label={label}
            quantity={quantity}
            hint={hint}
            value={result[field]}
            onChange={(value) => set({ [field]: value })}
          />
        ))}
        <div className="note-field">
          <label htmlFor={noteId}>Anything else</label>
          <textarea
            id={noteId}
            maxLength={400}
            rows={2}
            value={result.note ?? ''}
            onChange={(event) => set({ note: event.target.value })}
          />
        </div>
        {inStock && <SwitchField label="Take what was weighed out of the bottles" value={takes} onChange={setTake} />}
        <div className="tool-row">
          <TellButton size="sm" disabled={!known} onClick={() => void note()}>
            Note it
          </TellButton>
          <Button size="sm" variant="outline-primary" onClick={onDone}>
            Leave it
          </Button>
        </div>
      </div>
    </Together>
  );
}
