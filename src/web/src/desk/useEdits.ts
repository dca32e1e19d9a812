import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { askAnew } from '../api/askAnew';
import { answer, api, ProblemError, untilItComes } from '../api/client';
import { fetchGround, type Ground } from '../api/ground';
import { isOvertaken } from '../api/overtaken';
import type { Build, BuildAnswer, BuildEdit } from '../api/types';
import { changesNothing } from './changes';
import { freshId, type Conflict, type EditOrMake } from './DeskContext';

const RETRY_MS = 1500;

type SentJob = { kind: 'edit'; edit: BuildEdit } | { kind: 'undo' } | { kind: 'redo' };
/** A change of this window on its way; whether it came to nothing. */
type Asked = { refused: boolean };
type Job =
  { kind: 'edit'; edit: EditOrMake; asked: Asked } | { kind: 'undo'; of: Asked | undefined } | { kind: 'redo' };

export function buildKey(id: string) {
  return ['build', id];
}

const isOlder = (one: BuildAnswer, than: BuildAnswer): boolean => one.version < than.version;

/** Asks for a build. */
export async function fetchBuild(client: QueryClient, id: string): Promise<BuildAnswer> {
  const shown = () => client.getQueryData<BuildAnswer>(buildKey(id));
  const askedBy = shown();
  const came = await answer(api.GET('/api/builds/{id}', { params: { path: { id } } }));
  const now = shown();
  return now !== undefined && isOvertaken(isOlder, came, now, askedBy) ? now : came;
}

export function groundKey(id: string, key: string) {
  return ['ground', id, key];
}

/** The job as it is sent: an edit is made from the build as it is by then. Null when there is nothing to do. */
function made(job: Job, now: Build | undefined): SentJob | null {
  if (job.kind === 'undo') return job.of?.refused === true ? null : { kind: 'undo' };
  if (job.kind === 'redo') return job;
  const edit = typeof job.edit !== 'function' ? job.edit : now === undefined ? null : job.edit(now);
  return edit === null || changesNothing(edit) ? null : { kind: 'edit', edit };
}

/**
 * Sends edits one after another, each naming the version it was made on. While the server does not answer the edit
 * waits and is sent again; nothing is dropped.
 */
export function useEdits(id: string, current: BuildAnswer | undefined, onRefused: (sentence: string | null) => void) {
  const client = useQueryClient();
  const [offline, setOffline] = useState(false);
  // Changes on their way: until the last of them is answered nothing is said to be kept.
  const [keeping, setKeeping] = useState(0);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const chain = useRef<Promise<unknown>>(Promise.resolve());
  const version = useRef(0);
  version.current = Math.max(version.current, current?.version ?? 0);
  // A refusal stands until something is kept that was asked for after it was told: what only waited behind it says nothing of it.
  const asked = useRef(0);
  const refusedBefore = useRef(0);
  const refuse = useCallback(
    (sentence: string) => {
      refusedBefore.current = asked.current;
      onRefused(sentence);
    },
    [onRefused],
  );

  const send = useCallback(
    async (job: SentJob): Promise<BuildAnswer> => {
      const path = { params: { path: { id } } };
      // The same for every try: a change whose answer was lost on the way is not made twice, nor told as a conflict with itself.
      const mark = `${freshId('mark')}-${Math.random().toString(36).slice(2)}`;
      for (;;) {
        try {
          const body = { version: version.current, mark };
          const made = await answer(
            job.kind === 'edit'
              ? api.POST('/api/builds/{id}/edits', { ...path, body: { ...body, edit: job.edit } })
              : job.kind === 'undo'
                ? api.POST('/api/builds/{id}/undo', { ...path, body })
                : api.POST('/api/builds/{id}/redo', { ...path, body }),
          );
          setOffline(false);
          return made;
        } catch (error) {
          if (error instanceof ProblemError) {
            setOffline(false);
            throw error;
          }
          setOffline(true);
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        }
      }
    },
    [id],
  );

  const perform = useCallback(
    async (wanted: Job, number: number): Promise<boolean> => {
      const askedBy = client.getQueryData<BuildAnswer>(buildKey(id));
      const job = made(wanted, askedBy?.build);
      if (job === null) return true;
      try {
        const made = await send(job);
        version.current = Math.max(version.current, made.version);
        // The new ground first, so that the old one is never drawn under the new plan. The change is kept by then: a ground that does not come is no refusal, it is asked for anew with the build, and told there.
        const before = client.getQueryData<BuildAnswer>(buildKey(id))?.groundKey;
        const ground = before === undefined ? undefined : client.getQueryData<Ground>(groundKey(id, before));
        await client
          .fetchQuery({
            queryKey: groundKey(id, made.groundKey),
            queryFn: () =>
              fetchGround(id, before === undefined || ground === undefined ? null : { key: before, ground }),
            staleTime: Infinity,
            ...untilItComes,
          })
          .catch(() => undefined);
        client.setQueryData<BuildAnswer>(buildKey(id), (shown) =>
          isOvertaken(isOlder, made, shown, askedBy) ? shown : made,
        );
        void askAnew(client, ['builds']);
        void askAnew(client, ['bottles']);
        if (number > refusedBefore.current) onRefused(null);
        return true;
      } catch (error) {
        if (wanted.kind === 'edit') wanted.asked.refused = true;
        if (error instanceof ProblemError && error.status === 409) {
          await client.invalidateQueries({ queryKey: buildKey(id) });
          if (job.kind === 'edit') setConflict({ edit: job.edit, changes: error.changes });
          else refuse('Another window changed this build first. Look at it, then undo again.');
        } else {
          refuse(error instanceof Error ? error.message : String(error));
        }
        return false;
      }
    },
    [client, id, onRefused, refuse, send],
  );

  const enqueue = useCallback(
    (job: Job): Promise<boolean> => {
      setKeeping((count) => count + 1);
      asked.current += 1;
      const number = asked.current;
      const next = chain.current.then(() => perform(job, number)).finally(() => setKeeping((count) => count - 1));
      chain.current = next;
      return next;
    },
    [perform],
  );

  // An undo is of the change asked for last. When that one is still on its way, and is then refused, no other is taken back in its stead.
  const onTheWay = useRef<Asked[]>([]);
  const edit = useCallback(
    (change: EditOrMake) => {
      const asked = { refused: false };
      onTheWay.current.push(asked);
      return enqueue({ kind: 'edit', edit: change, asked }).finally(() => {
        onTheWay.current = onTheWay.current.filter((other) => other !== asked);
      });
    },
    [enqueue],
  );
  const undo = useCallback(() => enqueue({ kind: 'undo', of: onTheWay.current.pop() }), [enqueue]);
  const redo = useCallback(() => enqueue({ kind: 'redo' }), [enqueue]);

  const resolveConflict = useCallback(
    (mine: boolean) => {
      const held = conflict;
      setConflict(null);
      if (mine && held !== null) void edit(held.edit);
    },
    [conflict, edit],
  );

  return { edit, undo, redo, offline, keeping: keeping > 0, conflict, resolveConflict };
}
