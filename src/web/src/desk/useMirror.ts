import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import type { LookAnswer } from '../api/types';
import { useDesk } from './DeskContext';

/** What the eye sees in the selected water, kept up with the build as it is kept. */
export function useMirror(): { look: LookAnswer | null; refusal: string | null } {
  const { id, version, water, sight } = useDesk('id', 'version', 'water', 'sight');
  const wanted = sight !== null && water !== null;
  const { data, error } = useQuery({
    queryKey: ['mirror', id, version, water?.id, sight],
    queryFn: () =>
      answer(
        api.POST('/api/builds/{id}/mirror', {
          params: { path: { id } },
          body: {
            waterId: water?.id ?? '',
            eye: sight?.eye ?? { xMm: 0, yMm: 0 },
            eyeM: sight?.eyeM ?? 1.6,
            peak: sight?.peak ?? null,
          },
        }),
      ),
    enabled: wanted,
    retry: false,
    placeholderData: (before) => before,
  });
  return { look: wanted && error === null ? (data ?? null) : null, refusal: wanted ? (error?.message ?? null) : null };
}
