import type { Standing } from '../api/types';

/** holds, tight or stop, or ask where only the maker can say: a shape and a word, so that colour is never needed. */
export function StandingMark({ standing }: { standing: Standing | 'ask' }) {
  return (
    <span className={`standing standing-${standing}`}>
      <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
        {standing === 'holds' && <circle cx="7" cy="7" r="5" className="mark-line" />}
        {standing === 'tight' && (
          <>
            <circle cx="7" cy="7" r="5" className="mark-line" />
            <path d="M7 2a5 5 0 0 1 0 10z" className="mark-fill" />
          </>
        )}
        {standing === 'ask' && (
          <>
            <path d="M7 1.5L12.5 7L7 12.5L1.5 7Z" className="mark-line" />
            <circle cx="7" cy="7" r="1.3" className="mark-fill" />
          </>
        )}
        {standing === 'stop' && (
          <>
            <rect x="2" y="2" width="10" height="10" className="mark-line" />
            <path d="M3 11l8-8" className="mark-line" />
          </>
        )}
      </svg>
      {standing}
    </span>
  );
}
