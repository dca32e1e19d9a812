import { useCallback, useEffect, useRef, useState } from 'react';
import { answer, api } from '../api/client';
import type { PointMm, PourFrame } from '../api/types';
import { useDesk } from './DeskContext';

const FRAMES = 24;
const FRAME_MS = 70;

/** Liquid poured to see where it goes: nothing of it is kept, and what is poured again is added. */
export interface PourTestState {
  ml: number;
  setMl: (ml: number) => void;
  pours: { at: PointMm; volumeMl: number }[];
  /** What is shown now; null before the first pour. */
  frame: PourFrame | null;
  /** Which picture of how many. */
  at: number;
  count: number;
  playing: boolean;
  pour: (at: PointMm) => void;
  play: () => void;
  step: (by: number) => void;
  mopUp: () => void;
  refusal: string | null;
}

export function usePourTest(): PourTestState {
  const { id, version } = useDesk('id', 'version');
  const [ml, setMl] = useState(100);
  const [pours, setPours] = useState<PourTestState['pours']>([]);
  const [frames, setFrames] = useState<PourFrame[]>([]);
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const round = useRef(0);

  const run = useCallback(
    async (wanted: PourTestState['pours'], count: number) => {
      const mine = ++round.current;
      try {
        const got = await answer(
          api.POST('/api/builds/{id}/pour', { params: { path: { id } }, body: { pours: wanted, frames: count } }),
        );
        if (mine !== round.current) return;
        const still = count === 1 || window.matchMedia('(prefers-reduced-motion: reduce)').matches;
        setFrames(got);
        setAt(still ? got.length - 1 : 0);
        setPlaying(!still);
        setRefusal(null);
      } catch (error) {
        if (mine === round.current) setRefusal(error instanceof Error ? error.message : String(error));
      }
    },
    [id],
  );

  const pour = useCallback(
    (place: PointMm) => {
      const wanted = [...pours, { at: place, volumeMl: ml }];
      setPours(wanted);
      void run(wanted, FRAMES);
    },
    [ml, pours, run],
  );

  // Another ground or another dam: what was poured runs anew.
  const seen = useRef(version);
  useEffect(() => {
    if (seen.current === version) return;
    seen.current = version;
    if (pours.length > 0) void run(pours, 1);
  }, [version, pours, run]);

  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => setAt((now) => Math.min(now + 1, frames.length - 1)), FRAME_MS);
    return () => clearInterval(timer);
  }, [playing, frames.length]);
  useEffect(() => {
    if (at >= frames.length - 1) setPlaying(false);
  }, [at, frames.length]);

  const play = () => {
    if (playing) {
      setPlaying(false);
      return;
    }
    if (at >= frames.length - 1) setAt(0);
    setPlaying(true);
  };
  const step = (by: number) => {
    setPlaying(false);
    setAt((now) => Math.max(0, Math.min(frames.length - 1, now + by)));
  };
  const mopUp = () => {
    round.current += 1;
    setPours([]);
    setFrames([]);
    setAt(0);
    setPlaying(false);
    setRefusal(null);
  };
  // A tick may still come in after other pictures have: the last of them is meant then.
  const shown = Math.min(at, Math.max(0, frames.length - 1));
  return {
    ml,
    setMl,
    pours,
    frame: frames[shown] ?? null,
    at: shown,
    count: frames.length,
    playing,
    pour,
    play,
    step,
    mopUp,
    refusal,
  };
}
