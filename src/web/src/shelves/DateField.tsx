import { useId } from 'react';
import Form from 'react-bootstrap/Form';

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
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <Form.Control id={id} size="sm" type="date" value={value} onChange={(event) => onChange(event.target.value)} />
    </div>
  );
}
