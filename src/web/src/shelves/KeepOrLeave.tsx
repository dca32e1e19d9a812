import Button from 'react-bootstrap/Button';
import { TellButton } from '../slip/together';

/** The end of a form of a shelf: kept or left, and why it was refused. */
export function KeepOrLeave({
  keep,
  ready,
  refusal,
  onKeep,
  onLeave,
}: {
  /** What keeping it is called. */
  keep: string;
  ready: boolean;
  refusal: string | null;
  onKeep: () => void;
  onLeave: () => void;
}) {
  return (
    <>
      <div className="tool-row">
        <TellButton disabled={!ready} onClick={onKeep}>
          {keep}
        </TellButton>
        <Button variant="outline-primary" onClick={onLeave}>
          Leave it
        </Button>
      </div>
      {refusal !== null && (
        <p className="message message-stop" role="alert">
          {refusal}
        </p>
      )}
    </>
  );
}
