import type { BuildEdit, StepNote } from '../../api/types';
import type { addTo, setIn } from '../../desk/changes';

const NOTHING = {
  pinnedAt: null,
  doneAt: null,
  handsOnMin: null,
  waitMin: null,
  name: null,
  leftOut: false,
  failedAt: null,
};

/** What is said of a step, said: added to its note where there is one, else a note of its own. */
export function noted(
  notes: StepNote[],
  stepId: string,
  fields: Partial<StepNote>,
  add: typeof addTo,
  set: typeof setIn,
): BuildEdit {
  return notes.some((note) => note.id === stepId)
    ? set('days.notes', stepId, fields)
    : add('days.notes', { id: stepId, ...NOTHING, ...fields });
}

/** "18:30" as minutes of the day; null when it is no time. "24:00" is the end of the day. */
export function minutesOf(text: string): number | null {
  const read = /^(\d\d?):(\d\d)$/.exec(text.trim());
  if (read === null) return null;
  const [hours, minutes] = [Number(read[1]), Number(read[2])];
  return minutes < 60 && hours * 60 + minutes <= 1440 ? hours * 60 + minutes : null;
}

/** Minutes of the day as "18:30". */
export function clockOfDay(minutes: number): string {
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
}
