import { useEffect, useState } from 'react';

/** Keeps the screen on while the page is looked at; says whether this browser can. */
export function useAwake(): boolean {
  const [awake, setAwake] = useState(true);
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const ask = () => {
      if (document.visibilityState !== 'visible') return;
      if (!('wakeLock' in navigator)) {
        setAwake(false);
        return;
      }
      navigator.wakeLock.request('screen').then(
        (got) => {
          if (gone) void got.release();
          else lock = got;
          setAwake(true);
        },
        () => setAwake(false),
      );
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, []);
  return awake;
}
