import { createContext, useContext } from 'react';
import { useStore, type StoreApi } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
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

/** An edit, or how to make it from the build as it is when it is sent; null then makes none. */
export type EditOrMake = BuildEdit | ((now: Build) => BuildEdit | null);

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
  edit: (edit: EditOrMake) => Promise<boolean>;
  undo: () => void;
  redo: () => void;
  /** The last refusal, in a sentence. */
  refusal: string | null;
  dismissRefusal: () => void;
  /** True while the server does not answer; edits wait and are sent when it does. */
  offline: boolean;
  /** Whether a change is on its way and not yet kept. */
  keeping: boolean;
  conflict: Conflict | null;
  resolveConflict: (mine: boolean) => void;
}

export type DeskStore = StoreApi<Desk>;

export const DeskContext = createContext<DeskStore | null>(null);

function useDeskStore(): DeskStore {
  const store = useContext(DeskContext);
  if (store === null) throw new Error('useDesk is for parts of an open build.');
  return store;
}

/** Parts of the desk by name. Whoever asks is drawn anew only when one of them has changed. */
export function useDesk<K extends keyof Desk>(...parts: [K, ...K[]]): Pick<Desk, K> {
  return useStore(
    useDeskStore(),
    useShallow((desk: Desk) => Object.fromEntries(parts.map((part) => [part, desk[part]])) as Pick<Desk, K>),
  );
}

/** What is made of the desk: drawn anew only when that has changed. */
export function useOnDesk<T>(select: (desk: Desk) => T): T {
  return useStore(useDeskStore(), select);
}

/** The desk as it is when it is asked, for what happens later: a key, the end of a drag. Nothing is drawn anew for it. */
export function useDeskNow(): () => Desk {
  return useDeskStore().getState;
}

let counter = 0;

/** An id no other part of a build has. */
export function freshId(prefix: string): string {
  counter += 1;
  return `${prefix}-${Date.now().toString(36)}${counter.toString(36)}`;
}
