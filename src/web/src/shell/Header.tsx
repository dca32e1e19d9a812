import { NavLink } from 'react-router';
import { useDesk, useOnDesk } from '../desk/DeskContext';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity, unitOf } from '../units/units';
import { DueBadge } from './AfterCare';
import { Papers } from './Papers';
import { Preferences } from './Preferences';
import { STAGES } from './stages';

/** The name of the build, the stages in working order, the shelves beside them. */
export function Header({ onHelp }: { onHelp: () => void }) {
  const name = useOnDesk((desk) => desk.build.name);
  const scale = useOnDesk((desk) => desk.build.scale);
  const board = useOnDesk((desk) => desk.build.board);
  const { id, undoLabel, redoLabel, undo, redo, drafting, keeping, offline } = useDesk(
    'id',
    'undoLabel',
    'redoLabel',
    'undo',
    'redo',
    'drafting',
    'keeping',
    'offline',
  );
  const units = useUnits();
  const size = (mm: number) => formatQuantity(mm, 'length', units);
  return (
    <header className="top">
      <NavLink to="/builds" className="wordmark">
        Ink Basin
      </NavLink>
      <div className="top-build">
        <strong>{name}</strong>
        <span>
          1:{scale} · {size(board.widthMm)} × {size(board.depthMm)} {unitOf('length', units)} ·{' '}
          {offline ? 'waiting for the server' : drafting ? 'trying' : keeping ? 'keeping…' : 'kept'}
        </span>
      </div>
      <div className="top-history">
        <button
          type="button"
          onClick={undo}
          disabled={undoLabel === null}
          title={undoLabel === null ? 'Nothing to undo' : `Undo: ${undoLabel} (Z)`}
          aria-label={undoLabel === null ? 'Undo' : `Undo: ${undoLabel}`}
        >
          <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
            <path d="M7 3L3 7l4 4M3 7h7a4 4 0 0 1 0 8H7" />
          </svg>
        </button>
        <button
          type="button"
          onClick={redo}
          disabled={redoLabel === null}
          title={redoLabel === null ? 'Nothing to redo' : `Redo: ${redoLabel} (Shift+Z)`}
          aria-label={redoLabel === null ? 'Redo' : `Redo: ${redoLabel}`}
        >
          <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
            <path d="M11 3l4 4-4 4M15 7H8a4 4 0 0 0 0 8h3" />
          </svg>
        </button>
      </div>
      <DueBadge />
      <nav className="stages" aria-label="Stages">
        {STAGES.map((stage) => (
          <NavLink key={stage.path} to={`/builds/${id}/${stage.path}`}>
            <span className="stage-key" aria-hidden="true">
              {stage.key}
            </span>
            {stage.name}
          </NavLink>
        ))}
      </nav>
      <nav className="top-shelves" aria-label="Shelves">
        <NavLink to="/builds" end>
          Builds
        </NavLink>
        <NavLink to="/stores">Stores</NavLink>
        <Papers />
      </nav>
      <Preferences />
      <button type="button" className="top-help" onClick={onHelp} aria-label="Keys and help" title="Keys (?)">
        ?
      </button>
    </header>
  );
}
