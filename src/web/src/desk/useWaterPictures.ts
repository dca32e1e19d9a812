import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { fetchWaterPicture, type WaterPicture } from '../api/waterPicture';
import { useDesk, useOnDesk } from './DeskContext';

/**
 * Pictures of the waters whose colour is not one of depth alone, by the water's id: of the build as it is kept. While something
 * is tried, and until those of what was kept then have come, the last ones stay.
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
  // Of several queries none is told what the one before it brought: that is kept here.
  const last = useRef<{ id: string; pictures: ReadonlyMap<string, WaterPicture> }>({ id, pictures: new Map() });
  const pictures = useQueries({
    queries: ids.map((waterId) => ({
      queryKey: ['look', id, version, 'picture', waterId],
      queryFn: () => fetchWaterPicture(id, waterId),
      retry: false,
      placeholderData: () => (last.current.id === id ? last.current.pictures.get(waterId) : undefined),
    })),
    combine: (answers) =>
      new Map(answers.flatMap(({ data }, i) => (data === undefined ? [] : [[ids[i] ?? '', data] as const]))),
  });
  useEffect(() => {
    last.current = { id, pictures };
  }, [id, pictures]);
  return pictures;
}
