import { Link } from 'react-router';
import type { BenchView } from '../../api/types';
import { StandingMark } from '../../slip/StandingMark';
import { lasting } from '../../slip/words';
import { formatMass } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';

/** The session looked back on: what happened, what it cost, how it could have gone. */
export function ReviewView({ view }: { view: BenchView }) {
  const units = useUnits();
  const { review } = view;
  if (review === null) return null;
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
      <Link className="btn btn-primary btn-lg" to={`/builds/${view.buildId}/${view.isRehearsal ? 'bench' : 'pours'}`}>
        {view.isRehearsal ? 'Back to the bench' : 'To the pours'}
      </Link>
    </main>
  );
}
