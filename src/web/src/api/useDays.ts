import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from './client';

/** A page waits so long for a first plan, s; what is not proved by then is sought for longer, beside it. */
const FIRST_S = 1;
const LONGER_S = 20;

/**
 * The days of a build as it is kept; asked anew when it changes, and now and then, as what is late is planned again. A plan that is not proved to be the best is shown at
 * once and a better one sought for a while, which can be stopped with what there is.
 */
export function useDays(id: string, version: number) {
  const client = useQueryClient();
  const [enough, setEnough] = useState<number | null>(null);
  const ask = (withinS: number, signal: AbortSignal) =>
    answer(api.GET('/api/builds/{id}/days', { params: { path: { id }, query: { withinS } }, signal }));
  const first = useQuery({
    queryKey: ['days', id, version],
    queryFn: ({ signal }) => ask(FIRST_S, signal),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
    refetchInterval: 300_000,
    retry: false,
  });
  const longerKey = ['days', id, version, 'longer'];
  const longer = useQuery({
    queryKey: longerKey,
    queryFn: ({ signal }) => ask(LONGER_S, signal),
    enabled: first.data?.optimal === false && !first.isPlaceholderData && enough !== version,
    staleTime: Infinity,
    retry: false,
  });
  return {
    days: longer.data ?? first.data,
    /** No days have come yet, nor a refusal. */
    waiting: first.isPending,
    /** What is shown is of the version before this one. */
    stale: first.isPlaceholderData,
    error: first.error,
    seeking: first.isFetching || longer.isFetching,
    /** Stops the longer search; null while there is none. */
    stop: longer.isFetching
      ? () => {
          setEnough(version);
          void client.cancelQueries({ queryKey: longerKey });
        }
      : null,
  };
}

/** Other ways of going about a build, each tried on its days. */
export function useDaysTrials(id: string, version: number) {
  return useQuery({
    queryKey: ['days-trials', id, version],
    queryFn: ({ signal }) => answer(api.GET('/api/builds/{id}/days/trials', { params: { path: { id } }, signal })),
    placeholderData: (before) => before,
    retry: false,
  });
}
