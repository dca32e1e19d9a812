import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Refused } from '../slip/Refused';
import { useReadable } from '../slip/together';

/** A day that may be left out. */
export function DateField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  const id = useId();
  // Half a day comes as none at all.
  const [wrong, setWrong] = useState(false);
  useReadable(id, wrong);
  const look = (field: HTMLInputElement | HTMLTextAreaElement) => setWrong(field.validity.badInput);
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <Form.Control
        id={id}
        size="sm"
        type="date"
        value={value}
        isInvalid={wrong}
        onChange={(event) => {
          look(event.target);
          onChange(event.target.value);
        }}
        onBlur={(event) => look(event.target)}
      />
      {wrong && <Refused>That is no whole day.</Refused>}
    </div>
  );
}
