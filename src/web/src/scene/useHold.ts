import { useRef } from 'react';
import type { BuildEdit } from '../api/types';
import { useDesk } from '../desk/DeskContext';

/** What a handle tells of the way it has come since it was taken hold of, mm. */
export interface Hold {
  onMove: (dxMm: number, dyMm: number) => void;
  onDone: (dxMm: number, dyMm: number) => void;
  onDrop: () => void;
}

/**
 * A thing that is tried while it is dragged, kept where it is let go and put back when the pointer is lost. While a drag is
 * tried the thing shown is the draft's: every move is reckoned from the thing as it was taken up.
 */
export function useHold<T>(thing: T): (change: (from: T, dxMm: number, dyMm: number) => BuildEdit) => Hold {
  const { edit, preview, dropPreview } = useDesk('edit', 'preview', 'dropPreview');
  const begun = useRef<T | null>(null);
  return (change) => ({
    onMove: (dx, dy) => {
      begun.current ??= thing;
      preview(change(begun.current, dx, dy));
    },
    onDone: (dx, dy) => {
      const from = begun.current ?? thing;
      begun.current = null;
      if (dx === 0 && dy === 0) dropPreview();
      else void edit(change(from, dx, dy));
    },
    onDrop: () => {
      begun.current = null;
      dropPreview();
    },
  });
}
