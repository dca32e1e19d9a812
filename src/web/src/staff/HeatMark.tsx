import type { PlannedLayer } from '../api/types';

/** A layer's peak beside its band, with the shape of how it stands: half a circle when tight, a barred square when it must not be. */
export function HeatMark({ layer, x, y, degrees }: { layer: PlannedLayer; x: number; y: number; degrees: string }) {
  const { standing } = layer.cure;
  return (
    <g className={`staff-heat heat-${standing}`} transform={`translate(${x} ${y})`}>
      <path d="M0 0h4" />
      <text x={7} y={3.5}>
        {degrees}°
      </text>
      {standing === 'tight' && (
        <g transform="translate(36 0)">
          <circle r={4} fill="none" />
          <path className="filled" d="M0 -4a4 4 0 0 1 0 8z" />
        </g>
      )}
      {standing === 'stop' && (
        <g transform="translate(32 -4)">
          <rect width={8} height={8} fill="none" />
          <path d="M0 8L8 0" />
        </g>
      )}
    </g>
  );
}
