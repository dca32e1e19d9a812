import type { Dam, PointMm, Side, WaterPlan } from '../api/types';
import { useUnits } from '../units/UnitsContext';
import { formatLength, formatQuantity } from '../units/units';
import type { SheetView } from './view';

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

/** Where a label beside a stretch of edge stands. */
function labelPlace(view: SheetView, side: Side, fromMm: number, toMm: number) {
  const middle = ((fromMm + toMm) / 2) * view.scale;
  const board = { width: view.widthMm * view.scale, height: view.depthMm * view.scale };
  switch (side) {
    case 'back':
      return { transform: `translate(${middle} -16)` };
    case 'front':
      return { transform: `translate(${middle} ${board.height + 23})` };
    case 'left':
      return { transform: `translate(-16 ${middle}) rotate(-90)` };
    case 'right':
      return { transform: `translate(${board.width + 16} ${middle}) rotate(90)` };
  }
}

/** Dams standing along the board's edges, with length × height over the edge's lowest ground they hold. */
export function Dams({ dams, view }: { dams: Dam[]; view: SheetView }) {
  const units = useUnits();
  return (
    <g className="dams">
      {dams.map((dam) => {
        const box = along(view, dam.side, dam.fromMm, dam.toMm);
        return (
          <g key={`${dam.side} ${dam.fromMm} ${dam.toMm}`}>
            <rect className="dam" {...box} />
            <rect className="dam-teeth" {...box} />
            <text className="edge-label" textAnchor="middle" {...labelPlace(view, dam.side, dam.fromMm, dam.toMm)}>
              dam {formatQuantity(dam.toMm - dam.fromMm, 'length', units)} to {formatLength(dam.topMm, units)}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Where the selected water would run off the board. */
export function OpenEdges({ plan, view }: { plan: WaterPlan; view: SheetView }) {
  const units = useUnits();
  return (
    <g className="open-edges">
      {plan.edges.open.map((edge) => {
        const box = along(view, edge.side, edge.fromMm, edge.toMm);
        return (
          <g key={`${edge.side} ${edge.fromMm}`}>
            <rect className="open-edge" {...box} />
            <text
              className="edge-label stop"
              textAnchor="middle"
              {...labelPlace(view, edge.side, edge.fromMm, edge.toMm)}
            >
              open {formatQuantity(edge.toMm - edge.fromMm, 'length', units)}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** A flag where the selected water would first run over. */
export function SpillFlag({ plan, view }: { plan: WaterPlan; view: SheetView }) {
  const units = useUnits();
  const at: PointMm = plan.level.spillAt;
  const x = at.xMm * view.scale;
  const y = at.yMm * view.scale;
  const toLeft = at.xMm > view.widthMm * 0.6;
  return (
    <g className="spill" transform={`translate(${x} ${y})`}>
      <path d={`M0 0V-24H${toLeft ? -16 : 16}L${toLeft ? -11 : 11} -18.5L${toLeft ? -16 : 16} -13H0`} />
      <circle r={3} />
      <text x={toLeft ? -20 : 20} y={-14} textAnchor={toLeft ? 'end' : 'start'}>
        spills here at {formatLength(plan.level.spillMm, units)}
      </text>
    </g>
  );
}
