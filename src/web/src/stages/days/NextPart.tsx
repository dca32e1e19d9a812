import Button from 'react-bootstrap/Button';
import type { DayPlace, DaysPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { useNow } from '../../slip/useNow';
import { lasting, when } from '../../slip/words';
import { HERE, onWall, timeOfDay, type WallClock } from '../../units/clock';
import type { OnNote } from './DaysSlip';
import { OwnStepForm } from './OwnStepForm';

/** What must be done next and how long it takes, what to lay out for it, what a new plan does otherwise, and when all is finished. */
export function NextPart({
  days,
  seeking,
  onStop,
  onChoose,
  onNote,
}: {
  days: DaysPlan;
  seeking: boolean;
  onStop: (() => void) | null;
  onChoose: (stepId: string) => void;
  onNote: OnNote;
}) {
  if (days.unsettled)
    return (
      <>
        <Waits days={days} />
        <section data-testid="days-unsettled">
          <h2>{seeking ? 'Still sought' : 'No plan found'}</h2>
          <p>{seeking ? 'These steps are many: whether they fit, and how, is being sought.' : days.clash}</p>
          <LeftOut days={days} onNote={onNote} />
        </section>
      </>
    );
  if (days.clash !== null)
    return (
      <>
        <Waits days={days} />
        <section data-testid="days-clash">
          <h2>It does not fit</h2>
          <p className="notice-stop">{days.clash}</p>
          <h3>What would free it</h3>
          <ul className="days-offers">
            {days.offers.map((offer) => (
              <li key={offer.sentence} className={offer.finishAt === null ? 'quiet' : undefined}>
                {offer.sentence}
              </li>
            ))}
          </ul>
          <p className="quiet">Another product, a warmer room and other ways are tried under Ways.</p>
          <LeftOut days={days} onNote={onNote} />
        </section>
      </>
    );
  if (days.finishAt === null && days.waits.length > 0) return <Waits days={days} />;
  if (days.finishAt === null)
    return (
      <section>
        <h2>Nothing to do yet</h2>
        <p>Put a water on the board and choose what it is poured of: its steps come by themselves.</p>
        <LeftOut days={days} onNote={onNote} />
      </section>
    );
  return (
    <>
      <Waits days={days} />
      <NextStretch days={days} onChoose={onChoose} />
      {days.changes.length > 0 && (
        <section className="days-changes" data-testid="days-changes" aria-live="polite">
          <h3>Otherwise than before</h3>
          {days.changes.map((one) => (
            <p key={one}>{one}</p>
          ))}
        </section>
      )}
      <Amiss days={days} />
      {(days.waits.length === 0 || days.next !== null) && (
        <Finish days={days} finishAt={days.finishAt} seeking={seeking} onStop={onStop} />
      )}
      <section>
        <LeftOut days={days} onNote={onNote} />
        <OwnStepForm days={days} />
      </section>
    </>
  );
}

/** What has no day, and why. */
function Waits({ days }: { days: DaysPlan }) {
  if (days.waits.length === 0) return null;
  return (
    <section data-testid="days-waits">
      <h2>It waits</h2>
      {days.waits.map((one) => (
        <p key={one} className="notice-stop">
          {one}
        </p>
      ))}
    </section>
  );
}

function NextStretch({ days, onChoose }: { days: DaysPlan; onChoose: (stepId: string) => void }) {
  const now = useNow();
  const { next } = days;
  if (next === null && days.waits.length > 0) return null;
  if (next === null)
    return (
      <section className="days-next" data-testid="days-next">
        <h2>Nothing more to do</h2>
      </section>
    );
  return (
    <section className="days-next" data-testid="days-next">
      <h2>
        {lasting(next.benchMin)} <span className="quiet">from {when(next.fromAt, now)}</span>
      </h2>
      <ol>
        {next.stepIds.map((stepId) => {
          const place = days.places.find((one) => one.step.id === stepId);
          return place === undefined ? null : (
            <li key={stepId}>
              <b>{timeOfDay(onWall(place.startAt, now.timeZone ?? HERE))}</b>
              <div>
                <button type="button" className="link" onClick={() => onChoose(stepId)}>
                  {place.step.name}
                </button>
                <span className="quiet">{howLong(place, days)}</span>
              </div>
            </li>
          );
        })}
      </ol>
      {days.layOut.length > 0 && (
        <p className="days-lay-out" data-testid="days-lay-out">
          <strong>Lay out</strong> {days.layOut.join('; ')}.
        </p>
      )}
      {days.missing.length > 0 && (
        <p className="notice-stop" data-testid="days-missing">
          <strong>To buy first:</strong> {days.missing.join('; ')}.
        </p>
      )}
    </section>
  );
}

/** "25 min, then stay near for 30 min"; of one mix with another, that. */
function howLong({ step }: DayPlace, days: DaysPlan): string {
  if (step.mixedWith !== null)
    return `in one mix with ${days.places.find((one) => one.step.id === step.mixedWith)?.step.name ?? 'the other'}`;
  return `${lasting(step.handsOnMin)}${step.attendedMin > 0 ? `, then stay near for ${lasting(step.attendedMin)}` : ''}`;
}

/** What is not as one would have it, in words. */
function amissIn({ step, scuffed, outOfHours, stale, startAt }: DayPlace, now: WallClock): string[] {
  const at = when(startAt, now);
  return [
    ...(scuffed ? [`${step.name} comes after its window, ${at}: scuff and wipe the surface first.`] : []),
    ...(outOfHours ? [`${step.name} falls outside your hours at the bench, ${at}.`] : []),
    ...(stale ? [`${step.name} comes after the date of its bottles, ${at}: buy fresh ones for it.`] : []),
  ];
}

function Amiss({ days }: { days: DaysPlan }) {
  const now = useNow();
  const amiss = days.places.flatMap((place) => amissIn(place, now));
  if (amiss.length === 0) return null;
  return (
    <section data-testid="days-amiss">
      {amiss.map((one) => (
        <p key={one} className="notice-tight">
          {one}
        </p>
      ))}
      {days.offers.map((offer) => (
        <p key={offer.sentence}>{offer.sentence}</p>
      ))}
    </section>
  );
}

function Finish({
  days,
  finishAt,
  seeking,
  onStop,
}: {
  days: DaysPlan;
  finishAt: string;
  seeking: boolean;
  onStop: (() => void) | null;
}) {
  const { id } = useDesk('id');
  const now = useNow();
  const inOneMix = days.places.some(({ step }) => step.mixedWith !== null);
  return (
    <section data-testid="days-finish">
      <p>
        {days.waits.length > 0 ? 'All that has a day is ready' : 'Finished'} <strong>{when(finishAt, now)}</strong> in{' '}
        {days.visits} {days.visits === 1 ? 'visit' : 'visits'} to the bench.
      </p>
      <p className="quiet">
        {onStop !== null
          ? 'The best so far; a better one is sought.'
          : seeking
            ? 'Seeking…'
            : days.optimal
              ? `No plan of these steps is ready sooner${inOneMix ? ' with what is mixed together poured at once' : ''}, nor as soon in fewer visits: that is proved.`
              : 'The best found in the time: there may be a better one.'}{' '}
        Press a step to open it; drag it and the rest goes round it.
      </p>
      {onStop !== null && (
        <div className="tool-row">
          <Button size="sm" variant="outline-primary" onClick={onStop}>
            This one will do
          </Button>
        </div>
      )}
      <p className="days-out">
        <button type="button" className="link" onClick={() => window.print()}>
          Print the week
        </button>{' '}
        · <a href={`/api/builds/${id}/days.csv`}>Table</a> · <a href={`/api/builds/${id}/days.ics`}>Calendar</a>{' '}
        <span className="quiet">to take in, or as an address to subscribe to on this machine</span>
      </p>
    </section>
  );
}

/** Steps that are left out can be taken in again. */
function LeftOut({ days, onNote }: { days: DaysPlan; onNote: OnNote }) {
  if (days.leftOut.length === 0) return null;
  return (
    <div data-testid="days-left-out">
      <h3>Left out</h3>
      <ul className="plain-list">
        {days.leftOut.map((one) => (
          <li key={one.id}>
            {one.name}{' '}
            <button type="button" className="link" onClick={() => void onNote(one.id, { leftOut: false })}>
              take it in again
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
