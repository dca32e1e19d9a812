import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useDeskNow, type CutLine } from '../desk/DeskContext';
import { isTyped } from '../scene/isTyped';
import { STAGES } from './stages';
import { setIn } from '../desk/changes';

const CUT_STEP_MM = 5;
const WATERLINE_STEP_MM = 0.5;

/** The keys that work everywhere but in a field. */
export function useKeys(onHelp: () => void, onRelief: (shown: boolean) => void, onPour: () => void): void {
  const now = useDeskNow();
  const navigate = useNavigate();
  const act = (event: KeyboardEvent): boolean => {
    const desk = now();
    if (event.key.toLowerCase() === 'z') {
      if (event.shiftKey) desk.redo();
      else desk.undo();
      return true;
    }
    if (event.ctrlKey || event.metaKey || event.altKey) return false;
    const stage = STAGES.find((one) => one.key === event.key);
    if (stage !== undefined) {
      void navigate(`/builds/${desk.id}/${stage.path}`);
      return true;
    }
    switch (event.key) {
      case '[':
      case ']': {
        if (desk.water === null) return false;
        const by = event.key === ']' ? WATERLINE_STEP_MM : -WATERLINE_STEP_MM;
        const { id } = desk.water;
        // Reckoned when it is sent: pressed three times in one answer's time it rises three times.
        void desk.edit((build) => {
          const water = build.waters.find((one) => one.id === id);
          if (water === undefined) return null;
          return setIn('waters', id, { waterlineMm: Math.round((water.waterlineMm + by) * 10) / 10 });
        });
        return true;
      }
      case ',':
      case '.': {
        const by = event.key === '.' ? CUT_STEP_MM : -CUT_STEP_MM;
        desk.setCut(slide(desk.cut, by, desk.build.board));
        return true;
      }
      case ' ':
        if (event.target instanceof HTMLButtonElement || event.target instanceof HTMLInputElement) return false;
        if (!event.repeat) onRelief(true);
        return true;
      case 't':
      case 'T':
        onPour();
        return true;
      case '?':
        onHelp();
        return true;
      default:
        return false;
    }
  };
  const letGo = useRef(onRelief);
  letGo.current = onRelief;
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement | null;
      if (target !== null && isTyped(target)) return;
      if (latest.current(event)) event.preventDefault();
    };
    const onKeyUp = (event: KeyboardEvent) => {
      const onButton = event.target instanceof HTMLButtonElement || event.target instanceof HTMLInputElement;
      if (event.key === ' ' && !onButton) letGo.current(false);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onKeyUp);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onKeyUp);
    };
  }, []);
}

/** Slides the cut across itself, as far as both ends stay on the board. */
function slide(cut: CutLine, byMm: number, board: { widthMm: number; depthMm: number }) {
  const upright = Math.abs(cut.b.yMm - cut.a.yMm) >= Math.abs(cut.b.xMm - cut.a.xMm);
  const axis = upright ? 'xMm' : 'yMm';
  const most = upright ? board.widthMm : board.depthMm;
  const low = Math.min(cut.a[axis], cut.b[axis]);
  const high = Math.max(cut.a[axis], cut.b[axis]);
  const by = Math.max(-low, Math.min(most - high, byMm));
  return { a: { ...cut.a, [axis]: cut.a[axis] + by }, b: { ...cut.b, [axis]: cut.b[axis] + by } };
}
