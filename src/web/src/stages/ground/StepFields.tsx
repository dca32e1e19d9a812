import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { ChannelOperation, Operation, PondOperation } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { NumberField, TextField } from '../../slip/fields';
import { ChannelFeatures } from './ChannelFeatures';
import { numbersOf } from './stepNumbers';

type Replace = (changed: Operation) => Promise<boolean>;

/** What the selected step is made by. */
export function StepFields({ operation }: { operation: Operation }) {
  const { edit } = useDesk();
  const replace: Replace = (changed) => edit({ kind: 'replaceOperation', operation: changed });
  return (
    <div className="step-fields">
      <TextField label="Name" value={operation.name} onChange={(name) => void replace({ ...operation, name })} />
      {numbersOf(operation).map(({ with: changed, ...number }) => (
        <NumberField key={number.label} {...number} onChange={(value) => replace(changed(value))} />
      ))}
      {operation.kind === 'channel' && <ChannelFeatures channel={operation} replace={replace} />}
      {operation.kind === 'channel' && <Widths channel={operation} replace={replace} />}
      {operation.kind === 'pond' && (
        <Overhang key={operation.id + operation.overhang} pond={operation} replace={replace} />
      )}
      {operation.kind === 'strokes' && (
        <p className="quiet">
          {operation.items.length === 1 ? 'One stroke' : `${operation.items.length} strokes`} of the brush, in the order
          made.
        </p>
      )}
    </div>
  );
}

/** A note on a pond: where its bank overhangs. */
function Overhang({ pond, replace }: { pond: PondOperation; replace: Replace }) {
  const id = useId();
  const [text, setText] = useState(pond.overhang);
  return (
    <div className="field">
      <label htmlFor={id}>Overhang</label>
      <Form.Control
        id={id}
        size="sm"
        maxLength={200}
        placeholder="where the bank hangs over"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          if (text !== pond.overhang) void replace({ ...pond, overhang: text });
        }}
      />
    </div>
  );
}

function Widths({ channel, replace }: { channel: ChannelOperation; replace: Replace }) {
  const { points } = channel;
  return (
    <fieldset className="widths">
      <legend>Width of the bed at each point</legend>
      {points.map((point, i) => (
        <NumberField
          key={i}
          label={`${i + 1}`}
          quantity="length"
          value={point.widthMm}
          onChange={(widthMm) =>
            replace({ ...channel, points: points.map((p, k) => (k === i ? { ...p, widthMm } : p)) })
          }
        />
      ))}
    </fieldset>
  );
}
