import { useEffect, useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import type { Notice } from '../../api/types';
import { isTyped } from '../../scene/isTyped';
import { knownZone } from '../../units/clock';
import { formatReading } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { CupStaff } from './CupStaff';
import { keptCues } from './cues';
import { InstrumentsPanel } from './InstrumentsPanel';
import { PotClocks } from './PotClock';
import { RehearsalBar } from './RehearsalBar';
import { RescueCard } from './RescueCard';
import { ReviewView } from './ReviewView';
import { saidAway } from './foretold';
import { SessionButtons } from './SessionButtons';
import { isMeasured, isNought, readTyped, StepView, type Measured } from './StepView';
import { useAwake } from './useAwake';
import { useCues } from './useCues';
import { useInstruments } from './useInstruments';
import { useSession, type Session } from './useSession';
import { useTick } from './useTick';
import { aheadOf } from './words';

const AHEAD = 5;
const NEARLY_ALL = 0.9;

// A scale that swings longer than any hand pours is taken as it is.
const PATIENCE_MS = 45_000;

const nothing = () => undefined;

/** Two cups may have the same to say. */
const keyOf = (notice: Notice) => `${notice.kind}-${notice.numbers['cup'] ?? 0}`;

/** One mixing session, read from a metre away with gloves on: one thing at a time. */
export function SessionPage() {
  const { session: id } = useParams();
  return id === undefined ? null : <AtTheBench key={id} id={id} />;
}

function AtTheBench({ id }: { id: string }) {
  const session = useSession(id);
  const { view, error } = session;
  useEffect(() => {
    document.title = view === null ? 'Bench · Ink Basin' : `${view.isRehearsal ? 'Rehearsal' : view.title} · Ink Basin`;
  }, [view]);
  if (view === null)
    return (
      <main className="lone">
        {error ?? (session.offline ? 'The server does not answer yet.' : 'Opening the bench…')}
        {error !== null && (
          <p>
            <Link to="/builds">To the builds</Link>
          </p>
        )}
      </main>
    );
  return view.state.endedAt !== null ? <ReviewView session={session} view={view} /> : <Walk session={session} />;
}

function Walk({ session: told }: { session: Session }) {
  const { holds, happen, now } = told;
  const units = useUnits();
  const at = useTick(now);
  // While the server is away its words age: what this device can tell by itself stands in their place.
  const view = told.view !== null && told.offline ? { ...told.view, notices: saidAway(told.view, at) } : told.view;
  const session = { ...told, view };
  const [cues, setCues] = useState(keptCues);
  const [panel, setPanel] = useState(false);
  const [typed, setTyped] = useState('');
  const [counted, setCounted] = useState(0);
  const [short, setShort] = useState(false);
  const [ending, setEnding] = useState(false);
  const instruments = useInstruments(session);
  const call = useCues(view, at, cues);
  const awake = useAwake();
  const zone = useMemo(() => knownZone(view?.timeZone ?? null), [view?.timeZone]);
  const step = view?.state.steps[view.state.at];
  const stepId = step?.id;
  const since = view?.state.since;
  // How often it was done: opened again it begins empty. Not by when it began, as the server may word or move that moment while something is typed.
  const doneBefore = view?.state.done.filter((one) => one.stepId === stepId).length;
  useEffect(() => {
    setTyped('');
    setCounted(0);
    setShort(false);
  }, [stepId, doneBefore]);

  const scale = instruments.of('scale');
  const leak = view?.state.leaks.find((one) => one.until === null);
  const measured = (): Measured => {
    if (step === undefined || view === null) return { value: null, by: null };
    if (step.kind === 'dose') return { value: counted > 0 ? counted : null, by: null };
    if (!isMeasured(step, view.byScale)) return { value: null, by: null };
    const quantity = step.kind === 'level' ? 'length' : 'mass';
    const reading =
      step.kind === 'level' || step.kind === 'over' || step.kind === 'empty' ? null : (scale?.reading ?? null);
    if (reading !== null) return { value: reading.value, by: scale?.id ?? null };
    return { value: readTyped(typed, quantity, units), by: null };
  };
  const early =
    step?.minutes != null && since !== undefined && at < Date.parse(since) + step.minutes * 60_000 * NEARLY_ALL;
  const settling = useSettling(step?.targetG != null && scale?.reading != null && !scale.reading.isSteady);
  const done = (knowingly: boolean) => {
    if (step === undefined || !holds || leak !== undefined || settling) return;
    const { value, by } = measured();
    const little =
      value !== null && step.targetG !== null && step.kind !== 'empty' && value < step.targetG * NEARLY_ALL;
    // What is far short is asked about before it is told.
    if ((little || early) && !knowingly) {
      setShort(true);
      return;
    }
    setShort(false);
    // What goes in while the scale shows nothing is in without a figure.
    const none = view === null || isNought(view, step, value);
    happen({ kind: 'done', stepId: step.id, value: none ? null : value, by: none ? null : by, knowingly });
  };
  const before = view === null ? undefined : view.state.steps[view.state.at - 1];
  const back = () => {
    if (before !== undefined && holds && leak === undefined) happen({ kind: 'back', stepId: before.id });
  };
  const gaveWay = () => {
    if (holds && leak === undefined) happen({ kind: 'gaveWay' });
  };
  const keys = useRef({ done, back, gaveWay });
  // A pedal under the question whether to end is no answer to it, and nothing that was done.
  keys.current = ending ? { done: nothing, back: nothing, gaveWay } : { done, back, gaveWay };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const inField = isTyped(target);
      // What a key does to a button or a switch is theirs.
      const inHand = target instanceof HTMLButtonElement || (target instanceof HTMLInputElement && !inField);
      if (
        event.key === 'PageDown' ||
        (event.key === 'Enter' && target.closest('.bench-typed') !== null) ||
        (event.key === ' ' && !inField && !inHand)
      )
        keys.current.done(false);
      else if (event.key === 'PageUp' || (event.key === 'Backspace' && !inField)) keys.current.back();
      else if (event.key.toLowerCase() === 'l' && !inField) keys.current.gaveWay();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  if (view === null || step === undefined) return null;
  const room = instruments.of('room')?.reading?.value ?? view.state.roomC;
  const shownG = scale?.reading?.value ?? null;
  const metByHand = shownG === null || !view.byScale || instruments.missedNought;
  const hasCup = step.cup > 0 && step.kind !== 'dose' ? view.byScale : step.kind === 'dose' && view.byScale;
  const past = view.notices.some(
    (one) => (one.kind === 'pastItsTime' || one.kind === 'turned') && one.numbers['cup'] === step.cup,
  );
  const inHand = view.state.cups.find((cup) => cup.stands && cup.number === step.cup);
  // What stops stands on top; the rest under the step.
  const stops = view.notices.filter((one) => one.standing === 'stop');
  const said = view.notices.filter((one) => one.standing !== 'stop').slice(0, 2);
  return (
    <div
      className={`session${cues.flash && call !== null ? (call.urgent ? ' flash-urgent' : ' flash') : ''}`}
      data-step={step.id}
    >
      {view.isRehearsal && <RehearsalBar session={session} />}
      <header className="session-top">
        <h2>{view.title}</h2>
        <span>
          {[
            step.cup === 0 ? null : view.mixes.length > 1 ? `cup ${step.cup} of ${view.mixes.length}` : 'one cup',
            view.inkName,
          ]
            .filter((one) => one !== null)
            .join(' · ')}
        </span>
        <span>{room === null ? 'room not read' : `room ${formatReading(room, units)}`}</span>
        <button type="button" className="session-tools" aria-expanded={panel} onClick={() => setPanel(!panel)}>
          Instruments, notes
        </button>
        <button type="button" className="session-tools" onClick={() => setEnding(true)}>
          End it
        </button>
      </header>
      <PotClocks view={view} at={at} zone={zone} />
      <Banners session={session} awake={awake} call={call?.say ?? null} stops={stops} />
      {leak !== undefined ? (
        <RescueCard session={session} sinceMs={Date.parse(leak.from)} at={at} />
      ) : (
        <main className={`session-main${hasCup ? '' : ' no-cup'}`}>
          {hasCup && <CupStaff view={view} step={step} shownG={step.targetG === null ? null : shownG} />}
          <div className="session-step">
            <StepView
              view={view}
              step={step}
              at={at}
              zone={zone}
              scale={scale}
              line={instruments.of('level')?.reading?.value ?? null}
              typed={typed}
              onTyped={setTyped}
              counted={counted}
              onCount={setCounted}
              onMet={holds && metByHand ? () => happen({ kind: 'met', cup: step.cup }) : null}
            />
            <div className="session-said" aria-live="polite">
              {said.map((notice) => (
                <p key={keyOf(notice)} className={`notice-${notice.standing}`}>
                  {notice.sentence}
                </p>
              ))}
            </div>
          </div>
          <ol className="session-ahead" aria-label="What comes then">
            {view.state.steps.slice(view.state.at + 1, view.state.at + 1 + AHEAD).map((next) => {
              const { title, note } = aheadOf(next, units, view.byScale);
              return (
                <li key={next.id}>
                  <strong>{title}</strong>
                  <span>{note}</span>
                </li>
              );
            })}
          </ol>
        </main>
      )}
      {leak === undefined && (
        <SessionButtons
          step={step}
          value={measured().value}
          nought={isNought(view, step, measured().value)}
          holds={holds}
          canGoBack={before !== undefined && !before.finishesLayer}
          settling={settling}
          early={early}
          short={short}
          past={past}
          onDone={done}
          onPourOn={() => setShort(false)}
          onBack={back}
          onGaveWay={gaveWay}
          onGiveUp={() => happen({ kind: 'givenUp', cup: step.cup })}
        />
      )}
      {panel && (
        <InstrumentsPanel
          readings={session.readings}
          instruments={instruments}
          rehearsal={view.isRehearsal}
          cues={cues}
          setCues={setCues}
          happen={holds ? happen : null}
          cup={inHand?.number ?? null}
          onClose={() => setPanel(false)}
        />
      )}
      {ending && <Ending session={session} onStay={() => setEnding(false)} />}
    </div>
  );
}

/** Whether the scale is waited for: not for ever, as some never come to rest. */
function useSettling(swings: boolean): boolean {
  const [tired, setTired] = useState(false);
  useEffect(() => {
    setTired(false);
    if (!swings) return;
    const timer = setTimeout(() => setTired(true), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, [swings]);
  return swings && !tired;
}

function Banners({
  session,
  awake,
  call,
  stops,
}: {
  session: Session;
  awake: boolean;
  call: string | null;
  stops: Notice[];
}) {
  const { view, holds, device, offline, refusal, dismiss, ask } = session;
  const asked = view?.ask ?? null;
  const mine = asked?.device.id === device.id;
  // Whoever asks gets it when nobody has answered by then.
  useEffect(() => {
    if (!mine || asked === null || holds) return;
    const timer = setInterval(() => ask(), 2000);
    return () => clearInterval(timer);
  }, [mine, asked, holds, ask]);
  return (
    <div className="session-banners" role="status">
      {call !== null && <p className="banner-call">{call}</p>}
      {stops.map((notice) => (
        <p key={keyOf(notice)} className="banner-stop">
          {notice.sentence}
        </p>
      ))}
      {view?.signs.map((sign) => (
        <p key={sign} className="banner-sign">
          {sign}
        </p>
      ))}
      {offline && (
        <p className="banner-wait">
          The server does not answer. The clocks go on; what you do is kept here and told when it is back.
        </p>
      )}
      {!holds && (
        <p className="banner-wait">
          {view?.holder?.name ?? 'Another device'} holds this session; you watch.{' '}
          {mine ? (
            'Asked: it is yours in some seconds, unless it is kept.'
          ) : (
            <button type="button" onClick={() => ask()}>
              Take it over
            </button>
          )}
        </p>
      )}
      {holds && asked !== null && !mine && (
        <p className="banner-call">
          {asked.device.name} asks for this session.{' '}
          <button type="button" onClick={() => ask(true)}>
            Let go
          </button>{' '}
          <button type="button" onClick={() => ask(false)}>
            Keep it
          </button>
        </p>
      )}
      {refusal !== null && (
        <p className="banner-stop">
          {refusal}{' '}
          <button type="button" aria-label="Dismiss" onClick={dismiss}>
            ×
          </button>
        </p>
      )}
      {!awake && (
        <p className="banner-quiet">
          This browser does not keep the screen on by itself: set it so before gloves go on.
        </p>
      )}
    </div>
  );
}

function Ending({ session, onStay }: { session: Session; onStay: () => void }) {
  const { view, holds, happen } = session;
  const mixed = view?.state.cups.some((cup) => cup.metAt !== null && cup.outAt === null) === true;
  return (
    <aside className="bench-panel" role="alertdialog" aria-label="End the session">
      <h2>{view?.isRehearsal === true ? 'End the rehearsal?' : 'End the session here?'}</h2>
      <p>
        {mixed ? 'A cup is mixed and not poured: spread it out thin first, never leave it standing. ' : ''}
        What is poured is kept and noted; what is not stays ahead.
      </p>
      <div className="tool-row">
        <Link className="btn btn-outline-primary" to={view === null ? '/builds' : `/builds/${view.buildId}/bench`}>
          Leave it open, go away
        </Link>
        <Button disabled={!holds} onClick={() => happen({ kind: 'ended', why: null })}>
          End it
        </Button>
        <Button variant="outline-primary" onClick={onStay}>
          Stay
        </Button>
      </div>
    </aside>
  );
}
