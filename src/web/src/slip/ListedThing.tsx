import type { ReactNode } from 'react';
import type { Notice, Standing } from '../api/types';
import { CopyMark } from './CopyMark';
import { StandingMark } from './StandingMark';

/** A thing in a list: its name opens it, beside it what can be done with it, under it what should be known. */
export function ListedThing({
  name,
  details,
  standing,
  notices,
  open,
  onToggle,
  onCopy,
  removeLabel,
  onRemove,
  children,
}: {
  name: string;
  details: ReactNode;
  standing: Standing;
  notices: Notice[];
  open: boolean;
  onToggle: () => void;
  onCopy?: () => void;
  removeLabel: string;
  onRemove: () => void;
  /** What is shown while it is open. */
  children: ReactNode;
}) {
  return (
    <li className={open ? 'selected' : ''}>
      <div className="step-row">
        <button type="button" className="step-name" aria-expanded={open} onClick={onToggle}>
          {name} <span>{details}</span>
        </button>
        {standing !== 'holds' && <StandingMark standing={standing} />}
        {onCopy !== undefined && (
          <button type="button" className="step-tool" aria-label={`Copy ${name}`} onClick={onCopy}>
            <CopyMark />
          </button>
        )}
        <button type="button" className="step-tool" aria-label={removeLabel} onClick={onRemove}>
          ×
        </button>
      </div>
      {notices.map((notice) => (
        <p key={notice.sentence} className={`stand-in-notice standing-${notice.standing}`}>
          {notice.sentence}
        </p>
      ))}
      {open && children}
    </li>
  );
}
