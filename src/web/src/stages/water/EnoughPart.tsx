import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { Water } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { NumberField } from '../../slip/fields';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, unitOf } from '../../units/units';
import { setIn } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

/** Asked backwards: what is a given amount of resin good for in this water? */
export function EnoughPart({ water }: { water: Water }) {
  const { id, version, edit } = useDesk('id', 'version', 'edit');
  const units = useUnits();
  const [volumeMl, setVolumeMl] = useState<number | null>(null);
  const { data, error } = useQuery({
    queryKey: ['enough', id, version, water.id, volumeMl],
    queryFn: () =>
      answer(
        api.GET('/api/builds/{id}/waters/{waterId}/enough', {
          params: { path: { id, waterId: water.id }, query: { volumeMl: volumeMl ?? 0 } },
        }),
      ),
    enabled: volumeMl !== null,
    retry: false,
    placeholderData: (before) => before,
  });
  const mm = (value: number) => `${formatLength(value, units)} ${unitOf('length', units)}`;
  const level = data?.waterlineMm ?? null;
  return (
    <section>
      <h3>What you have</h3>
      <NumberField
        label="Resin at hand"
        quantity="volume"
        step={10}
        value={volumeMl ?? 200}
        onChange={(value) => setVolumeMl(value)}
      />
      {volumeMl === null && (
        <Button size="sm" variant="outline-primary" onClick={() => setVolumeMl(200)}>
          How far does it go?
        </Button>
      )}
      {error !== null && volumeMl !== null && <Refused>{error.message}</Refused>}
      {data !== undefined && volumeMl !== null && error === null && (
        <div data-testid="enough">
          <p>
            {level !== null ? (
              <>
                It reaches <strong>{mm(level)}</strong>, {mm(Math.abs(level - water.waterlineMm))}{' '}
                {level < water.waterlineMm ? 'under' : 'over'} the waterline.
              </>
            ) : (
              <>It would run over at {mm(data.spillMm)} before it is all in.</>
            )}
          </p>
          {data.overFalseBedMm !== null && data.fillTopMm !== null && (
            <p>
              To the waterline it takes {formatVolume(data.needMl, units)} {unitOf('volume', units)}. With a false bed
              up to <strong>{mm(data.fillTopMm)}</strong>, {mm(data.overFalseBedMm)} under the surface, it is enough.
            </p>
          )}
          {level !== null && (
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() => void edit(setIn('waters', water.id, { waterlineMm: Math.floor(level * 10) / 10 }))}
            >
              Set the waterline there
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
