import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useDesk } from '../../desk/DeskContext';
import { OptionalField } from '../../slip/fields';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatReading } from '../../units/units';
import { addTo, momentOf, removeFrom, setBuild } from '../../desk/changes';

const SHOWN = 4;

/** The thermometer's log: layers that are poured are followed in the room as it was, and the rest can be planned by it. */
export function RoomPart() {
  const { build, plan, edit } = useDesk('build', 'plan', 'edit');
  const units = useUnits();
  const now = useNow();
  const [airC, setAirC] = useState<number | null>(null);
  const [round, setRound] = useState(0);
  const { dayC, nightC } = plan.room;
  const degrees = (c: number) => formatReading(c, units);
  const log = () => {
    if (airC === null) return;
    void edit(addTo('roomLog', { at: new Date().toISOString(), airC })).then((kept) => {
      if (!kept) return;
      setAirC(null);
      setRound(round + 1);
    });
  };
  const strike = (at: string) => void edit(removeFrom('roomLog', momentOf(at)));
  return (
    <section data-testid="room-log">
      <h3>The room as it was</h3>
      <OptionalField key={round} label="Thermometer now" quantity="temperature" value={airC} onChange={setAirC} />
      <Button size="sm" variant="outline-primary" disabled={airC === null} onClick={log}>
        Log it
      </Button>
      {build.roomLog.length === 0 ? (
        <p className="quiet">What is poured is followed in the room it really had, once that is logged.</p>
      ) : (
        <ul className="plain-list">
          {build.roomLog
            .slice(-SHOWN)
            .reverse()
            .map((reading) => (
              <li key={reading.at}>
                {when(reading.at, now)} <strong>{degrees(reading.airC)}</strong>{' '}
                <button
                  type="button"
                  className="link"
                  aria-label={`Strike out ${when(reading.at, now)}`}
                  onClick={() => strike(reading.at)}
                >
                  strike out
                </button>
              </li>
            ))}
        </ul>
      )}
      {(dayC ?? nightC) !== null && (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            void edit(
              setBuild({
                room: { airC: round1(dayC ?? nightC ?? build.room.airC), nightC: nightC && round1(nightC) },
              }),
            )
          }
        >
          Plan with the log: {degrees(dayC ?? nightC ?? 0)}
          {nightC !== null && dayC !== null && `, ${degrees(nightC)} by night`}
        </Button>
      )}
    </section>
  );
}

const round1 = (c: number) => Math.round(c * 10) / 10;
