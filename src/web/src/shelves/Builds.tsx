import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { askAnew } from '../api/askAnew';
import { answer, api } from '../api/client';
import { sendBuild } from '../api/files';
import { fetchGround } from '../api/ground';
import type { BuildCard } from '../api/types';
import { drawWaters } from '../sheet/inked';
import { drawRelief } from '../sheet/relief';
import { opensAt } from '../shell/stages';
import { NumberField, TextField } from '../slip/fields';
import { TellButton, Together } from '../slip/together';
import { HERE } from '../units/clock';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity, unitOf } from '../units/units';
import { ShelfHeader } from './ShelfHeader';
import { WholeShelf } from './WholeShelf';

/** The shelf of builds: open one, begin one, copy, bin and bring back. */
export function Builds() {
  const [search] = useSearchParams();
  const binned = search.has('bin');
  const builds = useQuery({
    queryKey: ['builds', binned],
    queryFn: () => answer(api.GET('/api/builds', { params: { query: { binned } } })),
  });
  useEffect(() => {
    document.title = 'Builds · Ink Basin';
  }, []);
  return (
    <div className="shelf">
      <ShelfHeader name={binned ? 'Bin' : 'Builds'} words={binned ? 'put away, not lost' : 'the shelf'} />
      <main className="shelf-body">
        {builds.error !== null && (
          <p className="message message-stop">The shelf cannot be read: {builds.error.message}</p>
        )}
        <ul className="cards">
          {builds.data?.map((card) =>
            card.trouble === null ? <Card key={card.id} card={card} /> : <BrokenCard key={card.id} card={card} />,
          )}
          {builds.data?.length === 0 && (
            <li className="card-empty">
              {binned ? 'The bin is empty.' : 'Nothing on the shelf yet. Begin with the board: its scale and its size.'}
            </li>
          )}
        </ul>
        {!binned && <NewBuild />}
      </main>
    </div>
  );
}

/** What is done with a build as it lies on the shelf. */
function useCardActions(id: string) {
  const client = useQueryClient();
  const path = { params: { path: { id } } };
  return useMutation({
    mutationFn: (what: 'copy' | 'bin' | 'restore') =>
      what === 'copy'
        ? answer(api.POST('/api/builds/{id}/copy', path))
        : what === 'bin'
          ? answer(api.DELETE('/api/builds/{id}', path))
          : answer(api.POST('/api/builds/{id}/restore', path)),
    onSuccess: () => askAnew(client, ['builds']),
  });
}

type CardActions = ReturnType<typeof useCardActions>;

function BinButton({ card, act }: { card: BuildCard; act: CardActions }) {
  return (
    <Button
      size="sm"
      variant="outline-primary"
      onClick={() => act.mutate('bin')}
      aria-label={`To the bin: ${card.name}`}
    >
      To the bin
    </Button>
  );
}

function RestoreButton({ act }: { act: CardActions }) {
  return (
    <Button size="sm" onClick={() => act.mutate('restore')}>
      Back on the shelf
    </Button>
  );
}

/** A build whose record cannot be read: it stands with the others, says so, and can be put out of the way. */
function BrokenCard({ card }: { card: BuildCard }) {
  const act = useCardActions(card.id);
  return (
    <li className="card">
      <h2>{card.name}</h2>
      <p className="message message-stop" role="alert">
        {card.trouble}
      </p>
      <div className="card-tools">
        {card.binnedAt === null ? <BinButton card={card} act={act} /> : <RestoreButton act={act} />}
      </div>
      {act.error !== null && <p className="notice-stop">{act.error.message}</p>}
    </li>
  );
}

function Card({ card }: { card: BuildCard }) {
  const units = useUnits();
  const act = useCardActions(card.id);
  const size = (mm: number) => formatQuantity(mm, 'length', units);
  const binned = card.binnedAt !== null;
  const stage = opensAt(card.id, card.waters.length > 0);
  return (
    <li className="card">
      <Link
        to={`/builds/${card.id}/${stage}`}
        className="card-open"
        aria-label={`Open ${card.name}`}
        tabIndex={binned ? -1 : 0}
        aria-disabled={binned}
        onClick={(event) => binned && event.preventDefault()}
      >
        <Thumbnail id={card.id} widthMm={card.widthMm} depthMm={card.depthMm} changedAt={card.changedAt} />
      </Link>
      <h2>{binned ? card.name : <Link to={`/builds/${card.id}/${stage}`}>{card.name}</Link>}</h2>
      <p>
        1:{card.scale} · {size(card.widthMm)} × {size(card.depthMm)} {unitOf('length', units)}
      </p>
      <p className="quiet">{card.waters.length === 0 ? 'no water yet' : card.waters.join(', ')}</p>
      <p className="quiet">
        changed{' '}
        {new Date(card.changedAt).toLocaleDateString(undefined, { weekday: 'short', day: 'numeric', month: 'short' })}
      </p>
      <div className="card-tools">
        {binned ? (
          <RestoreButton act={act} />
        ) : (
          <>
            <Button
              size="sm"
              variant="outline-primary"
              disabled={act.isPending}
              onClick={() => act.mutate('copy')}
              aria-label={`Copy ${card.name}`}
            >
              Copy
            </Button>
            <a
              className="btn btn-sm btn-outline-primary"
              href={`/api/builds/${card.id}/file`}
              download
              aria-label={`Save as a file: ${card.name}`}
            >
              Save as a file
            </a>
            <BinButton card={card} act={act} />
          </>
        )}
      </div>
      {act.error !== null && <p className="notice-stop">{act.error.message}</p>}
    </li>
  );
}

function Thumbnail({
  id,
  widthMm,
  depthMm,
  changedAt,
}: {
  id: string;
  widthMm: number;
  depthMm: number;
  changedAt: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const build = useQuery({
    queryKey: ['thumbnail', id, changedAt],
    queryFn: async () => {
      const [ground, { plan }] = await Promise.all([
        fetchGround(id),
        answer(api.GET('/api/builds/{id}', { params: { path: { id } } })),
      ]);
      return { ground, waters: plan.waters };
    },
    staleTime: Infinity,
  });
  useEffect(() => {
    if (canvas.current === null || build.data === undefined) return;
    const { ground, waters } = build.data;
    const scale = Math.min(320 / widthMm, 190 / depthMm);
    const density = window.devicePixelRatio || 1;
    drawRelief(canvas.current, ground, widthMm * scale, depthMm * scale, density);
    drawWaters(canvas.current, ground, waters);
  }, [build.data, widthMm, depthMm]);
  return (
    <canvas ref={canvas} className="thumbnail" aria-hidden="true" style={{ aspectRatio: `${widthMm} / ${depthMm}` }} />
  );
}

function NewBuild() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [sizes, setSizes] = useState({ scale: 76, widthMm: 400, depthMm: 300 });
  const file = useRef<HTMLInputElement>(null);
  const asCopy = useRef(false);
  const opened = async (card: BuildCard, stage: string) => {
    await askAnew(client, ['builds']);
    await navigate(`/builds/${card.id}/${stage}`);
  };
  const begin = useMutation({
    mutationFn: () => answer(api.POST('/api/builds', { body: { name, ...sizes, timeZone: HERE } })),
    onSuccess: (card) => opened(card, 'ground'),
  });
  const bring = useMutation({
    mutationFn: ({ from, copy }: { from: File; copy: boolean }) => sendBuild(from, copy),
    onSuccess: (card) => opened(card, opensAt(card.id, card.waters.length > 0)),
  });
  const error = begin.error ?? bring.error;
  return (
    <section className="new-build" aria-label="Begin a build">
      <h2>Begin a build</h2>
      <TextField label="Name" value={name} onChange={setName} />
      <Together>
        <NumberField label="Scale 1 :" value={sizes.scale} onChange={(scale) => setSizes({ ...sizes, scale })} />
        <NumberField
          label="Board width"
          quantity="length"
          step={10}
          value={sizes.widthMm}
          onChange={(widthMm) => setSizes({ ...sizes, widthMm })}
        />
        <NumberField
          label="Board depth"
          quantity="length"
          step={10}
          value={sizes.depthMm}
          onChange={(depthMm) => setSizes({ ...sizes, depthMm })}
        />
        <TellButton onClick={() => begin.mutate()} disabled={begin.isPending}>
          Begin
        </TellButton>
      </Together>
      <p className="quiet">
        A footprint first: lay the bridge, the boat or the house on the board before you settle its size.
      </p>
      <div className="d-flex gap-2">
        {[false, true].map((copy) => (
          <Button
            key={String(copy)}
            size="sm"
            variant="outline-primary"
            disabled={bring.isPending}
            onClick={() => {
              asCopy.current = copy;
              file.current?.click();
            }}
          >
            {copy ? 'Bring in as a copy…' : 'Bring in a build file…'}
          </Button>
        ))}
      </div>
      <input
        ref={file}
        type="file"
        accept=".zip,.json,application/zip,application/json"
        aria-label="A build file"
        hidden
        onChange={(event) => {
          const from = event.target.files?.[0];
          event.target.value = '';
          if (from !== undefined) bring.mutate({ from, copy: asCopy.current });
        }}
      />
      {error !== null && (
        <p className="message message-stop" role="alert">
          {error.message}
        </p>
      )}
      <WholeShelf />
    </section>
  );
}
