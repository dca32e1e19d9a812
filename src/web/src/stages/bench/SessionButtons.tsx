import type { BenchStep } from '../../api/types';
import { DONE } from './words';

const UNWEIGHED = 'It is in, not weighed';

interface Props {
  step: BenchStep;
  /** What is read or typed; null for nothing. */
  value: number | null;
  /** Whether it says that nothing is in. */
  nought: boolean;
  holds: boolean;
  canGoBack: boolean;
  settling: boolean;
  early: boolean;
  /** Whether it was pressed far short of what is wanted: asked about before it is told. */
  short: boolean;
  /** Whether the cup in hand is past its time. */
  past: boolean;
  onDone: (knowingly: boolean) => void;
  onPourOn: () => void;
  onBack: () => void;
  onGaveWay: () => void;
  onGiveUp: () => void;
}

/** Three large buttons. The largest says the next safe thing. */
export function SessionButtons(props: Props) {
  const {
    step,
    value,
    nought,
    holds,
    canGoBack,
    settling,
    early,
    short,
    past,
    onDone,
    onPourOn,
    onBack,
    onGaveWay,
    onGiveUp,
  } = props;
  const [left, large] =
    // The large one never passes over a cup with nothing in it.
    short && nought && !early
      ? [
          { say: UNWEIGHED, does: () => onDone(true), off: !holds },
          { say: 'Nothing is in: pour on', does: onPourOn, off: false },
        ]
      : short
        ? [
            { say: early ? 'Go on with it' : 'Pour on', does: onPourOn, off: false },
            {
              say: early ? 'It is enough' : 'This is all there is',
              does: () => onDone(true),
              off: !holds,
            },
          ]
        : past
          ? [
              { say: 'Thin and cool: go on', does: () => onDone(true), off: !holds },
              { say: 'It is spread out thin', does: onGiveUp, off: !holds },
            ]
          : [
              { say: 'Back', does: onBack, off: !holds || !canGoBack },
              {
                say: settling ? 'Let it settle…' : said(step, value),
                does: () => onDone(false),
                off: !holds || settling,
              },
            ];
  return (
    <footer className="session-buttons">
      <button type="button" className="session-back" disabled={left.off} onClick={left.does}>
        {left.say}
      </button>
      <button
        type="button"
        className={`session-done${(early || unweighed(step, value)) && !short && !past ? ' session-early' : ''}`}
        disabled={large.off}
        onClick={large.does}
      >
        {large.say}
      </button>
      <button type="button" className="session-leak" disabled={!holds} onClick={onGaveWay}>
        A dam leaks
      </button>
    </footer>
  );
}

/** A part that goes in without a figure: it may, but the button does not ask for it. */
function unweighed(step: BenchStep, value: number | null): boolean {
  return (step.kind === 'partOne' || step.kind === 'partTwo' || step.kind === 'moreOne') && value === null;
}

/** The large button's words: a figure that was not read is said not to be. */
function said(step: BenchStep, value: number | null): string {
  if ((step.kind === 'level' || step.kind === 'over') && value !== null) return 'Note it';
  if (step.kind === 'empty' && value !== null) return 'Spread out, weighed';
  if (unweighed(step, value)) return UNWEIGHED;
  return DONE[step.kind];
}
