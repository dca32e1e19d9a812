import type { ReactNode } from 'react';

/** Why something could not be answered or done, in the place where it would stand; read out at once. */
export function Refused({ children }: { children: ReactNode }) {
  return (
    <p className="field-wrong" role="alert">
      {children}
    </p>
  );
}
