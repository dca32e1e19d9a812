import { useState } from 'react';
import type { StandingGood } from '../api/types';
import { OptionalField } from '../slip/fields';
import { formatLength, formatQuantity, unitOf } from '../units/units';
import { useUnits } from '../units/UnitsContext';

interface Shape {
  baseMm: number;
  topMm: number;
  heightMm: number;
}

const SIZES: { field: keyof Shape; label: string }[] = [
  { field: 'baseMm', label: 'Inside, across the base' },
  { field: 'topMm', label: 'Inside, across the rim' },
  { field: 'heightMm', label: 'Inside, its height' },
];

/** A cup by its inner sizes: what it holds, and where to mark it. Kept once all three are there. */
export function CupPart({ cup, put }: { cup: StandingGood; put: (fields: Record<string, unknown>) => void }) {
  const units = useUnits();
  const marks = cup.marks ?? [];
  const [sizes, setSizes] = useState<Partial<Shape>>(cup.good.shape ?? {});
  const keep = (field: keyof Shape, value: number | null) => {
    const next: Partial<Shape> = { ...sizes };
    if (value === null) delete next[field];
    else next[field] = value;
    setSizes(next);
    const { baseMm, topMm, heightMm } = next;
    if (baseMm !== undefined && topMm !== undefined && heightMm !== undefined)
      put({ shape: { baseMm, topMm, heightMm } });
    else if (cup.good.shape !== null) put({ shape: null });
  };
  return (
    <>
      {SIZES.map(({ field, label }) => (
        <OptionalField
          key={field}
          label={label}
          quantity="length"
          value={sizes[field] ?? null}
          onLeave={(value) => keep(field, value)}
        />
      ))}
      {cup.brimfulMl !== null && (
        <p data-testid="cup-holds">
          Holds {formatQuantity(cup.brimfulMl, 'volume', units)} {unitOf('volume', units)} to the rim.{' '}
          {marks.length > 0 &&
            `Mark it, over the inner base: ${marks
              .map(
                (mark) =>
                  `${formatQuantity(mark.volumeMl, 'volume', units)} ${unitOf('volume', units)} at ${formatLength(mark.heightMm, units)}`,
              )
              .join(', ')} ${units.length}.`}
        </p>
      )}
    </>
  );
}
