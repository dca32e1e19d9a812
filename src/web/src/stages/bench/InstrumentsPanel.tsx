import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { api } from '../../api/client';
import { sendPicture } from '../../api/files';
import type { InstrumentState } from '../../api/types';
import { SwitchField } from '../../slip/fields';
import { NoteAndPhoto } from '../../slip/NoteAndPhoto';
import { formatQuantity, unitOf } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { keepCues, type Cues } from './cues';
import type { Instruments } from './useInstruments';
import type { Session } from './useSession';

/** A note or a photo from the bench. */
function NotePart({ happen }: { happen: Session['happen'] }) {
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const note = () => {
    happen({ kind: 'note', text: text.trim() });
    setText('');
    setSaid('Noted.');
  };
  const photo = (file: File) => {
    setBusy(true);
    sendPicture(file)
      .then((picture) => {
        happen({ kind: 'photo', attachmentId: picture.pictureId });
        setSaid('The photo goes into the log.');
      })
      .catch((problem: unknown) => setSaid(problem instanceof Error ? problem.message : 'The photo was not kept.'))
      .finally(() => setBusy(false));
  };
  return (
    <section className="log-write">
      <NoteAndPhoto label="A note" text={text} busy={busy} onText={setText} onNote={note} onPhoto={photo} />
      {said !== null && <p role="status">{said}</p>}
    </section>
  );
}

// Those the bench plays; the piece's scale and the laser have their own pages.
const PLAYED = new Set(['cup-scale', 'room-sensor', 'thermometer']);

interface Play {
  put?: number;
  add?: number;
  perSecond?: number;
  silent?: boolean;
  replay?: string;
}

/** The instruments of the bench: which this device goes by, what they show, and how a stand-in is played by hand. */
export function InstrumentsPanel({
  readings,
  instruments,
  rehearsal,
  cues,
  setCues,
  happen,
  cup,
  onClose,
}: {
  readings: InstrumentState[];
  instruments: Instruments;
  rehearsal: boolean;
  cues: Cues;
  setCues: (cues: Cues) => void;
  /** Null for who only watches. */
  happen: Session['happen'] | null;
  /** The mixed cup in hand; null without one. */
  cup: number | null;
  onClose: () => void;
}) {
  const units = useUnits();
  const change = (next: Cues) => {
    keepCues(next);
    setCues(next);
  };
  const shown = (one: InstrumentState) => {
    if (one.reading === null) return 'does not answer';
    const quantity = one.reading.unit === 'g' ? 'mass' : one.reading.unit === 'mm' ? 'length' : 'temperature';
    return `${formatQuantity(one.reading.value, quantity, units)} ${unitOf(quantity, units)}${one.humidityPercent === null ? '' : `, ${one.humidityPercent} %`}${one.reading.isSteady ? '' : ' …'}`;
  };
  return (
    <aside className="bench-panel" aria-label="Instruments and cues">
      <header>
        <h2>Instruments</h2>
        <Button size="sm" variant="outline-primary" onClick={onClose}>
          Close
        </Button>
      </header>
      {readings.length === 0 && <p className="quiet">None answers. Everything can be typed by hand.</p>}
      {readings.map((one) => (
        <section key={one.id}>
          <p>
            <strong>{one.name}</strong>
            {one.isSimulated && <span className="quiet"> stand-in, plays a device</span>}
            <span className="bench-panel-shows">{shown(one)}</span>
          </p>
          {!rehearsal && (
            <>
              <SwitchField
                label="Go by it"
                value={instruments.uses(one.id)}
                onChange={(on) => instruments.use(one.id, on)}
              />
              {one.isSimulated && PLAYED.has(one.id) && instruments.uses(one.id) && <Played one={one} />}
            </>
          )}
        </section>
      ))}
      {happen !== null && cup !== null && (
        <section>
          <Button variant="outline-primary" onClick={() => happen({ kind: 'turned', cup })}>
            The cup turns: thick, warm or stringy
          </Button>
        </section>
      )}
      {happen !== null && <NotePart happen={happen} />}
      <h2>Cues</h2>
      <SwitchField label="Sound" value={cues.sound} onChange={(on) => change({ ...cues, sound: on })} />
      <SwitchField label="Flash" value={cues.flash} onChange={(on) => change({ ...cues, flash: on })} />
      <p className="quiet">Space or Page down: done. Backspace or Page up: one step back. L: a dam leaks.</p>
    </aside>
  );
}

const POURS_G_PER_S = 4;
const WARMS_C = 2;

/** A stand-in under the maker's hand: held down it pours. */
function Played({ one }: { one: InstrumentState }) {
  const play = ({ put, add, perSecond, silent, replay }: Play) =>
    void api.POST('/api/instruments/{instrumentId}/play', {
      params: { path: { instrumentId: one.id } },
      body: {
        put: put ?? null,
        add: add ?? null,
        perSecond: perSecond ?? null,
        silent: silent ?? null,
        replay: replay ?? null,
      },
    });
  const stop = () => play({ perSecond: 0 });
  const isScale = one.kind === 'scale';
  return (
    <div className="tool-row">
      {isScale ? (
        <>
          <Button
            size="sm"
            variant="outline-primary"
            onPointerDown={() => play({ perSecond: POURS_G_PER_S })}
            onPointerUp={stop}
            onPointerLeave={stop}
          >
            Pour while held
          </Button>
          <Button size="sm" variant="outline-primary" onClick={() => play({ add: 0.1 })}>
            A drop
          </Button>
          <Button size="sm" variant="outline-primary" onClick={() => play({ put: 0 })}>
            Lift the cup
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() =>
              void api.POST('/api/instruments/{instrumentId}/tare', { params: { path: { instrumentId: one.id } } })
            }
          >
            To nought
          </Button>
        </>
      ) : (
        <>
          <Button size="sm" variant="outline-primary" onClick={() => play({ add: -WARMS_C })}>
            Colder
          </Button>
          <Button size="sm" variant="outline-primary" onClick={() => play({ add: WARMS_C })}>
            Warmer
          </Button>
        </>
      )}
      {one.kind !== 'room' && (
        <Button size="sm" variant="outline-primary" onClick={() => play({ replay: isScale ? 'cup' : 'surface' })}>
          Replay a record
        </Button>
      )}
      <Button size="sm" variant="outline-primary" onClick={() => play({ silent: one.reading !== null })}>
        {one.reading === null ? 'Switch it on' : 'Switch it off'}
      </Button>
    </div>
  );
}
