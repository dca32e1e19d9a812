import Button from 'react-bootstrap/Button';
import type { ChannelStep, Step } from '../../api/types';
import { NumberField } from '../../slip/fields';

type Feature = Record<string, number>;

interface FeatureNumber {
  key: string;
  label: string;
  /** A share is typed in per cent, a length in the units of the screen. */
  kind: 'share' | 'length';
  step: number;
}

const FORD: FeatureNumber[] = [
  { key: 'alongShare', label: 'Along', kind: 'share', step: 1 },
  { key: 'lengthMm', label: 'Length', kind: 'length', step: 1 },
  { key: 'riseMm', label: 'Rise', kind: 'length', step: 0.5 },
];

const ISLAND: FeatureNumber[] = [
  { key: 'alongShare', label: 'Along', kind: 'share', step: 1 },
  { key: 'acrossShare', label: 'To the right', kind: 'share', step: 5 },
  { key: 'lengthMm', label: 'Length', kind: 'length', step: 1 },
  { key: 'widthMm', label: 'Width', kind: 'length', step: 1 },
  { key: 'heightMm', label: 'Height', kind: 'length', step: 0.5 },
];

const WEIR: FeatureNumber[] = [
  { key: 'alongShare', label: 'Along', kind: 'share', step: 1 },
  { key: 'crestMm', label: 'Crest at', kind: 'length', step: 0.5 },
  { key: 'thickMm', label: 'Thickness', kind: 'length', step: 1 },
];

/** Fords, islands and weirs of a channel, each by its place along it. */
export function ChannelFeatures({
  channel,
  replace,
}: {
  channel: ChannelStep;
  replace: (changed: Step) => Promise<boolean>;
}) {
  const { fords, islands, weirs } = channel;
  const newFord = { alongShare: 0.5, lengthMm: 30, riseMm: 5 };
  const newWeir = { alongShare: 0.5, crestMm: Math.max(channel.bedStartMm, channel.bedEndMm) + 6, thickMm: 6 };
  const newIsland = { alongShare: 0.5, acrossShare: 0, lengthMm: 40, widthMm: 14, heightMm: 14 };
  return (
    <>
      <Features
        name="Ford"
        numbers={FORD}
        items={fords}
        onChange={(changed) => replace({ ...channel, fords: changed })}
      />
      <Features
        name="Island"
        numbers={ISLAND}
        items={islands}
        onChange={(changed) => replace({ ...channel, islands: changed })}
      />
      <Features
        name="Weir"
        numbers={WEIR}
        items={weirs}
        onChange={(changed) => replace({ ...channel, weirs: changed })}
      />
      <div className="tool-row">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => void replace({ ...channel, fords: [...fords, newFord] })}
        >
          Add a ford
        </Button>
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => void replace({ ...channel, islands: [...islands, newIsland] })}
        >
          Add an island
        </Button>
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => void replace({ ...channel, weirs: [...weirs, newWeir] })}
        >
          Add a weir
        </Button>
      </div>
    </>
  );
}

function Features<T extends { [K in keyof T]: number }>({
  name,
  numbers,
  items,
  onChange,
}: {
  name: string;
  numbers: FeatureNumber[];
  items: T[];
  onChange: (items: T[]) => Promise<boolean>;
}) {
  return items.map((item, i) => (
    <fieldset key={i} className="feature">
      <legend>
        {name} {i + 1}
        <button
          type="button"
          className="step-tool"
          aria-label={`Remove ${name.toLowerCase()} ${i + 1}`}
          onClick={() => void onChange(items.filter((_, k) => k !== i))}
        >
          ×
        </button>
      </legend>
      {numbers.map(({ key, label, kind, step }) => {
        const value = (item as Feature)[key] ?? 0;
        const set = (next: number) => onChange(items.map((one, k) => (k === i ? { ...one, [key]: next } : one)));
        return kind === 'share' ? (
          <NumberField
            key={key}
            label={label}
            suffix="%"
            step={step}
            value={Math.round(value * 100)}
            onChange={(percent) => set(percent / 100)}
          />
        ) : (
          <NumberField key={key} label={label} quantity="length" step={step} value={value} onChange={set} />
        );
      })}
    </fieldset>
  ));
}
