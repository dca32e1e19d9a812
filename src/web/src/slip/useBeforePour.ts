import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import type { WaterPlan } from '../api/types';
import { useDesk } from '../desk/DeskContext';

/** The list before the next pour of a water, as it stands for the build that is kept; null asks nothing. */
export function useBeforePour(waterId: string | null) {
  const { id, version } = useDesk('id', 'version');
  return useQuery({
    queryKey: ['before-pour', id, version, waterId],
    queryFn: () =>
      answer(
        api.GET('/api/builds/{id}/waters/{waterId}/before-pour', { params: { path: { id, waterId: waterId ?? '' } } }),
      ),
    enabled: waterId !== null,
    retry: false,
    // What is dry, firm or past its window changes with the clock alone.
    refetchInterval: 60_000,
    // Of the version before, never of another water.
    placeholderData: (before, query) => (query?.queryKey[3] === waterId ? before : undefined),
  });
}

/**
 * What a water is stopped by: the worst the plan says of it, else what its list knows to be otherwise. Nothing is mixed before that is mended, so it is
 * said in place of what to mix. Null where nothing stops it; what only the maker can say is asked, and stops nothing here. Undefined while the list is on
 * its way: till then nobody knows whether anything may be mixed. A list that does not come stops it.
 */
export function useFirst(plan: WaterPlan | null): string | null | undefined {
  const { data, error } = useBeforePour(plan?.id ?? null);
  const said = plan?.notices.find((notice) => notice.standing === 'stop')?.sentence;
  if (said !== undefined || plan === null) return said ?? null;
  if (data === undefined) return error === null ? undefined : `The list before the pour did not come: ${error.message}`;
  const open = data.checks.filter((check) => !check.settled);
  // When the layer under it is still soft the next pour stands at its time; past its window it wants scuffing before anything is mixed.
  const window = open.find((check) => check.item === 'window' && check.known === 'ask');
  return (open.find((check) => check.known === 'no' && check.item !== 'window') ?? window)?.because ?? null;
}
