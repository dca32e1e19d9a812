import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { api, asProblem } from '../api/client';
import type { BottleCard } from '../api/types';
import { useBottles, useProducts } from '../api/useStores';
import { ChoiceField, NumberField, OptionalField } from '../slip/fields';
import { useUnits } from '../units/UnitsContext';
import { formatMass } from '../units/units';

/** Refusals of routes that answer nothing when all is well. */
async function done(call: Promise<{ error?: unknown; response: Response }>): Promise<void> {
  const { error, response } = await call;
  if (!response.ok) throw new Error(asProblem(error).detail ?? 'It could not be done.');
}

/** The bottles at hand: what is left in each, and until when it keeps. */
export function Bottles() {
  const client = useQueryClient();
  const cards = useBottles();
  const change = useMutation({
    mutationFn: (call: () => Promise<{ error?: unknown; response: Response }>) => done(call()),
    onSuccess: () => client.invalidateQueries(),
  });
  return (
    <section className="bottles" aria-label="Bottles">
      <h2>Bottles</h2>
      {cards.length === 0 && <p className="quiet">None noted. Note a kit, and each pour tells what it leaves.</p>}
      <ul className="plain-list">
        {cards.map((card) => (
          <BottleRow
            key={card.bottle.id}
            card={card}
            onSet={(leftG) =>
              change.mutate(() =>
                api.PUT('/api/stores/bottles/{bottleId}', {
                  params: { path: { bottleId: card.bottle.id } },
                  body: { ...card.bottle, leftG },
                }),
              )
            }
            onRemove={() =>
              change.mutate(() =>
                api.DELETE('/api/stores/bottles/{bottleId}', { params: { path: { bottleId: card.bottle.id } } }),
              )
            }
          />
        ))}
      </ul>
      <NewBottles onAdd={(body) => change.mutate(() => api.POST('/api/stores/bottles', { body }))} />
      {change.error !== null && (
        <p className="message message-stop" role="alert">
          {change.error.message}
        </p>
      )}
    </section>
  );
}

function BottleRow({
  card,
  onSet,
  onRemove,
}: {
  card: BottleCard;
  onSet: (leftG: number) => void;
  onRemove: () => void;
}) {
  const units = useUnits();
  const { bottle } = card;
  const what = `${card.productName ?? 'A sheet no longer on the shelf'}, part ${bottle.part}`;
  return (
    <li className={card.isStale ? 'bottle stale' : 'bottle'}>
      <div>
        <strong>{what}</strong>
        <button type="button" className="step-tool" aria-label={`Take ${what} off the shelf`} onClick={onRemove}>
          ×
        </button>
      </div>
      <NumberField
        label="Left in it"
        quantity="mass"
        step={10}
        value={Math.round(bottle.leftG * 10) / 10}
        onChange={onSet}
      />
      <p className={card.isStale ? 'notice-stop' : 'quiet'}>
        {card.isStale
          ? `Past its date since ${day(card.keepsUntil)}: it counts for no pour. Old hardener yellows; ${formatMass(Math.round(bottle.leftG), units)} ${units.mass} for cured waste.`
          : card.keepsUntil === null
            ? 'Keeps for how long nobody noted.'
            : `Keeps until ${day(card.keepsUntil)}.`}
      </p>
    </li>
  );
}

function NewBottles({
  onAdd,
}: {
  onAdd: (body: {
    productId: string;
    oneG: number | null;
    twoG: number | null;
    boughtOn: string | null;
    openedOn: string | null;
  }) => void;
}) {
  const products = useProducts();
  const [round, setRound] = useState(0);
  const [productId, setProductId] = useState('coating-epoxy');
  const [oneG, setOneG] = useState<number | null>(null);
  const [twoG, setTwoG] = useState<number | null>(null);
  const [openedOn, setOpenedOn] = useState('');
  const [boughtOn, setBoughtOn] = useState('');
  const sheet = products.find((one) => one.id === productId);
  const two = sheet === undefined || sheet.ratio.b > 0;
  return (
    <details>
      <summary>Note a kit or a bottle</summary>
      <ChoiceField
        label="Product"
        value={productId}
        choices={products.map((one) => ({ value: one.id, label: one.name }))}
        onChange={setProductId}
      />
      <OptionalField
        key={`one${round}`}
        label={two ? 'Part one' : 'In it'}
        quantity="mass"
        value={oneG}
        onChange={setOneG}
      />
      {two && <OptionalField key={`two${round}`} label="Part two" quantity="mass" value={twoG} onChange={setTwoG} />}
      <DateField label="Bought" value={boughtOn} onChange={setBoughtOn} />
      <DateField label="Opened" value={openedOn} onChange={setOpenedOn} />
      <Button
        size="sm"
        disabled={oneG === null && (twoG === null || !two)}
        onClick={() => {
          onAdd({
            productId,
            oneG,
            twoG: two ? twoG : null,
            boughtOn: boughtOn === '' ? null : boughtOn,
            openedOn: openedOn === '' ? null : openedOn,
          });
          setOneG(null);
          setTwoG(null);
          setRound(round + 1);
        }}
      >
        Put it on the shelf
      </Button>
    </details>
  );
}

function DateField({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  const id = `date-${label.toLowerCase()}`;
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <Form.Control id={id} size="sm" type="date" value={value} onChange={(event) => onChange(event.target.value)} />
    </div>
  );
}

function day(date: string | null): string {
  return date === null
    ? ''
    : new Date(`${date}T12:00:00`).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
}
