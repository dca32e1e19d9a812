import type { CutLine } from '../desk/DeskContext';
import type { SheetView } from '../scene/view';

const BEYOND_PX = 16;

/** Where the grips of the cut line lie, px from the board's corner: its ends a little beyond it, and its middle. */
export function cutEnds(cut: CutLine, view: SheetView) {
  const from = { x: cut.a.xMm * view.scale, y: cut.a.yMm * view.scale };
  const to = { x: cut.b.xMm * view.scale, y: cut.b.yMm * view.scale };
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const beyond = { x: ((to.x - from.x) / length) * BEYOND_PX, y: ((to.y - from.y) / length) * BEYOND_PX };
  return {
    from,
    to,
    a: { x: from.x - beyond.x, y: from.y - beyond.y },
    b: { x: to.x + beyond.x, y: to.y + beyond.y },
    middle: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
  };
}
