import { memo, useRef } from 'react';
import { useDesk, type CutLine } from '../desk/DeskContext';
import { Handle } from '../scene/Handle';
import type { Hold } from '../scene/useHold';
import { cutEnds } from './cutEnds';
import { clampToBoard, half, type SheetView } from '../scene/view';

/** The line the Cut is taken along: drag either end, or the line itself. */
export const CutLineDrawing = memo(function CutLineDrawing({ view }: { view: SheetView }) {
  const { cut, setCut } = useDesk('cut', 'setCut');
  const begun = useRef<CutLine | null>(null);
  const { from, to, a, b, middle } = cutEnds(cut, view);

  const moved = (ends: ('a' | 'b')[], dx: number, dy: number): CutLine => {
    begun.current ??= cut;
    const start = begun.current;
    const next = { ...start };
    for (const end of ends) {
      next[end] = half(clampToBoard(view, { xMm: start[end].xMm + dx, yMm: start[end].yMm + dy }));
    }
    return next;
  };
  const hold = (ends: ('a' | 'b')[]): Hold => ({
    onMove: (dx, dy) => setCut(moved(ends, dx, dy)),
    onDone: (dx, dy) => {
      setCut(moved(ends, dx, dy));
      begun.current = null;
    },
    onDrop: () => {
      if (begun.current !== null) setCut(begun.current);
      begun.current = null;
    },
  });
  return (
    <g className="cut-line">
      <line className="cut-under" x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
      <line className="cut-stroke" x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
      <Handle {...middle} scale={view.scale} shape="square" label="Cut line" hold={hold(['a', 'b'])} />
      {(['a', 'b'] as const).map((end) => {
        const at = end === 'a' ? a : b;
        return (
          <g key={end} className="cut-end">
            <Handle {...at} scale={view.scale} label={`End ${end.toUpperCase()} of the cut line`} hold={hold([end])} />
            <text x={at.x} y={at.y + 4} textAnchor="middle">
              {end.toUpperCase()}
            </text>
          </g>
        );
      })}
    </g>
  );
});
