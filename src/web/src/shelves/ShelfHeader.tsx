import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { Preferences } from '../shell/Preferences';

/** The head of a shelf: its name, the other shelves beside it. */
export function ShelfHeader({ name, words, children }: { name: string; words: string; children?: ReactNode }) {
  return (
    <header className="top">
      <Link to="/" className="wordmark">
        Ink Basin
      </Link>
      <div className="top-build">
        <strong>{name}</strong>
        <span>{words}</span>
      </div>
      <nav className="top-shelves" aria-label="Shelves">
        <NavLink to="/builds">Builds</NavLink>
        <NavLink to="/stores">Stores</NavLink>
        {children}
      </nav>
      <Preferences />
    </header>
  );
}
