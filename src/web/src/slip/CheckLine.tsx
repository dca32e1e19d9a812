import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { BuildEdit, CheckAnswer, PourCheck } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { StandingMark } from './StandingMark';

/** A question before a pour: what is known of it, and the maker's answer, for each water it is asked of. */
export function CheckLine({ waterIds, check }: { waterIds: string[]; check: PourCheck }) {
  const { edit } = useDesk('edit');
  const [reason, setReason] = useState<string | null>(null);
  const tell = (answerOf: (waterId: string) => CheckAnswer | null) => {
    const each: BuildEdit[] = waterIds.map((waterId) => ({
      kind: 'answerCheck',
      waterId,
      item: check.item,
      answer: answerOf(waterId),
    }));
    return edit(
      each.length === 1 && each[0] !== undefined ? each[0] : { kind: 'together', label: check.question, edits: each },
    );
  };
  const give = (overrides: boolean, why: string | null) => {
    const at = new Date().toISOString();
    return tell((waterId) => ({ waterId, item: check.item, overrides, reason: why, at }));
  };
  const takeBack = () => void tell(() => null);
  const answered = check.answer;
  return (
    <li className={check.settled ? 'settled' : 'open'} data-item={check.item}>
      <div className="check-head">
        <StandingMark
          standing={
            check.settled ? (answered?.overrides === true ? 'tight' : 'holds') : check.known === 'ask' ? 'ask' : 'stop'
          }
        />
        <span>{check.question}</span>
      </div>
      <p>{check.because}</p>
      {answered !== null && check.known !== 'yes' && (
        <p className="check-answer">
          {answered.overrides ? `Going on knowingly: “${answered.reason ?? ''}”` : 'You said yes.'}{' '}
          <button type="button" className="link" onClick={takeBack}>
            Take it back
          </button>
          {!check.settled && ' It is known otherwise: a yes alone does not do.'}
        </p>
      )}
      {!check.settled && reason === null && (
        <div className="tool-row">
          {check.known === 'ask' && (
            <Button size="sm" variant="outline-primary" onClick={() => void give(false, null)}>
              Yes
            </Button>
          )}
          <Button size="sm" variant="outline-primary" onClick={() => setReason('')}>
            Go on all the same
          </Button>
        </div>
      )}
      {!check.settled && reason !== null && (
        <div className="check-reason">
          <Form.Control
            size="sm"
            autoFocus
            aria-label={`Why go on: ${check.question}`}
            placeholder="Why, in a few words: it is kept with the pour"
            maxLength={400}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && reason.trim() !== '')
                void give(true, reason.trim()).then((made) => made && setReason(null));
              if (event.key === 'Escape') setReason(null);
            }}
          />
          <div className="tool-row">
            <Button
              size="sm"
              disabled={reason.trim() === ''}
              onClick={() => void give(true, reason.trim()).then((made) => made && setReason(null))}
            >
              Go on with that reason
            </Button>
            <Button size="sm" variant="outline-primary" onClick={() => setReason(null)}>
              Leave it
            </Button>
          </div>
        </div>
      )}
    </li>
  );
}
