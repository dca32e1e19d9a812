/** Units of the screen. The server always speaks mm, ml, g and °C; only what is shown and typed changes. */
export interface Units {
  length: 'mm' | 'in';
  volume: 'ml' | 'fl oz';
  mass: 'g' | 'oz';
  temperature: '°C' | '°F';
}

export type Quantity = 'length' | 'volume' | 'mass' | 'temperature' | 'plain';

export const METRIC: Units = { length: 'mm', volume: 'ml', mass: 'g', temperature: '°C' };

const MM_PER_INCH = 25.4;
const ML_PER_FLOZ = 29.5735;
const G_PER_OZ = 28.349523125;

/** "14.5", or inches to a sixteenth: "9/16", "1 3/16". */
export function formatLength(mm: number, units: Units, decimals = 1): string {
  return units.length === 'mm' ? mm.toFixed(decimals) : inches(mm);
}

function inches(mm: number): string {
  const sixteenths = Math.round((Math.abs(mm) / MM_PER_INCH) * 16);
  const sign = mm < 0 && sixteenths > 0 ? '−' : '';
  const whole = Math.floor(sixteenths / 16);
  let part = sixteenths % 16;
  if (part === 0) return `${sign}${whole}`;
  let base = 16;
  while (part % 2 === 0) {
    part /= 2;
    base /= 2;
  }
  return `${sign}${whole > 0 ? `${whole} ` : ''}${part}/${base}`;
}

export function formatVolume(ml: number, units: Units): string {
  if (units.volume === 'fl oz') return (ml / ML_PER_FLOZ).toFixed(ml < 300 ? 2 : 1);
  return ml < 10 ? ml.toFixed(1) : ml.toFixed(0);
}

/** Grams as a scale shows them: never rounded away from what is to be weighed. */
export function formatMass(g: number, units: Units): string {
  if (units.mass === 'oz') return (g / G_PER_OZ).toFixed(3);
  return String(Math.round(g * 100) / 100);
}

/** An amount of something in the cupboard, with its unit; pieces have none. */
export function formatAmount(value: number, unit: 'g' | 'ml' | 'pieces' | null, units: Units): string {
  if (unit === 'ml') return `${formatVolume(value, units)} ${units.volume}`;
  if (unit === 'pieces') return `${Math.round(value * 10) / 10}`;
  return value >= 1000 && units.mass === 'g'
    ? `${(value / 1000).toFixed(2)} kg`
    : `${formatMass(Math.round(value), units)} ${units.mass}`;
}

export function formatQuantity(value: number, quantity: Quantity, units: Units): string {
  switch (quantity) {
    case 'length':
      return formatLength(value, units, Math.abs(value) >= 100 ? 0 : 1);
    case 'volume':
      return formatVolume(value, units);
    case 'mass':
      return formatMass(value, units);
    case 'temperature':
      return (units.temperature === '°C' ? value : (value * 9) / 5 + 32).toFixed(0);
    case 'plain':
      return String(Math.round(value * 1000) / 1000);
  }
}

/** A temperature as a thermometer shows it, to a tenth where it has one. */
export function formatReading(celsius: number, units: Units): string {
  const shown = units.temperature === '°C' ? celsius : (celsius * 9) / 5 + 32;
  return `${Math.round(shown * 10) / 10} ${units.temperature}`;
}

export function unitOf(quantity: Quantity, units: Units): string {
  return quantity === 'plain' ? '' : units[quantity];
}

/** A value with the unit the server named ("mm", "ml", "g", "°C", …), in the units of the screen. */
export function formatNamed(value: number, unit: string, units: Units): string {
  if (unit === 'mm²') return `${(value / 100).toFixed(value < 1000 ? 1 : 0)} cm²`;
  const quantity = ({ mm: 'length', ml: 'volume', g: 'mass', '°C': 'temperature' } as const)[unit];
  if (quantity === undefined) return `${formatQuantity(value, 'plain', units)}${unit === '' ? '' : ` ${unit}`}`;
  return `${formatQuantity(value, quantity, units)} ${unitOf(quantity, units)}`;
}

/**
 * Reads what a maker typed: "14.5", "14,5", "9/16", "1 3/16", with or without a unit ("12 mm", "1/2 in"). The unit
 * typed wins over the unit of the screen. Null when it is no number.
 */
export function parseQuantity(text: string, quantity: Quantity, units: Units): number | null {
  const match =
    /^\s*([-−+]?)\s*(?:(\d+(?:[.,]\d*)?|[.,]\d+)(?:\s+(\d+)\/(\d+))?|(\d+)\/(\d+))\s*([a-z°"' ]*)\s*$/i.exec(text);
  if (!match) return null;
  const [, sign, whole, top, bottom, onlyTop, onlyBottom, unitText] = match;
  let value = whole === undefined ? 0 : Number(whole.replace(',', '.'));
  const above = top ?? onlyTop;
  const below = bottom ?? onlyBottom;
  if (above !== undefined && below !== undefined) {
    if (Number(below) === 0) return null;
    value += Number(above) / Number(below);
  }
  if (sign === '-' || sign === '−') value = -value;
  if (!Number.isFinite(value)) return null;
  return toBase(value, quantity, (unitText ?? '').trim().toLowerCase(), units);
}

function toBase(value: number, quantity: Quantity, typed: string, units: Units): number | null {
  switch (quantity) {
    case 'length':
      if (typed === 'mm' || (typed === '' && units.length === 'mm')) return value;
      if (typed === 'cm') return value * 10;
      if (typed === 'in' || typed === '"' || (typed === '' && units.length === 'in')) return value * MM_PER_INCH;
      return null;
    case 'volume':
      if (typed === 'ml' || (typed === '' && units.volume === 'ml')) return value;
      if (typed === 'fl oz' || typed === 'floz' || (typed === '' && units.volume === 'fl oz'))
        return value * ML_PER_FLOZ;
      return null;
    case 'mass':
      if (typed === 'g' || (typed === '' && units.mass === 'g')) return value;
      if (typed === 'oz' || (typed === '' && units.mass === 'oz')) return value * G_PER_OZ;
      return null;
    case 'temperature':
      if (typed === '°c' || typed === 'c' || (typed === '' && units.temperature === '°C')) return value;
      if (typed === '°f' || typed === 'f' || (typed === '' && units.temperature === '°F'))
        return ((value - 32) * 5) / 9;
      return null;
    case 'plain':
      return typed === '' ? value : null;
  }
}

/** A base value in the units of the screen: "500 ml" is 16.907 on a fl oz screen. */
function toShown(value: number, quantity: Quantity, units: Units): number {
  switch (quantity) {
    case 'length':
      return units.length === 'mm' ? value : value / MM_PER_INCH;
    case 'volume':
      return units.volume === 'ml' ? value : value / ML_PER_FLOZ;
    case 'mass':
      return units.mass === 'g' ? value : value / G_PER_OZ;
    case 'temperature':
      return units.temperature === '°C' ? value : (value * 9) / 5 + 32;
    case 'plain':
      return value;
  }
}

/** Two figures with the unit, however small: a bubble, a leak of a few thousandths. */
export function formatFine(value: number, quantity: Quantity, units: Units): string {
  const shown = toShown(value, quantity, units);
  const words = shown >= 0.01 ? String(Number(shown.toPrecision(2))) : shown === 0 ? '0' : 'less than 0.01';
  return `${words} ${unitOf(quantity, units)}`;
}

/** Whether a quantity is shown in the unit the server speaks. */
function isBase(quantity: Quantity, units: Units): boolean {
  return toShown(1, quantity, units) === 1;
}

/**
 * What a field shows: no less exact than it is kept, so that it reads back as the same value. Lengths on an inch screen are
 * in sixteenths where they are whole ones, else in ten-thousandths.
 */
export function formatField(value: number, quantity: Quantity, units: Units): string {
  if (isBase(quantity, units)) return trimmed(value, quantity === 'length' || quantity === 'mass' ? 2 : 3);
  if (quantity === 'length') {
    const sixteenths = (value / MM_PER_INCH) * 16;
    if (Math.abs(sixteenths - Math.round(sixteenths)) < 1e-3) return inches(value);
  }
  return trimmed(toShown(value, quantity, units), quantity === 'temperature' ? 2 : 4);
}

function trimmed(value: number, decimals: number): string {
  return String(Number(value.toFixed(decimals)));
}

/** How far the arrow keys move a field: by its step, or by a round one near it in the units of the screen. */
export function stepped(value: number, steps: number, step: number, quantity: Quantity, units: Units): number {
  if (isBase(quantity, units)) return Math.round((value + steps * step) * 1000) / 1000;
  const unit = toShown(1, quantity, units) - toShown(0, quantity, units);
  const by = quantity === 'length' ? Math.max(1, Math.round(step / (MM_PER_INCH / 16))) / 16 : round(step * unit);
  const shown = toShown(value, quantity, units) + steps * by;
  return (shown - toShown(0, quantity, units)) / unit;
}

/** The nearest of 1, 2, 5, 10, 20, 50, … and of 0.5, 0.2, 0.1, …. */
function round(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  return power * ([1, 2, 5].find((k) => value / power <= k * 1.5) ?? 10);
}

/** A length at full size, from a length on the board in mm. */
export function fullSize(mm: number, scale: number, units: Units): string {
  const metres = (mm * scale) / 1000;
  if (units.length === 'in') return `${(metres / 0.3048).toFixed(metres < 3 ? 1 : 0)} ft`;
  return metres < 1 ? `${(metres * 100).toFixed(0)} cm` : `${metres.toFixed(metres < 20 ? 1 : 0)} m`;
}
