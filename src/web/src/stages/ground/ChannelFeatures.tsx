import Button from 'react-bootstrap/Button';
import type { ChannelOperation, Operation } from '../../api/types';
import { NumberField } from '../../slip/fields';

const percent = (share: number) => Math.round(share * 100);
const without = <T,>(list: T[], index: number) => list.filter((_, i) => i !== index);
const changed = <T,>(list: T[], index: number, change: Partial<T>) =>
  list.map((one, i) => (i === index ? { ...one, ...change } : one));

/** Fords and islands of a channel, each by its place along it. */
export function ChannelFeatures({
  channel,
  replace,
}: {
  channel: ChannelOperation;
  replace: (changed: Operation) => Promise<boolean>;
}) {
  const { fords, islands } = channel;
  return (
    <>
      {fords.map((ford, i) => {
        const set = (change: Partial<typeof ford>) => replace({ ...channel, fords: changed(fords, i, change) });
        return (
          <fieldset key={i} className="feature">
            <legend>
              Ford {i + 1}
              <button
                type="button"
                className="step-tool"
                aria-label={`Remove ford ${i + 1}`}
                onClick={() => void replace({ ...channel, fords: without(fords, i) })}
              >
                ×
              </button>
            </legend>
            <NumberField
              label="Along"
              suffix="%"
              value={percent(ford.alongShare)}
              onChange={(p) => set({ alongShare: p / 100 })}
            />
            <NumberField
              label="Length"
              quantity="length"
              value={ford.lengthMm}
              onChange={(lengthMm) => set({ lengthMm })}
            />
            <NumberField
              label="Rise"
              quantity="length"
              step={0.5}
              value={ford.riseMm}
              onChange={(riseMm) => set({ riseMm })}
            />
          </fieldset>
        );
      })}
      {islands.map((island, i) => {
        const set = (change: Partial<typeof island>) => replace({ ...channel, islands: changed(islands, i, change) });
        return (
          <fieldset key={i} className="feature">
            <legend>
              Island {i + 1}
              <button
                type="button"
                className="step-tool"
                aria-label={`Remove island ${i + 1}`}
                onClick={() => void replace({ ...channel, islands: without(islands, i) })}
              >
                ×
              </button>
            </legend>
            <NumberField
              label="Along"
              suffix="%"
              value={percent(island.alongShare)}
              onChange={(p) => set({ alongShare: p / 100 })}
            />
            <NumberField
              label="To the right"
              suffix="%"
              step={5}
              value={percent(island.acrossShare)}
              onChange={(p) => set({ acrossShare: p / 100 })}
            />
            <NumberField
              label="Length"
              quantity="length"
              value={island.lengthMm}
              onChange={(lengthMm) => set({ lengthMm })}
            />
            <NumberField
              label="Width"
              quantity="length"
              value={island.widthMm}
              onChange={(widthMm) => set({ widthMm })}
            />
            <NumberField
              label="Height"
              quantity="length"
              step={0.5}
              value={island.heightMm}
              onChange={(heightMm) => set({ heightMm })}
            />
          </fieldset>
        );
      })}
      <div className="tool-row">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => void replace({ ...channel, fords: [...fords, { alongShare: 0.5, lengthMm: 30, riseMm: 5 }] })}
        >
          Add a ford
        </Button>
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            void replace({
              ...channel,
              islands: [...islands, { alongShare: 0.5, acrossShare: 0, lengthMm: 40, widthMm: 14, heightMm: 14 }],
            })
          }
        >
          Add an island
        </Button>
      </div>
    </>
  );
}
