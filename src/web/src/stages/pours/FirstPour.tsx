import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { Water } from '../../api/types';
import { Refused } from '../../slip/Refused';
import { useZone } from '../../slip/useNow';
import { fromTyped, onWall, typed } from '../../units/clock';

/** When the first layer is poured, by the clock of the build. */
export function FirstPour({ water, onChange }: { water: Water; onChange: (at: string | null) => void }) {
  const id = useId();
  const zone = useZone();
  const kept = water.firstPourAt === null ? '' : typed(onWall(water.firstPourAt, zone));
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const keep = (field: HTMLInputElement | HTMLTextAreaElement) => {
    // Half a moment comes as none at all: it takes nothing away.
    setWrong(field.validity.badInput);
    if (field.validity.badInput || text === null || text === kept) return;
    setText(null);
    if (text === '') onChange(null);
    else {
      const at = fromTyped(text, zone);
      if (at !== null) onChange(at);
    }
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
        isInvalid={wrong}
        onBlur={(event) => keep(event.currentTarget)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') keep(event.currentTarget);
        }}
      />
      {wrong && <Refused>That is no whole day and time. The first pour stays as it was.</Refused>}
    </div>
  );
}
