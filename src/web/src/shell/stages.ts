/** The stages that are built, in working order; their numbers are their places in the whole order of the work. */
export const STAGES = [
  { path: 'board', name: 'Board', key: '1' },
  { path: 'ground', name: 'Ground', key: '2' },
  { path: 'water', name: 'Water', key: '3' },
  { path: 'pours', name: 'Pours', key: '4' },
] as const;

export type StagePath = (typeof STAGES)[number]['path'];
