import { useState } from 'react';
import { api } from '../api/client';
import type { Good } from '../api/types';
import { useTints } from '../api/useStores';
import { ChoiceField, OptionalField, TextField } from '../slip/fields';
import { TellButton, Together } from '../slip/together';
import type { useCupboard } from './useCupboard';

const KINDS: { value: Good['kind']; label: string; quantity: 'volume' | 'mass' | 'plain'; unit?: string }[] = [
  { value: 'tint', label: 'Tint', quantity: 'volume' },
  { value: 'plaster', label: 'Plaster or paste', quantity: 'mass' },
  { value: 'glue', label: 'Glue', quantity: 'volume' },
  { value: 'sealer', label: 'Sealer, varnish', quantity: 'volume' },
  { value: 'sealant', label: 'Sealant for seams', quantity: 'volume' },
  { value: 'growth', label: 'Fibres, growth', quantity: 'mass' },
  { value: 'foam', label: 'Sheets of foam', quantity: 'plain', unit: 'pieces' },
  { value: 'damSheet', label: 'Sheets for dams', quantity: 'plain', unit: 'pieces' },
  { value: 'cup', label: 'Cups', quantity: 'plain', unit: 'pieces' },
];

/** Something besides resin that is put into the cupboard. */
export function NewGood({ change }: { change: ReturnType<typeof useCupboard>['change'] }) {
  const tints = useTints();
  const [round, setRound] = useState(0);
  const [kind, setKind] = useState<Good['kind']>('tint');
  const [tintId, setTintId] = useState('');
  const [name, setName] = useState('');
  const [left, setLeft] = useState<number | null>(null);
  const [price, setPrice] = useState<number | null>(null);
  const [thicknessMm, setThicknessMm] = useState<number | null>(20);
  const of = KINDS.find((one) => one.value === kind);
  const tint = tints.find((one) => one.id === tintId);
  const called = kind === 'tint' && tint !== undefined ? tint.name : name.trim();
  const sheets = kind === 'foam' || kind === 'damSheet';
  return (
    <details>
      <summary>Note a tint, plaster, sheets, cups</summary>
      <Together>
        <ChoiceField label="It is" value={kind} choices={KINDS} onChange={(value) => setKind(value as Good['kind'])} />
        {kind === 'tint' && (
          <ChoiceField
            label="Which tint"
            value={tintId}
            choices={[
              { value: '', label: 'One without a wedge' },
              ...tints.map((one) => ({ value: one.id, label: one.name })),
            ]}
            onChange={setTintId}
          />
        )}
        {(kind !== 'tint' || tint === undefined) && <TextField label="Called" value={name} onChange={setName} />}
        {sheets && <OptionalField label="Thickness" quantity="length" value={thicknessMm} onChange={setThicknessMm} />}
        <OptionalField
          key={`left${round}`}
          label="In it, new"
          quantity={of?.quantity ?? 'plain'}
          suffix={of?.unit}
          value={left}
          onChange={setLeft}
        />
        <OptionalField key={`price${round}`} label="It cost" value={price} onChange={setPrice} />
        <TellButton
          size="sm"
          disabled={change.isPending || called === '' || (left ?? 0) <= 0}
          onClick={() =>
            change.mutate(
              () =>
                api.POST('/api/stores/goods', {
                  body: {
                    id: '',
                    kind,
                    name: called,
                    left: left ?? 0,
                    full: left,
                    price,
                    tintId: kind === 'tint' && tintId !== '' ? tintId : null,
                    thicknessMm: sheets ? thicknessMm : null,
                    boughtOn: null,
                    openedOn: null,
                    keepsUntil: null,
                    shape: null,
                    unit: 'ml',
                  },
                }),
              {
                onSuccess: () => {
                  setName('');
                  setLeft(null);
                  setPrice(null);
                  setRound(round + 1);
                },
              },
            )
          }
        >
          Put it into the cupboard
        </TellButton>
      </Together>
    </details>
  );
}
