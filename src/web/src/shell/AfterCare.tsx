import { useEffect, useRef, useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { BuildCheck } from '../api/types';
import { freshOf, keyOf, tellSystem } from './fresh';
import { useDue } from './useDue';

const SHOWN_MS = 30_000;

/** A late check that comes due while the page is open arrives as a notice; in the calendar otherwise. */
export function AfterCare() {
  const { pathname } = useLocation();
  const { due, tell } = useDue();
  const opened = useRef(Date.now());
  const known = useRef(new Set<string>());
  const [fresh, setFresh] = useState<BuildCheck | null>(null);
  useEffect(() => {
    if (due === undefined) return;
    const next = freshOf(due, opened.current, known.current);
    for (const one of due) known.current.add(keyOf(one));
    if (next === undefined) return;
    setFresh(next);
    tellSystem(next);
  }, [due]);
  useEffect(() => {
    if (fresh === null) return;
    const timer = setTimeout(() => setFresh(null), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [fresh]);
  // With gloves on nothing lies over the bench.
  if (fresh === null || pathname.startsWith('/bench/')) return null;
  return (
    <aside className="after-care" role="status" aria-label="A check is due">
      <Due
        one={fresh}
        onSeen={() => {
          tell(fresh);
          setFresh(null);
        }}
      />
    </aside>
  );
}

/** What is due and not seen yet, under the head of the page. */
export function DueBadge() {
  const { due, tell } = useDue();
  const [open, setOpen] = useState(false);
  const [may, setMay] = useState(() => ('Notification' in window ? Notification.permission : 'denied'));
  if (due === undefined || due.length === 0) return null;
  return (
    <div className="due-badge">
      <button type="button" aria-expanded={open} title="Late checks" onClick={() => setOpen(!open)}>
        {due.length} due
      </button>
      {open && (
        <div className="due-list">
          {due.map((one) => (
            <Due key={keyOf(one)} one={one} onSeen={() => tell(one)} />
          ))}
          {may === 'default' && (
            <button
              type="button"
              className="btn btn-sm btn-outline-primary"
              onClick={() => void Notification.requestPermission().then(setMay)}
            >
              Tell me in other windows too
            </button>
          )}
        </div>
      )}
    </div>
  );
}

function Due({ one, onSeen }: { one: BuildCheck; onSeen: () => void }) {
  return (
    <div className="due">
      <p>
        <strong>{one.buildName}</strong> {one.check.sentence}
      </p>
      <div className="tool-row">
        <button type="button" className="btn btn-sm btn-primary" onClick={onSeen}>
          Seen
        </button>
        <Link className="btn btn-sm btn-outline-primary" to={`/builds/${one.buildId}/days`} onClick={onSeen}>
          To its days
        </Link>
      </div>
    </div>
  );
}
