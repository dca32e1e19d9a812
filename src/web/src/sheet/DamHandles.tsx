import { useRef } from 'react';
import type { Dam, Side } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { Handle } from './Handle';
import { damEnd, type DamEnd } from './damEnds';
import type { SheetView } from './view';
import { changed } from '../desk/changes';

/** The ends of the dams, to be dragged along their edges. */
export function DamHandles({ view }: { view: SheetView }) {
  const { build, edit, preview, dropPreview } = useDesk();
  const begun = useRef<Dam | null>(null);
  const moved = (from: Dam, end: DamEnd, dx: number, dy: number) =>
    changed('dams', from, damEnd(from, end, alongSide(from.side, dx, dy), sideLength(view, from.side)));
  return build.dams.flatMap((dam, i) =>
    (['from', 'to'] as const).map((end) => {
      const at = place(view, dam.side, end === 'from' ? dam.fromMm : dam.toMm);
      return (
        <Handle
          key={`${dam.id} ${end}`}
          x={at.x}
          y={at.y}
          scale={view.scale}
          label={`${end === 'from' ? 'Beginning' : 'End'} of dam ${i + 1}`}
          onMove={(dx, dy) => {
            begun.current ??= dam;
            preview(moved(begun.current, end, dx, dy));
          }}
          onDone={(dx, dy) => {
            const from = begun.current ?? dam;
            begun.current = null;
            if (alongSide(dam.side, dx, dy) === 0) dropPreview();
            else void edit(moved(from, end, dx, dy));
          }}
        />
      );
    }),
  );
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
