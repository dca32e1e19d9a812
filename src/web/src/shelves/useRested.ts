import { useEffect, useState } from 'react';

/** A value once it has not changed for a while: half a number typed is not worth asking about. */
export function useRested<T>(value: T, afterMs: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), afterMs);
    return () => clearTimeout(timer);
  }, [value, afterMs]);
  return rested;
}
