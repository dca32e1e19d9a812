/** The Slip of the Pours stage, leaf by leaf, in the order the work goes. */
export type PoursPart = 'layers' | 'heat' | 'mix' | 'surface' | 'before' | 'after';

export const POURS_PARTS: { part: PoursPart; name: string }[] = [
  { part: 'layers', name: 'Layers' },
  { part: 'heat', name: 'Heat' },
  { part: 'mix', name: 'Mix' },
  { part: 'surface', name: 'Surface' },
  { part: 'before', name: 'Before' },
  { part: 'after', name: 'After' },
];
