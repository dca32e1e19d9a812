import { layersOf, sessionsOf } from '../../api/plan';
import type { InkPlace, Water } from '../../api/types';
import { setIn } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import type { Tool } from '../../sheet/tools';
import { NumberField } from '../../slip/fields';
import { ToolButton } from '../../slip/ToolButton';
import { useUnits } from '../../units/UnitsContext';
import { formatQuantity, unitOf } from '../../units/units';
import { DoseColumns } from './DoseColumns';
import { LetDowns, letDownsOf } from './LetDowns';
import { MOST_PLACES, replaced, replacedParts } from './recipe';
import { TintChoice } from './TintChoice';

/** Several colours in one pour: where each is poured, how strong, and over how much they are drawn into each other. */
export function PlacesPart({ water, tool, setTool }: { water: Water; tool: Tool; setTool: (tool: Tool) => void }) {
  const { edit, waterPlan } = useDesk('edit', 'waterPlan');
  const { places, blendMm } = water.ink;
  const choosing = tool.kind === 'point' && tool.wants === 'colour';
  const told = waterPlan?.notices.find((notice) => notice.kind === 'sideBySide');
  return (
    <>
      <section>
        <h3>Colours side by side</h3>
        <p className="quiet">
          A deep hole, weed at one bank, silt where the stream comes in: poured beside the water’s own ink and drawn
          into it with a stick while both are runny.
        </p>
        <div className="tool-row">
          <ToolButton
            inHand={choosing}
            disabled={places.length >= MOST_PLACES}
            onClick={() => setTool(choosing ? { kind: 'hand' } : { kind: 'point', wants: 'colour' })}
          >
            A colour of its own
          </ToolButton>
        </div>
        {places.length > 0 && (
          <NumberField
            label="Blended over"
            quantity="length"
            step={5}
            value={blendMm}
            onChange={(next) => edit(setIn('waters', water.id, { ink: { blendMm: next } }))}
          />
        )}
        {told !== undefined && (
          <p className={told.standing === 'holds' ? 'quiet' : `notice-${told.standing}`}>{told.sentence}</p>
        )}
      </section>
      {places.map((place, i) => (
        <Place key={place.id} water={water} place={place} number={i + 1} />
      ))}
    </>
  );
}

function Place({ water, place, number }: { water: Water; place: InkPlace; number: number }) {
  const { edit, plan, waterPlan } = useDesk('edit', 'plan', 'waterPlan');
  const units = useUnits();
  const { parts } = place;
  const ml =
    waterPlan === null
      ? []
      : layersOf(waterPlan).map((layer) => layer.zones.find((zone) => zone.placeId === place.id)?.volumeMl ?? 0);
  const volume = (value: number) => `${formatQuantity(value, 'volume', units)} ${unitOf('volume', units)}`;
  return (
    <section data-testid={`place-${number}`}>
      <h3>
        Colour {number}{' '}
        <button
          type="button"
          className="link"
          onClick={() => void edit(replaced(water.id, place.id, () => null))}
          aria-label={`Take colour ${number} out`}
        >
          take it out
        </button>
      </h3>
      <p className="quiet">
        {ml.every((one) => one === 0)
          ? 'Too little water stands there to mix a cup for: it is the water’s own colour.'
          : `Takes ${ml.map((one, layer) => `${volume(one)} in layer ${layer + 1}`).join(', ')}.`}
      </p>
      <NumberField
        label="Whole within"
        quantity="length"
        step={5}
        value={place.reachMm}
        onChange={(reachMm) => edit(replaced(water.id, place.id, (now) => ({ ...now, reachMm })))}
      />
      {parts.length > 0 && <DoseColumns parts={parts} reinks={(change) => replacedParts(water.id, place.id, change)} />}
      <LetDowns letDowns={letDownsOf(sessionsOf(plan), water.id, place.id)} />
      <TintChoice
        parts={parts}
        where=" here"
        onAdd={(change) => void edit(replacedParts(water.id, place.id, change))}
      />
    </section>
  );
}
