import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../api/client';
import type { ProductSheet, SheetDraft } from '../api/types';
import { useProducts, useTints } from '../api/useStores';
import { ItemPart } from './ItemPart';
import { emptyLabel, KIND_WORDS } from './label';
import { ListPart } from './ListPart';
import { NewBottles } from './NewBottles';
import { NewGood } from './NewGood';
import { OwnLabelTools } from './OwnLabelTools';
import { SheetFacts } from './SheetFacts';
import { SheetForm } from './SheetForm';
import { ShelfHeader } from './ShelfHeader';
import { ShelfItem, tall } from './ShelfItem';
import { ShelfMessages } from './ShelfMessages';
import { shelvesOf } from './standing';
import { ToBuyPart } from './ToBuyPart';
import { setLeft, useCupboard } from './useCupboard';
import { useOwnLabels } from './useOwnLabels';

/** The cupboard: what stands in it is seen, what is missing is told beside it; under it the sheets of the products. */
export function Stores() {
  const products = useProducts();
  const tints = useTints();
  const { view, reckoning, error, change } = useCupboard();
  const [opened, setOpened] = useState<string | null>(null);
  const shelves = view === undefined ? [] : shelvesOf(view, tints);
  const open = shelves.flatMap((shelf) => shelf.items).find((one) => one.key === opened);
  const takenOf = (goodId: string) => view?.taken.filter((one) => one.goodId === goodId) ?? [];
  const tintOf = (tintId: string | null) => tints.find((one) => one.id === tintId);
  const productId = open !== undefined && 'bottle' in open.of ? open.of.bottle.bottle.productId : null;
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
      <ShelfHeader name="Stores" words="what stands in the cupboard" />
      <main className="shelf-body">
        <div>
          <ShelfMessages faults={own.faults} removed={own.removed} onPutBack={own.putBack} />
          {error !== null && <p role="alert">{error.message}</p>}
          {shelves.map((shelf) => (
            <section key={shelf.name} className="cupboard-shelf" aria-label={shelf.name}>
              <h2>
                {shelf.name}
                {shelf === shelves[0] && (
                  <small>
                    ochre: what the builds on the shelf still take. Press one to open it, drag its level to correct it.
                  </small>
                )}
              </h2>
              {shelf.items.length === 0 && <p className="quiet">Nothing noted.</p>}
              <div className="shelf-board">
                {shelf.items.map((one) => (
                  <ShelfItem
                    key={one.key}
                    standing={one}
                    room={Math.max(...shelf.items.map(tall))}
                    open={one.key === opened}
                    onOpen={() => setOpened(one.key === opened ? null : one.key)}
                    onSet={(left) => change.mutate(setLeft(one, left))}
                  />
                ))}
              </div>
            </section>
          ))}
          <h2 className="cupboard-sheets">Sheets of the products</h2>
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
        <div className={own.entering !== null || open !== undefined ? 'stores-side in-hand' : 'stores-side'}>
          {change.error !== null && (
            <p className="message message-stop" role="alert">
              {change.error.message}
            </p>
          )}
          {own.entering !== null ? (
            <SheetForm
              key={own.entering.id ?? 'new'}
              begun={own.entering.label}
              onKeep={own.keep}
              onLeave={own.leave}
              refusal={own.refusal}
            />
          ) : open !== undefined ? (
            <ItemPart
              key={open.key}
              standing={open}
              sheet={products.find((sheet) => sheet.id === productId)}
              tint={'good' in open.of ? tintOf(open.of.good.good.tintId) : undefined}
              packs={view?.packs.filter((pack) => pack.productId === productId) ?? []}
              taken={'good' in open.of ? takenOf(open.of.good.good.id) : []}
              change={change}
              onClose={() => setOpened(null)}
            />
          ) : (
            <>
              <section className="bottles" aria-label="Put in">
                <h2>Put in</h2>
                <NewBottles change={change} />
                <NewGood change={change} />
                <div className="tool-row">
                  <Button size="sm" onClick={() => own.enter(emptyLabel('coatingEpoxy'))}>
                    Enter a sheet
                  </Button>
                  <span className="quiet">of a product of your own, off its label</span>
                </div>
              </section>
              {reckoning ? (
                <p className="quiet">Reckoning what the builds still take…</p>
              ) : (
                view !== undefined && <ToBuyPart view={view} />
              )}
              <ListPart />
            </>
          )}
        </div>
      </main>
    </div>
  );
}

function SheetCard({ sheet, onChange, onRemove }: { sheet: ProductSheet; onChange: () => void; onRemove: () => void }) {
  return (
    <li className="card sheet-card">
      <h2>{sheet.name}</h2>
      <p className="quiet">
        {KIND_WORDS[sheet.kind].name}, {KIND_WORDS[sheet.kind].what}
      </p>
      <SheetFacts sheet={sheet} />
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
