import type { PlannedLayer } from '../../api/types';
import { StandingMark } from '../../slip/StandingMark';
import { whereOn } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume } from '../../units/units';

/** The places a layer is poured at, where it stands in several: resin poured at one does not reach the others. */
export function PoolsOf({ layer }: { layer: PlannedLayer }) {
  const units = useUnits();
  const { each, puddles, puddlesMl } = layer.pools;
  return (
    <div className="layer-pools">
      <p>Stands in {each.length} pools: pour each by itself.</p>
      <ol>
        {each.map((pool, i) => (
          <li key={i}>
            <b>{i + 1}</b> {formatVolume(pool.volumeMl, units)} {units.volume}, {formatLength(pool.depthMm, units)} deep
            {pool.safeMm !== null && ` of ${formatLength(pool.safeMm, units)} safe`}, {whereOn(pool.at, units)}{' '}
            {pool.standing !== 'holds' && <StandingMark standing={pool.standing} />}
          </li>
        ))}
      </ol>
      {puddles > 0 && (
        <p>
          And {formatVolume(puddlesMl, units)} {units.volume} in {puddles} puddles of the bed: some drops into each.
        </p>
      )}
    </div>
  );
}
