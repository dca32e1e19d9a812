import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import { answer, api, ProblemError } from '../../api/client';
import type { BenchReady, PourCheck } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { CheckLine } from '../../slip/CheckLine';
import { useNow } from '../../slip/useNow';
import { when } from '../../slip/words';
import { formatMass } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { thisDevice } from './device';

const REHEARSED_AT = 10;

/** Before the bench: what can be poured next, what is asked before it, and the way in; or a rehearsal of it. */
export function BenchStage({ messages }: { messages: ReactNode }) {
  const { id, version } = useDesk('id', 'version');
  const queries = useQueryClient();
  const [joined, setJoined] = useState<readonly string[]>([]);
  const list = (together: number[]) =>
    answer(api.GET('/api/builds/{id}/bench', { params: { path: { id }, query: { together } } }));
  const { data, error } = useQuery({
    queryKey: ['bench', id, version],
    queryFn: () => list([]),
    placeholderData: (before) => before,
  });

  // By their titles: where the list has moved, a number would mean another.
  const together = data?.ready.filter((one) => one.isNext && joined.includes(one.title)).map((one) => one.number) ?? [];
  const inOne = useQuery({
    queryKey: ['bench', id, version, together],
    queryFn: () => list(together),
    enabled: together.length > 1,
    placeholderData: (before, query) => (String(query?.queryKey[3]) === String(together) ? before : undefined),
  });
  const asOne = together.length > 1 ? inOne.data : undefined;
  const now = useNow();
  const navigate = useNavigate();
  const [refusal, setRefusal] = useState<string | null>(null);
  const [opening, setOpening] = useState(false);
  const open = ({ number, title }: BenchReady, rehearseAt: number | null) => {
    // Pressed twice in a row it is opened once.
    if (opening) return;
    setOpening(true);
    void answer(
      api.POST('/api/builds/{id}/bench', {
        params: { path: { id } },
        body: { number, device: thisDevice(), rehearseAt, title, together: asOne === undefined ? null : together },
      }),
    ).then(
      (view) => {
        void queries.invalidateQueries({ queryKey: ['bench', id] });
        void navigate(`/bench/${view.id}`);
      },
      (problem: unknown) => {
        // What was refused may have been chosen from a list that has moved.
        void queries.invalidateQueries({ queryKey: ['bench', id] });
        setOpening(false);
        setRefusal(
          problem instanceof ProblemError
            ? problem.message
            : 'The server does not answer. Nothing was opened; try again.',
        );
      },
    );
  };
  if (error !== null) return <main className="bench-door lone">{error.message}</main>;
  if (data === undefined) return <main className="bench-door quiet">Laying the bench out…</main>;
  const going = data.sessions.filter((one) => one.endedAt === null && !one.isRehearsal);
  const { ready } = asOne ?? data;
  const next = ready.filter((one) => one.isNext);
  const later = ready.filter((one) => !one.isNext);
  const titleOf = (number: number) => data.ready.find((one) => one.number === number)?.title ?? '';
  const join = (one: number, other: number) => {
    const titles = [titleOf(one), titleOf(other)];
    // One mix at a time: of another product or colour it is another.
    setJoined(together.includes(one) || together.includes(other) ? [...joined, ...titles] : titles);
  };
  return (
    <main className="bench-door">
      {messages}
      {going.map((one) => (
        <section key={one.id} className="bench-going">
          <h2>
            {one.title} is open at the bench
            <span>
              step {one.at + 1} of {one.of}, opened {when(one.openedAt, now)}
            </span>
          </h2>
          <Link className="btn btn-primary btn-lg" to={`/bench/${one.id}`}>
            Go on with it
          </Link>
        </section>
      ))}
      {(refusal ?? inOne.error) !== null && (
        <p className="message message-stop" role="alert">
          {refusal ?? inOne.error?.message}
        </p>
      )}
      {next.length === 0 && going.length === 0 && (
        <p>
          {data.ready.length === 0
            ? 'Nothing is left to pour here. A water with layers ahead brings its sessions to the bench.'
            : 'What comes next cannot be poured yet.'}
        </p>
      )}
      {next.map((one) => (
        <Door key={one.number} ready={one} busy={going.length > 0} onOpen={(at) => open(one, at)}>
          {one.couldJoin.map((other) => (
            <Button key={other} variant="outline-primary" onClick={() => join(one.number, other)}>
              In one mix with {titleOf(other)}
            </Button>
          ))}
          {together.length > 1 && together.includes(one.number) && (
            <Button variant="outline-primary" onClick={() => setJoined([])}>
              Each by itself
            </Button>
          )}
        </Door>
      ))}
      {later.length > 0 && (
        <section className="bench-later">
          <h3>After that</h3>
          <ul>
            {later.map((one) => (
              <li key={one.number}>
                {one.title}
                <span className="quiet">{one.at === null ? '' : ` ${when(one.at, now)}`}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}

function Door({
  ready,
  busy,
  onOpen,
  children,
}: {
  ready: BenchReady;
  busy: boolean;
  onOpen: (rehearseAt: number | null) => void;
  children: ReactNode;
}) {
  const units = useUnits();
  const now = useNow();
  return (
    <section className="bench-ready" data-testid={`bench-${ready.number}`}>
      <header>
        <h2>
          {ready.title}
          <span>
            {ready.at === null ? 'no date yet' : when(ready.at, now)} · {formatMass(ready.mixedG, units)} {units.mass}{' '}
            in {ready.cups === 1 ? 'one cup' : `${ready.cups} cups`} · {ready.productName}
            {ready.inkName !== null && ` · ${ready.inkName}`}
          </span>
        </h2>
        <div className="tool-row">
          <Button size="lg" disabled={ready.open > 0 || ready.stop !== null || busy} onClick={() => onOpen(null)}>
            To the bench
          </Button>
          <Button
            size="lg"
            variant="outline-primary"
            disabled={ready.stop !== null}
            onClick={() => onOpen(REHEARSED_AT)}
          >
            Rehearse it first
          </Button>
        </div>
      </header>
      {ready.stop !== null && <p className="notice-stop">{ready.stop.sentence}</p>}
      <p aria-live="polite">
        {ready.open === 0
          ? 'All is answered. Resin may be opened.'
          : `${ready.open === 1 ? 'One question holds' : `${ready.open} questions hold`} it back. A rehearsal needs no answers.`}
      </p>
      <div className="tool-row">{children}</div>
      {ready.lists.map((list) => (
        <div key={list.waterId}>
          {ready.lists.length > 1 && <h3>{list.name}</h3>}
          <Checks waterIds={[list.waterId]} checks={list.checks.filter((check) => !ready.ofAll.includes(check.item))} />
        </div>
      ))}
      {ready.ofAll.length > 0 && (
        <div>
          <h3>All of them</h3>
          <Checks
            waterIds={ready.lists.map((list) => list.waterId)}
            checks={ready.lists[0]?.checks.filter((check) => ready.ofAll.includes(check.item)) ?? []}
          />
        </div>
      )}
    </section>
  );
}

/** What is open first. */
function Checks({ waterIds, checks }: { waterIds: string[]; checks: PourCheck[] }) {
  return (
    <ul className="checks">
      {[...checks]
        .sort((one, other) => Number(one.settled) - Number(other.settled))
        .map((check) => (
          <CheckLine key={check.item} waterIds={waterIds} check={check} />
        ))}
    </ul>
  );
}
