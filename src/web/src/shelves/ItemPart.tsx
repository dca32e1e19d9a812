import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { Pack, ProductSheet, TakenGood, Tint } from '../api/types';
import { NumberField, OptionalField } from '../slip/fields';
import { formatAmount, formatMass } from '../units/units';
import { useUnits } from '../units/UnitsContext';
import { CupPart } from './CupPart';
import { DateField } from './DateField';
import { NewPack } from './NewPack';
import { SheetFacts } from './SheetFacts';
import { day, money, type Standing } from './standing';
import { TintFacts } from './TintFacts';
import { changed, setLeft, takeOut, type useCupboard } from './useCupboard';

type Change = ReturnType<typeof useCupboard>['change'];

/** What was opened: how much is left, what it cost, its dates; of resin its sheet and the sizes it is sold in. */
export function ItemPart({
  standing,
  sheet,
  tint,
  packs,
  taken,
  change,
  onClose,
}: {
  standing: Standing;
  sheet: ProductSheet | undefined;
  /** What it is, of a tint that is known. */
  tint: Tint | undefined;
  packs: Pack[];
  /** What the work of the builds has out of it. */
  taken: TakenGood[];
  change: Change;
  onClose: () => void;
}) {
  const { of } = standing;
  const unit = 'bottle' in of ? null : of.good.good.unit === 'pieces' ? 'pieces' : of.good.good.unit;
  const quantity = 'bottle' in of || unit === 'g' ? 'mass' : unit === 'ml' ? 'volume' : 'plain';
  const full = 'bottle' in of ? of.bottle.bottle.fullG : of.good.good.full;
  const price = 'bottle' in of ? of.bottle.bottle.price : of.good.good.price;
  const name = standing.part === '' ? standing.name : `${standing.name}, ${standing.part}`;
  const put = (fields: Record<string, unknown>) => change.mutate(changed(standing, fields));
  const dates = 'bottle' in of ? of.bottle.bottle : of.good.good;
  return (
    <section className="cupboard-item" aria-label={name}>
      <header>
        <h2>{name}</h2>
        <button type="button" className="step-tool" aria-label="Close it" onClick={onClose}>
          ×
        </button>
      </header>
      {standing.stale && (
        <p className="notice-stop">
          Past its date since {day(standing.keepsUntil)}: it counts for no pour.
          {'bottle' in of && of.bottle.bottle.part === 'two' && ' Old hardener yellows, thickens and may set soft.'}
        </p>
      )}
      {!standing.stale && (
        <p className="quiet">
          {standing.keepsUntil === null
            ? 'Keeps for how long nobody noted.'
            : `Keeps until ${day(standing.keepsUntil)}.`}
        </p>
      )}
      <NumberField
        label="Left in it"
        quantity={quantity}
        step={unit === 'pieces' ? 1 : 10}
        value={Math.round(standing.left * 10) / 10}
        onChange={(left) => change.mutate(setLeft(standing, left))}
      />
      <Kept
        label="It held, new"
        quantity={quantity}
        value={full}
        onKeep={(value) => put('bottle' in of ? { fullG: value } : { full: value })}
      />
      <Kept label="It cost" quantity="plain" value={price} onKeep={(value) => put({ price: value })} />
      <DateField
        label="Bought"
        value={dates.boughtOn ?? ''}
        onChange={(text) => put({ boughtOn: text === '' ? null : text })}
      />
      <DateField
        label="Opened"
        value={dates.openedOn ?? ''}
        onChange={(text) => put({ openedOn: text === '' ? null : text })}
      />
      {'good' in of && (
        <DateField
          label="Keeps until"
          value={of.good.good.keepsUntil ?? ''}
          onChange={(text) => put({ keepsUntil: text === '' ? null : text })}
        />
      )}
      {'good' in of && of.good.good.kind === 'cup' && <CupPart cup={of.good} put={put} />}
      <div className="tool-row">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => {
            change.mutate(takeOut(standing));
            onClose();
          }}
        >
          Take it out of the cupboard
        </Button>
      </div>
      {taken.length > 0 && (
        <>
          <h3>Taken out of it</h3>
          <Taken taken={taken} unit={unit} />
        </>
      )}
      {tint !== undefined && (
        <>
          <h3>Its colour</h3>
          <TintFacts tint={tint} />
          <p>
            <Link to="/tints">All tints, and how one is calibrated</Link>
          </p>
        </>
      )}
      {sheet !== undefined && (
        <>
          <h3>Its sheet</h3>
          <SheetFacts sheet={sheet} />
          <h3>Sold in</h3>
          <Packs packs={packs} change={change} />
          <NewPack sheet={sheet} change={change} />
        </>
      )}
    </section>
  );
}

/** For which work, the latest first: it goes back when that is noted as not done after all. */
function Taken({ taken, unit }: { taken: TakenGood[]; unit: 'g' | 'ml' | 'pieces' | null }) {
  const units = useUnits();
  return (
    <ul className="plain-list taken-list" data-testid="taken">
      {taken.map((one) => (
        <li key={`${one.buildId}${one.workId}`}>
          {one.what ?? 'Ink of a pour'}
          <span>{formatAmount(one.amount, unit, units)}</span>
          <small>
            {one.buildName}
            {one.on !== null && `, ${day(one.on)}`}
          </small>
        </li>
      ))}
    </ul>
  );
}

function Kept({
  label,
  quantity,
  value,
  onKeep,
}: {
  label: string;
  quantity: 'mass' | 'volume' | 'plain';
  value: number | null;
  onKeep: (value: number | null) => void;
}) {
  return <OptionalField label={label} quantity={quantity} value={value} onLeave={onKeep} />;
}

function Packs({ packs, change }: { packs: Pack[]; change: Change }) {
  const units = useUnits();
  if (packs.length === 0) return <p className="quiet">No size is noted yet.</p>;
  return (
    <ul className="plain-list pack-list">
      {packs.map((pack) => {
        const what = `${[pack.oneG, pack.twoG]
          .filter((part) => part > 0)
          .map((part) => formatMass(part, units))
          .join(' + ')} ${units.mass}`;
        return (
          <li key={pack.id}>
            {what}
            <span>{pack.price === null ? 'no price' : money(pack.price)}</span>
            <button
              type="button"
              className="step-tool"
              aria-label={`Strike out ${what}`}
              onClick={() =>
                change.mutate(() => api.DELETE('/api/stores/packs/{packId}', { params: { path: { packId: pack.id } } }))
              }
            >
              ×
            </button>
          </li>
        );
      })}
    </ul>
  );
}
