import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { askAnew } from '../api/askAnew';
import { lookAtList, takeList } from '../api/files';
import type { StockChange } from '../api/types';

interface Looked {
  file: File;
  changes: StockChange[];
}

/** The cupboard as a list: out as CSV, and in again with a look at what it would change. */
export function ListPart() {
  const client = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [looked, setLooked] = useState<Looked | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const fail = (problem: unknown) => setWrong(problem instanceof Error ? problem.message : 'The list was not read.');
  const look = (file: File) => {
    setWrong(null);
    setLooked(null);
    lookAtList(file).then((changes) => setLooked({ file, changes }), fail);
  };
  const take = ({ file }: Looked) => {
    takeList(file).then(() => {
      setLooked(null);
      return askAnew(client);
    }, fail);
  };
  const doing = looked?.changes.filter((one) => one.kind !== 'same') ?? [];
  return (
    <section className="bottles" aria-label="The cupboard as a list">
      <h2>As a list</h2>
      <div className="tool-row">
        <a className="btn btn-sm btn-outline-primary" href="/api/stores/stock.csv" download>
          CSV out
        </a>
        <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
          CSV in
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          hidden
          aria-label="A list of the cupboard"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file !== undefined) look(file);
            event.target.value = '';
          }}
        />
      </div>
      {wrong !== null && (
        <p className="notice-stop" role="alert">
          {wrong} Nothing was taken.
        </p>
      )}
      {looked !== null && (
        <div className="list-look" role="status">
          <p>
            {doing.length === 0
              ? 'All of it is there already.'
              : `${doing.length} of ${looked.changes.length} lines would change something:`}
          </p>
          <ul>
            {doing.map((one) => (
              <li key={one.line}>
                <strong>{one.name}</strong> {one.kind === 'new' ? 'is put in' : one.fields.join(', ')}
              </li>
            ))}
          </ul>
          <div className="tool-row">
            {doing.length > 0 && (
              <Button size="sm" onClick={() => take(looked)}>
                Take it into the cupboard
              </Button>
            )}
            <Button size="sm" variant="outline-primary" onClick={() => setLooked(null)}>
              Leave it
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}
