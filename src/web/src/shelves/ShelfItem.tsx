import { useRef, useState, type PointerEvent } from 'react';
import { useUnits } from '../units/UnitsContext';
import { amountLeft, day, setLevel, type Standing } from './standing';

const WIDTH = 76;
const FLOOR = 150;
const CLICK_PX = 4;

/** How tall it stands: by the cube root of what it holds, so that a kilogram is not ten times as high as a hundred grams. */
export const tall = (standing: Standing) =>
  standing.shape === 'sheets'
    ? 74
    : standing.shape === 'cup'
      ? 76
      : Math.max(58, Math.min(128, 11 * Math.cbrt(standing.full)));

/** Something that stands in the cupboard: pressed it opens, its level dragged it is corrected. */
export function ShelfItem({
  standing,
  room,
  open,
  onOpen,
  onSet,
}: {
  standing: Standing;
  /** How high the shelf is: its tallest. */
  room: number;
  open: boolean;
  onOpen: () => void;
  onSet: (left: number) => void;
}) {
  const units = useUnits();
  const [dragged, setDragged] = useState<number | null>(null);
  const from = useRef<{ y: number; moved: boolean } | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const shown = dragged === null ? standing : { ...standing, left: dragged, planned: dragged };
  const height = tall(standing);
  const high = room + 8;
  const inside = height * (standing.shape === 'bottle' || standing.shape === 'dropper' ? 0.72 : 1);
  const y = (amount: number) => FLOOR - inside * Math.max(0, Math.min(1, amount / standing.full));
  // The level goes as far as the hand does, from wherever it takes hold.
  const at = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (box === undefined || from.current === null) return standing.left;
    const by = ((from.current.y - event.clientY) / box.height) * (high / inside);
    return setLevel(standing.left / standing.full + by, standing);
  };
  const empty = shown.left <= 0;
  return (
    <button
      type="button"
      className={`shelf-item shape-${standing.shape}${standing.stale ? ' stale' : ''}${empty ? ' empty' : ''}`}
      aria-pressed={open}
      data-item={standing.key}
      onClick={() => {
        if (from.current?.moved !== true) onOpen();
        from.current = null;
      }}
      onPointerDown={(event) => {
        from.current = { y: event.clientY, moved: false };
        (event.target as Element).setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (from.current === null || event.buttons === 0) return;
        if (Math.abs(event.clientY - from.current.y) > CLICK_PX) from.current.moved = true;
        if (from.current.moved) setDragged(at(event));
      }}
      onPointerUp={(event) => {
        if (from.current?.moved === true) onSet(at(event));
        setDragged(null);
      }}
      onPointerCancel={() => {
        from.current = null;
        setDragged(null);
      }}
    >
      <svg ref={svg} viewBox={`0 ${FLOOR - high} ${WIDTH} ${high}`} aria-hidden="true">
        <Level standing={shown} y={y} />
        <path className="item-wall" d={wall(standing.shape, height)} />
        {shown.planned < shown.left - standing.full * 0.004 && (
          <line className="item-planned" x1="4" x2={WIDTH - 4} y1={y(shown.planned)} y2={y(shown.planned)} />
        )}
      </svg>
      <span className="item-name">
        {standing.name}
        {standing.part !== '' && <small>{standing.part}</small>}
      </span>
      <span className="item-left">{amountLeft(shown, units)}</span>
      {standing.keepsUntil !== null && (
        <small className="item-date">
          {standing.stale ? 'past since' : 'until'} {day(standing.keepsUntil)}
        </small>
      )}
    </button>
  );
}

function Level({ standing, y }: { standing: Standing; y: (amount: number) => number }) {
  const { shape, left, planned, colour } = standing;
  if (shape === 'sheets') {
    const count = Math.min(8, Math.ceil(left));
    return (
      <>
        {Array.from({ length: count }, (_, i) => (
          <rect
            key={i}
            className={i >= Math.ceil(planned) ? 'item-sheet taken' : 'item-sheet'}
            x={10}
            width={56}
            y={FLOOR - 8 * (i + 1)}
            height={6.5}
          />
        ))}
      </>
    );
  }
  const [top, ochre] = [y(left), y(Math.max(0, planned))];
  return (
    <>
      <rect x={14} width={48} y={top} height={Math.max(0, FLOOR - top)} fill={colour} />
      {ochre > top && <rect className="item-taken" x={14} width={48} y={top} height={ochre - top} />}
    </>
  );
}

/** The outline, from the floor up. */
function wall(shape: Standing['shape'], height: number): string {
  const top = FLOOR - height;
  if (shape === 'sheets') return `M10 ${FLOOR}H66`;
  if (shape === 'cup') return `M13 ${top}L17 ${FLOOR}H59L63 ${top}`;
  if (shape === 'bag') return `M13 ${FLOOR}V${top + 8}L20 ${top}H56L63 ${top + 8}V${FLOOR}Z`;
  const shoulder = FLOOR - height * 0.76;
  const neck = FLOOR - height * 0.88;
  const half = shape === 'dropper' ? 6 : 11;
  return `M13 ${FLOOR}V${shoulder}Q13 ${neck} ${38 - half} ${neck}V${top}H${38 + half}V${neck}Q63 ${neck} 63 ${shoulder}V${FLOOR}Z`;
}
