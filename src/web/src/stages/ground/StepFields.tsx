import type { ChannelOperation, Operation } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { NumberField, TextField } from '../../slip/fields';

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
            label="Slope to the middle"
            suffix="°"
            step={5}
            value={operation.slopeDeg}
            onChange={(slopeDeg) => replace({ ...operation, slopeDeg })}
          />
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
