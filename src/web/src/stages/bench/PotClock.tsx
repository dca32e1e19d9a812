import type { BenchCup, BenchView, Standing } from '../../api/types';
import { onWall, timeOfDay } from '../../units/clock';
import { potStanding } from './potStanding';
import { clock } from './time';

/** The cups that are mixed and not yet out: what is left of their time, as a band that runs down and in figures. */
export function PotClocks({ view, at, zone }: { view: BenchView; at: number; zone: string }) {
  const running = view.state.cups.filter((cup) => cup.metAt !== null && cup.outAt === null && cup.outBy !== null);
  if (running.length === 0 || view.state.endedAt !== null) return null;
  return (
    <>
      {running.map((cup) => (
        <PotClock
          key={cup.number}
          cup={cup}
          cups={view.state.cups.length}
          at={at}
          zone={zone}
          standing={potStanding(view, cup, at)}
        />
      ))}
    </>
  );
}

function PotClock({
  cup,
  cups,
  at,
  zone,
  standing,
}: {
  cup: BenchCup;
  cups: number;
  at: number;
  zone: string;
  standing: Standing;
}) {
  const from = Date.parse(cup.metAt ?? '');
  const by = Date.parse(cup.outBy ?? '');
  const left = by - at;
  return (
    <div className={`pot-clock pot-${standing}`} role="timer" aria-label="Time left in the cup">
      <div className="pot-band" style={{ width: `${Math.max(0, Math.min(1, left / (by - from))) * 100}%` }} />
      <span>
        {left > 0
          ? `${cups > 1 ? `Cup ${cup.number} out` : 'Out of the cup'} by ${timeOfDay(onWall(by, zone))}`
          : 'Past its time'}
      </span>
      <strong>{clock(left)}</strong>
    </div>
  );
}
