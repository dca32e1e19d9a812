import { memo, useMemo } from 'react';
import type { Ground } from '../api/ground';
import { heightLines } from './heightLines';
import { roundedPath } from './roundedPath';

const STEP_MM = 2.5;

/** Height lines of the ground, every tenth mm stronger. */
export const HeightLines = memo(function HeightLines({ ground, scale }: { ground: Ground; scale: number }) {
  const levels = useMemo(
    () => heightLines(ground, STEP_MM).map(({ levelMm, lines }) => ({ levelMm, path: roundedPath(lines) })),
    [ground],
  );
  return (
    <g transform={`scale(${scale})`}>
      {levels.map(({ levelMm, path }) => (
        <path key={levelMm} className={levelMm % 10 === 0 ? 'height-line tenth' : 'height-line'} d={path} />
      ))}
    </g>
  );
});
