import type { KeyboardEvent } from 'react';
import type { Hold } from './useHold';
import { usePointer } from './usePointer';

const STEP_MM = 1;
const LARGE_STEP_MM = 10;

/**
 * A thing on the Sheet that is dragged: a small mark with room round it for a gloved finger, which also moves by
 * the arrow keys. Tells how far it was moved in mm since the drag began.
 */
export function Handle({
  x,
  y,
  scale,
  label,
  shape = 'round',
  hold,
  onRemove,
}: {
  x: number;
  y: number;
  scale: number;
  label: string;
  shape?: 'round' | 'square' | 'plus';
  hold: Hold;
  onRemove?: () => void;
}) {
  const pointer = usePointer({
    move: (from, at) => hold.onMove((at.x - from.x) / scale, (at.y - from.y) / scale),
    end: (from, at) => hold.onDone((at.x - from.x) / scale, (at.y - from.y) / scale),
    drop: hold.onDrop,
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.shiftKey ? LARGE_STEP_MM : STEP_MM;
    const by = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    }[event.key] as [number, number] | undefined;
    if (by !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      hold.onDone(by[0], by[1]);
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && onRemove !== undefined) {
      event.preventDefault();
      onRemove();
    }
  };
  return (
    <g
      className={`handle handle-${shape}`}
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-label={`${label}. Drag, or use the arrow keys.`}
      {...pointer}
      onKeyDown={onKeyDown}
    >
      <circle className="handle-reach" r={22} />
      {shape === 'square' ? (
        <rect className="handle-mark" x={-7} y={-7} width={14} height={14} />
      ) : (
        <circle className="handle-mark" r={shape === 'plus' ? 6 : 7.5} />
      )}
      {shape === 'plus' && <path className="handle-plus" d="M-3 0H3M0 -3V3" />}
    </g>
  );
}
