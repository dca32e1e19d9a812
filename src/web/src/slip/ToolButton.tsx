import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';

/** A tool that lies in the hand while it is pressed in. */
export function ToolButton({
  inHand,
  disabled,
  onClick,
  children,
}: {
  inHand: boolean;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <Button
      size="sm"
      variant={inHand ? 'primary' : 'outline-primary'}
      aria-pressed={inHand}
      disabled={disabled}
      onClick={onClick}
    >
      {children}
    </Button>
  );
}
