import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../api/client';
import type { ProductSheet, SheetDraft } from '../api/types';
import { useProducts } from '../api/useStores';
import { hours } from '../slip/words';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity } from '../units/units';
import { Bottles } from './Bottles';
import { emptyLabel, KIND_WORDS } from './label';
import { SheetForm } from './SheetForm';
import { useOwnLabels } from './useOwnLabels';
import { OwnLabelTools } from './OwnLabelTools';
import { ShelfHeader } from './ShelfHeader';
import { ShelfMessages } from './ShelfMessages';

/** What is in the cupboard: product sheets and bottles. */
export function Stores() {
  const products = useProducts();
  useEffect(() => {
    document.title = 'Stores · Ink Basin';
  }, []);
  const own = useOwnLabels<ProductSheet, SheetDraft>({
    keep: (id, body) =>
      id === null
        ? answer(api.POST('/api/stores/products', { body }))
        : answer(api.PUT('/api/stores/products/{productId}', { params: { path: { productId: id } }, body })),
    read: (id) => answer(api.GET('/api/stores/products/{productId}/label', { params: { path: { productId: id } } })),
    putAway: (id, back) =>
      back
        ? api.POST('/api/stores/products/{productId}/restore', { params: { path: { productId: id } } })
        : api.DELETE('/api/stores/products/{productId}', { params: { path: { productId: id } } }),
  });
  return (
    <div className="shelf">
      <ShelfHeader name="Stores" words="sheets and bottles" />
      <main className="shelf-body">
        <div>
          <ShelfMessages faults={own.faults} removed={own.removed} onPutBack={own.putBack} />
          <ul className="cards sheet-cards">
            {products.map((sheet) => (
              <SheetCard
                key={sheet.id}
                sheet={sheet}
                onChange={() => own.change(sheet)}
                onRemove={() => own.takeOff(sheet)}
              />
            ))}
          </ul>
        </div>
        <div className="stores-side">
          {own.entering === null ? (
            <section className="new-build" aria-label="Enter a sheet">
              <h2>Your own product</h2>
              <p>Take the bottle in your hand and enter what its label says. The rest is completed for its kind.</p>
              <Button onClick={() => own.enter(emptyLabel('coatingEpoxy'))}>Enter a sheet</Button>
            </section>
          ) : (
            <SheetForm
              key={own.entering.id ?? 'new'}
              begun={own.entering.label}
              onKeep={own.keep}
              onLeave={own.leave}
              refusal={own.refusal}
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
          <OwnLabelTools name={sheet.name} onChange={onChange} onRemove={onRemove} />
        </>
      )}
    </li>
  );
}
