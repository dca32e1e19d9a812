import { useState } from 'react';
import { api } from '../api/client';
import { useProducts } from '../api/useStores';
import { ChoiceField, OptionalField } from '../slip/fields';
import { TellButton, Together } from '../slip/together';
import { DateField } from './DateField';
import type { useCupboard } from './useCupboard';

/** A kit, new or begun, that is put into the cupboard. */
export function NewBottles({ change }: { change: ReturnType<typeof useCupboard>['change'] }) {
  const products = useProducts();
  const [round, setRound] = useState(0);
  const [productId, setProductId] = useState('coating-epoxy');
  const [oneG, setOneG] = useState<number | null>(null);
  const [twoG, setTwoG] = useState<number | null>(null);
  const [price, setPrice] = useState<number | null>(null);
  const [openedOn, setOpenedOn] = useState('');
  const [boughtOn, setBoughtOn] = useState('');
  const sheet = products.find((one) => one.id === productId);
  const two = sheet === undefined || sheet.ratio.b > 0;
  return (
    <details>
      <summary>Note a kit or a bottle</summary>
      <Together>
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
        {openedOn === '' && (
          <OptionalField key={`price${round}`} label="It cost together" value={price} onChange={setPrice} />
        )}
        <TellButton
          size="sm"
          disabled={change.isPending || (oneG === null && (twoG === null || !two))}
          onClick={() =>
            change.mutate(
              () =>
                api.POST('/api/stores/bottles', {
                  body: {
                    productId,
                    oneG,
                    twoG: two ? twoG : null,
                    boughtOn: boughtOn === '' ? null : boughtOn,
                    openedOn: openedOn === '' ? null : openedOn,
                    price: openedOn === '' ? price : null,
                  },
                }),
              {
                onSuccess: () => {
                  setPrice(null);
                  setOneG(null);
                  setTwoG(null);
                  setRound(round + 1);
                },
              },
            )
          }
        >
          Put it on the shelf
        </TellButton>
      </Together>
    </details>
  );
}
