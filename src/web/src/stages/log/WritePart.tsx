import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { sendPicture } from '../../api/files';
import type { LogEntry, Outcome, SeenState } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { useOnce } from '../../desk/useOnce';
import { ChoiceField, OptionalField } from '../../slip/fields';
import { TellButton, Together } from '../../slip/together';
import { NoteAndPhoto } from '../../slip/NoteAndPhoto';
import { useZone } from '../../slip/useNow';
import { fromTyped } from '../../units/clock';
import { OUTCOMES, SEEN } from './words';
import { Refused } from '../../slip/Refused';

const NOTHING: LogEntry = {
  id: '',
  at: '',
  text: null,
  waterId: null,
  layer: null,
  session: null,
  outcome: null,
  seen: null,
  surfaceC: null,
  afterMin: null,
  photoId: null,
  corrections: [],
};

/** Writing into the log: how a layer turned out, a state that was seen, a photo, words. */
export function WritePart() {
  const { build, edit } = useDesk('build', 'edit');
  const zone = useZone();
  const begun = build.begun.map((pour) => ({
    value: `${pour.waterId}/${pour.layer}`,
    label: `${build.waters.find((water) => water.id === pour.waterId)?.name ?? 'A water'}, layer ${pour.layer}`,
  }));
  const [of, setOf] = useState(begun.at(-1)?.value ?? '');
  const [outcome, setOutcome] = useState<Outcome>('clear');
  const [seen, setSeen] = useState<SeenState>('gelled');
  const [afterMin, setAfterMin] = useState<number | null>(null);
  const [surfaceC, setSurfaceC] = useState<number | null>(null);
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const [waterId, layer] = [of.slice(0, of.lastIndexOf('/')), Number(of.slice(of.lastIndexOf('/') + 1))];
  const once = useOnce();
  const note = (entry: Partial<LogEntry>) => once([of, text, entry], () => write(entry));
  const write = async (entry: Partial<LogEntry>) => {
    const words = text.trim() === '' ? null : text.trim();
    const kept = await edit({
      kind: 'writeLog',
      entry: {
        ...NOTHING,
        id: freshId('log'),
        at: new Date().toISOString(),
        text: words,
        ...(of === '' ? {} : { waterId, layer }),
        ...entry,
      },
    });
    if (kept) {
      setText('');
      setAfterMin(null);
      setSurfaceC(null);
    }
  };
  const photo = (file: File) => {
    setBusy(true);
    setWrong(null);
    sendPicture(file)
      .then((picture) => {
        // The camera's own clock, read by the build's.
        const at = picture.takenOn === null ? null : fromTyped(picture.takenOn.slice(0, 16), zone);
        return write({ photoId: picture.pictureId, ...(at === null ? {} : { at }) });
      })
      .catch((problem: unknown) => setWrong(problem instanceof Error ? problem.message : 'The photo was not kept.'))
      .finally(() => setBusy(false));
  };
  return (
    <section className="log-write">
      <h2>Write</h2>
      {begun.length > 0 && (
        <ChoiceField
          label="Of"
          value={of}
          choices={[...begun, { value: '', label: 'The whole build' }]}
          onChange={setOf}
        />
      )}
      <NoteAndPhoto label="In words" text={text} busy={busy} onText={setText} onNote={() => note({})} onPhoto={photo} />
      {wrong !== null && <Refused>{wrong}</Refused>}
      {of !== '' && (
        <>
          <h3>How it turned out</h3>
          <ChoiceField
            label="It is"
            value={outcome}
            choices={OUTCOMES}
            onChange={(value) => setOutcome(value as Outcome)}
          />
          <Button size="sm" onClick={() => note({ outcome })}>
            Note how it turned out
          </Button>
          <h3>A state seen</h3>
          <ChoiceField label="It is" value={seen} choices={SEEN} onChange={(value) => setSeen(value as SeenState)} />
          <Together>
            <OptionalField
              label={seen === 'turned' ? 'After the parts met' : 'After the pour'}
              suffix="min"
              hint={seen === 'turned' ? '' : 'now'}
              value={afterMin}
              onChange={setAfterMin}
            />
            <TellButton
              size="sm"
              disabled={seen === 'turned' && afterMin === null}
              onClick={() => note({ seen, afterMin })}
            >
              Note what was seen
            </TellButton>
          </Together>
          <h3>Its surface, without touching it</h3>
          <OptionalField label="It shows now" quantity="temperature" value={surfaceC} onChange={setSurfaceC} />
          <Button size="sm" disabled={surfaceC === null} onClick={() => note({ surfaceC })}>
            Note how warm it is
          </Button>
        </>
      )}
      <p className="quiet">Photos are scaled down, and the place is taken out of them.</p>
    </section>
  );
}
