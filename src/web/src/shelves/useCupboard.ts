import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api, asProblem } from '../api/client';
import type { Standing } from './standing';

/** Refusals of routes that answer nothing when all is well. */
export async function done(call: Promise<{ error?: unknown; response: Response }>): Promise<void> {
  const { error, response } = await call;
  if (!response.ok) throw new Error(asProblem(error).detail ?? 'It could not be done.');
}

type Call = () => Promise<{ error?: unknown; response: Response }>;

/** The cupboard over all builds, and changing it. */
export function useCupboard() {
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ['cupboard'],
    queryFn: () => answer(api.GET('/api/stores/cupboard')),
    placeholderData: (before) => before,
  });
  const change = useMutation({
    mutationFn: (call: Call) => done(call()),
    onSuccess: () => client.invalidateQueries(),
  });
  return { view: data, error, change };
}

/** Sets what is left; more than it held when new is what it holds. */
export function setLeft({ of }: Standing, left: number): Call {
  if ('bottle' in of) {
    const { bottle } = of.bottle;
    return () =>
      api.PUT('/api/stores/bottles/{bottleId}', {
        params: { path: { bottleId: bottle.id } },
        body: { ...bottle, leftG: left, fullG: bottle.fullG === null ? null : Math.max(bottle.fullG, left) },
      });
  }
  const { good } = of.good;
  return () =>
    api.PUT('/api/stores/goods/{goodId}', {
      params: { path: { goodId: good.id } },
      body: { ...good, left, full: good.full === null ? null : Math.max(good.full, left) },
    });
}

export function takeOut({ of }: Standing): Call {
  return 'bottle' in of
    ? () => api.DELETE('/api/stores/bottles/{bottleId}', { params: { path: { bottleId: of.bottle.bottle.id } } })
    : () => api.DELETE('/api/stores/goods/{goodId}', { params: { path: { goodId: of.good.good.id } } });
}
