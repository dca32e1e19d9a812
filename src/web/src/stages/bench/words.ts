import type { BenchStep } from '../../api/types';
import { formatLength, formatMass, formatVolume, type Units } from '../../units/units';

/** What the large button says: what the hand has done when it presses it. */
export const DONE: Record<BenchStep['kind'], string> = {
  caution: 'Read, and ready',
  layOut: 'All is there',
  inPlace: 'It stands',
  letDown: 'It is thinned',
  cup: 'It stands, at nought',
  partOne: 'It is in',
  dose: 'Counted, stirred in',
  partTwo: 'It is in',
  moreOne: 'It is in',
  stir: 'Stirred',
  changeCup: 'It is over',
  pour: 'Poured',
  setIn: 'It is set',
  over: 'Leave it open',
  empty: 'Spread out',
  lamp: 'It is hard',
  bubbles: 'Looked',
  coverUp: 'It is covered',
  level: 'Leave it open',
};

/** A step that is to come, in one line. */
export function aheadOf(step: BenchStep, units: Units, byScale: boolean): { title: string; note: string } {
  const g = step.targetG !== null && byScale ? `${formatMass(step.targetG, units)} ${units.mass}, ` : '';
  if (step.kind === 'pour')
    return {
      title: `${formatVolume(step.targetMl ?? 0, units)} ${units.volume} into ${step.title}`,
      note: step.toMm === null ? '' : `to ${formatLength(step.toMm, units)} ${units.length}`,
    };
  if (step.kind === 'dose') return { title: `${step.count ?? ''} ${step.unit ?? ''} ${step.title}`, note: step.say };
  return { title: `${g}${step.title}`, note: step.kind === 'bubbles' || step.kind === 'level' ? '' : step.say };
}
