import { useEffect, useRef, type PointerEvent } from 'react';
import { follow, NOBODY, type Happening, type Place } from './pointer';

/** What a thing does when it is dragged. Every drag that begins ends in `end` or in `drop`. */
export interface Dragged {
  begin?: (at: Place, event: PointerEvent) => void;
  move: (from: Place, at: Place) => void;
  end: (from: Place, at: Place) => void;
  /** The pointer was lost, or the drag given up by Escape: all as it was. */
  drop: () => void;
  /** Two fingers: where they were and where they are. */
  pinch?: (before: readonly [Place, Place], after: readonly [Place, Place]) => void;
}

/** Handlers for an element that is dragged, by finger, pen or mouse. What begins on it is not heard by what lies under it. */
export function usePointer(dragged: Dragged) {
  const pointers = useRef(NOBODY);
  const latest = useRef(dragged);
  latest.current = dragged;

  const tell = (happening: Happening, event: PointerEvent | null) => {
    const on = latest.current;
    const { pointers: next, told } = follow(pointers.current, happening, on.pinch !== undefined);
    pointers.current = next;
    switch (told?.kind) {
      case 'begin':
        if (event !== null) on.begin?.(told.at, event);
        break;
      case 'move':
        on.move(told.from, told.at);
        break;
      case 'end':
        on.end(told.from, told.at);
        break;
      case 'drop':
        on.drop();
        break;
      case 'pinch':
        on.pinch?.(told.before, told.after);
        break;
      default:
    }
  };
  const told = useRef(tell);
  told.current = tell;

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const finger = pointers.current.fingers[0];
      if (event.key !== 'Escape' || finger === undefined) return;
      event.stopPropagation();
      event.preventDefault();
      told.current({ kind: 'lost', pointer: finger.pointer, at: finger.at, second: false, held: false }, null);
    };
    // Before anybody else who listens for Escape: the drag goes first.
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, []);

  const hear = (kind: Happening['kind']) => (event: PointerEvent) => {
    if (kind === 'down') {
      if (event.button !== 0) return;
      event.stopPropagation();
      // A pointer that is gone already (or one of a test) cannot be captured; the drag goes on without.
      if (event.currentTarget.isConnected) event.currentTarget.setPointerCapture(event.pointerId);
    }
    const at = { x: event.clientX, y: event.clientY };
    tell({ kind, pointer: event.pointerId, at, second: !event.isPrimary, held: event.buttons !== 0 }, event);
  };
  return {
    onPointerDown: hear('down'),
    onPointerMove: hear('move'),
    onPointerUp: hear('up'),
    onPointerCancel: hear('lost'),
    onLostPointerCapture: hear('lost'),
  };
}
