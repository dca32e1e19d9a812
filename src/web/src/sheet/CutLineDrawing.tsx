import { useRef } from 'react';
import { useDesk, type CutLine } from '../desk/DeskContext';
import { Handle } from './Handle';
import { clampToBoard, half, type SheetView } from './view';

const BEYOND_PX = 16;

/** The line the Cut is taken along: drag either end, or the line itself. */
export function CutLineDrawing({ view }: { view: SheetView }) {
  const { cut, setCut } = useDesk();
  const begun = useRef<CutLine | null>(null);
  const place = (end: 'a' | 'b') => ({ x: cut[end].xMm * view.scale, y: cut[end].yMm * view.scale });
  const a = place('a');
  const b = place('b');
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const beyond = { x: ((b.x - a.x) / length) * BEYOND_PX, y: ((b.y - a.y) / length) * BEYOND_PX };

  const moved = (ends: ('a' | 'b')[], dx: number, dy: number): CutLine => {
    begun.current ??= cut;
    const from = begun.current;
    const next = { ...from };
    for (const end of ends) {
      next[end] = half(clampToBoard(view, { xMm: from[end].xMm + dx, yMm: from[end].yMm + dy }));
    }
    return next;
  };
  const handlers = (ends: ('a' | 'b')[]) => ({
    onMove: (dx: number, dy: number) => setCut(moved(ends, dx, dy)),
    onDone: (dx: number, dy: number) => {
      setCut(moved(ends, dx, dy));
      begun.current = null;
    },
  });
  return (
    <g className="cut-line">
      <line className="cut-under" x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
      <line className="cut-stroke" x1={a.x - beyond.x} y1={a.y - beyond.y} x2={b.x + beyond.x} y2={b.y + beyond.y} />
      <Handle
        x={(a.x + b.x) / 2}
        y={(a.y + b.y) / 2}
        scale={view.scale}
        shape="square"
        label="Cut line"
        {...handlers(['a', 'b'])}
      />
      {(['a', 'b'] as const).map((end) => {
        const at = end === 'a' ? { x: a.x - beyond.x, y: a.y - beyond.y } : { x: b.x + beyond.x, y: b.y + beyond.y };
        return (
          <g key={end} className="cut-end">
            <Handle
              x={at.x}
              y={at.y}
              scale={view.scale}
              label={`End ${end.toUpperCase()} of the cut line`}
              {...handlers([end])}
            />
            <text x={at.x} y={at.y + 4} textAnchor="middle">
              {end.toUpperCase()}
            </text>
          </g>
        );
      })}
    </g>
  );
}
