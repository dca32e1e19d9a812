import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { answer, api } from '../../api/client';
import { useDesk } from '../../desk/DeskContext';
import { useNow } from '../../slip/useNow';
import { EntryView } from './EntryView';
import { LessonsPart } from './LessonsPart';
import { countOf, found } from './words';
import { WritePart } from './WritePart';

/** What has been: the log, read from the last entry back; beside it what can be written, and what it teaches. */
export function LogStage({ messages }: { messages: ReactNode }) {
  const { id, version, build } = useDesk('id', 'version', 'build');
  const now = useNow();
  const [words, setWords] = useState('');
  const { data, error } = useQuery({
    queryKey: ['log', id, version],
    queryFn: () => answer(api.GET('/api/builds/{id}/log', { params: { path: { id } } })),
    placeholderData: (before) => before,
  });
  const nameOf = (waterId: string | null) => build.waters.find((water) => water.id === waterId)?.name ?? '';
  // A reading of a surface stands in its session's curve.
  const told = data?.filter((read) => read.shownAt === null);
  const entries = told?.filter((read) => found(read, nameOf(read.entry.waterId), words)) ?? [];
  return (
    <>
      <main className="log-sheet">
        <div className="log-search">
          <label htmlFor="log-search">Search the log</label>
          <input
            id="log-search"
            type="search"
            value={words}
            placeholder="a water, a date, ratio, soft, a name"
            onChange={(event) => setWords(event.target.value)}
          />
          {told !== undefined && (
            <span className="quiet">{countOf(entries.length, told.length, words.trim() !== '')}</span>
          )}
        </div>
        {error !== null && <p role="alert">{error.message}</p>}
        {data?.length === 0 && (
          <p className="log-empty">
            Nothing is written yet. A session at the bench writes itself in; how a layer turned out, photos and notes
            you write beside.
          </p>
        )}
        <ol className="log-entries">
          {entries.map((read) => (
            <EntryView key={read.entry.id} read={read} waterName={nameOf(read.entry.waterId)} now={now} />
          ))}
        </ol>
      </main>
      <aside className="slip" aria-label="Slip">
        {messages}
        <WritePart />
        <LessonsPart />
      </aside>
    </>
  );
}
