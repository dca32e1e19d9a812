import { useState } from 'react';
import { api } from '../api/client';
import type { ProductSheet } from '../api/types';
import { OptionalField } from '../slip/fields';
import { TellButton, Together } from '../slip/together';
import type { useCupboard } from './useCupboard';

/** A size a product is sold in, to be noted. */
export function NewPack({ sheet, change }: { sheet: ProductSheet; change: ReturnType<typeof useCupboard>['change'] }) {
  const [round, setRound] = useState(0);
  const [oneG, setOneG] = useState<number | null>(null);
  const [twoG, setTwoG] = useState<number | null>(null);
  const [price, setPrice] = useState<number | null>(null);
  const two = sheet.ratio.b > 0;
  return (
    <details>
      <summary>Note a size it is sold in</summary>
      <Together>
        <OptionalField
          key={`one${round}`}
          label={two ? 'Part one in the pack' : 'In the pack'}
          quantity="mass"
          value={oneG}
          onChange={setOneG}
        />
        {two && (
          <OptionalField
            key={`two${round}`}
            label="Part two in the pack"
            quantity="mass"
            value={twoG}
            onChange={setTwoG}
          />
        )}
        <OptionalField key={`price${round}`} label="The pack costs" value={price} onChange={setPrice} />
        <TellButton
          size="sm"
          disabled={change.isPending || (oneG ?? 0) + (twoG ?? 0) <= 0}
          onClick={() =>
            change.mutate(
              () =>
                api.POST('/api/stores/packs', {
                  body: { id: '', productId: sheet.id, oneG: oneG ?? 0, twoG: twoG ?? 0, price },
                }),
              {
                onSuccess: () => {
                  setOneG(null);
                  setTwoG(null);
                  setPrice(null);
                  setRound(round + 1);
                },
              },
            )
          }
        >
          Note the size
        </TellButton>
      </Together>
    </details>
  );
}
