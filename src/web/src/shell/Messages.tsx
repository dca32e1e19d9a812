import Button from 'react-bootstrap/Button';
import { useDesk } from '../desk/DeskContext';

/** What went wrong and what to do: a refusal, a lost connection, another window that was first. */
export function Messages() {
  const { refusal, dismissRefusal, offline, conflict, resolveConflict } = useDesk(
    'refusal',
    'dismissRefusal',
    'offline',
    'conflict',
    'resolveConflict',
  );
  return (
    <div className="messages" role="status">
      {offline && (
        <div className="message message-wait">
          The server does not answer. Your last change is held here and is sent as soon as it does: leave this page
          open.
        </div>
      )}
      {conflict !== null && (
        <div className="message message-stop" role="alertdialog" aria-label="Changed in another window">
          <p>
            <strong>Another window changed this build first.</strong> It now stands as that window left it; yours is not
            lost.
          </p>
          <ul>
            {conflict.changes.map((change) => (
              <li key={change.version}>{change.label}</li>
            ))}
          </ul>
          <Button size="sm" onClick={() => resolveConflict(true)}>
            Make my change on top
          </Button>{' '}
          <Button size="sm" variant="outline-primary" onClick={() => resolveConflict(false)}>
            Keep theirs, drop mine
          </Button>
        </div>
      )}
      {refusal !== null && conflict === null && (
        <div className="message message-stop">
          <span>{refusal}</span>
          <button type="button" aria-label="Dismiss" onClick={dismissRefusal}>
            ×
          </button>
        </div>
      )}
    </div>
  );
}
