import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { Water } from '../../api/types';

/** When the first layer is poured, on this machine's clock. */
export function FirstPour({ water, onChange }: { water: Water; onChange: (at: string | null) => void }) {
  const id = useId();
  const kept = water.firstPourAt === null ? '' : local(new Date(water.firstPourAt));
  const [text, setText] = useState<string | null>(null);
  const keep = () => {
    if (text === null || text === kept) return;
    setText(null);
    if (text === '') onChange(null);
    else onChange(withOffset(new Date(text)));
  };
  return (
    <div className="field">
      <label htmlFor={id}>First pour</label>
      <Form.Control
        id={id}
        size="sm"
        type="datetime-local"
        value={text ?? kept}
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') keep();
        }}
      />
    </div>
  );
}

const two = (n: number) => String(n).padStart(2, '0');

function local(date: Date): string {
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}T${two(date.getHours())}:${two(date.getMinutes())}`;
}

/** ISO 8601 with this machine's offset, so that the plan keeps the maker's own hours. */
function withOffset(date: Date): string {
  const minutes = -date.getTimezoneOffset();
  const sign = minutes < 0 ? '-' : '+';
  const offset = `${sign}${two(Math.floor(Math.abs(minutes) / 60))}:${two(Math.abs(minutes) % 60)}`;
  return `${local(date)}:00${offset}`;
}
