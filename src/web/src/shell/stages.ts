/** The stages that are built, in working order; their numbers are their places in the whole order of the work. */
export const STAGES = [
  { path: 'board', name: 'Board', key: '1' },
  { path: 'ground', name: 'Ground', key: '2' },
  { path: 'water', name: 'Water', key: '3' },
  { path: 'pours', name: 'Pours', key: '4' },
  { path: 'ink', name: 'Ink', key: '5' },
  { path: 'days', name: 'Days', key: '6' },
  { path: 'bench', name: 'Bench', key: '7' },
  { path: 'log', name: 'Log', key: '8' },
] as const;

export type StagePath = (typeof STAGES)[number]['path'];

const key = (buildId: string) => `ink-basin.stage.${buildId}`;

/** Remembers where a build is worked on: a way of looking, like the cut, and no part of it. */
export function leftAt(buildId: string, stage: StagePath): void {
  localStorage.setItem(key(buildId), stage);
}

/** Where a build is opened: where it was left; never opened here, on its water, or on the ground while it has none. */
export function opensAt(buildId: string, hasWater: boolean): StagePath {
  const left = STAGES.find((stage) => stage.path === localStorage.getItem(key(buildId)));
  return left?.path ?? (hasWater ? 'water' : 'ground');
}
