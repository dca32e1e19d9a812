/** The Slip of the Water stage, leaf by leaf, in the order the work goes. */
export type WaterPart = 'level' | 'test' | 'dams' | 'things' | 'flow' | 'shore' | 'before';

export const WATER_PARTS: { part: WaterPart; name: string }[] = [
  { part: 'level', name: 'Level' },
  { part: 'test', name: 'Test' },
  { part: 'dams', name: 'Dams' },
  { part: 'things', name: 'In it' },
  { part: 'flow', name: 'Flow' },
  { part: 'shore', name: 'Shore' },
  { part: 'before', name: 'Before' },
];
