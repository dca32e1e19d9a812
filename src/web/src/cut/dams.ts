import type { Board, Dam, PointMm, Side } from '../api/types';
import type { CutLine } from '../desk/DeskContext';

/** A dam the cut runs through at one of its ends. */
export interface CutDam {
  end: 'a' | 'b';
  topMm: number;
}

/** Nearer than this to an edge the cut ends at it, mm. */
const AT_EDGE_MM = 1;

/** The dams that stand where the cut leaves the board: the highest at each end. */
export function damsAtEnds(dams: Dam[], cut: CutLine, board: Pick<Board, 'widthMm' | 'depthMm'>): CutDam[] {
  return (['a', 'b'] as const).flatMap((end) => {
    const found = dams.filter((dam) => stands(dam, cut[end], board)).map((dam) => dam.topMm);
    return found.length === 0 ? [] : [{ end, topMm: Math.max(...found) }];
  });
}

function stands(dam: Dam, at: PointMm, board: Pick<Board, 'widthMm' | 'depthMm'>): boolean {
  const away: Record<Side, number> = {
    back: at.yMm,
    front: board.depthMm - at.yMm,
    left: at.xMm,
    right: board.widthMm - at.xMm,
  };
  const along = dam.side === 'back' || dam.side === 'front' ? at.xMm : at.yMm;
  return Math.abs(away[dam.side]) <= AT_EDGE_MM && along >= dam.fromMm && along <= dam.toMm;
}
