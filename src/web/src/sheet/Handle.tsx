import { useRef, type KeyboardEvent, type PointerEvent } from 'react';

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
  onMove,
  onDone,
  onRemove,
}: {
  x: number;
  y: number;
  scale: number;
  label: string;
  shape?: 'round' | 'square' | 'plus';
  onMove: (dxMm: number, dyMm: number) => void;
  onDone: (dxMm: number, dyMm: number) => void;
  onRemove?: () => void;
}) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const offset = (event: PointerEvent) => {
    const start = from.current ?? { x: event.clientX, y: event.clientY };
    return [(event.clientX - start.x) / scale, (event.clientY - start.y) / scale] as const;
  };
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
      onDone(by[0], by[1]);
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
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY };
      }}
      onPointerMove={(event) => {
        if (from.current !== null) onMove(...offset(event));
      }}
      onPointerUp={(event) => {
        if (from.current === null) return;
        const [dx, dy] = offset(event);
        from.current = null;
        onDone(dx, dy);
      }}
      onPointerCancel={() => {
        from.current = null;
        onDone(0, 0);
      }}
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
