import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { askAnew } from '../api/askAnew';

/** What is written on a label of one's own; its id is null while it is a new one. */
interface Entering<TLabel> {
  id: string | null;
  label: TLabel;
}

/** The routes of one kind of label. */
interface Routes<TLabel> {
  keep: (id: string | null, label: TLabel) => Promise<unknown>;
  read: (id: string) => Promise<TLabel>;
  /** Takes it off the shelf, or puts it back. */
  putAway: (id: string, back: boolean) => Promise<{ error?: unknown; response: Response }>;
}

/** Labels of one's own on a shelf: entered, changed, taken off and put back. */
export function useOwnLabels<TItem extends { id: string; name: string }, TLabel>(routes: Routes<TLabel>) {
  const client = useQueryClient();
  const [entering, setEntering] = useState<Entering<TLabel> | null>(null);
  const [removed, setRemoved] = useState<TItem | null>(null);
  // Plans of open builds are made with these: they are asked for anew.
  const changed = () => askAnew(client);
  const keep = useMutation({
    mutationFn: ({ id, label }: Entering<TLabel>) => routes.keep(id, label),
    onSuccess: async () => {
      await changed();
      setEntering(null);
    },
  });
  const putAway = useMutation({
    mutationFn: async ({ item, back }: { item: TItem; back: boolean }) => {
      const { error, response } = await routes.putAway(item.id, back);
      if (!response.ok) throw new Error((error as { detail?: string } | undefined)?.detail ?? 'It could not be done.');
      return back ? null : item;
    },
    onSuccess: async (item) => {
      setRemoved(item);
      await changed();
    },
  });
  const read = useMutation({
    mutationFn: (item: TItem) => routes.read(item.id),
    onSuccess: (label, item) => setEntering({ id: item.id, label }),
  });
  return {
    entering,
    enter: (label: TLabel) => setEntering({ id: null, label }),
    leave: () => {
      keep.reset();
      setEntering(null);
    },
    // Pressed again before it is answered it is not entered twice.
    keep: (label: TLabel) => !keep.isPending && keep.mutate({ id: entering?.id ?? null, label }),
    change: (item: TItem) => read.mutate(item),
    takeOff: (item: TItem) => putAway.mutate({ item, back: false }),
    putBack: () => removed !== null && putAway.mutate({ item: removed, back: true }),
    removed,
    /** Why it could not be kept, for the form. */
    refusal: keep.error?.message ?? null,
    /** Why something else could not be done, for the page. */
    faults: [putAway.error, read.error].flatMap((error) => (error === null ? [] : [error.message])),
  };
}
