import { memo, useMemo } from 'react';
import type { Ground } from '../api/ground';
import type { WaterLevel } from '../api/types';
import { Label } from '../scene/Label';
import { pathOf, waterShapes } from './waterShapes';

/** So many cells are drawn within a few milliseconds. */
const ROUGH_CELLS = 6_000;

/** One water on the Sheet: its surface, depth lines, spot depths and name. */
export const WaterDrawing = memo(function WaterDrawing({
  id,
  ground,
  level,
  scale,
  selected,
  spots,
  rough,
  onSelect,
}: {
  id: string;
  ground: Ground;
  level: WaterLevel;
  /** Screen px per mm. */
  scale: number;
  selected: boolean;
  /** How many depths are written into it. */
  spots: number;
  /** Drawn from fewer cells, while it is dragged. */
  rough: boolean;
  onSelect: (id: string) => void;
}) {
  const paths = useMemo(() => {
    const shapes = waterShapes(ground, level, rough ? ROUGH_CELLS : Infinity);
    return {
      surface: pathOf(shapes.surface),
      deeper: shapes.deeper.map(({ depthMm, rings }) => ({ depthMm, path: pathOf(rings) })),
    };
  }, [ground, level, rough]);
  const deepest = Math.max(1, paths.deeper.length);
  return (
    <g className={selected ? 'water selected' : 'water'} onPointerDown={() => onSelect(id)} data-water={id}>
      <g transform={`scale(${scale})`}>
        <path className="water-surface" d={paths.surface} fillRule="evenodd" />
        {paths.deeper.map(({ depthMm, path }) => (
          <path key={depthMm} className="water-deeper" d={path} fillRule="evenodd" fillOpacity={0.5 / deepest} />
        ))}
        <path className="water-shore" d={paths.surface} fill="none" />
      </g>
      {Array.from({ length: spots }, (_, k) => (
        <Label key={k} k={`spot ${id} ${k}`} className="spot" />
      ))}
      <Label k={`water ${id}`} className="water-name" />
    </g>
  );
});
