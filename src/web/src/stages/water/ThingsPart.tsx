import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { DrownedPlan, DrownedThing } from '../../api/types';
import { layersOf } from '../../api/plan';
import { useDrownedKinds } from '../../api/useStores';
import { freshId, useDesk } from '../../desk/DeskContext';
import { unused } from '../../sheet/edits';
import type { Tool } from '../../sheet/tools';
import { Figure } from '../../slip/Figure';
import { ChoiceField, ColourField, NumberField, SwitchField, TextField } from '../../slip/fields';
import { ListedThing } from '../../slip/ListedThing';
import { ToolButton } from '../../slip/ToolButton';
import { hours } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatMass, formatVolume, unitOf } from '../../units/units';
import { addTo, removeFrom, setIn } from '../../desk/changes';

/** Stones, piers, posts, logs, hulls, roots: all that will be under water, sealed or not, floating or not. */
export function ThingsPart({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const { build, plan, drownedId, selectDrowned, edit } = useDesk(
    'build',
    'plan',
    'drownedId',
    'selectDrowned',
    'edit',
  );
  const units = useUnits();
  const kinds = useDrownedKinds();
  const [chosen, setChosen] = useState('');
  const kind = kinds.find((one) => one.kind === chosen) ?? kinds[0];
  const inHand = tool.kind === 'drowned';
  const ml = unitOf('volume', units);
  return (
    <section>
      <h3>What will be under water</h3>
      {build.drowned.length === 0 && (
        <p>
          Whatever stands in the water takes the place of resin, may breathe bubbles, and may float. Put it in here and
          the plan knows.
        </p>
      )}
      <ChoiceField
        label="Catalogue"
        value={kind?.kind ?? ''}
        choices={kinds.map((one) => ({ value: one.kind, label: one.name }))}
        onChange={(value) => {
          setChosen(value);
          setTool({ kind: 'hand' });
        }}
      />
      <div className="tool-row">
        <ToolButton
          inHand={inHand}
          disabled={kind === undefined}
          onClick={() => {
            if (kind !== undefined) setTool(inHand ? { kind: 'hand' } : { kind: 'drowned', thing: kind.thing });
          }}
        >
          Put it in
        </ToolButton>
      </div>
      <ol className="steps" data-testid="drowned">
        {build.drowned.map((thing, i) => {
          const planned = plan.drowned[i];
          if (planned === undefined) return null;
          const open = thing.id === drownedId;
          return (
            <ListedThing
              key={thing.id}
              name={thing.name}
              details={
                <>
                  {formatVolume(planned.displacedMl, units)} {ml}
                  {planned.floats && (thing.held ? ', floats, held down' : ', floats')}
                  {planned.layer !== null && whenIn(thing, planned.layer)}
                </>
              }
              standing={planned.standing}
              notices={planned.notices}
              open={open}
              onToggle={() => selectDrowned(open ? null : thing.id)}
              onCopy={() => {
                const at = { xMm: thing.at.xMm + 12, yMm: thing.at.yMm + 6 };
                const name = unused(thing.name, new Set(build.drowned.map((one) => one.name)));
                const copy = { ...thing, id: freshId('drowned'), name, at };
                selectDrowned(copy.id);
                void edit(addTo('drowned', copy, i + 1));
              }}
              removeLabel={`Take ${thing.name} out`}
              onRemove={() => void edit(removeFrom('drowned', thing.id))}
            >
              <ThingFields thing={thing} planned={planned} />
            </ListedThing>
          );
        })}
      </ol>
      {build.drowned.length > 0 && (
        <p className="caution">Weights and pins near wet resin: gloves on, and nothing that rusts.</p>
      )}
    </section>
  );
}

/** How it meets its layer, after its ml; nothing for what stands on the bed from the start. */
function whenIn(thing: DrownedThing, layer: number): string {
  if (thing.setIn === 'before') return layer > 1 ? `, before layer ${layer}` : '';
  return { later: `, into layer ${layer}`, afloat: `, afloat in layer ${layer}`, on: `, on layer ${layer}` }[
    thing.setIn
  ];
}

const MEETS: { value: DrownedThing['setIn']; label: string; held: string }[] = [
  { value: 'before', label: 'Before a layer', held: 'Pinned, glued or weighted down' },
  { value: 'later', label: 'Into a layer, once it carries', held: 'Held down until the resin grips' },
  { value: 'afloat', label: 'Afloat in a layer, at once', held: 'Kept in its place until the resin grips' },
  { value: 'on', label: 'On a layer, once it has gelled', held: 'Glued or pinned down' },
];

const SIZES: { key: 'lengthMm' | 'widthMm' | 'heightMm'; label: string }[] = [
  { key: 'lengthMm', label: 'Length' },
  { key: 'widthMm', label: 'Width' },
  { key: 'heightMm', label: 'Height' },
];

function ThingFields({ thing, planned }: { thing: DrownedThing; planned: DrownedPlan }) {
  const { edit, plan } = useDesk('edit', 'plan');
  const units = useUnits();
  const count = layersOf(plan.waters.find((one) => one.id === planned.waterId)).length;
  // A layer there is no more stays in the list: what was chosen is shown.
  const layers = Array.from({ length: Math.max(count, thing.layer ?? 1) }, (_, k) => k + 1);
  const set = (change: Partial<DrownedThing>) => edit(setIn('drowned', thing.id, change));
  return (
    <div className="step-fields">
      <TextField label="Name" value={thing.name} onChange={(name) => void set({ name })} />
      <ColourField label="Its colour" value={thing.colour} onChange={(colour) => void set({ colour })} />
      <ChoiceField
        label="Its surface"
        value={thing.skin}
        choices={[
          { value: 'dense', label: 'Dense: stone, metal, plastic' },
          { value: 'sealed', label: 'Porous, sealed' },
          { value: 'porous', label: 'Porous, not sealed' },
        ]}
        onChange={(skin) => void set({ skin: skin as DrownedThing['skin'] })}
      />
      <ChoiceField
        label="Goes in"
        value={thing.setIn}
        choices={MEETS}
        onChange={(setIn) => void set({ setIn: setIn as DrownedThing['setIn'] })}
      />
      <ChoiceField
        label="Layer"
        value={thing.layer === null ? '' : String(thing.layer)}
        choices={[
          { value: '', label: thing.setIn === 'before' ? 'the first' : 'the last' },
          ...layers.map((layer) => ({ value: String(layer), label: String(layer) })),
        ]}
        onChange={(layer) => void set({ layer: layer === '' ? null : Number(layer) })}
      />
      <SwitchField
        label={MEETS.find((one) => one.value === thing.setIn)?.held ?? ''}
        value={thing.held}
        onChange={(held) => void set({ held })}
      />
      {SIZES.map(({ key, label }) => (
        <NumberField
          key={key}
          label={label}
          quantity="length"
          step={0.5}
          value={thing[key]}
          onChange={(value) => set({ [key]: value })}
        />
      ))}
      <NumberField label="Turned" suffix="°" step={5} value={thing.turnDeg} onChange={(turnDeg) => set({ turnDeg })} />
      <NumberField
        label="Volume"
        quantity="volume"
        step={0.1}
        value={planned.volumeMl}
        onChange={(measuredMl) => set({ measuredMl })}
      />
      <NumberField label="Mass" quantity="mass" step={0.1} value={planned.massG} onChange={(massG) => set({ massG })} />
      <NumberField
        label="Base at"
        quantity="length"
        step={0.5}
        value={Math.round(planned.baseMm * 100) / 100}
        onChange={(baseMm) => set({ baseMm })}
      />
      {(thing.measuredMl !== null || thing.massG !== null || thing.baseMm !== null) && (
        <div className="tool-row">
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => void set({ measuredMl: null, massG: null, baseMm: null })}
          >
            Reckon them again
          </Button>
        </div>
      )}
      {planned.layers.length > 0 && (
        <table className="layers" data-testid="thing-layers">
          <thead>
            <tr>
              <th scope="col">layer</th>
              <th scope="col">takes the place of, {unitOf('volume', units)}</th>
              <th scope="col">hold with, {units.mass}</th>
            </tr>
          </thead>
          <tbody>
            {planned.layers.map((one) => (
              <tr key={one.layer}>
                <th scope="row">{one.layer}</th>
                <td>{formatVolume(one.displacedMl, units)}</td>
                <td>{one.holdDownG > 0 ? formatMass(Math.ceil(one.holdDownG * 10) / 10, units) : '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Figure working={planned.working} label={thing.name}>
        <span>
          Takes the place of {formatVolume(planned.displacedMl, units)} {unitOf('volume', units)}
          {planned.outMm > 0 && `, stands ${formatLength(planned.outMm, units)} out`}
          {planned.holdDownG > 0 &&
            `, lifts with ${formatMass(Math.ceil(planned.holdDownG * 10) / 10, units)} ${units.mass}`}
          {planned.holdUntilH !== null && `, held until ${hours(planned.holdUntilH)} after that layer is mixed`}
        </span>
      </Figure>
    </div>
  );
}
