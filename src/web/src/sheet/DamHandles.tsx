import type { Dam, Side } from '../api/types';
import { useOnDesk } from '../desk/DeskContext';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import { damEnd, type DamEnd } from './damEnds';
import type { SheetView } from '../scene/view';
import { changed } from '../desk/changes';

/** The ends of the dams, to be dragged along their edges. */
export function DamHandles({ view }: { view: SheetView }) {
  return useOnDesk((desk) => desk.build.dams).map((dam, i) => (
    <Ends key={dam.id} dam={dam} number={i + 1} view={view} />
  ));
}

function Ends({ dam, number, view }: { dam: Dam; number: number; view: SheetView }) {
  const hold = useHold(dam);
  const moved = (end: DamEnd) => (from: Dam, dx: number, dy: number) =>
    changed('dams', from, damEnd(from, end, alongSide(from.side, dx, dy), sideLength(view, from.side)));
  return (['from', 'to'] as const).map((end) => (
    <Handle
      key={end}
      {...place(view, dam.side, end === 'from' ? dam.fromMm : dam.toMm)}
      scale={view.scale}
      label={`${end === 'from' ? 'Beginning' : 'End'} of dam ${number}`}
      hold={hold(moved(end))}
    />
  ));
}

function alongSide(side: Side, dx: number, dy: number): number {
  return side === 'back' || side === 'front' ? dx : dy;
}

function sideLength(view: SheetView, side: Side): number {
  return side === 'back' || side === 'front' ? view.widthMm : view.depthMm;
}

function place(view: SheetView, side: Side, atMm: number): { x: number; y: number } {
  const along = atMm * view.scale;
  switch (side) {
    case 'back':
      return { x: along, y: -6 };
    case 'front':
      return { x: along, y: view.depthMm * view.scale + 6 };
    case 'left':
      return { x: -6, y: along };
    default:
      return { x: view.widthMm * view.scale + 6, y: along };
  }
}
