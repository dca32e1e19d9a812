import type { InkPlace } from '../../api/types';
import { ChoiceField } from '../../slip/fields';

/** Which of a water's colours is meant; nothing where it has but one. An empty value is its own. */
export function ColourChoice({
  places,
  value,
  onChange,
}: {
  places: InkPlace[];
  value: string;
  onChange: (placeId: string) => void;
}) {
  if (places.length === 0) return null;
  return (
    <ChoiceField
      label="Of its colours"
      value={value}
      choices={[
        { value: '', label: 'the water’s own' },
        ...places.map((place, i) => ({ value: place.id, label: `colour ${i + 1}` })),
      ]}
      onChange={onChange}
    />
  );
}
