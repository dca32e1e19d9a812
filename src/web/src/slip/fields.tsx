import { useEffect, useId, useRef, useState, type KeyboardEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { useUnits } from '../units/UnitsContext';
import { formatField, parseQuantity, stepped, unitOf, type Quantity } from '../units/units';
import { useReadable } from './together';
import { useDraft } from './useDraft';

/**
 * A number with its unit. What is typed stays as typed until Enter or until the field is left; Escape gives it up. A text
 * that is no number is kept and told, never thrown away.
 */
export function NumberField({
  label,
  value,
  quantity = 'plain',
  suffix,
  step = 1,
  onChange,
}: {
  label: string;
  /** Null while it is not known: the field is empty, and stays so until something is typed. */
  value: number | null;
  quantity?: Quantity;
  suffix?: string;
  step?: number;
  /** May answer false when the value was refused: what was typed then comes back, to be mended. */
  onChange: (value: number) => void | Promise<boolean>;
}) {
  const units = useUnits();
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const dropped = useRef(false);
  const sent = useRef<string | null>(null);
  useReadable(id, text !== null && !isOpen(text, value) && parseQuantity(text, quantity, units) === null);

  // It is shown until it is answered, and what is typed meanwhile stays.
  const tell = (read: number, typed: string) => {
    const kept = onChange(read);
    if (!(kept instanceof Promise)) {
      setText(null);
      return;
    }
    setText(typed);
    sent.current = typed;
    void kept.then((ok) => {
      if (sent.current === typed) sent.current = null;
      if (ok) setText((now) => (now === typed ? null : now));
    });
  };
  const keep = (typed: string | null) => {
    if (typed === null || typed === sent.current || isOpen(typed, value)) return;
    const read = parseQuantity(typed, quantity, units);
    setWrong(read === null);
    if (read === null) return;
    if (sent.current === null && (read === value || (value !== null && typed === formatField(value, quantity, units))))
      setText(null);
    else tell(read, typed);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') keep(text);
    else if (event.key === 'Escape') {
      dropped.current = true;
      setText(null);
      setWrong(false);
      event.currentTarget.blur();
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      // From what stands in the field: several presses within one answer are several steps.
      const from = (text === null ? null : parseQuantity(text, quantity, units)) ?? value;
      if (from === null) return;
      const to = stepped(from, event.key === 'ArrowUp' ? 1 : -1, step, quantity, units);
      setWrong(false);
      tell(to, formatField(to, quantity, units));
    }
  };
  return (
    <NumberBox
      id={id}
      label={label}
      unit={suffix ?? unitOf(quantity, units)}
      wrong={wrong ? `That is not a ${quantity === 'plain' ? 'number' : quantity}.` : null}
      value={text ?? (value === null ? '' : formatField(value, quantity, units))}
      onText={setText}
      onBlur={() => {
        if (dropped.current) dropped.current = false;
        else keep(text);
      }}
      onKeyDown={onKeyDown}
    />
  );
}

/** Nothing is said, and nothing was. */
const isOpen = (text: string, value: number | null) => value === null && text.trim() === '';

/** A figure to be typed, its unit behind it, and under it what is wrong with it. */
function NumberBox({
  id,
  label,
  unit,
  wrong,
  value,
  hint,
  onText,
  onBlur,
  onKeyDown,
}: {
  id: string;
  label: string;
  unit: string;
  wrong: string | null;
  value: string;
  hint?: string | undefined;
  onText: (text: string) => void;
  onBlur: () => void;
  onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
}) {
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span className="field-box">
        <Form.Control
          id={id}
          size="sm"
          inputMode="decimal"
          autoComplete="off"
          placeholder={hint}
          value={value}
          isInvalid={wrong !== null}
          aria-describedby={wrong === null ? undefined : `${id}-wrong`}
          onChange={(event) => onText(event.target.value)}
          onBlur={onBlur}
          onKeyDown={onKeyDown}
        />
        <span className="field-unit">{unit}</span>
      </span>
      {wrong !== null && (
        <span className="field-wrong" id={`${id}-wrong`}>
          {wrong}
        </span>
      )}
    </div>
  );
}

/** A number that may be left out: an empty field says nothing. */
export function OptionalField({
  label,
  value,
  quantity = 'plain',
  suffix,
  hint,
  onChange,
  onLeave,
}: {
  label: string;
  value: number | null;
  quantity?: Quantity;
  suffix?: string;
  /** What stands in for it while it is empty. */
  hint?: string;
  /** At every stroke. */
  onChange?: (value: number | null) => void;
  /** When the field is left, or Enter pressed, with another number in it; Escape gives it up. */
  onLeave?: (value: number | null) => void;
}) {
  const units = useUnits();
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const read = text === null || text.trim() === '' ? null : parseQuantity(text, quantity, units);
  const wrong = text !== null && text.trim() !== '' && read === null;
  const dropped = useRef(false);
  useReadable(id, wrong);
  const keep = () => {
    if (wrong) return;
    if (text !== null && read !== value) onLeave?.(read);
    setText(null);
  };
  // What is told at every stroke belongs to a form: there Enter is the form's.
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') keep();
    else if (event.key === 'Escape') {
      dropped.current = true;
      setText(null);
      event.currentTarget.blur();
    }
  };
  return (
    <NumberBox
      id={id}
      label={label}
      unit={suffix ?? unitOf(quantity, units)}
      wrong={wrong ? `That is not a ${quantity === 'plain' ? 'number' : quantity}.` : null}
      hint={hint}
      value={text ?? (value === null ? '' : formatField(value, quantity, units))}
      onText={(typed) => {
        setText(typed);
        // Of what cannot be read nothing is said, not as much of it as could be.
        onChange?.(typed.trim() === '' ? null : parseQuantity(typed, quantity, units));
      }}
      onBlur={() => {
        if (dropped.current) dropped.current = false;
        else keep();
      }}
      {...(onLeave === undefined ? {} : { onKeyDown })}
    />
  );
}

/** A line of text, kept when it is left or at Enter. */
export function TextField({
  label,
  value,
  mayBeEmpty = false,
  onChange,
}: {
  label: string;
  value: string;
  mayBeEmpty?: boolean;
  onChange: (value: string) => void;
}) {
  const id = useId();
  const draft = useDraft(value);
  const keep = () => {
    const { text } = draft;
    if ((!mayBeEmpty && text.trim() === '') || text.trim() === value) draft.drop();
    else {
      draft.told(text);
      onChange(text.trim());
    }
  };
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <Form.Control
        id={id}
        size="sm"
        maxLength={80}
        value={draft.text}
        onChange={(event) => draft.type(event.target.value)}
        onBlur={() => draft.isNew() && keep()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') keep();
          if (event.key === 'Escape') draft.drop();
        }}
      />
    </div>
  );
}

/** A colour: typed as # and six digits, or chosen. Kept when it is settled on, not with every shade on the way. */
export function ColourField({
  label,
  value,
  onChange,
}: {
  label: string;
  /** Null while nobody has said it: the field is empty, and stays so until something is typed or chosen. */
  value: string | null;
  onChange: (value: string) => void;
}) {
  const id = useId();
  const draft = useDraft(value ?? '');
  const { text } = draft;
  const empty = value === null && text === '';
  const wrong = !empty && !/^#[0-9a-f]{6}$/i.test(text);
  const chosen = useRef<HTMLInputElement>(null);
  const latest = useRef(onChange);
  latest.current = (colour: string) => {
    draft.told(colour);
    onChange(colour);
  };
  useEffect(() => {
    // The browser's own `change`: once, when its palette is left.
    const input = chosen.current;
    const settled = () => latest.current(input?.value ?? '');
    input?.addEventListener('change', settled);
    return () => input?.removeEventListener('change', settled);
  }, []);
  const keep = () => {
    if (empty) return;
    if (wrong || text.toLowerCase() === value) draft.drop();
    else {
      draft.told(text);
      onChange(text.toLowerCase());
    }
  };
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span className="field-box colour-box">
        <Form.Control
          id={id}
          size="sm"
          autoComplete="off"
          spellCheck={false}
          maxLength={7}
          value={text}
          isInvalid={wrong}
          onChange={(event) => draft.type(event.target.value)}
          onBlur={() => draft.isNew() && keep()}
          onKeyDown={(event) => {
            if (event.key === 'Enter') keep();
            if (event.key === 'Escape') draft.drop();
          }}
        />
        <input
          ref={chosen}
          type="color"
          aria-label={`${label}: choose`}
          value={wrong || empty ? (value ?? '#808080') : text}
          onChange={(event) => draft.type(event.target.value)}
        />
      </span>
    </div>
  );
}

/** Yes or no. */
export function SwitchField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) {
  const id = useId();
  return (
    <Form.Check id={id} className="switch-field" label={label} checked={value} onChange={() => onChange(!value)} />
  );
}

/** One of a few words. */
export function ChoiceField({
  label,
  value,
  choices,
  onChange,
}: {
  label: string;
  value: string;
  choices: { value: string; label: string }[];
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <Form.Select id={id} size="sm" value={value} onChange={(event) => onChange(event.target.value)}>
        {choices.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.label}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}

/** A file to be brought in; the same one can be chosen again. */
export function FileField({
  label,
  accept,
  busy,
  onFile,
}: {
  label: string;
  accept: string;
  busy: boolean;
  onFile: (file: File) => void;
}) {
  const id = useId();
  return (
    <div className="file-field">
      <label htmlFor={id} className="btn btn-sm btn-outline-primary" aria-disabled={busy}>
        {busy ? 'Reading it…' : label}
      </label>
      <input
        id={id}
        type="file"
        className="visually-hidden"
        accept={accept}
        disabled={busy}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file !== undefined) onFile(file);
        }}
      />
    </div>
  );
}
