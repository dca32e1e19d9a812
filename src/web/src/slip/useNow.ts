import { useEffect, useMemo, useState } from 'react';
import { useOnDesk } from '../desk/DeskContext';
import { knownZone, onWall, type WallClock } from '../units/clock';

/** The time to the half minute, by the clock the open build goes by. */
export function useNow(): WallClock {
  const zone = useZone();
  const [ms, setMs] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setMs(Date.now()), 30_000);
    return () => clearInterval(timer);
  }, []);
  return useMemo(() => onWall(ms, zone), [ms, zone]);
}

/** The zone the open build goes by: its own, or this machine's where it has none. */
export function useZone(): string {
  const timeZone = useOnDesk((desk) => desk.build.timeZone);
  return useMemo(() => knownZone(timeZone), [timeZone]);
}
