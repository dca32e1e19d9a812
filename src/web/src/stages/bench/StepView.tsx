import { useId, type ReactNode } from 'react';
import type { BenchStep, BenchView, InstrumentState } from '../../api/types';
import { onWall, timeOfDay } from '../../units/clock';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatMass, formatVolume, parseQuantity, unitOf } from '../../units/units';
import { whereOn } from '../../slip/words';
import { clock } from './time';

export interface Measured {
  value: number | null;
  by: string | null;
}

interface Props {
  view: BenchView;
  step: BenchStep;
  at: number;
  zone: string;
  scale: InstrumentState | null;
  /** Where the laser's line stands, mm over the board; null without one. */
  line: number | null;
  typed: string;
  onTyped: (text: string) => void;
  counted: number;
  onCount: (count: number) => void;
  /** Starts the cup's clock at the first drops of part two; null where the scale does, or for who only watches. */
  onMet: (() => void) | null;
}

const WEIGHED = new Set<BenchStep['kind']>(['partOne', 'partTwo', 'moreOne']);

/** Whether a figure says that nothing is in: less than half of what the scale can show. It is no weight to note. */
export const isNought = (view: BenchView, step: BenchStep, value: number | null) =>
  value !== null && view.byScale && WEIGHED.has(step.kind) && value < (view.mixes[step.cup - 1]?.graduationG ?? 0) / 2;

/** A mass as the scale shows it, always with its tenth. */
const grams = (g: number, units: ReturnType<typeof useUnits>) =>
  units.mass === 'g' ? (Math.round(g * 10) / 10).toFixed(1) : formatMass(g, units);

/** Whether a figure is read or typed at this step. */
export const isMeasured = (step: BenchStep, byScale: boolean) =>
  (WEIGHED.has(step.kind) && byScale) || step.kind === 'over' || step.kind === 'empty' || step.kind === 'level';

/** One thing at a time: what it is, one large figure, how to go about it. */
export function StepView(props: Props) {
  const { view, step, at, zone, scale, line, typed, onTyped, counted, onCount, onMet } = props;
  const units = useUnits();
  const since = Date.parse(view.state.since);
  let figure: ReactNode = null;
  let note: ReactNode = null;
  if (WEIGHED.has(step.kind) && view.byScale) {
    const target = step.targetG ?? 0;
    const shown = scale?.reading?.value ?? null;
    figure = (
      // By hand the figure to pour to is the large one, and what the scale showed is typed under it.
      <Big unit={units.mass}>{grams(shown ?? target, units)}</Big>
    );
    const left = target - (shown ?? 0);
    note =
      shown === null ? (
        <>
          <p className="bench-slow">
            A thin stream from {grams(step.slowFromG ?? target, units)} {units.mass}
            {step.targetMl !== null && `; by the cup’s marks ${formatVolume(step.targetMl, units)} ${units.volume}`}.
          </p>
          <Typed label="What the scale shows now" quantity="mass" text={typed} onText={onTyped} />
        </>
      ) : left > 0.05 ? (
        <>
          <p className="bench-go">
            {grams(left, units)} {units.mass} more
          </p>
          <p className="bench-slow">
            {shown >= (step.slowFromG ?? target)
              ? 'A thin stream now.'
              : `A thin stream from ${grams(step.slowFromG ?? target, units)}; to ${grams(target, units)} ${units.mass}.`}
          </p>
        </>
      ) : (
        scale?.says == null && <p className="bench-go bench-good">That is it.</p>
      );
  } else if (WEIGHED.has(step.kind)) {
    figure = <Big unit={units.volume}>{formatVolume(step.targetMl ?? 0, units)}</Big>;
  } else if (step.kind === 'dose') {
    figure = (
      <button type="button" className="bench-count" onClick={() => onCount(counted + 1)}>
        <Big unit={step.unit ?? ''}>{counted > 0 ? `${counted} / ${step.count ?? 0}` : String(step.count ?? 0)}</Big>
      </button>
    );
    note = (
      <p className="bench-slow">
        {counted === 0
          ? 'Press the figure at each drop to count along.'
          : counted < (step.count ?? 0)
            ? `${(step.count ?? 0) - counted} more.`
            : counted === step.count
              ? 'That is all of them.'
              : 'More than planned: it is noted as counted.'}
        {counted > 0 && (
          <button type="button" className="link" onClick={() => onCount(0)}>
            Count anew
          </button>
        )}
      </p>
    );
  } else if (step.minutes !== null) {
    const left = since + step.minutes * 60_000 - at;
    figure = <Big unit="">{clock(Math.max(0, left))}</Big>;
    const prompt = step.prompts.findLast((one) => at >= since + one.atMin * 60_000);
    note = (
      <p className="bench-go">
        {left <= 0
          ? 'Long enough.'
          : prompt !== undefined && at < since + (prompt.atMin + 0.4) * 60_000
            ? prompt.say
            : ''}
      </p>
    );
  } else if (view.state.dueAt !== null) {
    const left = Date.parse(view.state.dueAt) - at;
    figure = <Big unit="">{left > 0 ? clock(left) : 'now'}</Big>;
    note = <p className="bench-go">{left > 0 ? `Due ${timeOfDay(onWall(view.state.dueAt, zone))}.` : 'Look now.'}</p>;
  } else if (step.kind === 'pour') {
    figure = <Big unit={units.volume}>{formatVolume(step.targetMl ?? 0, units)}</Big>;
    note = (
      <>
        {step.toMm !== null && (
          <p className="bench-go">
            to {formatLength(step.toMm, units)} {units.length}
          </p>
        )}
        {step.leftMl !== null && (
          <p className="bench-slow">
            {formatVolume(step.leftMl, units)} {units.volume} stay in the cup after it.
          </p>
        )}
      </>
    );
  } else if (step.kind === 'over' || step.kind === 'empty') {
    figure = <Typed label="Cup and stick, less what they weigh clean" quantity="mass" text={typed} onText={onTyped} />;
  } else if (step.kind === 'level') {
    figure = <Typed label="It stands at" quantity="length" text={typed} onText={onTyped} />;
    note = (
      <>
        {step.toMm !== null && (
          <p className="bench-slow">
            It was to come to {formatLength(step.toMm, units)} {units.length}.
          </p>
        )}
        {line !== null && (
          <button type="button" className="bench-take" onClick={() => onTyped(formatLength(line, units))}>
            It stands at the laser’s line, {formatLength(line, units)} {units.length}
          </button>
        )}
      </>
    );
  }
  const unmet = step.kind === 'partTwo' && view.state.cups[step.cup - 1]?.metAt === null && onMet !== null;
  const says = WEIGHED.has(step.kind) && view.byScale ? (scale?.says ?? null) : null;
  return (
    <div className={`bench-step step-${step.kind}`}>
      <h1>{step.title}</h1>
      {step.lines.length > 0 && (
        <ul className="bench-lines">
          {step.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {figure}
      {step.at !== null && <p className="bench-where">{whereOn(step.at, units)}</p>}
      {note}
      {unmet && (
        <button type="button" className="bench-take" onClick={onMet}>
          Its first drops are in: start the clock
        </button>
      )}
      {says !== null && <p className={`bench-says says-${says.standing}`}>{says.sentence}</p>}
      <p className="bench-say">{step.say}</p>
    </div>
  );
}

/** What was typed, in g or mm; null for nothing, and for what cannot be read as that. */
export function readTyped(
  text: string,
  quantity: 'mass' | 'length',
  units: ReturnType<typeof useUnits>,
): number | null {
  return text.trim() === '' ? null : parseQuantity(text, quantity, units);
}

function Big({ children, unit }: { children: ReactNode; unit: string }) {
  return (
    <p className="bench-figure" data-testid="bench-figure">
      {children}
      {unit !== '' && <span>{unit}</span>}
    </p>
  );
}

function Typed({
  label,
  quantity,
  text,
  onText,
}: {
  label: string;
  quantity: 'mass' | 'length';
  text: string;
  onText: (text: string) => void;
}) {
  const units = useUnits();
  const id = useId();
  const wrong = text.trim() !== '' && readTyped(text, quantity, units) === null;
  return (
    <div className="bench-typed">
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        type="text"
        inputMode="decimal"
        autoComplete="off"
        value={text}
        aria-invalid={wrong}
        onChange={(event) => onText(event.target.value)}
      />
      <span>{unitOf(quantity, units)}</span>
      {wrong && <p className="field-wrong">That is no {quantity}: nothing is noted of it.</p>}
    </div>
  );
}
