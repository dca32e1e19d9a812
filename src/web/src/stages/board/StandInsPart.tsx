import { useId, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { StandIn, StandInPlan } from '../../api/types';
import { useStandInKinds } from '../../api/useStores';
import { freshId, useDesk } from '../../desk/DeskContext';
import { unused } from '../../sheet/edits';
import type { Tool } from '../../sheet/tools';
import { NumberField, TextField } from '../../slip/fields';
import { ListedThing } from '../../slip/ListedThing';
import { useUnits } from '../../units/UnitsContext';
import { formatQuantity, unitOf } from '../../units/units';
import { ToolButton } from '../../slip/ToolButton';
import { addTo, removeFrom, setIn } from '../../desk/changes';

/** Things that will be put on the board, out of the catalogue: do they fit, do they stay clear of the water? */
export function StandInsPart({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const { build, plan, standInId, selectStandIn, edit } = useDesk(
    'build',
    'plan',
    'standInId',
    'selectStandIn',
    'edit',
  );
  const kinds = useStandInKinds();
  const [chosen, setChosen] = useState('');
  const id = useId();
  const kind = kinds.find((one) => one.kind === chosen) ?? kinds[0];
  const groups = [...new Set(kinds.map((one) => one.group))];
  const inHand = tool.kind === 'standIn';
  const take = (thing: StandIn) => setTool(inHand ? { kind: 'hand' } : { kind: 'standIn', thing });
  return (
    <section>
      <h3>Stand-ins</h3>
      <div className="field">
        <label htmlFor={id}>Catalogue</label>
        <Form.Select
          id={id}
          size="sm"
          value={kind?.kind ?? ''}
          onChange={(event) => {
            setChosen(event.target.value);
            setTool({ kind: 'hand' });
          }}
        >
          {groups.map((group) => (
            <optgroup key={group} label={group}>
              {kinds
                .filter((one) => one.group === group)
                .map((one) => (
                  <option key={one.kind} value={one.kind}>
                    {one.thing.name}, {one.thing.lengthM} × {one.thing.widthM} m
                  </option>
                ))}
            </optgroup>
          ))}
        </Form.Select>
      </div>
      <div className="tool-row">
        <ToolButton
          inHand={inHand}
          disabled={kind === undefined}
          onClick={() => kind !== undefined && take(kind.thing)}
        >
          Put it down
        </ToolButton>
      </div>
      <ol className="steps">
        {build.standIns.map((thing, i) => {
          const planned = plan.standIns[i];
          if (planned === undefined) return null;
          const open = thing.id === standInId;
          return (
            <ListedThing
              key={thing.id}
              name={thing.name}
              details={sizes(planned)}
              standing={planned.standing}
              notices={planned.notices}
              open={open}
              onToggle={() => selectStandIn(open ? null : thing.id)}
              onCopy={() => {
                const centre = { xMm: thing.centre.xMm + 15, yMm: thing.centre.yMm + 15 };
                const name = unused(`${thing.name} copy`, new Set(build.standIns.map((one) => one.name)));
                const standIn = { ...thing, id: freshId('standIn'), name, centre };
                selectStandIn(standIn.id);
                void edit(addTo('standIns', standIn, i + 1));
              }}
              removeLabel={`Remove ${thing.name}`}
              onRemove={() => void edit(removeFrom('standIns', thing.id))}
            >
              <ThingFields thing={thing} planned={planned} />
            </ListedThing>
          );
        })}
      </ol>
    </section>
  );

  function sizes(planned: StandInPlan): string {
    return [planned.lengthMm, planned.widthMm, planned.heightMm].map((mm) => mm.toFixed(mm < 10 ? 1 : 0)).join(' × ');
  }
}

const METRES: {
  key: 'lengthM' | 'widthM' | 'heightM' | 'overhangM' | 'overhangFromM' | 'underM' | 'draughtM';
  label: string;
}[] = [
  { key: 'lengthM', label: 'Length' },
  { key: 'widthM', label: 'Width' },
  { key: 'heightM', label: 'Height' },
  { key: 'overhangM', label: 'Reaches out by' },
  { key: 'overhangFromM', label: 'from a height of' },
  { key: 'underM', label: 'Clear opening under it' },
  { key: 'draughtM', label: 'Draught' },
];

function ThingFields({ thing, planned }: { thing: StandIn; planned: StandInPlan }) {
  const { edit } = useDesk('edit');
  const units = useUnits();
  const set = (change: Partial<StandIn>) => edit(setIn('standIns', thing.id, change));
  const base = `${formatQuantity(planned.baseMm, 'length', units)} ${unitOf('length', units)}`;
  return (
    <div className="step-fields">
      <TextField label="Name" value={thing.name} onChange={(name) => void set({ name })} />
      <NumberField label="Turned" suffix="°" step={5} value={thing.turnDeg} onChange={(turnDeg) => set({ turnDeg })} />
      <NumberField
        label="Base at"
        quantity="length"
        step={0.5}
        value={Math.round(planned.baseMm * 100) / 100}
        onChange={(baseMm) => set({ baseMm })}
      />
      {thing.baseMm === null ? (
        <p className="quiet">It stands by itself at {base}: on the highest ground under it, or afloat.</p>
      ) : (
        <div className="tool-row">
          <Button size="sm" variant="outline-primary" onClick={() => void set({ baseMm: null })}>
            Let it stand by itself
          </Button>
        </div>
      )}
      <p className="quiet">Sizes of the real thing:</p>
      {METRES.map(({ key, label }) => (
        <NumberField
          key={key}
          label={label}
          suffix="m"
          step={0.1}
          value={thing[key]}
          onChange={(value) => set({ [key]: value })}
        />
      ))}
    </div>
  );
}
