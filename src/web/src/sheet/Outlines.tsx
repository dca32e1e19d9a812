import type { PointMm, Step } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { isClosed, isCurved, pointsOf } from './shapes';
import { smoothPath, straightPath } from './smoothLine';
import type { Tool } from './tools';

/** A step of the ground that is not in hand: a thin line, and room to press on it. */
export function StepOutline({ step, scale }: { step: Step; scale: number }) {
  const { selectStep } = useDesk('selectStep');
  const points = pointsOf(step);
  if (points.length === 0) return null;
  const path = (isCurved(step) ? smoothPath : straightPath)(points, scale, isClosed(step));
  return (
    <g className="step-outline" onPointerDown={() => selectStep(step.id)}>
      <path className="step-reach" d={path} />
      <path className="step-thin" d={path} />
    </g>
  );
}

/** A line while it is drawn: the points that are down, and on to the pointer. */
export function LineSoFar({
  tool,
  hover,
  scale,
}: {
  tool: Extract<Tool, { kind: 'line' }>;
  hover: PointMm | null;
  scale: number;
}) {
  const points = hover === null ? tool.points : [...tool.points, hover];
  return (
    <g className="so-far">
      <path d={smoothPath(points, scale, false)} />
      {tool.points.map((point) => (
        <circle key={`${point.xMm} ${point.yMm}`} cx={point.xMm * scale} cy={point.yMm * scale} r={5} />
      ))}
    </g>
  );
}
