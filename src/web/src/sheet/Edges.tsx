import { memo } from 'react';
import { Label } from '../scene/Label';
import type { Dam, PointMm, Side, WaterPlan } from '../api/types';
import type { SheetView } from '../scene/view';

const THICK = 9;

/** The two ends of a stretch of the board's edge, screen px from the back left corner. */
function along(
  view: SheetView,
  side: Side,
  fromMm: number,
  toMm: number,
): { x: number; y: number; width: number; height: number } {
  const length = (toMm - fromMm) * view.scale;
  const from = fromMm * view.scale;
  switch (side) {
    case 'back':
      return { x: from, y: -THICK - 1, width: length, height: THICK };
    case 'front':
      return { x: from, y: view.depthMm * view.scale + 1, width: length, height: THICK };
    case 'left':
      return { x: -THICK - 1, y: from, width: THICK, height: length };
    case 'right':
      return { x: view.widthMm * view.scale + 1, y: from, width: THICK, height: length };
  }
}

/** Dams standing along the board's edges, with length × height over the edge's lowest ground they hold. */
export const Dams = memo(function Dams({ dams, view }: { dams: Dam[]; view: SheetView }) {
  return (
    <g className="dams">
      {dams.map((dam) => {
        const box = along(view, dam.side, dam.fromMm, dam.toMm);
        return (
          <g key={dam.id}>
            <rect className="dam" {...box} />
            <rect className="dam-teeth" {...box} />
            <Label k={`dam ${dam.id}`} className="edge-label" />
          </g>
        );
      })}
    </g>
  );
});

/** Where the selected water would run off the board. */
export const OpenEdges = memo(function OpenEdges({
  edges,
  view,
}: {
  edges: WaterPlan['edges']['open'];
  view: SheetView;
}) {
  return (
    <g className="open-edges">
      {edges.map((edge) => (
        <g key={`${edge.side} ${edge.fromMm}`}>
          <rect className="open-edge" {...along(view, edge.side, edge.fromMm, edge.toMm)} />
          <Label k={`open ${edge.side} ${edge.fromMm}`} className="edge-label stop" />
        </g>
      ))}
    </g>
  );
});

/** A flag where the selected water would first run over. */
export const SpillFlag = memo(function SpillFlag({ at, view }: { at: PointMm; view: SheetView }) {
  const toLeft = at.xMm > view.widthMm * 0.6;
  return (
    <g className="spill">
      <g transform={`translate(${at.xMm * view.scale} ${at.yMm * view.scale})`}>
        <path d={`M0 0V-24H${toLeft ? -16 : 16}L${toLeft ? -11 : 11} -18.5L${toLeft ? -16 : 16} -13H0`} />
        <circle r={3} />
      </g>
      <Label k="spill" className="" />
    </g>
  );
});
