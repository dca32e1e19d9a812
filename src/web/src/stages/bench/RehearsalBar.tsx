import { useState } from 'react';
import type { Mishap } from '../../api/types';
import type { Session } from './useSession';

const SPEEDS = [1, 10, 60, 120];

const MISHAPS: { mishap: Mishap; name: string }[] = [
  { mishap: 'overshoot', name: 'The hand pours over' },
  { mishap: 'leak', name: 'A dam leaks' },
  { mishap: 'coldRoom', name: 'The room turns cold' },
  { mishap: 'calledAway', name: 'Called away in mid-stir' },
  { mishap: 'cupLeft', name: 'A cup is left standing' },
  { mishap: 'scaleLost', name: 'The scale falls silent' },
];

/** That it is only practised, how fast, and what goes wrong on request. */
export function RehearsalBar({ session }: { session: Session }) {
  const [open, setOpen] = useState(false);
  const { view } = session;
  if (view === null) return null;
  return (
    <div className="bench-rehearsal">
      <strong>Rehearsal</strong>
      <span className="bench-rehearsal-says">No resin is opened, nothing goes into the log.</span>
      <div role="group" aria-label="How fast">
        {SPEEDS.map((speed) => (
          <button
            key={speed}
            type="button"
            aria-pressed={view.speed === speed}
            onClick={() => session.rehearse({ speed })}
          >
            ×{speed}
          </button>
        ))}
      </div>
      <div className="bench-mishaps">
        <button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
          Let something go wrong
        </button>
        {open && (
          <ul>
            {MISHAPS.map(({ mishap, name }) => (
              <li key={mishap}>
                <button
                  type="button"
                  onClick={() => {
                    setOpen(false);
                    session.rehearse({ mishap });
                  }}
                >
                  {name}
                </button>
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
