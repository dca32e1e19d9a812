import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { isTyped } from './isTyped';
import { nearer, panned, zoomed, type SheetView, type Zoom } from './view';

const WHEEL = 0.0018;
const KEY_PX = 60;

/** How near the Sheet is looked at, and all that changes it: wheel, two fingers, keys and buttons. */
export function useZoom(box: RefObject<HTMLDivElement | null>, whole: SheetView) {
  const [zoom, setZoom] = useState<Zoom | null>(null);
  const view = useMemo(() => zoomed(whole, zoom), [whole, zoom]);
  const latest = useRef({ whole, zoom });
  latest.current = { whole, zoom };
  const begun = useRef<Zoom | null>(null);

  const acts = useMemo(() => {
    /** So many times nearer at a point of the screen; at the middle of the Sheet without one. */
    const zoomBy = (factor: number, at: { x: number; y: number } | null) => {
      const area = box.current?.getBoundingClientRect();
      if (area === undefined) return;
      const place =
        at === null ? { x: area.width / 2, y: area.height / 2 } : { x: at.x - area.left, y: at.y - area.top };
      setZoom((now) => nearer(latest.current.whole, now, factor, place));
    };
    const moveBy = (dx: number, dy: number) => setZoom((now) => panned(latest.current.whole, now, dx, dy));
    return {
      zoomBy,
      moveBy,
      setWhole: () => setZoom(null),
      /** Dragging the board about under the Sheet. */
      pan: {
        begin: () => {
          begun.current = latest.current.zoom;
        },
        move: (dx: number, dy: number) => setZoom(panned(latest.current.whole, begun.current, dx, dy)),
      },
    };
  }, [box]);

  useEffect(() => {
    const element = box.current;
    if (element === null) return;
    const onWheel = (event: WheelEvent) => {
      // The page behind it must not scroll meanwhile: React's own listener could not hold it.
      event.preventDefault();
      const lines = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 30 : 1;
      acts.zoomBy(Math.exp(-event.deltaY * lines * WHEEL), { x: event.clientX, y: event.clientY });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [acts, box]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement | null;
      if (event.ctrlKey || event.metaKey || (target !== null && isTyped(target))) return;
      const way = { ArrowLeft: [1, 0], ArrowRight: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
      if (event.key === '+' || event.key === '=') acts.zoomBy(1.5, null);
      else if (event.key === '-' || event.key === '−') acts.zoomBy(1 / 1.5, null);
      else if (event.key === '0') acts.setWhole();
      else if (way !== undefined && event.shiftKey) acts.moveBy((way[0] ?? 0) * KEY_PX, (way[1] ?? 0) * KEY_PX);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [acts]);

  return { view, zoom, ...acts };
}
