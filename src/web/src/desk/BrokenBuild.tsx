import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../api/client';
import { buildKey } from './useEdits';

/** A build that cannot be opened: what was done last can still be taken back. */
export function BrokenBuild({ id, sentence }: { id: string; sentence: string }) {
  const client = useQueryClient();
  const [failed, setFailed] = useState<string | null>(null);
  const path = { params: { path: { id } } };
  const { data } = useQuery({
    queryKey: ['undo-list', id],
    queryFn: () => answer(api.GET('/api/builds/{id}/undo-list', path)),
    retry: false,
  });
  const takeBack = async (version: number) => {
    try {
      await answer(api.POST('/api/builds/{id}/undo', { ...path, body: { version, mark: null } }));
      await client.invalidateQueries({ queryKey: buildKey(id) });
    } catch (error) {
      // Asked for anew, the build would clear this page and the reason with it.
      setFailed(error instanceof Error ? error.message : String(error));
    }
    await client.invalidateQueries({ queryKey: ['undo-list', id] });
  };
  return (
    <main className="lone">
      <h1>This build cannot be opened</h1>
      <p>{sentence}</p>
      {data?.undoLabel != null && (
        <p>
          <Button size="sm" onClick={() => void takeBack(data.version)}>
            Take back: {data.undoLabel}
          </Button>
        </p>
      )}
      {failed !== null && <p role="alert">{failed}</p>}
      <p>If you saved it as a file before, bring that in from the shelf.</p>
      <a href="/builds">Back to the shelf</a>
    </main>
  );
}
