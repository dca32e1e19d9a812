import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { GivesWay } from '../../slip/GivesWay';
import { parseQuantity } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { clock } from './time';
import type { Session } from './useSession';

/** A dam leaks: what to do, large, while the clocks go on. */
export function RescueCard({ session, sinceMs, at }: { session: Session; sinceMs: number; at: number }) {
  const units = useUnits();
  const [lost, setLost] = useState('');
  const read = parseQuantity(lost, 'volume', units);
  const lostMl = read === null || read < 0 ? null : read;
  const wrong = lost.trim() !== '' && lostMl === null;
  return (
    <section className="bench-rescue" role="alertdialog" aria-labelledby="rescue-title">
      <header>
        <h1 id="rescue-title">A dam leaks</h1>
        <strong>{clock(at - sinceMs)}</strong>
      </header>
      <GivesWay />
      <footer>
        <label>
          Ran out, if you can tell
          <input
            type="text"
            inputMode="decimal"
            value={lost}
            aria-invalid={wrong}
            onChange={(event) => setLost(event.target.value)}
          />
          {units.volume}
          {wrong && <span className="field-wrong">That is no volume: nothing is noted of it.</span>}
        </label>
        <Button
          size="lg"
          disabled={!session.holds}
          onClick={() => session.happen({ kind: 'holdsAgain', lostMl, what: null })}
        >
          It holds again
        </Button>
      </footer>
    </section>
  );
}
