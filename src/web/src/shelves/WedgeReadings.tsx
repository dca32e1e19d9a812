import { useEffect, useState } from 'react';
import type { TintLook } from '../api/types';
import { OptionalField } from '../slip/fields';
import { withColour, type Cell, type WedgeTable } from './wedge';

const HEADS = ['light', 'dark'];

/** The table of a wedge: depths down, backings across, what was read beside what the fitted tint gives. */
export function WedgeReadings({
  table,
  found,
  armed,
  onArm,
  onChange,
}: {
  table: WedgeTable;
  found: TintLook | undefined;
  armed: Cell | 'grey' | null;
  onArm: (cell: Cell) => void;
  onChange: (table: WedgeTable) => void;
}) {
  const fits = inOrder(table, found);
  const cell = (at: Cell, value: string | null, name: string) => (
    <td key={at.backing}>
      <ReadColour
        name={name}
        value={value}
        armed={armed !== null && armed !== 'grey' && armed.row === at.row && armed.backing === at.backing}
        onArm={() => onArm(at)}
        onChange={(hex) => onChange(withColour(table, at, hex))}
      />
      {fits.get(`${at.row}/${at.backing}`)}
    </td>
  );
  return (
    <table className="wedge-readings">
      <thead>
        <tr>
          <th>Depth</th>
          {table.backings.map((_, i) => (
            <th key={i}>Over {HEADS[i] ?? `backing ${i + 1}`}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr>
          <th>bare</th>
          {table.backings.map((bed, i) => cell({ row: -1, backing: i }, bed, `Bare ${HEADS[i] ?? i + 1} backing`))}
        </tr>
        {table.rows.map((row, r) => (
          <tr key={r}>
            <th>
              <OptionalField
                label={`Depth of step ${r + 1}`}
                quantity="length"
                value={row.depthMm}
                onChange={(depthMm) =>
                  onChange({ ...table, rows: table.rows.map((was, i) => (i === r ? { ...was, depthMm } : was)) })
                }
              />
            </th>
            {row.colours.map((colour, i) =>
              cell({ row: r, backing: i }, colour, `Step ${r + 1} over ${HEADS[i] ?? i + 1}`),
            )}
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={table.backings.length + 1}>
            <button
              type="button"
              className="link"
              onClick={() =>
                onChange({
                  ...table,
                  rows: [...table.rows, { depthMm: null, colours: table.backings.map(() => null) }],
                })
              }
            >
              Another step
            </button>
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

/** What the fit gives, by the cell it belongs to: Core answers in the order the readings were sent. */
function inOrder(table: WedgeTable, found: TintLook | undefined) {
  const fits = new Map<string, JSX>();
  let at = 0;
  table.rows.forEach(({ depthMm, colours }, row) =>
    colours.forEach((colour, backing) => {
      if (depthMm === null || colour === null || table.backings[backing] == null) return;
      const reading = found?.readings[at++];
      if (reading === undefined) return;
      fits.set(
        `${row}/${backing}`,
        <span className="fitted" title="What the fitted tint gives, and how far that is from what was read">
          <i style={{ background: reading.readHex }} />
          <i style={{ background: reading.fittedHex }} />
          {reading.deltaE.toFixed(1)}
        </span>,
      );
    }),
  );
  return fits;
}

type JSX = React.JSX.Element;

/** A colour typed, or waiting to be picked in the photo. */
function ReadColour({
  name,
  value,
  armed,
  onArm,
  onChange,
}: {
  name: string;
  value: string | null;
  armed: boolean;
  onArm: () => void;
  onChange: (hex: string) => void;
}) {
  const [text, setText] = useState(value ?? '');
  useEffect(() => setText(value ?? ''), [value]);
  const typed = text.trim().toLowerCase();
  const whole = typed.startsWith('#') ? typed : `#${typed}`;
  const right = /^#[0-9a-f]{6}$/.test(whole);
  return (
    <span className={`read-colour${armed ? ' armed' : ''}`}>
      <button type="button" aria-label={`${name}: pick it in the photo`} aria-pressed={armed} onClick={onArm}>
        <i style={{ background: value ?? 'none' }} />
      </button>
      <input
        aria-label={name}
        value={text}
        maxLength={7}
        spellCheck={false}
        autoComplete="off"
        placeholder="#"
        aria-invalid={typed !== '' && !right}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          if (right && whole !== value) onChange(whole);
          else setText(value ?? '');
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setText(value ?? '');
        }}
      />
    </span>
  );
}
