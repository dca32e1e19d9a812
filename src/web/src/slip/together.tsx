import { createContext, useCallback, useContext, useLayoutEffect, useState, type ReactNode } from 'react';
import Button, { type ButtonProps } from 'react-bootstrap/Button';

const Tell = createContext<(fieldId: string, wrong: boolean) => void>(() => undefined);
const SomeWrong = createContext(false);

/**
 * Fields that are told together, by a button among them. While one of them holds what cannot be read none is told: the figure that stood there before, or as much of what
 * is typed as can be read, is not what was meant, and what was left out would be lost.
 */
export function Together({ children }: { children: ReactNode }) {
  const [wrong, setWrong] = useState<readonly string[]>([]);
  const tell = useCallback((fieldId: string, isWrong: boolean) => {
    setWrong((were) => {
      if (were.includes(fieldId) === isWrong) return were;
      return isWrong ? [...were, fieldId] : were.filter((one) => one !== fieldId);
    });
  }, []);
  return (
    <Tell value={tell}>
      <SomeWrong value={wrong.length > 0}>{children}</SomeWrong>
    </Tell>
  );
}

/** A field says whether what stands in it can be read. */
export function useReadable(fieldId: string, wrong: boolean): void {
  const tell = useContext(Tell);
  useLayoutEffect(() => {
    tell(fieldId, wrong);
    return () => tell(fieldId, false);
  }, [tell, fieldId, wrong]);
}

/** Tells fields together; not while one of them is wrong. */
export function TellButton({ disabled, ...props }: ButtonProps) {
  const wrong = useContext(SomeWrong);
  return <Button disabled={wrong || disabled === true} {...props} />;
}
