import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../api/client';
import type { ProductKind, ProductSheet, SheetDraft } from '../api/types';
import { ChoiceField, OptionalField, TextField } from '../slip/fields';
import { Together } from '../slip/together';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity, type Units } from '../units/units';
import { KeepOrLeave } from './KeepOrLeave';
import { useRested } from './useRested';
import { asked, asKind, further, isOnePart, KIND_WORDS, type LabelNumber } from './label';

/** A sheet entered by what its label says. What it leaves out is completed by what is usual for the kind, and marked as assumed. */
export function SheetForm({
  begun,
  onKeep,
  onLeave,
  refusal,
}: {
  begun: SheetDraft;
  onKeep: (label: SheetDraft) => void;
  onLeave: () => void;
  refusal: string | null;
}) {
  const [label, setLabel] = useState(begun);
  const set = (change: Partial<SheetDraft>) => setLabel({ ...label, ...change });
  const named = label.name.trim() !== '';
  const rested = useRested(label, 300);
  const look = useQuery({
    queryKey: ['look-at-label', rested],
    queryFn: () => answer(api.POST('/api/stores/products/look', { body: { ...rested, name: rested.name || 'x' } })),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const sheet = look.data?.sheet;
  const numbers = (list: LabelNumber[]) =>
    list.map((one) => (
      <LabelField
        key={one.field}
        one={one}
        label={label}
        sheet={sheet}
        onChange={(value) => set({ [one.field]: value })}
      />
    ));
  return (
    <Together>
      <section className="sheet-form" aria-label="The label">
        <h2>What the label says</h2>
        <TextField label="Name" value={label.name} onChange={(name) => set({ name })} />
        <div className="kinds" role="radiogroup" aria-label="It is">
          {Object.entries(KIND_WORDS).map(([kind, words]) => (
            <label key={kind} className={label.kind === kind ? 'chosen' : ''}>
              <input
                type="radio"
                name="kind"
                checked={label.kind === kind}
                onChange={() => setLabel(asKind(label, kind as ProductKind))}
              />
              <strong>{words.name}</strong>
              <span>{words.what}</span>
            </label>
          ))}
        </div>
        {!isOnePart(label.kind) && <RatioFields label={label} sheet={sheet} onChange={(ratio) => set({ ratio })} />}
        {numbers(asked(label.kind))}
        <details>
          <summary>More, if there is a data sheet</summary>
          {numbers(further(label.kind))}
          <TextField
            label="Caution"
            value={label.safetyNote ?? ''}
            onChange={(safetyNote) => set({ safetyNote: safetyNote === '' ? null : safetyNote })}
          />
        </details>
        {look.error !== null && (
          <p className="field-wrong" role="alert">
            {look.error.message}
          </p>
        )}
        {look.error === null &&
          look.data?.doubts.map((doubt) => (
            <p key={doubt.field} className="notice-tight">
              {doubt.sentence}
            </p>
          ))}
        <p className="quiet">
          Grey figures are usual for the kind and assumed: the plan says so. Leave a field empty rather than guess.
        </p>
        <KeepOrLeave
          keep="Keep the sheet"
          ready={named && look.error === null}
          refusal={refusal}
          onKeep={() => onKeep(label)}
          onLeave={onLeave}
        />
      </section>
    </Together>
  );
}

function LabelField({
  one,
  label,
  sheet,
  onChange,
}: {
  one: LabelNumber;
  label: SheetDraft;
  sheet: ProductSheet | undefined;
  onChange: (value: number | null) => void;
}) {
  const units = useUnits();
  const { quantity = 'plain' } = one;
  return (
    <OptionalField
      label={one.label}
      quantity={quantity}
      {...(one.suffix === undefined ? {} : { suffix: one.suffix })}
      hint={one.field === 'tackFreeH' ? '' : assumed(one, sheet, units)}
      value={label[one.field] as number | null}
      onChange={onChange}
    />
  );
}

/** What stands in the whole sheet where the label says nothing. */
function assumed(one: LabelNumber, sheet: ProductSheet | undefined, units: Units): string {
  if (sheet === undefined) return '';
  const value =
    one.field === 'dryH'
      ? sheet.drying?.hours
      : one.field === 'flashSeconds'
        ? sheet.flash?.seconds
        : sheet[one.field as keyof ProductSheet];
  return typeof value === 'number' ? formatQuantity(value, one.quantity ?? 'plain', units) : '';
}

function RatioFields({
  label,
  sheet,
  onChange,
}: {
  label: SheetDraft;
  sheet: ProductSheet | undefined;
  onChange: (ratio: SheetDraft['ratio']) => void;
}) {
  const { ratio } = label;
  const [basis, setBasis] = useState<'volume' | 'weight'>(ratio?.basis ?? 'volume');
  const [a, setA] = useState(ratio?.a ?? null);
  const [b, setB] = useState(ratio?.b ?? null);
  const tell = (nextA: number | null, nextB: number | null, nextBasis: 'volume' | 'weight') =>
    onChange(nextA === null || nextB === null ? null : { a: nextA, b: nextB, basis: nextBasis });
  return (
    <>
      <OptionalField
        label="Ratio: part one"
        suffix=""
        hint={String(sheet?.ratio.a ?? '')}
        value={a}
        onChange={(next) => {
          setA(next);
          tell(next, b, basis);
        }}
      />
      <OptionalField
        label="to part two"
        suffix=""
        hint={String(sheet?.ratio.b ?? '')}
        value={b}
        onChange={(next) => {
          setB(next);
          tell(a, next, basis);
        }}
      />
      <ChoiceField
        label="By"
        value={basis}
        choices={[
          { value: 'volume', label: 'volume: ml to ml' },
          { value: 'weight', label: 'weight: g to g' },
        ]}
        onChange={(next) => {
          setBasis(next as 'volume' | 'weight');
          tell(a, b, next as 'volume' | 'weight');
        }}
      />
    </>
  );
}
