import { useState } from 'react';
import type { LogEntry, ReadEntry } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { OptionalField, TextField } from '../../slip/fields';
import { TellButton, Together } from '../../slip/together';
import { lasting, when } from '../../slip/words';
import type { WallClock } from '../../units/clock';
import { formatQuantity, formatReading, unitOf } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { SurfaceCurveView } from './SurfaceCurveView';
import { figuresOf, headOf } from './words';

const EVIDENCE = ['nobody measured it', 'noted', 'measured'];

/** An entry of the log: what it says now, and beside it what it said first. */
export function EntryView({ read, waterName, now }: { read: ReadEntry; waterName: string; now: WallClock }) {
  const { entry, corrected, causes, review } = read;
  const units = useUnits();
  const [mending, setMending] = useState(false);
  return (
    <li
      className={`log-entry${entry.outcome === null || entry.outcome === 'clear' ? '' : ' log-amiss'}`}
      data-entry={entry.id}
    >
      <header>
        <time>{when(entry.at, now)}</time>
        <h3>{headOf(corrected)}</h3>
        {entry.session === null && waterName !== '' && (
          <span>
            {waterName}
            {entry.layer !== null && `, layer ${entry.layer}`}
            {entry.afterMin !== null && `, after ${lasting(entry.afterMin)}`}
            {entry.surfaceC !== null && `, surface ${formatReading(entry.surfaceC, units)}`}
          </span>
        )}
        {entry.session !== null && (
          <span>
            {entry.session.productName}
            {entry.session.inkName !== null && ` · ${entry.session.inkName}`}
          </span>
        )}
        <button type="button" className="link" onClick={() => setMending(!mending)}>
          {mending ? 'Leave it' : 'Put right'}
        </button>
      </header>
      {corrected.text !== null && <p>{corrected.text}</p>}
      {entry.photoId !== null && (
        <img src={`/api/pictures/${entry.photoId}`} alt={corrected.text ?? 'Photo of the work'} loading="lazy" />
      )}
      {review.length > 0 && (
        <ul className="log-review">
          {review.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {read.surface !== null && <SurfaceCurveView curve={read.surface} />}
      {causes.length > 0 && (
        <ol className="log-causes" aria-label="Likely causes">
          {causes.map((cause) => (
            <li key={cause.kind}>
              <span
                className="log-weight"
                style={{ width: `${Math.max(4, cause.weight * 100)}%` }}
                aria-hidden="true"
              />
              <strong>
                {cause.what}{' '}
                <small>
                  {Math.round(cause.weight * 100)} %, {EVIDENCE[cause.evidence]}
                </small>
              </strong>
              <span>{cause.because}</span>
              <span className="quiet">{cause.next}</span>
            </li>
          ))}
        </ol>
      )}
      {entry.outcome !== null && entry.outcome !== 'clear' && causes.length === 0 && (
        <p className="quiet">Nothing in the record speaks for a cause: all that was measured lay within its limits.</p>
      )}
      <Corrections entry={entry} now={now} />
      {mending && <MendForm entry={entry} corrected={corrected} onDone={() => setMending(false)} />}
    </li>
  );
}

function Corrections({ entry, now }: { entry: LogEntry; now: WallClock }) {
  const units = useUnits();
  if (entry.corrections.length === 0) return null;
  const first = new Map(figuresOf(entry).map((one) => [one.field, one]));
  const shown = (field: string, value: number | null) => {
    const figure = first.get(field);
    if (value === null || figure === undefined) return 'not known';
    return `${formatQuantity(value, figure.quantity, units)} ${unitOf(figure.quantity, units)}`.trim();
  };
  return (
    <ul className="log-corrections">
      {entry.corrections.map((one, i) => (
        <li key={i}>
          Put right {when(one.at, now)}:{' '}
          {one.field === 'text'
            ? `“${one.text ?? ''}”`
            : `${first.get(one.field)?.name ?? one.field} ${shown(one.field, one.value)}`}
          ; at first{' '}
          {one.field === 'text' ? `“${entry.text ?? ''}”` : shown(one.field, first.get(one.field)?.value ?? null)}.{' '}
          {one.why}
        </li>
      ))}
    </ul>
  );
}

function MendForm({ entry, corrected, onDone }: { entry: LogEntry; corrected: LogEntry; onDone: () => void }) {
  const { edit } = useDesk('edit');
  const figures = figuresOf(corrected);
  const [field, setField] = useState(figures[0]?.field ?? 'text');
  const [value, setValue] = useState<number | null>(null);
  const [text, setText] = useState(corrected.text ?? '');
  const [why, setWhy] = useState('');
  const figure = figures.find((one) => one.field === field);
  const mend = async () => {
    const correction = {
      at: new Date().toISOString(),
      field,
      value: field === 'text' ? null : value,
      text: field === 'text' ? text : null,
      why: why.trim(),
    };
    if (await edit({ kind: 'correctLog', entryId: entry.id, correction })) onDone();
  };
  return (
    <Together>
      <div className="log-mend">
        <div className="field">
          <label htmlFor={`mend-${entry.id}`}>What</label>
          <select
            id={`mend-${entry.id}`}
            className="form-select form-select-sm"
            value={field}
            onChange={(event) => setField(event.target.value)}
          >
            {figures.map((one) => (
              <option key={one.field} value={one.field}>
                {one.name}
              </option>
            ))}
            <option value="text">The words</option>
          </select>
        </div>
        {figure === undefined ? (
          <TextField label="It should read" value={text} onChange={setText} />
        ) : (
          <OptionalField
            key={field}
            label="It should read"
            quantity={figure.quantity}
            value={value}
            onChange={setValue}
          />
        )}
        <TextField label="Why" value={why} onChange={setWhy} />
        <div className="tool-row">
          <TellButton size="sm" disabled={why.trim() === ''} onClick={() => void mend()}>
            Put it right beside the first
          </TellButton>
        </div>
      </div>
    </Together>
  );
}
