import { useState, type ReactNode } from 'react';
import { useDays } from '../../api/useDays';
import type { StepNote } from '../../api/types';
import { addTo, setIn } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { DaysLine } from '../../tideline/DaysLine';
import { DaysSlip } from './DaysSlip';
import { noted } from './notes';
import { WeekPaper } from './WeekPaper';

/** The days ahead at full size, and beside them what is to be done next. */
export function DaysStage({ messages }: { messages: ReactNode }) {
  const { id, version, edit } = useDesk('id', 'version', 'edit');
  const { days, error, seeking, stop } = useDays(id, version);
  const [chosen, setChosen] = useState<string | null>(null);
  const note = (stepId: string, fields: Partial<StepNote>) =>
    edit((now) => noted(now.days.notes, stepId, fields, addTo, setIn));
  return (
    <>
      <main className="days-sheet">
        {days === undefined ? (
          <p className="sheet-hint">{error === null ? 'Laying the steps out…' : error.message}</p>
        ) : (
          <DaysLine
            days={days}
            chosen={chosen}
            onChoose={setChosen}
            onHold={(stepId, ms) => void note(stepId, { pinnedAt: new Date(ms).toISOString() })}
          />
        )}
      </main>
      <aside className="slip days-slip" aria-label="Slip">
        {messages}
        {days !== undefined && (
          <DaysSlip days={days} seeking={seeking} onStop={stop} chosen={chosen} onChoose={setChosen} onNote={note} />
        )}
      </aside>
      {days !== undefined && <WeekPaper days={days} />}
    </>
  );
}
