import { createContext, useContext } from 'react';
import type { Ground } from '../api/ground';
import type { Build, BuildEdit, BuildPlan, MadeChange, PointMm, Water, WaterPlan } from '../api/types';

/** The line the Cut is taken along, from A to B, mm on the board. */
export interface CutLine {
  a: PointMm;
  b: PointMm;
}

/** Where an eye is and what it looks for: a way of looking, like the cut. */
export interface Sight {
  eye: PointMm;
  /** Height of the eye over where it stands, m at full size. */
  eyeM: number;
  /** The peak looked for; null for the highest ground. */
  peak: PointMm | null;
}

/** An edit that could not be made because another window was first. */
export interface Conflict {
  edit: BuildEdit;
  changes: MadeChange[];
}

/** What the open build shows and can be told. While something is dragged, build, plan and ground are the draft's. */
export interface Desk {
  id: string;
  version: number;
  build: Build;
  /** The build as it is kept, without the draft. */
  rest: Build;
  /** The ground as it is kept. */
  restGround: Ground;
  plan: BuildPlan;
  ground: Ground;
  /** True while an edit is tried and not yet made. */
  drafting: boolean;
  undoLabel: string | null;
  redoLabel: string | null;
  changedAt: string;
  water: Water | null;
  waterPlan: WaterPlan | null;
  selectWater: (id: string) => void;
  stepId: string | null;
  selectStep: (id: string | null) => void;
  standInId: string | null;
  selectStandIn: (id: string | null) => void;
  drownedId: string | null;
  selectDrowned: (id: string | null) => void;
  sight: Sight | null;
  setSight: (sight: Sight | null) => void;
  cut: CutLine;
  setCut: (cut: CutLine) => void;
  /** Shows what an edit would make, without making it. */
  preview: (edit: BuildEdit) => void;
  dropPreview: () => void;
  /** Makes an edit; resolves when it is kept. False when it was refused or held back by a conflict. */
  edit: (edit: BuildEdit) => Promise<boolean>;
  undo: () => void;
  redo: () => void;
  /** The last refusal, in a sentence. */
  refusal: string | null;
  dismissRefusal: () => void;
  /** True while the server does not answer; edits wait and are sent when it does. */
  offline: boolean;
  conflict: Conflict | null;
  resolveConflict: (mine: boolean) => void;
}

export const DeskContext = createContext<Desk | null>(null);

export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (desk === null) throw new Error('useDesk is for parts of an open build.');
  return desk;
}

let counter = 0;

/** An id no other part of a build has. */
export function freshId(prefix: string): string {
  counter += 1;
  return `${prefix}-${Date.now().toString(36)}${counter.toString(36)}`;
}
