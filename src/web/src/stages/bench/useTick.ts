import { useEffect, useState } from 'react';

/** The session's time, read again some times a second, so that the clocks run. */
export function useTick(now: () => number, eachMs = 250): number {
  const [at, setAt] = useState(now);
  useEffect(() => {
    const timer = setInterval(() => setAt(now()), eachMs);
    return () => clearInterval(timer);
  }, [now, eachMs]);
  return at;
}
