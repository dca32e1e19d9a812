import { useEffect, useRef, useState } from 'react';

export interface Draft {
  /** What the field shows: what is typed, else the value. */
  text: string;
  /** Whether something is typed that has not been told yet. */
  isNew: () => boolean;
  type: (text: string) => void;
  /** So much is on its way. It is shown until it is answered; what is typed meanwhile stays. */
  told: (text: string) => void;
  drop: () => void;
}

/** What is typed into a field beside what is kept of it: an answer that comes while something is typed on takes none of it away. */
export function useDraft(value: string): Draft {
  const [typed, setTyped] = useState<string | null>(null);
  const sent = useRef<string | null>(null);
  useEffect(() => {
    const answered = sent.current;
    sent.current = null;
    setTyped((now) => (now === answered ? null : now));
  }, [value]);
  return {
    text: typed ?? value,
    isNew: () => typed !== null && typed !== sent.current,
    type: setTyped,
    told: (text) => {
      sent.current = text;
      setTyped(text);
    },
    drop: () => setTyped(null),
  };
}
