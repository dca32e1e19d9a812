import type { Step } from '../api/types';

interface StepKind {
  /** Beside its name in the list of steps. */
  word: string;
  /** How it is drawn: along a line, by dragging across it, or some other way of its own. */
  drawn: 'line' | 'box' | 'otherwise';
  /** On its button in the Ground stage; null for one that is begun elsewhere. */
  invites: string | null;
}

/** Every kind of step there is, one line each; the buttons stand in this order. */
export const STEP_KINDS = {
  channel: { word: 'channel', drawn: 'line', invites: 'Scoop a channel' },
  pond: { word: 'pond', drawn: 'box', invites: 'Dig a pond' },
  ridge: { word: 'ridge', drawn: 'line', invites: 'Raise a ridge' },
  pad: { word: 'pad', drawn: 'box', invites: 'Level a pad' },
  trackBed: { word: 'track', drawn: 'line', invites: 'Lay a track bed' },
  retainingWall: { word: 'wall', drawn: 'line', invites: 'Build a wall' },
  fillBlock: { word: 'false bed', drawn: 'box', invites: 'Fill the bed' },
  rockGroup: { word: 'rocks', drawn: 'box', invites: 'Strew rocks' },
  surveyedBed: { word: 'measured', drawn: 'box', invites: 'Measure a bed' },
  jugBed: { word: 'by jug', drawn: 'box', invites: 'Measure by jug' },
  foamSheet: { word: 'foam', drawn: 'box', invites: 'Lay foam' },
  plasterSkin: { word: 'plaster', drawn: 'box', invites: null },
  strokes: { word: 'by hand', drawn: 'otherwise', invites: null },
  existingGround: { word: 'brought in', drawn: 'otherwise', invites: null },
  edgeProfile: { word: 'joint', drawn: 'otherwise', invites: null },
} as const satisfies Record<Step['kind'], StepKind>;

type Drawn<How extends StepKind['drawn']> = {
  [K in Step['kind']]: (typeof STEP_KINDS)[K]['drawn'] extends How ? K : never;
}[Step['kind']];

/** Steps drawn along a line. */
export type LineKind = Drawn<'line'>;

/** Steps drawn by dragging across them. */
export type BoxKind = Drawn<'box'>;

/** The kinds that are drawn one way. */
export function kindsDrawn<How extends StepKind['drawn']>(how: How): Drawn<How>[] {
  return (Object.keys(STEP_KINDS) as Step['kind'][]).filter(
    (kind): kind is Drawn<How> => STEP_KINDS[kind].drawn === how,
  );
}
