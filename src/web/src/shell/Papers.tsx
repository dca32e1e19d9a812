import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Modal from 'react-bootstrap/Modal';
import { answer, api } from '../api/client';
import { takeFile } from '../api/files';
import { useDesk, useOnDesk } from '../desk/DeskContext';

const PAPER = 'ink-basin.paper';

const PAPERS: { file: string; name: string; what: string }[] = [
  {
    file: 'papers/cups',
    name: 'The cups',
    what: 'four cards to a page: what goes in, a box to tick, room for the true weight',
  },
  { file: 'papers/pours', name: 'Pour plan', what: 'each water’s layers, and the Cut to scale' },
  { file: 'papers/before', name: 'Before the pour', what: 'the list, for a clipboard' },
  { file: 'papers/days', name: 'The days ahead', what: 'evening by evening, to pin up' },
  { file: 'templates', name: 'Foam templates', what: 'at full size, page by page' },
  { file: 'dams', name: 'Dam panels', what: 'at full size, with the ground they stand on' },
  { file: 'papers/rescue', name: 'When it goes wrong', what: 'a card for the wall' },
  { file: 'papers/record', name: 'Record', what: 'the Sheet, the log, its pictures' },
];

const TABLES: { file: string; name: string }[] = [
  { file: 'layers.csv', name: 'Layers' },
  { file: 'cups.csv', name: 'Cups' },
  { file: 'days.csv', name: 'Days' },
  { file: 'log.csv', name: 'Log' },
];

const GROUNDS = ['asc', 'png', 'stl', 'obj'];

type Take = (file: string, name: string) => void;

/** All that leaves the build for the hand, a cutter, a table or somebody else. */
export function Papers() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" onClick={() => setOpen(true)} aria-haspopup="dialog">
        Papers
      </button>
      <Modal show={open} onHide={() => setOpen(false)} size="lg" centered aria-labelledby="papers-title">
        <Modal.Header closeButton>
          <Modal.Title id="papers-title">Papers</Modal.Title>
        </Modal.Header>
        <Modal.Body className="papers">{open && <PapersBody />}</Modal.Body>
      </Modal>
    </>
  );
}

function PapersBody() {
  const { id, version } = useDesk('id', 'version');
  const name = useOnDesk((desk) => desk.build.name);
  const [letter, setLetter] = useState(() => localStorage.getItem(PAPER) === 'letter');
  const paper = letter ? 'letter' : 'A4';
  const choose = (chosen: boolean) => {
    localStorage.setItem(PAPER, chosen ? 'letter' : 'A4');
    setLetter(chosen);
  };
  const taken = useMutation({
    mutationFn: ({ file, as }: { file: string; as: string }) => takeFile(`/api/builds/${id}/${file}`, as),
  });
  const stem = name.replace(/[^A-Za-z0-9]/g, '-').toLowerCase();
  const take: Take = (file, as) => taken.mutate({ file, as: `${stem}-${as}` });
  const path = { params: { path: { id } } };
  const made = useQuery({
    queryKey: ['making', id, version],
    queryFn: () => answer(api.GET('/api/builds/{id}/making', path)),
  });
  const dams = useQuery({
    queryKey: ['papers', 'dams', id, version],
    queryFn: () => answer(api.GET('/api/builds/{id}/dam-panels', path)),
  });
  const sheets = made.data?.foam.layers.map((layer) => ({ number: layer.number, name: `Sheet ${layer.number}` })) ?? [];
  const panels = dams.data?.panels.map((panel, i) => ({ number: i + 1, name: `Dam ${panel.label}` })) ?? [];
  return (
    <>
      {taken.error !== null && (
        <p className="message message-stop" role="alert">
          {taken.error.message}
        </p>
      )}
      <section aria-label="On paper">
        <h3>
          On paper
          <span className="preference" role="group" aria-label="Paper">
            {[false, true].map((chosen) => (
              <button
                key={String(chosen)}
                type="button"
                aria-pressed={letter === chosen}
                onClick={() => choose(chosen)}
              >
                {chosen ? 'Letter' : 'A4'}
              </button>
            ))}
          </span>
        </h3>
        <ul className="paper-list">
          {PAPERS.map((one) => (
            <li key={one.file}>
              <button
                type="button"
                disabled={taken.isPending}
                onClick={() =>
                  take(`${one.file}.pdf?paper=${paper}`, `${one.file.replace('papers/', '')}-${paper}.pdf`)
                }
              >
                <strong>{one.name}</strong> <span>{one.what}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      {sheets.length + panels.length > 0 && (
        <section aria-label="For a cutter">
          <h3>For a cutter</h3>
          <Cutter of={sheets} from="templates" as="sheet" take={take} />
          <Cutter of={panels} from="dams" as="dam" take={take} />
        </section>
      )}
      <section aria-label="As tables">
        <h3>As tables and files</h3>
        <p>
          {TABLES.map((one) => (
            <Take key={one.file} take={take} file={one.file} as={one.file} name={one.name} />
          ))}
          <Take take={take} file="days.ics" as="days.ics" name="Calendar" />
        </p>
        <p>
          The ground:{' '}
          {GROUNDS.map((format) => (
            <Take
              key={format}
              take={take}
              file={`ground.${format}`}
              as={`ground.${format}`}
              name={format.toUpperCase()}
            />
          ))}
        </p>
      </section>
      <section aria-label="To give away">
        <h3>To give away</h3>
        <p>
          <Take take={take} file="share.html" as="page.html" name="One page" within /> opens in any browser, with its
          pictures, and calls nothing. <Take take={take} file="file" as="build.zip" name="The build file" within /> goes
          onto another shelf.
        </p>
      </section>
    </>
  );
}

function Cutter({
  of,
  from,
  as,
  take,
}: {
  of: { number: number; name: string }[];
  from: string;
  as: string;
  take: Take;
}) {
  if (of.length === 0) return null;
  return (
    <p>
      {of.map((one) => (
        <span key={one.number} className="cutter">
          {one.name}{' '}
          {['svg', 'dxf'].map((format) => (
            <Take
              key={format}
              take={take}
              file={`${from}/${one.number}.${format}`}
              as={`${as}-${one.number}.${format}`}
              name={format.toUpperCase()}
              label={`${one.name} as ${format.toUpperCase()}`}
            />
          ))}
        </span>
      ))}
    </p>
  );
}

function Take({
  take,
  file,
  as,
  name,
  label,
  within = false,
}: {
  take: Take;
  file: string;
  as: string;
  name: string;
  label?: string;
  within?: boolean;
}) {
  return (
    <button
      type="button"
      className={within ? 'take take-within' : 'take'}
      aria-label={label}
      onClick={() => take(file, as)}
    >
      {name}
    </button>
  );
}
