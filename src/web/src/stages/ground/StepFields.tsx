import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { ChannelStep, FoamStep, Step, PondStep, SkinStep, SurveyStep } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import type { Tool } from '../../sheet/tools';
import { ChoiceField, NumberField, TextField } from '../../slip/fields';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, unitOf } from '../../units/units';
import { ChannelFeatures } from './ChannelFeatures';
import { JugFields } from './JugFields';
import { numbersOf } from './stepNumbers';
import { ToolButton } from '../../slip/ToolButton';
import { changed } from '../../desk/changes';

export type Replace = (changed: Step) => Promise<boolean>;

/** What the selected step is made by. */
export function StepFields({ step, tool, setTool }: { step: Step; tool: Tool; setTool: (tool: Tool) => void }) {
  const { edit } = useDesk('edit');
  const replace: Replace = (after) => edit(changed('recipe', step, after));
  return (
    <div className="step-fields">
      <TextField label="Name" value={step.name} onChange={(name) => void replace({ ...step, name })} />
      {numbersOf(step).map(({ with: changed, ...number }) => (
        <NumberField key={number.label} {...number} onChange={(value) => replace(changed(value))} />
      ))}
      {step.kind === 'channel' && <ChannelFeatures channel={step} replace={replace} />}
      {step.kind === 'channel' && <Widths channel={step} replace={replace} />}
      {step.kind === 'pond' && <Overhang key={step.id + step.overhang} pond={step} replace={replace} />}
      {(step.kind === 'plasterSkin' || step.kind === 'foamSheet') && <Covers step={step} replace={replace} />}
      {step.kind === 'surveyedBed' && <Depths bed={step} replace={replace} tool={tool} setTool={setTool} />}
      {step.kind === 'jugBed' && <JugFields bed={step} replace={replace} />}
      {step.kind === 'strokes' && (
        <p className="quiet">
          {step.items.length === 1 ? 'One stroke' : `${step.items.length} strokes`} of the brush, in the order made.
        </p>
      )}
    </div>
  );
}

/** The whole board, or a region of it. */
function Covers({ step, replace }: { step: FoamStep | SkinStep; replace: Replace }) {
  const { board } = useDesk('build').build;
  const inset = (share: number) => ({ xMm: board.widthMm * share, yMm: board.depthMm * share });
  const [a, b] = [inset(0.15), inset(0.85)];
  const region = { points: [a, { xMm: b.xMm, yMm: a.yMm }, b, { xMm: a.xMm, yMm: b.yMm }], curved: true };
  return (
    <ChoiceField
      label="Covers"
      value={step.outline === null ? 'all' : 'region'}
      choices={[
        { value: 'all', label: 'the whole board' },
        { value: 'region', label: 'a region' },
      ]}
      onChange={(covers) => void replace({ ...step, outline: covers === 'all' ? null : region })}
    />
  );
}

/** The depths of a measured bed, and what they say of its volume. */
function Depths({
  bed,
  replace,
  tool,
  setTool,
}: {
  bed: SurveyStep;
  replace: Replace;
  tool: Tool;
  setTool: (tool: Tool) => void;
}) {
  const { plan } = useDesk('plan');
  const units = useUnits();
  const figures = plan.ground.surveys.find((one) => one.stepId === bed.id);
  const measuring = tool.kind === 'point' && tool.wants === 'sounding';
  const volume = (ml: number) => `${formatVolume(ml, units)} ${unitOf('volume', units)}`;
  return (
    <>
      <div className="tool-row">
        <ToolButton
          inHand={measuring}
          onClick={() => setTool(measuring ? { kind: 'hand' } : { kind: 'point', wants: 'sounding' })}
        >
          Add depths
        </ToolButton>
      </div>
      {figures !== undefined && (
        <p>
          <strong>{volume(figures.volumeMl)}</strong> under its level, give or take {volume(figures.bandMl)}. Left out
          in turn, each depth is missed by {formatLength(figures.rmseMm, units)} {unitOf('length', units)}.
        </p>
      )}
      <fieldset className="widths">
        <legend>Depth at each sounding</legend>
        {bed.soundings.map((one, i) => (
          <NumberField
            key={i}
            label={`${i + 1}`}
            quantity="length"
            step={0.5}
            value={one.depthMm}
            onChange={(depthMm) =>
              replace({ ...bed, soundings: bed.soundings.map((s, k) => (k === i ? { ...s, depthMm } : s)) })
            }
          />
        ))}
      </fieldset>
    </>
  );
}

/** A note on a pond: where its bank overhangs. */
function Overhang({ pond, replace }: { pond: PondStep; replace: Replace }) {
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

function Widths({ channel, replace }: { channel: ChannelStep; replace: Replace }) {
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
