import { useId, useState, type ReactNode } from 'react';
import type { Working } from '../api/types';
import { useUnits } from '../units/UnitsContext';
import { formatNamed } from '../units/units';

/** A figure that opens to show how it came about; without that, as while it is on its way, it takes the same place. */
export function Figure({
  working,
  children,
  label,
}: {
  working: Working | undefined;
  children: ReactNode;
  label: string;
}) {
  const [open, setOpen] = useState(false);
  const id = useId();
  if (working === undefined)
    return (
      <div className="reckoning">
        <div className="reckoning-plain">{children}</div>
      </div>
    );
  return (
    <div className="reckoning">
      <button
        type="button"
        className="reckoning-button"
        aria-expanded={open}
        aria-controls={id}
        title={`How ${label} came about`}
        onClick={() => setOpen(!open)}
      >
        {children}
        <span className="reckoning-mark" aria-hidden="true">
          {open ? '−' : '+'}
        </span>
      </button>
      {open && <WorkingOut id={id} working={working} />}
    </div>
  );
}

function WorkingOut({ id, working }: { id: string; working: Working }) {
  const units = useUnits();
  return (
    <div className="working" id={id}>
      <h3>{working.figure}</h3>
      <dl>
        {working.inputs.map((input) => (
          <div key={input.name}>
            <dt>{input.name}</dt>
            <dd>{formatNamed(input.value, input.unit, units)}</dd>
          </div>
        ))}
      </dl>
      <p>{working.formula}</p>
      <p className="working-source">From: {working.source}.</p>
    </div>
  );
}
