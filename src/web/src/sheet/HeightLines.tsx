import { memo, useMemo } from 'react';
import type { Ground } from '../api/ground';
import { heightLines, pathOf } from './waterShapes';

const STEP_MM = 2.5;

/** Height lines of the ground, every tenth mm stronger. */
export const HeightLines = memo(function HeightLines({ ground, scale }: { ground: Ground; scale: number }) {
  const lines = useMemo(
    () => heightLines(ground, STEP_MM).map(({ levelMm, rings }) => ({ levelMm, path: pathOf(rings) })),
    [ground],
  );
  return (
    <g transform={`scale(${scale})`}>
      {lines.map(({ levelMm, path }) => (
        <path key={levelMm} className={levelMm % 10 === 0 ? 'height-line tenth' : 'height-line'} d={path} />
      ))}
    </g>
  );
});
