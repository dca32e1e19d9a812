import type { Step } from '../../api/types';
import type { Quantity } from '../../units/units';

type NumberKey<T> = { [K in keyof T]-?: T[K] extends number ? K : never }[keyof T];

/** A number of a step, as the Slip asks for it. */
export interface StepNumber<T> {
  key: NumberKey<T>;
  label: string;
  quantity: Quantity;
  suffix?: string;
  step: number;
  /** Asked for only then. */
  when?: (step: T) => boolean;
}

const mm = (step = 1) => ({ quantity: 'length', step }) as const;
const degrees = { quantity: 'plain', suffix: '°', step: 5 } as const;
const count = { quantity: 'plain', step: 1 } as const;

type Numbers = { [K in Step['kind']]: StepNumber<Extract<Step, { kind: K }>>[] };

/** The numbers of each kind of step, in the order they are asked for. */
const NUMBERS: Numbers = {
  foamSheet: [
    { key: 'thicknessMm', label: 'Thickness', ...mm() },
    { key: 'carvedBackMm', label: 'Edge carved back', ...mm(5), when: (sheet) => sheet.outline !== null },
  ],
  channel: [
    { key: 'bedStartMm', label: 'Bed at its start', ...mm(0.5) },
    { key: 'bedEndMm', label: 'Bed at its end', ...mm(0.5) },
    { key: 'bankAngleDeg', label: 'Bank angle', ...degrees },
    { key: 'dishMm', label: 'Bed dished by', ...mm(0.5) },
    { key: 'outsideDeepMm', label: 'Deeper outside bends by', ...mm(0.5) },
    { key: 'raggedMm', label: 'Banks ragged by', ...mm(0.5) },
  ],
  pond: [
    { key: 'depthMm', label: 'Depth under its brim', ...mm(0.5) },
    { key: 'shelfDepthMm', label: 'Shelf depth', ...mm(0.5) },
    { key: 'shelfWidthMm', label: 'Shelf width', ...mm() },
    { key: 'raggedMm', label: 'Shore ragged by', ...mm(0.5) },
    { key: 'slopeDeg', label: 'Slope to the middle', ...degrees },
  ],
  pad: [
    { key: 'levelMm', label: 'Level', ...mm(0.5) },
    { key: 'batterDeg', label: 'Batter round it', ...degrees },
  ],
  ridge: [
    { key: 'heightMm', label: 'Height', ...mm() },
    { key: 'widthMm', label: 'Width of the base', ...mm(5) },
  ],
  trackBed: [
    { key: 'startMm', label: 'Level at its start', ...mm(0.5) },
    { key: 'endMm', label: 'Level at its end', ...mm(0.5) },
    { key: 'widthMm', label: 'Width of the shelf', ...mm() },
    { key: 'batterDeg', label: 'Batter of its sides', ...degrees },
  ],
  retainingWall: [
    { key: 'topMm', label: 'Top', ...mm(0.5) },
    { key: 'thicknessMm', label: 'Thickness', ...mm(0.5) },
  ],
  fillBlock: [{ key: 'topMm', label: 'Top of the block', ...mm(0.5) }],
  rockGroup: [
    { key: 'count', label: 'How many', ...count },
    { key: 'leastMm', label: 'Smallest', ...mm() },
    { key: 'greatestMm', label: 'Largest', ...mm() },
    { key: 'heightShare', label: 'Height over length', quantity: 'plain', step: 0.1 },
    { key: 'seed', label: 'Strewing', ...count },
  ],
  plasterSkin: [
    { key: 'thicknessMm', label: 'Thickness', ...mm(0.5) },
    { key: 'roughMm', label: 'Roughness', ...mm(0.1) },
  ],
  existingGround: [
    { key: 'leftMm', label: 'From the left', ...mm() },
    { key: 'backMm', label: 'From the back', ...mm() },
    { key: 'widthMm', label: 'Width on the board', ...mm(5) },
    { key: 'lowestMm', label: 'Its lowest place at', ...mm(0.5) },
    { key: 'exaggeration', label: 'Heights drawn out', quantity: 'plain', suffix: '×', step: 0.1 },
    { key: 'quarterTurns', label: 'Quarter turns', ...count },
  ],
  surveyedBed: [
    { key: 'waterlineMm', label: 'Measured from', ...mm(0.5) },
    { key: 'smoothing', label: 'Evened out', quantity: 'plain', step: 0.1 },
  ],
  jugBed: [{ key: 'waterlineMm', label: 'Its waterline', ...mm(0.5) }],
  edgeProfile: [{ key: 'blendMm', label: 'Blended over', ...mm(5) }],
  strokes: [],
};

/** One number of a step with its value, and the step with another value. */
export interface ShownNumber {
  label: string;
  quantity: Quantity;
  suffix?: string;
  step: number;
  value: number;
  with: (value: number) => Step;
}

export function numbersOf(step: Step): ShownNumber[] {
  const numbers = NUMBERS[step.kind] as StepNumber<Step>[];
  return numbers
    .filter((one) => one.when?.(step) ?? true)
    .map((one) => ({
      label: one.label,
      quantity: one.quantity,
      suffix: one.suffix,
      step: one.step,
      value: step[one.key],
      with: (value) => ({ ...step, [one.key]: value }),
    }));
}
