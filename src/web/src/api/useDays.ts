import { useQuery } from '@tanstack/react-query';
import { answer, api } from './client';

/** The days of a build as it is kept; asked anew when it changes, and now and then, as what is late is planned again. */
export function useDays(id: string, version: number) {
  return useQuery({
    queryKey: ['days', id, version],
    queryFn: () => answer(api.GET('/api/builds/{id}/days', { params: { path: { id } } })),
    placeholderData: (before) => before,
    refetchInterval: 300_000,
    retry: false,
  });
}
