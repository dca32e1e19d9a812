import { useMemo } from 'react';
import type { Ground } from '../api/ground';
import type { Water, WaterPlan } from '../api/types';
import { useUnits } from '../units/UnitsContext';
import { formatLength } from '../units/units';
import type { SheetView } from './view';
import { pathOf, waterShapes } from './waterShapes';

const SPOT_SPACING_PX = 58;

/** One water on the Sheet: its surface, depth lines, spot depths and name. */
export function WaterDrawing({
  ground,
  water,
  plan,
  view,
  selected,
  onSelect,
}: {
  ground: Ground;
  water: Water;
  plan: WaterPlan;
  view: SheetView;
  selected: boolean;
  onSelect: () => void;
}) {
  const units = useUnits();
  const shapes = useMemo(
    () => waterShapes(ground, plan.level, SPOT_SPACING_PX / view.scale),
    [ground, plan.level, view.scale],
  );
  const deepest = Math.max(1, shapes.deeper.length);
  // The name goes where no depth is written.
  const spots = shapes.spots.filter(
    (spot) => Math.hypot((spot.xMm - water.seed.xMm) * view.scale, (spot.yMm - water.seed.yMm) * view.scale) > 42,
  );
  return (
    <g className={selected ? 'water selected' : 'water'} onPointerDown={onSelect} data-water={water.id}>
      <path className="water-surface" d={pathOf(shapes.surface, view.scale)} fillRule="evenodd" />
      {shapes.deeper.map(({ depthMm, rings }) => (
        <path
          key={depthMm}
          className="water-deeper"
          d={pathOf(rings, view.scale)}
          fillRule="evenodd"
          fillOpacity={0.5 / deepest}
        />
      ))}
      <path className="water-shore" d={pathOf(shapes.surface, view.scale)} fill="none" />
      {spots.map((spot) => (
        <text key={`${spot.xMm} ${spot.yMm}`} className="spot" x={spot.xMm * view.scale} y={spot.yMm * view.scale + 4}>
          {formatLength(spot.depthMm, units)}
        </text>
      ))}
      <text className="water-name" x={water.seed.xMm * view.scale} y={water.seed.yMm * view.scale + 4}>
        {water.name}
      </text>
    </g>
  );
}
