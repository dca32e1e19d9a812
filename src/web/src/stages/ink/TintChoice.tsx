import { useTints } from '../../api/useStores';
import type { InkPart } from '../../api/types';
import { ChoiceField } from '../../slip/fields';
import { MOST_TINTS } from './recipe';

/** What a tint is begun with, ml in 100 ml: as the only one, and beside others. */
const ALONE_ML = 0.1;
const BESIDE_ML = 0.02;

/** One more tint for a recipe, of those that are not in it; nothing once it has as many as a hand counts out. */
export function TintChoice({
  parts,
  where = '',
  onAdd,
}: {
  parts: InkPart[];
  /** For which place, in a word after the label. */
  where?: string;
  onAdd: (change: (parts: InkPart[]) => InkPart[]) => void;
}) {
  const tints = useTints();
  if (parts.length >= MOST_TINTS) return null;
  const free = tints.filter((tint) => !parts.some((part) => part.tintId === tint.id));
  return (
    <ChoiceField
      label={`${parts.length === 0 ? 'Tint' : 'Another tint'}${where}`}
      value=""
      choices={[
        { value: '', label: parts.length === 0 ? 'None: clear resin' : 'none' },
        ...free.map((tint) => ({ value: tint.id, label: tint.name })),
      ]}
      onChange={(tintId) => {
        if (tintId === '') return;
        onAdd((now) => [
          ...now.filter((one) => one.tintId !== tintId),
          { tintId, mlPer100Ml: now.length === 0 ? ALONE_ML : BESIDE_ML },
        ]);
      }}
    />
  );
}
