import Button from 'react-bootstrap/Button';
import { useDaysTrials } from '../../api/useDays';
import type { DaysPlan, DaysTrial } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';

const GROUPS: { group: string; name: string }[] = [
  { group: 'proof', name: 'How a bed is proved' },
  { group: 'dams', name: 'Dams' },
  { group: 'ripples', name: 'Ripples' },
  { group: 'water', name: 'Water and growth' },
  { group: 'care', name: 'What care costs' },
  { group: 'haste', name: 'What would be sooner' },
];

/** Where good makers differ, and what being careful costs: each way tried on this build's days, and taken with a press. */
export function WaysPart({ days }: { days: DaysPlan }) {
  const { id, version } = useDesk('id', 'version');
  const { data: trials, error, isFetching } = useDaysTrials(id, version);
  if (error !== null)
    return (
      <section>
        <p className="notice-stop">{error.message}</p>
      </section>
    );
  if (trials === undefined)
    return (
      <section>
        <p className="quiet">Trying each way on these days…</p>
      </section>
    );
  const groups = GROUPS.map((one) => ({ ...one, trials: trials.filter((trial) => trial.group === one.group) }));
  return (
    <div className="days-ways" data-testid="days-ways" aria-busy={isFetching}>
      {groups
        .filter((one) => one.trials.length > 0)
        .map((one) => (
          <section key={one.group}>
            <h3>{one.name}</h3>
            {one.trials.map((trial) => (
              <Way key={trial.id} trial={trial} days={days} />
            ))}
          </section>
        ))}
      {trials.length === 0 && (
        <section>
          <p className="quiet">What is poured is poured: no other way is left to try.</p>
        </section>
      )}
    </div>
  );
}

function Way({ trial, days }: { trial: DaysTrial; days: DaysPlan }) {
  const { edit } = useDesk('edit');
  const now = useNow();
  const take = trial.edit;
  return (
    <details className="days-way" data-way={trial.id} data-chosen={trial.chosen}>
      <summary>
        <span>{trial.name}</span>
        <span className={trial.chosen ? 'days-way-now' : undefined}>
          {trial.chosen
            ? 'now'
            : trial.finishAt === null
              ? trial.unsettled
                ? 'not found'
                : 'does not fit'
              : against(trial, days, when(trial.finishAt, now))}
        </span>
      </summary>
      {trial.chosen ? (
        <p className="quiet">So it is planned.</p>
      ) : trial.stop !== null ? (
        <p className={trial.unsettled ? 'quiet' : 'notice-stop'}>{trial.stop}</p>
      ) : trial.changes.length === 0 ? (
        <p className="quiet">Nothing comes to lie otherwise.</p>
      ) : (
        trial.changes.map((one) => <p key={one}>{one}</p>)
      )}
      {take != null && (
        <div className="tool-row">
          <Button size="sm" variant="outline-primary" onClick={() => void edit(take)}>
            Do it so
          </Button>
        </div>
      )}
    </details>
  );
}

/** "same day, 9 visits", "3 days later". */
function against(trial: DaysTrial, days: DaysPlan, at: string): string {
  if (trial.finishAt === null || days.finishAt === null) return at;
  const hours = (Date.parse(trial.finishAt) - Date.parse(days.finishAt)) / 3_600_000;
  if (Math.abs(hours) >= 12)
    return `${Math.max(1, Math.round(Math.abs(hours) / 24))} ${Math.round(Math.abs(hours) / 24) <= 1 ? 'day' : 'days'} ${hours > 0 ? 'later' : 'sooner'}`;
  const visits = trial.visits - days.visits;
  if (visits === 0) return 'no later';
  return `no later, ${Math.abs(visits)} ${Math.abs(visits) === 1 ? 'visit' : 'visits'} ${visits > 0 ? 'more' : 'fewer'}`;
}
