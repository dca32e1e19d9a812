import type { ProductKind, SheetDraft } from '../api/types';
import type { Quantity } from '../units/units';

/** A number a label may give. */
export interface LabelNumber {
  field: keyof SheetDraft;
  /** Name of the number in the whole sheet, where that is another one. */
  inSheet?: string;
  label: string;
  quantity?: Quantity;
  suffix?: string;
}

export const KIND_WORDS: Record<ProductKind, { name: string; what: string }> = {
  coatingEpoxy: { name: 'Coating epoxy', what: 'two parts, thin coats, quick' },
  castingEpoxy: { name: 'Casting epoxy', what: 'two parts, layers of a centimetre or so' },
  deepPourEpoxy: { name: 'Deep-pour epoxy', what: 'two parts, slow, deep layers' },
  polyester: { name: 'Polyester', what: 'a little catalyst; dissolves bare foam' },
  onePartWater: { name: 'One-part water', what: 'ready mixed, dries, shrinks' },
  uvResin: { name: 'UV resin', what: 'hardens under a lamp' },
  glossGel: { name: 'Gloss gel', what: 'for the surface, holds its shape' },
};

const TWO_PART: LabelNumber[] = [
  { field: 'greatestLayerMm', label: 'Greatest layer', quantity: 'length' },
  { field: 'potLifeMin', label: 'Pot life', suffix: 'min' },
  { field: 'potLifeMassG', label: '…for a mass of', quantity: 'mass' },
  { field: 'gelH', label: 'Working or gel time', suffix: 'h' },
  { field: 'tackFreeH', inSheet: 'gelH', label: 'or: tack-free after', suffix: 'h' },
  { field: 'recoatFromH', label: 'Next layer from', suffix: 'h' },
  { field: 'recoatToH', label: 'Next layer until', suffix: 'h' },
  { field: 'demouldH', label: 'Dams off after', suffix: 'h' },
  { field: 'fullCureH', label: 'Fully cured after', suffix: 'h' },
  { field: 'referenceC', label: 'All that at', quantity: 'temperature' },
];

const ONE_PART: LabelNumber[] = [{ field: 'greatestLayerMm', label: 'Greatest coat', quantity: 'length' }];

/** What the front of a label says, by kind: only that is asked for. */
export function asked(kind: ProductKind): LabelNumber[] {
  if (kind === 'uvResin')
    return [
      { field: 'greatestLayerMm', label: 'Depth one flash hardens', quantity: 'length' },
      { field: 'flashSeconds', label: 'One flash', suffix: 's' },
    ];
  if (kind === 'onePartWater' || kind === 'glossGel')
    return [
      ...ONE_PART,
      { field: 'dryH', label: 'That coat is dry after', suffix: 'h' },
      { field: 'shrinkPercent', label: 'Shrinks by', suffix: '%' },
    ];
  return TWO_PART;
}

/** What is on a data sheet at best: hidden until wanted. */
export function further(kind: ProductKind): LabelNumber[] {
  const both: LabelNumber[] = [
    { field: 'leastLayerMm', label: 'Least layer', quantity: 'length' },
    { field: 'densityA', label: isOnePart(kind) ? 'Density' : 'Density of part one', suffix: 'g/ml' },
    { field: 'workFromC', label: 'Used from', quantity: 'temperature' },
    { field: 'workToC', label: 'Used up to', quantity: 'temperature' },
    { field: 'mixedViscosityMPaS', label: 'Viscosity', suffix: 'mPa·s' },
    { field: 'tintLimitPercent', label: 'Most tint', suffix: '%' },
    { field: 'unopenedMonths', label: 'Keeps unopened', suffix: 'mths' },
    { field: 'openedMonths', label: 'Keeps opened', suffix: 'mths' },
  ];
  if (isOnePart(kind)) return both;
  return [
    ...both,
    { field: 'densityB', label: 'Density of part two', suffix: 'g/ml' },
    { field: 'maxBatchG', label: 'Greatest batch', quantity: 'mass' },
    { field: 'shrinkPercent', label: 'Shrinks by', suffix: '%' },
    { field: 'tolerancePercent', label: 'Ratio may be off by', suffix: '%' },
    { field: 'stirMin', label: 'Stir for', suffix: 'min' },
    { field: 'heatJPerG', label: 'Heat of reaction', suffix: 'J/g' },
    { field: 'initialCatalysis', label: 'Quick start κ', suffix: '' },
    { field: 'activationKJPerMol', label: 'Activation energy', suffix: 'kJ' },
  ];
}

export function isOnePart(kind: ProductKind): boolean {
  return kind === 'onePartWater' || kind === 'uvResin' || kind === 'glossGel';
}

/** A label nobody has read anything off yet. */
export function emptyLabel(kind: ProductKind): SheetDraft {
  return {
    name: '',
    kind,
    ratio: null,
    densityA: null,
    densityB: null,
    leastLayerMm: null,
    greatestLayerMm: null,
    maxBatchG: null,
    potLifeMin: null,
    potLifeMassG: null,
    gelH: null,
    tackFreeH: null,
    recoatFromH: null,
    recoatToH: null,
    demouldH: null,
    fullCureH: null,
    referenceC: null,
    workFromC: null,
    workToC: null,
    mixedViscosityMPaS: null,
    shrinkPercent: null,
    tolerancePercent: null,
    tintLimitPercent: null,
    stirMin: null,
    heatJPerG: null,
    initialCatalysis: null,
    activationKJPerMol: null,
    dryH: null,
    flashSeconds: null,
    unopenedMonths: null,
    openedMonths: null,
    safetyNote: null,
  };
}

/** The same label for another kind: only what both kinds have is carried over. */
export function asKind(label: SheetDraft, kind: ProductKind): SheetDraft {
  const kept = new Set<string>([...asked(kind), ...further(kind)].map((one) => one.field));
  const next: Record<string, unknown> = { ...emptyLabel(kind), name: label.name, safetyNote: label.safetyNote };
  for (const [field, value] of Object.entries(label)) if (kept.has(field)) next[field] = value;
  if (!isOnePart(kind)) next['ratio'] = label.ratio;
  return next as unknown as SheetDraft;
}
