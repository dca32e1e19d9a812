import { useEffect, useState } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { useUnitsSwitch } from '../units/UnitsContext';
import type { Units } from '../units/units';

const CHOICES: { field: keyof Units; label: string; values: [string, string] }[] = [
  { field: 'length', label: 'Lengths', values: ['mm', 'in'] },
  { field: 'volume', label: 'Volumes', values: ['ml', 'fl oz'] },
  { field: 'mass', label: 'Weights', values: ['g', 'oz'] },
  { field: 'temperature', label: 'Temperatures', values: ['°C', '°F'] },
];

const THEME = 'ink-basin.theme';

/** Units and the shed theme, in one place. */
export function Preferences() {
  const { units, setUnits } = useUnitsSwitch();
  const [shed, setShed] = useState(() => localStorage.getItem(THEME) === 'shed');
  useEffect(() => {
    document.documentElement.dataset['theme'] = shed ? 'shed' : 'paper';
    document.documentElement.dataset['bsTheme'] = shed ? 'dark' : 'light';
    localStorage.setItem(THEME, shed ? 'shed' : 'paper');
  }, [shed]);
  return (
    <Dropdown align="end" className="preferences">
      <Dropdown.Toggle
        size="sm"
        variant="outline-primary"
        aria-label={`${units.length} · ${units.volume}: units and light`}
      >
        {units.length} · {units.volume}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {CHOICES.map(({ field, label, values }) => (
          <div key={field} className="preference" role="group" aria-label={label}>
            <span>{label}</span>
            {values.map((value) => (
              <button
                key={value}
                type="button"
                aria-pressed={units[field] === value}
                onClick={() => setUnits({ ...units, [field]: value })}
              >
                {value}
              </button>
            ))}
          </div>
        ))}
        <div className="preference" role="group" aria-label="Light">
          <span>Light</span>
          <button type="button" aria-pressed={!shed} onClick={() => setShed(false)}>
            paper
          </button>
          <button type="button" aria-pressed={shed} onClick={() => setShed(true)}>
            shed
          </button>
        </div>
      </Dropdown.Menu>
    </Dropdown>
  );
}
