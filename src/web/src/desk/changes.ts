import type {
  Build,
  BuildEdit,
  Dam,
  DrownedThing,
  LoggedWeighing,
  LoggedWetting,
  Neighbour,
  OwnStep,
  Step,
  RoomReading,
  StandIn,
  StepNote,
  TrialPuddle,
  Water,
  WaterTest,
  TakenLesson,
} from '../api/types';

/** The keyed lists of a build, and what is in them. */
export interface Lists {
  recipe: Step;
  waters: Water;
  standIns: StandIn;
  drowned: DrownedThing;
  dams: Dam;
  neighbours: Neighbour;
  waterTests: WaterTest;
  trials: TrialPuddle;
  'drying.weighings': LoggedWeighing;
  'drying.wettings': LoggedWetting;
  roomLog: RoomReading;
  'days.notes': StepNote;
  'days.own': OwnStep;
  learnt: TakenLesson;
}

/** Fields of a thing by name; those of a thing within it may be given in part. */
export type Fields<T> = { [K in keyof T]?: T[K] extends unknown[] | null ? T[K] : Fields<T[K]> | T[K] };

/** Changes fields of an entry, and leaves its others to whoever changes them meanwhile. */
export function setIn<L extends keyof Lists>(list: L, id: string, fields: Fields<Lists[L]>): BuildEdit {
  return { kind: 'set', list, id, fields };
}

/** Changes fields of the build itself. */
export function setBuild(fields: Fields<Build>): BuildEdit {
  return { kind: 'set', list: null, id: null, fields };
}

/** Changes an entry to what it is to be: only the fields that differ are named. */
export function changed<L extends keyof Lists>(list: L, before: Lists[L] & { id: string }, after: Lists[L]): BuildEdit {
  return { kind: 'set', list, id: before.id, fields: differing(before, after) };
}

export function addTo<L extends keyof Lists>(list: L, item: Lists[L], index: number | null = null): BuildEdit {
  return { kind: 'add', list, item, index };
}

export function removeFrom(list: keyof Lists, id: string): BuildEdit {
  return { kind: 'remove', list, id };
}

export function moveIn(list: keyof Lists, id: string, index: number): BuildEdit {
  return { kind: 'move', list, id, index };
}

/** What a reading in a log goes by: its moment. */
export function momentOf(at: string): string {
  return new Date(at).toISOString();
}

/** An edit that would leave everything as it is. */
export function changesNothing(edit: BuildEdit): boolean {
  return edit.kind === 'set' && Object.keys(edit.fields).length === 0;
}

/** Whether an edit leaves the ground as it is. */
export function leavesGround(edit: BuildEdit): boolean {
  if (edit.kind === 'together') return edit.edits.every(leavesGround);
  if (edit.kind === 'set' && edit.list === null) return !('board' in (edit.fields as object));
  return !('list' in edit) || edit.list !== 'recipe';
}

type Plain = Record<string, unknown>;

/** The fields of `after` that `before` has not so, things within them in part. */
export function differing(before: object, after: object): Plain {
  const fields: Plain = {};
  for (const [name, value] of Object.entries(after)) {
    const was = (before as Plain)[name];
    if (same(was, value)) continue;
    fields[name] = isPlain(was) && isPlain(value) ? differing(was, value) : value;
  }
  return fields;
}

function isPlain(value: unknown): value is Plain {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, i) => same(one, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  const names = Object.keys(a);
  return names.length === Object.keys(b).length && names.every((name) => same(a[name], b[name]));
}
