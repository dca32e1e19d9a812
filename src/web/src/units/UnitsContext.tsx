import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import { METRIC, type Units } from './units';

interface UnitsState {
  units: Units;
  setUnits: (units: Units) => void;
}

const Context = createContext<UnitsState>({ units: METRIC, setUnits: () => undefined });

const KEY = 'ink-basin.units';

function remembered(): Units {
  const text = localStorage.getItem(KEY);
  if (text === null) return METRIC;
  try {
    return { ...METRIC, ...(JSON.parse(text) as Partial<Units>) };
  } catch {
    // Somebody's hand-edited storage must not keep the application from starting.
    return METRIC;
  }
}

export function UnitsProvider({ children }: { children: ReactNode }) {
  const [units, keep] = useState(remembered);
  const state = useMemo(
    () => ({
      units,
      setUnits: (next: Units) => {
        localStorage.setItem(KEY, JSON.stringify(next));
        keep(next);
      },
    }),
    [units],
  );
  return <Context value={state}>{children}</Context>;
}

export function useUnits(): Units {
  return useContext(Context).units;
}

export function useUnitsSwitch(): UnitsState {
  return useContext(Context);
}
