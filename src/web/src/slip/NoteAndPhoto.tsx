import { useId } from 'react';
import Button from 'react-bootstrap/Button';
import { FileField } from './fields';

/** Words, or a photo, that go into the log. */
export function NoteAndPhoto({
  label,
  text,
  busy,
  onText,
  onNote,
  onPhoto,
}: {
  label: string;
  text: string;
  busy: boolean;
  onText: (text: string) => void;
  onNote: () => void;
  onPhoto: (file: File) => void;
}) {
  const id = useId();
  return (
    <>
      <div className="note-field">
        <label htmlFor={id}>{label}</label>
        <textarea id={id} rows={2} maxLength={400} value={text} onChange={(event) => onText(event.target.value)} />
      </div>
      <div className="tool-row">
        <Button size="sm" disabled={text.trim() === ''} onClick={onNote}>
          Write the note
        </Button>
        <FileField label="Add a photo" accept="image/jpeg,image/png,image/webp" busy={busy} onFile={onPhoto} />
      </div>
    </>
  );
}
