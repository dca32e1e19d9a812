import type { ReadEntry } from '../../api/types';
import { lasting } from '../../slip/words';
import { formatReading } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';

const WIDTH = 420;
const HEIGHT = 104;
const LEFT = 8;
const RIGHT = 8;
const TOP = 26;
const BOTTOM = 18;

/** How warm the surface became after a pour: its readings, the hottest of them, and beside them what the plan reckoned inside. */
export function SurfaceCurveView({ curve }: { curve: NonNullable<ReadEntry['surface']> }) {
  const units = useUnits();
  const { points, peak, plannedPeakC } = curve;
  const temperatures = [...points.map((point) => point.surfaceC), ...(plannedPeakC === null ? [] : [plannedPeakC])];
  const [low, high] = [Math.min(...temperatures) - 1, Math.max(...temperatures) + 1];
  const toH = Math.max(1, ...points.map((point) => point.afterH));
  const x = (h: number) => LEFT + ((WIDTH - LEFT - RIGHT) * h) / toH;
  const y = (c: number) => HEIGHT - BOTTOM - ((HEIGHT - TOP - BOTTOM) * (c - low)) / (high - low);
  const said = `Surface: ${formatReading(peak.surfaceC, units)} at most, ${lasting(peak.afterH * 60)} after the pour${
    curve.falls ? '' : '; it was not read falling, so the peak may have come later'
  }`;
  return (
    <figure className="log-curve">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={said}>
        <line className="curve-base" x1={LEFT} x2={WIDTH - RIGHT} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM} />
        {plannedPeakC !== null && (
          <>
            <line className="curve-planned" x1={LEFT} x2={WIDTH - RIGHT} y1={y(plannedPeakC)} y2={y(plannedPeakC)} />
            <text className="curve-planned" x={WIDTH - RIGHT} y={y(plannedPeakC) - 5} textAnchor="end">
              {formatReading(plannedPeakC, units)} at most inside, as planned
            </text>
          </>
        )}
        <polyline points={points.map((point) => `${x(point.afterH)},${y(point.surfaceC)}`).join(' ')} />
        {points.map((point, i) => (
          <circle
            key={i}
            className={point === peak ? 'curve-peak' : undefined}
            cx={x(point.afterH)}
            cy={y(point.surfaceC)}
            r={point === peak ? 4 : 2}
          />
        ))}
        <text x={LEFT} y={HEIGHT - 4}>
          poured
        </text>
        <text x={WIDTH - RIGHT} y={HEIGHT - 4} textAnchor="end">
          {lasting(toH * 60)} later
        </text>
      </svg>
      <figcaption>{said}.</figcaption>
    </figure>
  );
}
