import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../api/client';
import type { ProductSheet, SheetDraft } from '../api/types';
import { useProducts, useShelfTroubles } from '../api/useStores';
import { hours } from '../slip/words';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity } from '../units/units';
import { Bottles } from './Bottles';
import { emptyLabel, KIND_WORDS } from './label';
import { SheetForm } from './SheetForm';
import { ShelfHeader } from './ShelfHeader';

interface Entering {
  id: string | null;
  label: SheetDraft;
}

/** What is in the cupboard: product sheets and bottles. */
export function Stores() {
  const client = useQueryClient();
  const products = useProducts();
  const [entering, setEntering] = useState<Entering | null>(null);
  const [removed, setRemoved] = useState<ProductSheet | null>(null);
  useEffect(() => {
    document.title = 'Stores · Ink Basin';
  }, []);
  // Plans of open builds are made with these sheets: they are asked for anew.
  const changed = () => client.invalidateQueries();
  const keep = useMutation({
    mutationFn: ({ id, label }: Entering) =>
      id === null
        ? answer(api.POST('/api/stores/products', { body: label }))
        : answer(api.PUT('/api/stores/products/{productId}', { params: { path: { productId: id } }, body: label })),
    onSuccess: async () => {
      await changed();
      setEntering(null);
    },
  });
  const putAway = useMutation({
    mutationFn: async ({ sheet, back }: { sheet: ProductSheet; back: boolean }) => {
      const path = { params: { path: { productId: sheet.id } } };
      const { error, response } = back
        ? await api.POST('/api/stores/products/{productId}/restore', path)
        : await api.DELETE('/api/stores/products/{productId}', path);
      if (!response.ok) throw new Error((error as { detail?: string } | undefined)?.detail ?? 'It could not be done.');
      return back ? null : sheet;
    },
    onSuccess: async (sheet) => {
      setRemoved(sheet);
      await changed();
    },
  });
  const change = useMutation({
    mutationFn: (sheet: ProductSheet) =>
      answer(api.GET('/api/stores/products/{productId}/label', { params: { path: { productId: sheet.id } } })),
    onSuccess: (label, sheet) => setEntering({ id: sheet.id, label }),
  });
  const troubles = useShelfTroubles();
  return (
    <div className="shelf">
      <ShelfHeader name="Stores" words="sheets and bottles" />
      <main className="shelf-body">
        <div>
          {troubles.map((trouble) => (
            <p key={trouble.id} className="message message-stop" role="alert">
              {trouble.sentence}
            </p>
          ))}
          {removed !== null && (
            <p className="message" role="status">
              {removed.name} is off the shelf.{' '}
              <button type="button" className="link" onClick={() => putAway.mutate({ sheet: removed, back: true })}>
                Put it back
              </button>
            </p>
          )}
          <ul className="cards sheet-cards">
            {products.map((sheet) => (
              <SheetCard
                key={sheet.id}
                sheet={sheet}
                onChange={() => change.mutate(sheet)}
                onRemove={() => putAway.mutate({ sheet, back: false })}
              />
            ))}
          </ul>
        </div>
        <div className="stores-side">
          {entering === null ? (
            <section className="new-build" aria-label="Enter a sheet">
              <h2>Your own product</h2>
              <p>Take the bottle in your hand and enter what its label says. The rest is completed for its kind.</p>
              <Button onClick={() => setEntering({ id: null, label: emptyLabel('coatingEpoxy') })}>
                Enter a sheet
              </Button>
            </section>
          ) : (
            <SheetForm
              key={entering.id ?? 'new'}
              begun={entering.label}
              onKeep={(label) => keep.mutate({ id: entering.id, label })}
              onLeave={() => setEntering(null)}
              refusal={keep.error?.message ?? null}
            />
          )}
          <Bottles />
        </div>
      </main>
    </div>
  );
}

function SheetCard({ sheet, onChange, onRemove }: { sheet: ProductSheet; onChange: () => void; onRemove: () => void }) {
  const units = useUnits();
  const mm = (value: number) => `${formatQuantity(value, 'length', units)} ${units.length}`;
  const two = sheet.ratio.b > 0;
  const rows: [string, string][] = [
    ['greatest layer', mm(sheet.greatestLayerMm)],
    ...(two
      ? ([
          ['ratio', `${sheet.ratio.a} : ${sheet.ratio.b} by ${sheet.ratio.basis}`],
          ['pot life', `${sheet.potLifeMin} min, ${formatQuantity(sheet.potLifeMassG, 'mass', units)} ${units.mass}`],
          ['gel', hours(sheet.gelH)],
          ['next layer', `${hours(sheet.recoatFromH)} – ${hours(sheet.recoatToH)}`],
        ] as [string, string][])
      : ([
          [sheet.flash === null ? 'dry after' : 'one flash', hours(sheet.recoatFromH)],
          ['shrinks by', `${sheet.shrinkPercent} %`],
        ] as [string, string][])),
    ['fully cured', hours(sheet.fullCureH)],
  ];
  return (
    <li className="card sheet-card">
      <h2>{sheet.name}</h2>
      <p className="quiet">
        {KIND_WORDS[sheet.kind].name}, {KIND_WORDS[sheet.kind].what}
      </p>
      <dl>
        {rows.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      {sheet.isExample ? (
        <p className="quiet">Made-up numbers, to try things with.</p>
      ) : (
        <>
          <p className="quiet">
            {sheet.assumed.length === 0 ? 'All of it off the label.' : `${sheet.assumed.length} numbers assumed.`}
          </p>
          <div className="card-tools">
            <Button size="sm" variant="outline-primary" aria-label={`Change ${sheet.name}`} onClick={onChange}>
              Change
            </Button>
            <Button size="sm" variant="outline-primary" aria-label={`Take it off: ${sheet.name}`} onClick={onRemove}>
              Take it off
            </Button>
          </div>
        </>
      )}
    </li>
  );
}
