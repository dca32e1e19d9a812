import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import type {
  DamCut,
  DryingPlan,
  HeatCurve,
  HollowAnswer,
  PointMm,
  PoolPlace,
  RunningWater,
  ShorePlan,
  SurfacePlan,
  WayOfCutting,
} from '../api/types';
import { useDesk, useOnDesk } from './DeskContext';

/** What is asked of the build as it is kept: the answer, or why there is none. */
export interface Look<T> {
  data: T | null;
  refusal: string | null;
}

/** Whether there is either: till then nothing is shown under its place, since that would move away under the hand. */
export function hasCome({ data, refusal }: Look<unknown>): boolean {
  return data !== null || refusal !== null;
}

function useLook<T>(key: unknown[], fetch: () => Promise<T>, enabled: boolean): Look<T> {
  const { id, version } = useDesk('id', 'version');
  const { data, error } = useQuery({
    queryKey: ['look', id, version, ...key],
    queryFn: fetch,
    enabled,
    retry: false,
    // Of the version before, or of another wish for the same water; never of another one.
    placeholderData: (before, query) =>
      query?.queryKey[1] === id && query.queryKey[4] === key[1] ? before : undefined,
  });
  return {
    data: enabled && error === null ? (data ?? null) : null,
    refusal: enabled ? (error?.message ?? null) : null,
  };
}

/** The selected water's id, empty without one: its waterline may be dragged without these being asked anew. */
function useWaterId(): string {
  return useOnDesk((desk) => desk.water?.id ?? '');
}

/** Hollows of the ground with the level at which each runs over and into what. */
export function useHollows(wanted: boolean): Look<HollowAnswer[]> {
  const { id } = useDesk('id');
  const path = { params: { path: { id } } };
  return useLook(['hollows'], () => answer(api.GET('/api/builds/{id}/hollows', path)), wanted);
}

/** Streams with their reaches, falls and white places. */
export function useRunning(wanted: boolean): Look<RunningWater[]> {
  const { id } = useDesk('id');
  const path = { params: { path: { id } } };
  return useLook(['running'], () => answer(api.GET('/api/builds/{id}/running', path)), wanted);
}

/** Panels of the dams, nested on their sheets. */
export function useDamCut(wanted: boolean): Look<DamCut> {
  const { id } = useDesk('id');
  const path = { params: { path: { id } } };
  return useLook(['dam-panels'], () => answer(api.GET('/api/builds/{id}/dam-panels', path)), wanted);
}

/** How far the plaster has dried. */
export function useDrying(wanted: boolean): Look<DryingPlan> {
  const { id } = useDesk('id');
  const path = { params: { path: { id } } };
  return useLook(['drying'], () => answer(api.GET('/api/builds/{id}/drying', path)), wanted);
}

/** What each way of cutting the selected water into layers comes to. */
export function useStrategies(wanted: boolean): Look<WayOfCutting[]> {
  const { id } = useDesk('id');
  const waterId = useWaterId();
  return useLook(
    ['strategies', waterId],
    () => answer(api.GET('/api/builds/{id}/waters/{waterId}/strategies', { params: { path: { id, waterId } } })),
    wanted && waterId !== '',
  );
}

/** What can be done to the selected water's last layer while it sets. */
export function useSurface(wanted: boolean): Look<SurfacePlan> {
  const { id } = useDesk('id');
  const waterId = useWaterId();
  return useLook(
    ['surface', waterId],
    () => answer(api.GET('/api/builds/{id}/waters/{waterId}/surface', { params: { path: { id, waterId } } })),
    wanted && waterId !== '',
  );
}

/** Where the pools of the selected water's next layer stand, when it is several. */
export function usePools(wanted: boolean): Look<PoolPlace[]> {
  const { id } = useDesk('id');
  const waterId = useWaterId();
  return useLook(
    ['pools', waterId],
    () => answer(api.GET('/api/builds/{id}/waters/{waterId}/pools', { params: { path: { id, waterId } } })),
    wanted && waterId !== '',
  );
}

/** How the peak of the selected water's first layer climbs with its depth. */
export function useHeat(wanted: boolean): Look<HeatCurve> {
  const { id } = useDesk('id');
  const waterId = useWaterId();
  return useLook(
    ['heat', waterId],
    () => answer(api.GET('/api/builds/{id}/waters/{waterId}/heat', { params: { path: { id, waterId } } })),
    wanted && waterId !== '',
  );
}

/** The shore of the selected water: marks every so far, creep, heights over a datum. */
export function useShore(wanted: boolean, spacingMm: number, datum: PointMm | null): Look<ShorePlan> {
  const { id } = useDesk('id');
  const waterId = useWaterId();
  const query = { spacingMm, datumXMm: datum?.xMm, datumYMm: datum?.yMm };
  return useLook(
    ['shore', waterId, spacingMm, datum],
    () =>
      answer(
        api.GET('/api/builds/{id}/waters/{waterId}/shore', {
          params: { path: { id, waterId }, query },
        }),
      ),
    wanted && waterId !== '',
  );
}
