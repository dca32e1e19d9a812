import Button from 'react-bootstrap/Button';
import type { BedPaint, Water, WaterPlan } from '../../api/types';
import { setIn, type Fields } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { ColourField, NumberField } from '../../slip/fields';
import type { Tool } from '../../sheet/tools';
import { useUnits } from '../../units/UnitsContext';
import { formatLength } from '../../units/units';
import { BrushPart } from './BrushPart';
import { InkAnswer } from './InkAnswer';

/** How the bed is painted: earth, a darker middle, a pale beach; and a middle that makes it look deeper. */
export function BedPart({
  water,
  plan,
  tool,
  setTool,
}: {
  water: Water;
  plan: WaterPlan;
  tool: Tool;
  setTool: (tool: Tool) => void;
}) {
  const { edit } = useDesk('edit');
  const units = useUnits();
  const { paint } = water;
  const set = (change: Fields<BedPaint>) => edit(setIn('waters', water.id, { paint: change }));
  const mm = (value: number) => `${formatLength(value, units)} ${units.length}`;
  return (
    <>
      <InkAnswer plan={plan} />
      <section>
        <h3>Paint of the bed</h3>
        <ColourField label="Earth" value={paint.earth} onChange={(earth) => void set({ earth })} />
        {paint.middle === null ? (
          <div className="tool-row">
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() =>
                void set({ middle: '#3d3a2c', middleFromMm: Math.max(2, Math.round(plan.ink.deepestMm * 0.8)) })
              }
            >
              A darker middle
            </Button>
          </div>
        ) : (
          <>
            <ColourField label="Middle" value={paint.middle} onChange={(middle) => void set({ middle })} />
            <NumberField
              label="Whole from a depth of"
              quantity="length"
              step={0.5}
              value={paint.middleFromMm}
              onChange={(middleFromMm) => set({ middleFromMm })}
            />
            <button type="button" className="link" onClick={() => void set({ middle: null })}>
              No other middle
            </button>
          </>
        )}
        {paint.beach === null ? (
          <div className="tool-row">
            <Button size="sm" variant="outline-primary" onClick={() => void set({ beach: '#cdbd97' })}>
              A pale beach
            </Button>
          </div>
        ) : (
          <>
            <ColourField label="Beach" value={paint.beach} onChange={(beach) => void set({ beach })} />
            <NumberField
              label="Down to a depth of"
              quantity="length"
              step={0.5}
              value={paint.beachToMm}
              onChange={(beachToMm) => set({ beachToMm })}
            />
            <button type="button" className="link" onClick={() => void set({ beach: null })}>
              No beach
            </button>
          </>
        )}
      </section>
      <BrushPart water={water} tool={tool} setTool={setTool} />
      {plan.ink.deepestMm > 0 && (
        <section data-testid="deep-beds">
          <h3>Deeper than it is</h3>
          {plan.ink.deepBeds.length === 0 ? (
            <p className="quiet">The water hides its bed so well that no paint makes it look deeper.</p>
          ) : (
            <p className="quiet">Painted so in the middle, {mm(plan.ink.deepestMm)} look like more:</p>
          )}
          {plan.ink.deepBeds.map((bed) => (
            <p key={bed.looksMm} className="deep-bed">
              <i style={{ background: bed.hex }} />
              <span>
                like {mm(bed.looksMm)} <b>{bed.hex}</b>
              </span>
              <Button
                size="sm"
                variant="outline-primary"
                onClick={() =>
                  void set({ middle: bed.hex, middleFromMm: Math.max(0.5, Math.round(plan.ink.deepestMm * 8) / 10) })
                }
              >
                Paint it
              </Button>
            </p>
          ))}
        </section>
      )}
    </>
  );
}
