import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { create } from 'zustand';
import { answer, api } from '../api/client';
import type { BuildCheck } from '../api/types';
import { keyOf } from './fresh';

const KEY = 'ink-basin.seen-checks';
const EACH_MS = 60_000;
const MOST_KEPT = 400;

/** Two places on a page that ask as it opens ask once. */
const FRESH_MS = 5_000;

const useSeen = create<{ seen: string[]; see: (key: string) => void }>((set) => ({
  seen: (localStorage.getItem(KEY) ?? '').split(' ').filter((key) => key !== ''),
  see: (key) =>
    set(({ seen }) => {
      const next = [...seen, key].slice(-MOST_KEPT);
      localStorage.setItem(KEY, next.join(' '));
      return { seen: next };
    }),
}));

/** Late checks that are due now and not seen yet, over all builds; undefined before they are known. */
export function useDue(): { due: BuildCheck[] | undefined; tell: (one: BuildCheck) => void } {
  const { data } = useQuery({
    queryKey: ['after-care'],
    queryFn: () => answer(api.GET('/api/after-care')),
    refetchInterval: EACH_MS,
    staleTime: FRESH_MS,
  });
  const { seen, see } = useSeen();
  const due = useMemo(
    () => data?.filter((one) => Date.parse(one.check.at) <= Date.now() && !seen.includes(keyOf(one))),
    [data, seen],
  );
  return { due, tell: (one) => see(keyOf(one)) };
}
