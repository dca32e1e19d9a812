import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { askAnew } from '../api/askAnew';
import { answer, api, asProblem } from '../api/client';
import type { CupboardView } from '../api/types';
import type { Standing } from './standing';

/** Refusals of routes that answer nothing when all is well. */
export async function done(call: Promise<{ error?: unknown; response: Response }>): Promise<void> {
  const { error, response } = await call;
  if (!response.ok) throw new Error(asProblem(error).detail ?? 'It could not be done.');
}

/** What stands there now, with what was reckoned last while it is reckoned anew. */
function withPlanned(bare: CupboardView, last: CupboardView | undefined): CupboardView {
  if (last === undefined) return bare;
  const { bottles, goods } = last.cupboard;
  return {
    ...last,
    packs: bare.packs,
    taken: bare.taken,
    cupboard: {
      ...last.cupboard,
      notices: bare.cupboard.notices,
      bottles: bare.cupboard.bottles.map((one) => {
        const was = bottles.find((other) => other.bottle.id === one.bottle.id);
        return was === undefined ? one : { ...one, plannedLeftG: Math.min(one.plannedLeftG, was.plannedLeftG) };
      }),
      goods: bare.cupboard.goods.map((one) => {
        const was = goods.find((other) => other.good.id === one.good.id);
        return was === undefined ? one : { ...one, plannedLeft: Math.min(one.plannedLeft, was.plannedLeft) };
      }),
    },
  };
}

type Call = () => Promise<{ error?: unknown; response: Response }>;

/** The cupboard over all builds, and changing it. */
export function useCupboard() {
  const client = useQueryClient();
  const look = (standing: boolean) => ({
    queryKey: ['cupboard', standing],
    queryFn: ({ signal }: { signal: AbortSignal }) =>
      answer(api.GET('/api/stores/cupboard', { params: { query: { standing } }, signal })),
  });
  // What stands there comes at once; what the builds take of it takes as long as they are many.
  const { data: bare, error } = useQuery(look(true));
  const { data: whole, isFetching } = useQuery(look(false));
  const view = useMemo(
    () => (isFetching && bare !== undefined ? withPlanned(bare, whole) : whole),
    [bare, whole, isFetching],
  );
  const change = useMutation({
    mutationFn: (call: Call) => done(call()),
    // Done once it is answered: what is noted next does not wait for all that is reckoned anew.
    onSuccess: () => void askAnew(client),
  });
  return { view, reckoning: whole === undefined, error, change };
}

/** Changes what is named: what else has changed meanwhile, by another window or a pour, stays. */
export function changed({ of }: Standing, fields: Record<string, unknown>): Call {
  return 'bottle' in of
    ? () =>
        api.PATCH('/api/stores/bottles/{bottleId}', {
          params: { path: { bottleId: of.bottle.bottle.id } },
          body: fields,
        })
    : () => api.PATCH('/api/stores/goods/{goodId}', { params: { path: { goodId: of.good.good.id } }, body: fields });
}

/** Sets what is left; more than it held when new is what it holds. */
export function setLeft(standing: Standing, left: number): Call {
  const isBottle = 'bottle' in standing.of;
  const full = 'bottle' in standing.of ? standing.of.bottle.bottle.fullG : standing.of.good.good.full;
  const more = full !== null && left > full ? { [isBottle ? 'fullG' : 'full']: left } : {};
  return changed(standing, { [isBottle ? 'leftG' : 'left']: left, ...more });
}

export function takeOut({ of }: Standing): Call {
  return 'bottle' in of
    ? () => api.DELETE('/api/stores/bottles/{bottleId}', { params: { path: { bottleId: of.bottle.bottle.id } } })
    : () => api.DELETE('/api/stores/goods/{goodId}', { params: { path: { goodId: of.good.good.id } } });
}
