import type { LookAnswer } from '../api/types';
import type { Sight } from '../desk/DeskContext';
import type { SheetView } from '../scene/view';
import { within } from '../scene/view';

/** The eye, the peak it looks for, and where on the water between them the peak's top is mirrored. */
export function SightLine({ sight, look, view }: { sight: Sight; look: LookAnswer | null; view: SheetView }) {
  const eye = within(view, sight.eye);
  const peak = look?.peak ?? sight.peak;
  return (
    <g className="sight">
      {peak !== null && (
        <>
          <line x1={eye.x} y1={eye.y} x2={peak.xMm * view.scale} y2={peak.yMm * view.scale} />
          <path
            className="sight-peak"
            d={`M${peak.xMm * view.scale} ${peak.yMm * view.scale - 9}l8 14h-16z`}
            aria-label="peak"
          />
        </>
      )}
      {look !== null && (
        <circle
          className="sight-mirror"
          cx={look.view.reflectAt.xMm * view.scale}
          cy={look.view.reflectAt.yMm * view.scale}
          r={6}
        />
      )}
      <g transform={`translate(${eye.x} ${eye.y})`} className="sight-eye">
        <path d="M-11 0Q0 -10 11 0Q0 10 -11 0Z" />
        <circle r={3.2} />
      </g>
    </g>
  );
}
