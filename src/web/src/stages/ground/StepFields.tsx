import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { ChannelOperation, Operation, PondOperation } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { NumberField, TextField } from '../../slip/fields';
import { ChannelFeatures } from './ChannelFeatures';

/** The numbers of the selected step. */
export function StepFields({ operation }: { operation: Operation }) {
  const { edit } = useDesk();
  const replace = (changed: Operation) => edit({ kind: 'replaceOperation', operation: changed });
  return (
    <div className="step-fields">
      <TextField label="Name" value={operation.name} onChange={(name) => void replace({ ...operation, name })} />
      <Numbers operation={operation} replace={replace} />
    </div>
  );
}

function Numbers({ operation, replace }: { operation: Operation; replace: (changed: Operation) => Promise<boolean> }) {
  switch (operation.kind) {
    case 'foamSheet':
      return (
        <>
          <NumberField
            label="Thickness"
            quantity="length"
            value={operation.thicknessMm}
            onChange={(thicknessMm) => replace({ ...operation, thicknessMm })}
          />
          {operation.outline !== null && (
            <NumberField
              label="Edge carved back"
              quantity="length"
              step={5}
              value={operation.carvedBackMm}
              onChange={(carvedBackMm) => replace({ ...operation, carvedBackMm })}
            />
          )}
        </>
      );
    case 'channel':
      return <ChannelNumbers channel={operation} replace={replace} />;
    case 'pond':
      return (
        <>
          <NumberField
            label="Depth under its brim"
            quantity="length"
            step={0.5}
            value={operation.depthMm}
            onChange={(depthMm) => replace({ ...operation, depthMm })}
          />
          <NumberField
            label="Shelf depth"
            quantity="length"
            step={0.5}
            value={operation.shelfDepthMm}
            onChange={(shelfDepthMm) => replace({ ...operation, shelfDepthMm })}
          />
          <NumberField
            label="Shelf width"
            quantity="length"
            value={operation.shelfWidthMm}
            onChange={(shelfWidthMm) => replace({ ...operation, shelfWidthMm })}
          />
          <NumberField
            label="Shore ragged by"
            quantity="length"
            step={0.5}
            value={operation.raggedMm}
            onChange={(raggedMm) => replace({ ...operation, raggedMm })}
          />
          <NumberField
            label="Slope to the middle"
            suffix="°"
            step={5}
            value={operation.slopeDeg}
            onChange={(slopeDeg) => replace({ ...operation, slopeDeg })}
          />
          <Overhang key={operation.id + operation.overhang} pond={operation} replace={replace} />
        </>
      );
    case 'pad':
      return (
        <>
          <NumberField
            label="Level"
            quantity="length"
            step={0.5}
            value={operation.levelMm}
            onChange={(levelMm) => replace({ ...operation, levelMm })}
          />
          <NumberField
            label="Batter round it"
            suffix="°"
            step={5}
            value={operation.batterDeg}
            onChange={(batterDeg) => replace({ ...operation, batterDeg })}
          />
        </>
      );
    case 'ridge':
      return (
        <>
          <NumberField
            label="Height"
            quantity="length"
            value={operation.heightMm}
            onChange={(heightMm) => replace({ ...operation, heightMm })}
          />
          <NumberField
            label="Width of the base"
            quantity="length"
            step={5}
            value={operation.widthMm}
            onChange={(widthMm) => replace({ ...operation, widthMm })}
          />
        </>
      );
    case 'trackBed':
      return (
        <>
          <NumberField
            label="Level at its start"
            quantity="length"
            step={0.5}
            value={operation.startMm}
            onChange={(startMm) => replace({ ...operation, startMm })}
          />
          <NumberField
            label="Level at its end"
            quantity="length"
            step={0.5}
            value={operation.endMm}
            onChange={(endMm) => replace({ ...operation, endMm })}
          />
          <NumberField
            label="Width of the shelf"
            quantity="length"
            value={operation.widthMm}
            onChange={(widthMm) => replace({ ...operation, widthMm })}
          />
          <NumberField
            label="Batter of its sides"
            suffix="°"
            step={5}
            value={operation.batterDeg}
            onChange={(batterDeg) => replace({ ...operation, batterDeg })}
          />
        </>
      );
    case 'retainingWall':
      return (
        <>
          <NumberField
            label="Top"
            quantity="length"
            step={0.5}
            value={operation.topMm}
            onChange={(topMm) => replace({ ...operation, topMm })}
          />
          <NumberField
            label="Thickness"
            quantity="length"
            step={0.5}
            value={operation.thicknessMm}
            onChange={(thicknessMm) => replace({ ...operation, thicknessMm })}
          />
        </>
      );
    case 'fillBlock':
      return (
        <NumberField
          label="Top of the block"
          quantity="length"
          step={0.5}
          value={operation.topMm}
          onChange={(topMm) => replace({ ...operation, topMm })}
        />
      );
    case 'rockGroup':
      return (
        <>
          <NumberField
            label="How many"
            value={operation.count}
            onChange={(count) => replace({ ...operation, count: Math.round(count) })}
          />
          <NumberField
            label="Smallest"
            quantity="length"
            value={operation.leastMm}
            onChange={(leastMm) => replace({ ...operation, leastMm })}
          />
          <NumberField
            label="Largest"
            quantity="length"
            value={operation.greatestMm}
            onChange={(greatestMm) => replace({ ...operation, greatestMm })}
          />
          <NumberField
            label="Height over length"
            step={0.1}
            value={operation.heightShare}
            onChange={(heightShare) => replace({ ...operation, heightShare })}
          />
          <NumberField
            label="Strewing"
            value={operation.seed}
            onChange={(seed) => replace({ ...operation, seed: Math.round(seed) })}
          />
        </>
      );
    case 'strokes':
      return (
        <p className="quiet">
          {operation.items.length === 1 ? 'One stroke' : `${operation.items.length} strokes`} of the brush, in the order
          made.
        </p>
      );
    case 'plasterSkin':
      return (
        <>
          <NumberField
            label="Thickness"
            quantity="length"
            step={0.5}
            value={operation.thicknessMm}
            onChange={(thicknessMm) => replace({ ...operation, thicknessMm })}
          />
          <NumberField
            label="Roughness"
            quantity="length"
            step={0.1}
            value={operation.roughMm}
            onChange={(roughMm) => replace({ ...operation, roughMm })}
          />
        </>
      );
  }
}

/** A note on a pond: where its bank overhangs. */
function Overhang({ pond, replace }: { pond: PondOperation; replace: (changed: Operation) => Promise<boolean> }) {
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

function ChannelNumbers({
  channel,
  replace,
}: {
  channel: ChannelOperation;
  replace: (changed: Operation) => Promise<boolean>;
}) {
  return (
    <>
      <NumberField
        label="Bed at its start"
        quantity="length"
        step={0.5}
        value={channel.bedStartMm}
        onChange={(bedStartMm) => replace({ ...channel, bedStartMm })}
      />
      <NumberField
        label="Bed at its end"
        quantity="length"
        step={0.5}
        value={channel.bedEndMm}
        onChange={(bedEndMm) => replace({ ...channel, bedEndMm })}
      />
      <NumberField
        label="Bank angle"
        suffix="°"
        step={5}
        value={channel.bankAngleDeg}
        onChange={(bankAngleDeg) => replace({ ...channel, bankAngleDeg })}
      />
      <NumberField
        label="Bed dished by"
        quantity="length"
        step={0.5}
        value={channel.dishMm}
        onChange={(dishMm) => replace({ ...channel, dishMm })}
      />
      <NumberField
        label="Deeper outside bends by"
        quantity="length"
        step={0.5}
        value={channel.outsideDeepMm}
        onChange={(outsideDeepMm) => replace({ ...channel, outsideDeepMm })}
      />
      <NumberField
        label="Banks ragged by"
        quantity="length"
        step={0.5}
        value={channel.raggedMm}
        onChange={(raggedMm) => replace({ ...channel, raggedMm })}
      />
      <ChannelFeatures channel={channel} replace={replace} />
      <fieldset className="widths">
        <legend>Width of the bed at each point</legend>
        {channel.points.map((point, i) => (
          <NumberField
            key={i}
            label={`${i + 1}`}
            quantity="length"
            value={point.widthMm}
            onChange={(widthMm) =>
              replace({ ...channel, points: channel.points.map((p, k) => (k === i ? { ...p, widthMm } : p)) })
            }
          />
        ))}
      </fieldset>
    </>
  );
}
