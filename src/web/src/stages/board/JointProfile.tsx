import type { Joint } from '../../api/types';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, unitOf } from '../../units/units';

const WIDTH = 300;
const HEIGHT = 110;

/** The ground on both sides of a joint laid over each other, with the waters that reach it. */
export function JointProfile({ joint }: { joint: Joint }) {
  const units = useUnits();
  const { samples, waters } = joint;
  const last = samples.at(-1)?.alongMm ?? 1;
  const heights = samples.flatMap((one) => (one.theirsMm === null ? [one.mineMm] : [one.mineMm, one.theirsMm]));
  const high = Math.max(...heights, ...waters.map((one) => one.levelMm)) + 2;
  const low = Math.min(...heights, 0);
  const x = (along: number) => (along / last) * WIDTH;
  const y = (height: number) => HEIGHT - ((height - low) / Math.max(1, high - low)) * HEIGHT;
  const line = (points: { alongMm: number; mm: number }[]) =>
    points.map(({ alongMm, mm }, i) => `${i === 0 ? 'M' : 'L'}${x(alongMm).toFixed(1)} ${y(mm).toFixed(1)}`).join('');
  const mine = samples.map((one) => ({ alongMm: one.alongMm, mm: one.mineMm }));
  const theirs = samples.flatMap((one) => (one.theirsMm === null ? [] : [{ alongMm: one.alongMm, mm: one.theirsMm }]));
  return (
    <figure className="joint-profile">
      <svg viewBox={`-2 -4 ${WIDTH + 4} ${HEIGHT + 8}`} role="img" aria-label={`Both grounds at ${joint.theirName}`}>
        {waters.map((one) => (
          <rect
            key={`${one.name} ${one.mine}`}
            className="joint-water"
            x={x(one.fromMm)}
            width={Math.max(1, x(one.toMm) - x(one.fromMm))}
            y={y(one.levelMm)}
            height={HEIGHT - y(one.levelMm)}
          />
        ))}
        <path className="joint-mine" d={`${line(mine)}L${WIDTH} ${HEIGHT}L0 ${HEIGHT}Z`} />
        <path className="joint-theirs" d={line(theirs)} />
        {waters.map((one) => (
          <line
            key={`level ${one.name} ${one.mine}`}
            className={one.mine ? 'joint-level' : 'joint-level theirs'}
            x1={x(one.fromMm)}
            x2={x(one.toMm)}
            y1={y(one.levelMm)}
            y2={y(one.levelMm)}
          />
        ))}
        {joint.greatestAtMm !== null && Math.abs(joint.greatestMm ?? 0) > 1 && (
          <line className="joint-worst" x1={x(joint.greatestAtMm)} x2={x(joint.greatestAtMm)} y1={-4} y2={HEIGHT + 4} />
        )}
      </svg>
      <figcaption>
        solid: this board, dashed: {joint.theirName}, over {formatLength(last, units, 0)} {unitOf('length', units)}
      </figcaption>
    </figure>
  );
}
