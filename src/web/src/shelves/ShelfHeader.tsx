import { Link } from 'react-router';
import { Preferences } from '../shell/Preferences';

const SHELVES = [
  { name: 'Builds', to: '/builds' },
  { name: 'Bin', to: '/builds?bin' },
  { name: 'Stores', to: '/stores' },
  { name: 'Tints', to: '/stores/tints' },
] as const;

/** The head of a shelf: its name, the other shelves beside it. */
export function ShelfHeader({ name, words }: { name: (typeof SHELVES)[number]['name']; words: string }) {
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
        {SHELVES.map((shelf) => (
          <Link key={shelf.name} to={shelf.to} aria-current={shelf.name === name ? 'page' : undefined}>
            {shelf.name}
          </Link>
        ))}
      </nav>
      <Preferences />
    </header>
  );
}
