import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { DaysPlan } from '../../api/types';
import { addTo } from '../../desk/changes';
import { freshId, useDesk } from '../../desk/DeskContext';
import { useOnce } from '../../desk/useOnce';
import { ChoiceField, NumberField, TextField } from '../../slip/fields';
import { TellButton, Together } from '../../slip/together';

const HOUR_MIN = 60;

/** A step of the maker's own: what, how long, and what it comes after. */
export function OwnStepForm({ days }: { days: DaysPlan }) {
  const { edit } = useDesk('edit');
  const once = useOnce();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [handsOnMin, setHandsOn] = useState<number | null>(null);
  const [waitMin, setWait] = useState(0);
  const [after, setAfter] = useState('');
  if (!open)
    return (
      <button type="button" className="link" onClick={() => setOpen(true)}>
        A step of your own
      </button>
    );
  const keep = () => {
    if (name === '' || handsOnMin === null) return;
    const step = { id: freshId('step'), name, handsOnMin, waitMin, after: after === '' ? [] : [after] };
    once([name, handsOnMin, waitMin, after], () =>
      edit(addTo('days.own', step)).then((kept) => {
        if (!kept) return;
        setOpen(false);
        setName('');
        setHandsOn(null);
        setWait(0);
        setAfter('');
      }),
    );
  };
  return (
    <Together>
      <div data-testid="own-step">
        <h3>A step of your own</h3>
        <TextField label="What is done" value={name} onChange={setName} />
        <NumberField
          label="Takes"
          suffix="min"
          step={5}
          value={handsOnMin}
          onChange={(minutes) => setHandsOn(Math.round(minutes))}
        />
        <NumberField
          label="Waits afterwards"
          suffix="h"
          value={waitMin / HOUR_MIN}
          onChange={(hours) => setWait(Math.round(hours * HOUR_MIN))}
        />
        <ChoiceField
          label="Comes after"
          value={after}
          choices={[
            { value: '', label: 'nothing' },
            ...days.places.map(({ step }) => ({ value: step.id, label: step.name })),
          ]}
          onChange={setAfter}
        />
        <div className="tool-row">
          <TellButton size="sm" disabled={name === '' || handsOnMin === null} onClick={keep}>
            Add the step
          </TellButton>
          <Button size="sm" variant="outline-primary" onClick={() => setOpen(false)}>
            Leave it
          </Button>
        </div>
      </div>
    </Together>
  );
}
