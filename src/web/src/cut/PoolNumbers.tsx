import { placesAhead } from '../api/plan';
import { useOnDesk } from '../desk/DeskContext';
import { usePools } from '../desk/useWaterLooks';
import type { Lie } from './lie';
import { wetStretches, type Section } from './section';

/** The numbers of the next layer's pools, as the Sheet and the cup's card have them. */
export function PoolNumbers({ section, columns, lie: { x, y } }: { section: Section; columns: number; lie: Lie }) {
  const waterPlan = useOnDesk((desk) => desk.waterPlan);
  const drafting = useOnDesk((desk) => desk.drafting);
  const pools = usePools(!drafting && placesAhead(waterPlan).length > 1).data ?? [];
  return pools.flatMap((pool) =>
    wetStretches(section, pool.wetRuns, columns).map(([from, to]) => {
      const middle = Math.round((from + to) / 2);
      const bedMm = Math.max(pool.fromMm, section.surfaceMm[middle] ?? pool.fromMm);
      return (
        <text
          key={`${pool.pool} ${from}`}
          className="cut-pool"
          x={x(section.alongMm[middle] ?? 0)}
          y={y((pool.toMm + bedMm) / 2) + 4}
          textAnchor="middle"
        >
          {pool.pool}
          <title>
            pool {pool.pool} of {pools.length}
          </title>
        </text>
      );
    }),
  );
}
