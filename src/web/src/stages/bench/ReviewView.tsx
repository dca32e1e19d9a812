import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answer, api } from '../../api/client';
import type { BenchView } from '../../api/types';
import { StandingMark } from '../../slip/StandingMark';
import { lasting, when } from '../../slip/words';
import { knownZone, onWall } from '../../units/clock';
import { formatMass, formatReading } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { useInstruments } from './useInstruments';
import type { Session } from './useSession';

/** The session looked back on: what happened, what it cost, how it could have gone. */
export function ReviewView({ session, view }: { session: Session; view: BenchView }) {
  const units = useUnits();
  const instruments = useInstruments(session);
  const { review } = view;
  const surface = view.isRehearsal ? null : instruments.of('surface');
  if (review === null)
    return (
      <main className="bench-review">
        <h1>It is over</h1>
        <p>
          The server has not heard of all of it yet: it is kept on this device and told when the server is back. Then
          follows the look back.
        </p>
      </main>
    );
  return (
    <main className="bench-review">
      <h1>{view.isRehearsal ? 'The rehearsal looked back on' : 'The session looked back on'}</h1>
      <p>
        {view.title}: {lasting(review.tookMin)} from the first look to the last
        {review.costG >= 0.05 && `; slips cost ${formatMass(review.costG, units)} ${units.mass} of resin`}.
        {view.isRehearsal ? ' No resin was opened and nothing went into the log.' : ' It is noted in the log.'}
      </p>
      <ul>
        {review.lines.map((line, i) => (
          <li key={i}>
            <StandingMark standing={line.standing} />
            <div>
              <p>{line.what}</p>
              {line.better !== null && <p className="quiet">{line.better}</p>}
            </div>
          </li>
        ))}
      </ul>
      {view.untold.map((what) => (
        <p key={what} className="notice-tight">
          Not told to the build: {what}
        </p>
      ))}
      {surface !== null && view.state.poured.length > 0 && (
        <p>
          As long as this page is open the {surface.name.toLowerCase()} goes on being read for the log
          {surface.reading !== null && `; it shows ${formatReading(surface.reading.value, units)} now`}.
        </p>
      )}
      {!view.isRehearsal && <LateChecks view={view} />}
      <Link className="btn btn-primary btn-lg" to={`/builds/${view.buildId}/${view.isRehearsal ? 'bench' : 'log'}`}>
        {view.isRehearsal ? 'Back to the bench' : 'To the log'}
      </Link>
    </main>
  );
}

/** What is to be looked at later: told as notices while a page is open, and in the calendar. */
function LateChecks({ view }: { view: BenchView }) {
  const { data } = useQuery({
    queryKey: ['late-checks', view.id],
    queryFn: () => answer(api.GET('/api/builds/{id}/late-checks', { params: { path: { id: view.buildId } } })),
  });
  const zone = knownZone(view.timeZone);
  const now = onWall(Date.now(), zone);
  if (data === undefined || data.length === 0) return null;
  return (
    <section className="bench-later">
      <h2>Later</h2>
      <ul>
        {data.map((check) => (
          <li key={check.key}>
            <strong>{when(check.at, now)}</strong>
            <p>{check.sentence}</p>
          </li>
        ))}
      </ul>
      <p>
        They arrive as notices while a page is open; <a href={`/api/builds/${view.buildId}/days.ics`}>the calendar</a>{' '}
        has them otherwise.
      </p>
    </section>
  );
}
