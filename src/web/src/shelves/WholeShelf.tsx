import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { answer, api } from '../api/client';
import { sendBackup } from '../api/files';

const LOOK_EACH_MS = 400;
const LOOK_FOR_MS = 90_000;

/** The server ends and comes back with the backup in the place of its data. */
async function restored(id: string): Promise<string | null> {
  const until = Date.now() + LOOK_FOR_MS;
  while (Date.now() < until) {
    await new Promise((resolve) => setTimeout(resolve, LOOK_EACH_MS));

    // Between one server and the next nobody answers.
    const last = await answer(api.GET('/api/backup/restored')).catch(() => null);
    if (last?.id !== id) continue;
    if (last.trouble !== null) throw new Error(last.trouble);
    return last.before;
  }
  throw new Error('The server has not come back. Look at its window: the data is either what it was or the backup’s.');
}

/** The whole shelf in one file, and back. */
export function WholeShelf() {
  const file = useRef<HTMLInputElement>(null);
  const [chosen, setChosen] = useState<File | null>(null);
  const restore = useMutation({
    mutationFn: async (from: File) => restored((await sendBackup(from)).id),
    onSuccess: () => {
      // All that this page knows is of the shelf before.
      window.location.reload();
    },
  });
  const busy = restore.isPending || restore.isSuccess;
  return (
    <>
      <p className="quiet">
        <a href="/api/backup" download>
          Back up the whole shelf
        </a>
        : builds, pictures, stores and log in one file. One of each day is kept beside the data, the last seven.{' '}
        <Button variant="link" size="sm" className="p-0 align-baseline" onClick={() => file.current?.click()}>
          Restore from a backup…
        </Button>
      </p>
      <input
        ref={file}
        type="file"
        accept=".zip,application/zip"
        aria-label="A backup to restore"
        hidden
        onChange={(event) => {
          restore.reset();
          setChosen(event.target.files?.[0] ?? null);
          event.target.value = '';
        }}
      />
      <Modal show={chosen !== null} onHide={() => !busy && setChosen(null)} aria-labelledby="restore-title" centered>
        <Modal.Header>
          <Modal.Title id="restore-title">Restore from {chosen?.name}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>
            All that is on this shelf gives way to what is in the backup: every build, picture, bottle and log. What is
            here now is kept beside the data first, in a backup of its own.
          </p>
          <p>Do it while nobody is at the bench: the program ends and starts again.</p>
          {restore.error !== null && (
            <p className="message message-stop" role="alert">
              {restore.error.message}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" disabled={busy} onClick={() => setChosen(null)}>
            Leave it as it is
          </Button>
          <Button disabled={busy} onClick={() => chosen !== null && restore.mutate(chosen)}>
            {busy ? 'Being put in place…' : 'Put the backup in its place'}
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
