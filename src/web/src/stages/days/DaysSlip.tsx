import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { DayPlace, DaysPlan, StepNote } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { NumberField, TextField } from '../../slip/fields';
import { lasting, when } from '../../slip/words';
import { useNow } from '../../slip/useNow';
import { fromTyped, HERE, onWall, timeOfDay, typed } from '../../units/clock';
import { BenchPart } from './BenchPart';

const PARTS = [
  { part: 'next', name: 'Next' },
  { part: 'bench', name: 'Bench hours' },
] as const;

type OnNote = (stepId: string, fields: Partial<StepNote>) => Promise<boolean>;

/** What is to be done next and how long it takes; the step that is chosen; the hours at the bench. */
export function DaysSlip({
  days,
  seeking,
  chosen,
  onChoose,
  onNote,
}: {
  days: DaysPlan;
  seeking: boolean;
  chosen: string | null;
  onChoose: (stepId: string | null) => void;
  onNote: OnNote;
}) {
  const [part, setPart] = useState<'next' | 'bench'>('next');
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
      ) : place !== undefined ? (
        <StepPart key={place.step.id} place={place} days={days} onNote={onNote} onBack={() => onChoose(null)} />
      ) : (
        <NextPart days={days} seeking={seeking} onChoose={onChoose} />
      )}
    </>
  );
}

function NextPart({
  days,
  seeking,
  onChoose,
}: {
  days: DaysPlan;
  seeking: boolean;
  onChoose: (stepId: string) => void;
}) {
  const { id } = useDesk('id');
  const now = useNow();
  if (days.clash !== null)
    return (
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
      </section>
    );
  if (days.finishAt === null)
    return (
      <section>
        <h2>Nothing to do yet</h2>
        <p>Put a water on the board and choose what it is poured of: its steps come by themselves.</p>
      </section>
    );
  const { next } = days;
  const amiss = days.places.filter((place) => place.scuffed || place.outOfHours);
  return (
    <>
      <section className="days-next" data-testid="days-next">
        {next === null ? (
          <h2>Nothing more to do</h2>
        ) : (
          <>
            <h2>
              {lasting(next.benchMin)} <span className="quiet">from {when(next.fromAt, now)}</span>
            </h2>
            <ol>
              {next.stepIds.map((stepId) => {
                const place = days.places.find((one) => one.step.id === stepId);
                if (place === undefined) return null;
                return (
                  <li key={stepId}>
                    <b>{timeOfDay(onWall(place.startAt, now.timeZone ?? HERE))}</b>
                    <div>
                      <button type="button" className="link" onClick={() => onChoose(stepId)}>
                        {place.step.name}
                      </button>
                      <span className="quiet">
                        {lasting(place.step.handsOnMin)}
                        {place.step.attendedMin > 0 && `, then stay near for ${lasting(place.step.attendedMin)}`}
                      </span>
                    </div>
                  </li>
                );
              })}
            </ol>
          </>
        )}
      </section>
      {amiss.length > 0 && (
        <section data-testid="days-amiss">
          {amiss.map(({ step, scuffed, startAt }) => (
            <p key={step.id} className="notice-tight">
              {scuffed
                ? `${step.name} comes after its window, ${when(startAt, now)}: scuff and wipe the surface first.`
                : `${step.name} falls outside your hours at the bench, ${when(startAt, now)}.`}
            </p>
          ))}
        </section>
      )}
      <section data-testid="days-finish">
        <p>
          Finished <strong>{when(days.finishAt, now)}</strong> in {days.visits} {days.visits === 1 ? 'visit' : 'visits'}{' '}
          to the bench.
        </p>
        <p className="quiet">
          {seeking
            ? 'Seeking…'
            : days.optimal
              ? 'No plan of these steps is ready sooner, nor as soon in fewer visits: that is proved.'
              : 'The best found in the time: there may be a better one.'}{' '}
          Press a step to open it; drag it and the rest goes round it.
        </p>
        <p>
          <a href={`/api/builds/${id}/days.ics`}>For a calendar</a>{' '}
          <span className="quiet">to take in, or as an address to subscribe to on this machine</span>
        </p>
      </section>
    </>
  );
}

function StepPart({
  place,
  days,
  onNote,
  onBack,
}: {
  place: DayPlace;
  days: DaysPlan;
  onNote: OnNote;
  onBack: () => void;
}) {
  const { build } = useDesk('build');
  const now = useNow();
  const { step } = place;
  const zone = now.timeZone ?? HERE;
  const note = build.days.notes.find((one) => one.id === step.id);
  const logged = step.doneAt !== null && note?.doneAt == null;
  const nameOf = (id: string) => days.places.find((one) => one.step.id === id)?.step.name ?? id;
  return (
    <>
      <section data-testid="day-step">
        <h2>{step.name}</h2>
        <p>
          {when(place.startAt, now)} to {timeOfDay(onWall(place.handsOnEndAt, zone))}
          {step.waitMin > 0 && `, ready ${when(place.readyAt, now)}`}
        </p>
        {step.waitMin > 0 && (
          <p className="quiet">
            Waits {lasting(step.waitMin)}: {step.waitFrom}.
          </p>
        )}
        {step.after.map(({ link, why }) => (
          <p key={link.id} className="quiet">
            After <b>{nameOf(link.id)}</b>
            {link.greatestMin !== null &&
              `, ${link.leastMin > 0 ? `${lasting(link.leastMin)} to ` : 'within '}${lasting(link.greatestMin)} after it ${link.from === 'start' ? 'begins' : 'is ready'}`}
            : {why}.
          </p>
        ))}
        {logged && <p className="quiet">It is in the log: that stands.</p>}
      </section>
      {!logged && (
        <section>
          {step.doneAt === null && (
            <>
              <NumberField
                label="Hands-on"
                suffix="min"
                step={5}
                value={step.handsOnMin}
                onChange={(handsOnMin) => onNote(step.id, { handsOnMin: Math.round(handsOnMin) })}
              />
              <NumberField
                label="Then it waits"
                suffix="h"
                step={1}
                value={Math.round((step.waitMin / 60) * 10) / 10}
                onChange={(hours) => onNote(step.id, { waitMin: Math.round(hours * 60) })}
              />
              <HoldField place={place} zone={zone} onNote={onNote} />
            </>
          )}
          <div className="tool-row">
            {step.doneAt === null ? (
              <>
                <Button
                  size="sm"
                  onClick={() => void onNote(step.id, { doneAt: new Date().toISOString(), pinnedAt: null })}
                >
                  Done now
                </Button>
                {note?.pinnedAt != null && (
                  <Button size="sm" variant="outline-primary" onClick={() => void onNote(step.id, { pinnedAt: null })}>
                    Let it go
                  </Button>
                )}
                <Button
                  size="sm"
                  variant="outline-primary"
                  onClick={() => void onNote(step.id, { leftOut: true }).then((kept) => kept && onBack())}
                >
                  Leave it out
                </Button>
              </>
            ) : (
              <Button size="sm" variant="outline-primary" onClick={() => void onNote(step.id, { doneAt: null })}>
                Not done after all
              </Button>
            )}
          </div>
        </section>
      )}
      <section>
        <button type="button" className="link" onClick={onBack}>
          Back to what is next
        </button>
      </section>
    </>
  );
}

/** When it is held to begin, typed. */
function HoldField({ place, zone, onNote }: { place: DayPlace; zone: string; onNote: OnNote }) {
  return (
    <TextField
      label="Begins"
      value={typed(onWall(place.startAt, zone)).replace('T', ' ')}
      onChange={(text) => {
        const at = fromTyped(text.trim().replace(' ', 'T'), zone);
        if (at !== null) void onNote(place.step.id, { pinnedAt: at });
      }}
    />
  );
}
