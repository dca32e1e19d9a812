import type { DayPlace, DaysPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { useNow } from '../../slip/useNow';
import { lasting } from '../../slip/words';
import { HERE, inWords, midnight, onWall, timeOfDay } from '../../units/clock';

const DAYS = 7;

/** The week ahead on paper: a box to tick for each step, its time, how long it takes and what is laid out. Seen in print alone. */
export function WeekPaper({ days }: { days: DaysPlan }) {
  const { build } = useDesk('build');
  const now = useNow();
  const zone = now.timeZone ?? HERE;
  const dates = Array.from({ length: DAYS }, (_, k) => ({ from: midnight(now, k), to: midnight(now, k + 1) }));
  const within = (iso: string, from: Date, to: Date) =>
    Date.parse(iso) >= from.getTime() && Date.parse(iso) < to.getTime();
  const ahead = days.places.filter(
    ({ step }) => step.doneAt === null && step.handsOnMin + step.attendedMin + (step.mixedWith === null ? 0 : 1) > 0,
  );
  return (
    <section className="week-paper" aria-hidden="true" data-testid="week-paper">
      <h1>{build.name}: the week ahead</h1>
      {dates.map(({ from, to }) => {
        const hours = days.stretches
          .filter((one) => within(one.fromAt, from, to))
          .map((one) => `${timeOfDay(onWall(one.fromAt, zone))}–${timeOfDay(onWall(one.toAt, zone))}`);
        const steps = ahead.filter((place) => within(place.startAt, from, to));
        return (
          <article key={from.getTime()}>
            <h2>
              {inWords(from, { weekday: 'long', day: 'numeric', month: 'long' })}
              <span>{hours.length === 0 ? 'not at the bench' : hours.join(', ')}</span>
            </h2>
            {steps.length === 0 ? (
              <p>Nothing to do.</p>
            ) : (
              <table>
                <tbody>
                  {steps.map((place) => (
                    <Row key={place.step.id} place={place} days={days} zone={zone} />
                  ))}
                </tbody>
              </table>
            )}
          </article>
        );
      })}
      <p className="week-paper-care">
        Resin, hardener and their dust harm: gloves, moving air, and the safety sheet of each product before anything
        here.
      </p>
    </section>
  );
}

function Row({ place, days, zone }: { place: DayPlace; days: DaysPlan; zone: string }) {
  const { step, scuffed, stale } = place;
  const other = days.places.find((one) => one.step.id === step.mixedWith)?.step.name;
  return (
    <tr>
      <td className="week-paper-box" />
      <th scope="row">{timeOfDay(onWall(place.startAt, zone))}</th>
      <td>
        <strong>{step.name}</strong>
        {other !== undefined && `, in one mix with ${other}`}
        {scuffed && ', after its window: scuff first'}
        {stale && ', with fresh bottles'}
        {step.layOut.length > 0 && <div>{step.layOut.join('; ')}</div>}
      </td>
      <td>
        {step.handsOnMin > 0 && lasting(step.handsOnMin)}
        {step.attendedMin > 0 && ` + ${lasting(step.attendedMin)} near`}
      </td>
    </tr>
  );
}
