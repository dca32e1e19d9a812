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

/** The place on the board under a point of the Sheet. */
export function toBoard(view: SheetView, at: { x: number; y: number }): PointMm {
  return { xMm: (at.x - view.left) / view.scale, yMm: (at.y - view.top) / view.scale };
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

/** How near the Sheet is looked at: so many times the whole board, with a place of the board in the middle. */
export interface Zoom {
  times: number;
  centre: PointMm;
}

/** As near as anybody looks: a cell of 2 mm is then as wide as a finger. */
export const MOST_TIMES = 16;

/** The board as it lies under a zoom; null is the whole of it. */
export function zoomed(whole: SheetView, zoom: Zoom | null): SheetView {
  if (zoom === null) return whole;
  const scale = whole.scale * zoom.times;
  const within = (middle: number, area: number, size: number) => {
    // The board's edge is not drawn further in than it lies when the whole board is seen.
    const margin = Math.min(MARGIN.side, area / 8);
    const [most, least] = [margin, area - margin - size];
    return least > most ? (area - size) / 2 : Math.min(most, Math.max(least, middle));
  };
  return {
    ...whole,
    scale,
    left: within(whole.areaWidth / 2 - zoom.centre.xMm * scale, whole.areaWidth, whole.widthMm * scale),
    top: within(whole.areaHeight / 2 - zoom.centre.yMm * scale, whole.areaHeight, whole.depthMm * scale),
  };
}

/** The zoom of a view that is moved by so many px. */
export function panned(whole: SheetView, zoom: Zoom | null, dx: number, dy: number): Zoom | null {
  if (zoom === null) return null;
  const view = zoomed(whole, zoom);
  return centred(whole, zoom.times, view.left + dx, view.top + dy);
}

/** So many times nearer, the place at a point of the Sheet staying under it. */
export function nearer(whole: SheetView, zoom: Zoom | null, factor: number, at: { x: number; y: number }): Zoom | null {
  const view = zoomed(whole, zoom);
  const times = Math.min(MOST_TIMES, (zoom?.times ?? 1) * factor);
  if (times <= 1.02) return null;
  const by = (whole.scale * times) / view.scale;
  return centred(whole, times, at.x - (at.x - view.left) * by, at.y - (at.y - view.top) * by);
}

function centred(whole: SheetView, times: number, left: number, top: number): Zoom {
  const scale = whole.scale * times;
  const centre = { xMm: (whole.areaWidth / 2 - left) / scale, yMm: (whole.areaHeight / 2 - top) / scale };
  // Kept as it is shown, so that a drag past the edge does not have to be dragged back first.
  const shown = zoomed(whole, { times, centre });
  return {
    times,
    centre: {
      xMm: (whole.areaWidth / 2 - shown.left) / scale,
      yMm: (whole.areaHeight / 2 - shown.top) / scale,
    },
  };
}
