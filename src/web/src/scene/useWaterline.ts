import { useRef, useState, type KeyboardEvent } from 'react';
import type { BuildEdit, Water } from '../api/types';
import { setIn } from '../desk/changes';
import { useDesk } from '../desk/DeskContext';

/** Dragging a level by hand: what is shown meanwhile, and what a drag of so many mm does. */
export interface HeldLevel {
  /** The level under the hand, mm; null while nobody holds it. */
  heldMm: number | null;
  begin: () => void;
  /** So many mm over where it was taken up. */
  move: (byMm: number) => void;
  end: () => void;
  drop: () => void;
}

/** A level that is tried while it is dragged: `change` makes the edit from what it was taken hold of. */
export function useLevel<T>(
  now: T,
  levelMm: number,
  change: (from: T, levelMm: number) => BuildEdit,
  [low, high]: readonly [number, number] = [-Infinity, Infinity],
): HeldLevel {
  const { edit, preview, dropPreview } = useDesk('edit', 'preview', 'dropPreview');
  const [heldMm, setHeld] = useState<number | null>(null);
  const begun = useRef<{ thing: T; levelMm: number } | null>(null);
  const at = useRef(levelMm);
  const drop = () => {
    begun.current = null;
    setHeld(null);
    dropPreview();
  };
  return {
    heldMm,
    begin: () => {
      begun.current = { thing: now, levelMm };
      at.current = levelMm;
      setHeld(levelMm);
    },
    move: (byMm) => {
      if (begun.current === null) return;
      at.current = tenth(Math.min(high, Math.max(low, begun.current.levelMm + byMm)));
      setHeld(at.current);
      preview(change(begun.current.thing, at.current));
    },
    end: () => {
      const start = begun.current;
      if (start === null || Math.abs(at.current - start.levelMm) < 0.05) {
        drop();
        return;
      }
      begun.current = null;
      void edit(change(start.thing, at.current)).finally(() => setHeld(null));
    },
    drop,
  };
}

/** The waterline of a water, taken hold of on the Staff or in the Cut; kept within what is shown. */
export function useWaterline(water: Water, low: number, high: number): HeldLevel {
  return useLevel(water, water.waterlineMm, (from, waterlineMm) => setIn('waters', from.id, { waterlineMm }), [
    low,
    high,
  ]);
}

/** The keys that move a waterline on the instrument that has the focus. Reckoned when sent: pressed again before the answer it goes on. */
export function useWaterlineKeys(waterId: string): (event: KeyboardEvent) => void {
  const { edit } = useDesk('edit');
  return (event) => {
    const by = { ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 1, PageDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    void edit((now) => {
      const one = now.waters.find((other) => other.id === waterId);
      return one === undefined ? null : setIn('waters', one.id, { waterlineMm: tenth(one.waterlineMm + by) });
    });
  };
}

/** To a tenth of a mm: finer than any hand levels resin. */
export function tenth(mm: number): number {
  return Math.round(mm * 10) / 10;
}
