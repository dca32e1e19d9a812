import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { fetchWaterPicture, type WaterPicture } from '../api/waterPicture';
import { useDesk, useOnDesk } from './DeskContext';

/**
 * Pictures of the waters whose colour is not one of depth alone, by the water's id: of the build as it is kept. While something
 * is tried the last ones stay.
 */
export function useWaterPictures(): ReadonlyMap<string, WaterPicture> {
  const { id, version } = useDesk('id', 'version');
  const varied = useOnDesk((desk) =>
    desk.plan.waters
      .filter((water) => water.look.varies)
      .map((water) => water.id)
      .join('\n'),
  );
  const ids = useMemo(() => (varied === '' ? [] : varied.split('\n')), [varied]);
  return useQueries({
    queries: ids.map((waterId) => ({
      queryKey: ['look', id, version, 'picture', waterId],
      queryFn: () => fetchWaterPicture(id, waterId),
      retry: false,
      placeholderData: (before: WaterPicture | undefined) => before,
    })),
    combine: (answers) =>
      new Map(answers.flatMap(({ data }, i) => (data === undefined ? [] : [[ids[i] ?? '', data] as const]))),
  });
}
