import { useEffect, useRef, useState } from 'react';
import type { InstrumentState } from '../../api/types';
import type { Session } from './useSession';

const KEY = 'ink-basin.bench.instruments';
const EACH_MS = 20 * 60_000;
const AFTER_MS = 48 * 3_600_000;
// A cure is slow: what does not change is noted every other hour.
const EACH_AFTER_MS = 2 * 3_600_000;
const ROOM_C = 1;
const SURFACE_C = 2;

export interface Instruments {
  /** The instrument of a kind that is in use; null by hand. */
  of: (kind: string) => InstrumentState | null;
  uses: (id: string) => boolean;
  use: (id: string, on: boolean) => void;
  /** Part two is on the scale and it was not seen at nought before: when the parts met it cannot tell. */
  missedNought: boolean;
}

/** Which instruments this device goes by. A session that is meant goes by hand until one is chosen; what they show of room and surface is noted by itself. */
export function useInstruments({ view, readings, holds, now, happen }: Session): Instruments {
  const [chosen, setChosen] = useState<string[]>(() =>
    (localStorage.getItem(KEY) ?? '').split(',').filter((id) => id !== ''),
  );
  const rehearsal = view?.isRehearsal === true;
  const uses = (id: string) => rehearsal || chosen.includes(id);
  const of = (kind: string) => readings.find((one) => one.kind === kind && uses(one.id)) ?? null;
  const use = (id: string, on: boolean) => {
    const next = on ? [...chosen.filter((one) => one !== id), id] : chosen.filter((one) => one !== id);
    localStorage.setItem(KEY, next.join(','));
    setChosen(next);
  };
  const room = of('room');
  const surface = of('surface');
  const noted = useRef<Record<string, { at: number; value: number }>>({});
  const poured = (view?.state.poured.length ?? 0) > 0;
  // A cure goes on for hours after the last step; of a rehearsal nothing is kept.
  const ended = view?.state.endedAt ?? null;
  const cures = ended !== null && !rehearsal && poured && now() - Date.parse(ended) < AFTER_MS;
  const going = view !== null && holds && (ended === null || cures);
  useEffect(() => {
    if (!going) return;
    const note = (kind: 'room' | 'surface', one: InstrumentState | null, far: number) => {
      const reading = one?.reading;
      if (one == null || reading == null || !reading.isSteady) return;
      const last = noted.current[kind];
      if (
        last !== undefined &&
        Math.abs(reading.value - last.value) < far &&
        now() - last.at < (ended === null ? EACH_MS : EACH_AFTER_MS)
      )
        return;
      noted.current[kind] = { at: now(), value: reading.value };
      if (kind === 'room') happen({ kind, airC: reading.value, humidityPercent: one.humidityPercent, by: one.id });
      else happen({ kind, surfaceC: reading.value, by: one.id });
    };
    note('room', room, ROOM_C);
    if (poured) note('surface', surface, SURFACE_C);
  }, [going, ended, poured, room, surface, now, happen]);
  const step = view?.state.steps[view.state.at];
  const scale = of('scale');
  const [nought, setNought] = useState<string | null>(null);
  // The parts meet where the scale rises from nought to the first of part two; a scale that was not at nought at this step tells nothing.
  useEffect(() => {
    if (!going || step === undefined || scale?.touch == null) return;
    if (scale.touch === 'nought') setNought(step.id);
    else if (nought === step.id) {
      setNought(null);
      happen({ kind: 'met', cup: step.cup });
    }
  }, [going, step, scale, nought, happen]);
  const missedNought = scale?.touch === 'firstDrop' && nought !== step?.id;
  return { of, uses, use, missedNought };
}
