import type { PointMm } from '../api/types';

/** How the board lies on the screen. */
export interface SheetView {
  /** Screen px per mm. */
  scale: number;
  /** Screen place of the board's back left corner. */
  left: number;
  top: number;
  widthMm: number;
  depthMm: number;
  /** The whole Sheet, screen px. */
  areaWidth: number;
  areaHeight: number;
}

const MARGIN = { side: 42, top: 27, bottom: 42 };

/** The board as large as it goes with room for what stands round it. */
export function fit(width: number, height: number, widthMm: number, depthMm: number): SheetView {
  const scale = Math.max(
    0.01,
    Math.min((width - 2 * MARGIN.side) / widthMm, (height - MARGIN.top - MARGIN.bottom) / depthMm),
  );
  return {
    scale,
    left: Math.round((width - widthMm * scale) / 2),
    top: Math.round(MARGIN.top + (height - MARGIN.top - MARGIN.bottom - depthMm * scale) / 2),
    widthMm,
    depthMm,
    areaWidth: width,
    areaHeight: height,
  };
}

/** Screen place of a point from the board's corner, kept within reach when the point lies beyond the Sheet. */
export function within(view: SheetView, point: PointMm): { x: number; y: number } {
  const edge = 12;
  return {
    x: Math.min(view.areaWidth - view.left - edge, Math.max(edge - view.left, point.xMm * view.scale)),
    y: Math.min(view.areaHeight - view.top - edge, Math.max(edge - view.top, point.yMm * view.scale)),
  };
}

/** The place on the board under a pointer. */
export function toBoard(view: SheetView, element: Element, event: { clientX: number; clientY: number }): PointMm {
  const box = element.getBoundingClientRect();
  return {
    xMm: (event.clientX - box.left - view.left) / view.scale,
    yMm: (event.clientY - box.top - view.top) / view.scale,
  };
}

/** A place to half a mm: what a hand on a screen can mean. */
export function half(point: PointMm): PointMm {
  return { xMm: Math.round(point.xMm * 2) / 2, yMm: Math.round(point.yMm * 2) / 2 };
}

export function clampToBoard(view: SheetView, point: PointMm): PointMm {
  return {
    xMm: Math.min(view.widthMm, Math.max(0, point.xMm)),
    yMm: Math.min(view.depthMm, Math.max(0, point.yMm)),
  };
}
