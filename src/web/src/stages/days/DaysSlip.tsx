import { useState } from 'react';
import type { DaysPlan, StepNote } from '../../api/types';
import { BenchPart } from './BenchPart';
import { NextPart } from './NextPart';
import { StepPart } from './StepPart';
import { WaysPart } from './WaysPart';

const PARTS = [
  { part: 'next', name: 'Next' },
  { part: 'ways', name: 'Ways' },
  { part: 'bench', name: 'Bench hours' },
] as const;

/** Says something of a step; false when it was refused. */
export type OnNote = (stepId: string, fields: Partial<StepNote>) => Promise<boolean>;

/** What is to be done next and how long it takes; the step that is chosen; other ways of going about it; the hours at the bench. */
export function DaysSlip({
  days,
  seeking,
  onStop,
  chosen,
  onChoose,
  onNote,
}: {
  days: DaysPlan;
  seeking: boolean;
  /** Stops a longer search; null while there is none. */
  onStop: (() => void) | null;
  chosen: string | null;
  onChoose: (stepId: string | null) => void;
  onNote: OnNote;
}) {
  const [part, setPart] = useState<(typeof PARTS)[number]['part']>('next');
  const place = days.places.find((one) => one.step.id === chosen);
  return (
    <>
      <nav className="slip-parts" aria-label="Days">
        {PARTS.map((one) => (
          <button key={one.part} type="button" aria-pressed={part === one.part} onClick={() => setPart(one.part)}>
            {one.name}
          </button>
        ))}
      </nav>
      {part === 'bench' ? (
        <BenchPart />
      ) : part === 'ways' ? (
        <WaysPart days={days} />
      ) : place !== undefined ? (
        <StepPart key={place.step.id} place={place} days={days} onNote={onNote} onBack={() => onChoose(null)} />
      ) : (
        <NextPart days={days} seeking={seeking} onStop={onStop} onChoose={onChoose} onNote={onNote} />
      )}
    </>
  );
}
