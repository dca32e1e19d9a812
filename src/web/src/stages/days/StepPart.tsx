import Button from 'react-bootstrap/Button';
import type { DayPlace, DaysPlan } from '../../api/types';
import { useTaken } from '../../api/useStores';
import { removeFrom, setIn } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { NumberField, TextField } from '../../slip/fields';
import { useNow } from '../../slip/useNow';
import { lasting, when } from '../../slip/words';
import { fromTyped, HERE, onWall, timeOfDay, typed } from '../../units/clock';
import { formatAmount } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import type { OnNote } from './DaysSlip';

const OWN = 'own:';

/** One step: when, why then, what it waits for; held, done, left out, or said otherwise. */
export function StepPart({
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
  const { build, edit } = useDesk('build', 'edit');
  const now = useNow();
  const { step } = place;
  const zone = now.timeZone ?? HERE;
  const note = build.days.notes.find((one) => one.id === step.id);
  const own = build.days.own.find((one) => `${OWN}${one.id}` === step.id);
  // The first pour of a water may be held by its date under Pours.
  const setUnderPours = step.pinnedAt !== null && note?.pinnedAt == null;
  const logged = step.doneAt !== null && note?.doneAt == null;
  const nameOf = (id: string) => days.places.find((one) => one.step.id === id)?.step.name ?? id;
  return (
    <>
      <section data-testid="day-step">
        <h2>{step.name}</h2>
        <p>
          {when(place.startAt, now)}
          {step.mixedWith === null && ` to ${timeOfDay(onWall(place.handsOnEndAt, zone))}`}
          {step.waitMin > 0 && `, ready ${when(place.readyAt, now)}`}
        </p>
        {step.waitMin > 0 && (
          <p className="quiet">
            Waits {lasting(step.waitMin)}: {step.waitFrom}.
          </p>
        )}
        {step.after
          .filter(({ link }) => link.id !== step.mixedWith)
          .map(({ link, why }) => (
            <p key={link.id} className="quiet">
              After <b>{nameOf(link.id)}</b>
              {link.greatestMin !== null &&
                `, ${link.leastMin > 0 ? `${lasting(link.leastMin)} to ` : 'within '}${lasting(link.greatestMin)} after it ${link.from === 'start' ? 'begins' : 'is ready'}`}
              : {why}.
            </p>
          ))}
        {place.whyScuffed !== null && (
          <p className="notice-tight">It comes after its window: scuff and wipe first. {place.whyScuffed}</p>
        )}
        {step.mixedWith !== null && (
          <p>
            In one mix with <b>{nameOf(step.mixedWith)}</b>, at its time: how long it takes stands there.
          </p>
        )}
        {step.keepsUntil !== null && step.doneAt === null && (
          <p className={place.stale ? 'notice-tight' : 'quiet'}>Its bottles keep until {step.keepsUntil}.</p>
        )}
        {step.doneAt !== null && <TakenPart stepId={step.id} />}
        {logged && <p className="quiet">It is in the log: that stands.</p>}
        {logged && step.kind === 'pour' && (
          <div className="tool-row">
            {note?.failedAt == null ? (
              <Button
                size="sm"
                variant="outline-primary"
                onClick={() => void onNote(step.id, { failedAt: new Date().toISOString() })}
              >
                It failed: pour it again
              </Button>
            ) : (
              <Button size="sm" variant="outline-primary" onClick={() => void onNote(step.id, { failedAt: null })}>
                It has not failed after all
              </Button>
            )}
          </div>
        )}
      </section>
      {!logged && (
        <section>
          {step.doneAt === null && (
            <>
              <TextField label="Called" value={step.name} onChange={(name) => void onNote(step.id, { name })} />
              {step.mixedWith === null && (
                <NumberField
                  label="Hands-on"
                  suffix="min"
                  step={5}
                  value={step.handsOnMin}
                  onChange={(handsOnMin) => onNote(step.id, { handsOnMin: Math.round(handsOnMin) })}
                />
              )}
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
                {setUnderPours && (
                  <Button
                    size="sm"
                    variant="outline-primary"
                    onClick={() => void edit(setIn('waters', step.waterId ?? '', { firstPourAt: null }))}
                  >
                    Let it go
                  </Button>
                )}
                {own === undefined ? (
                  <Button
                    size="sm"
                    variant="outline-primary"
                    onClick={() => void onNote(step.id, { leftOut: true }).then((kept) => kept && onBack())}
                  >
                    Leave it out
                  </Button>
                ) : (
                  <Button
                    size="sm"
                    variant="outline-primary"
                    onClick={() => void edit(removeFrom('days.own', own.id)).then((kept) => kept && onBack())}
                  >
                    Strike it out
                  </Button>
                )}
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

/** What it has out of the cupboard, now that it is done. */
function TakenPart({ stepId }: { stepId: string }) {
  const { id, version } = useDesk('id', 'version');
  const units = useUnits();
  const taken = useTaken(id, version, stepId);
  if (taken.length === 0) return null;
  return (
    <p className="quiet" data-testid="step-taken">
      Out of the cupboard for it, as reckoned:{' '}
      {taken.map(({ good, amount }) => `${formatAmount(amount, good.unit, units)} of ${good.name}`).join(', ')}. If it
      was more or less, drag its level in Stores.
    </p>
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
