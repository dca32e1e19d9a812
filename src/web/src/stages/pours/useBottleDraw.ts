import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { answer, api } from '../../api/client';
import { buildKey } from '../../desk/useEdits';

/** Takes what a pour was mixed of out of the bottles; nothing puts back what it had taken. */
export function useBottleDraw(buildId: string) {
  const client = useQueryClient();
  return useCallback(
    async (pourId: string, productId: string, oneG: number, twoG: number) => {
      await answer(api.PUT('/api/stores/draws', { body: { buildId, pourId, productId, oneG, twoG } }));
      const stale = [['bottles'], ['drawn', buildId], buildKey(buildId)];
      await Promise.all(stale.map((queryKey) => client.invalidateQueries({ queryKey })));
    },
    [buildId, client],
  );
}
