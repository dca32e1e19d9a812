import Button from 'react-bootstrap/Button';
import { layersOf, pouredAs } from '../../api/plan';
import type { BuildEdit, Water, WaterPlan } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { NumberField, TextField } from '../../slip/fields';
import { NextThing } from '../../slip/NextThing';
import { StandingMark } from '../../slip/StandingMark';
import { amounts } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, fullSize, unitOf } from '../../units/units';
import { EnoughPart } from './EnoughPart';
import { addTo, removeFrom, setIn } from '../../desk/changes';

/** How much the selected water takes, in how many layers, and whether it holds. */
export function LevelPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { build, edit } = useDesk('build', 'edit');
  const units = useUnits();
  const replace = (change: Partial<Water>) => edit(setIn('waters', water.id, change));
  const ml = unitOf('volume', units);
  const { mixedMl } = pouredAs(plan);
  return (
    <>
      <section aria-live="polite" className="slip-answer">
        <Figure working={plan.workings['volume']} label="the volume">
          <span className="big" data-testid="volume">
            {formatVolume(plan.level.volumeMl, units)}
          </span>{' '}
          <span className="big-unit">{ml} to the waterline</span>
        </Figure>
        <p>
          Up to {formatLength(plan.level.maxDepthMm, units)} {units.length} deep (
          {fullSize(plan.level.maxDepthMm, build.scale, units)} at full size), {(plan.level.areaMm2 / 100).toFixed(0)}{' '}
          cm².
        </p>
        {plan.takes.range !== null && (
          <Figure working={plan.workings['takes']} label="what it takes">
            <span data-testid="takes">
              Takes {formatVolume(plan.takes.range.lowMl, units)} to {formatVolume(plan.takes.range.highMl, units)} {ml}
              {plan.takes.calibration !== 1 && ', by its water test'}
              {plan.takes.displacedMl > 0 &&
                `, ${formatVolume(plan.takes.displacedMl, units)} ${ml} less for what stands in it`}
              . Have <strong>{formatVolume(plan.takes.range.sureMl, units)}</strong> {ml} to be 95 % sure.
            </span>
          </Figure>
        )}
        {mixedMl > 0 && (
          <p>
            The plan mixes {formatVolume(mixedMl, units)} {ml} with what the cups keep back.
          </p>
        )}
      </section>
      {layersOf(plan).length > 0 && <LayerTable plan={plan} />}
      {layersOf(plan).length > 0 && <NextThing water={water} plan={plan} />}
      <section className="notices">
        <Figure working={plan.workings['freeboard']} label="the freeboard">
          <StandingMark standing={plan.level.standing} />{' '}
          <span>
            freeboard {formatLength(plan.level.freeboardMm, units)} {units.length}
          </span>
        </Figure>
        <ul>
          {plan.notices
            .filter((notice) => notice.kind !== 'freeboard' || notice.standing !== 'holds')
            .map((notice) => (
              <li key={notice.sentence}>
                <StandingMark standing={notice.standing} /> <span>{notice.sentence}</span>
              </li>
            ))}
        </ul>
        {plan.edges.proposed.length > 0 && <PutUpDams plan={plan} />}
      </section>
      <section>
        <TextField label="Name" value={water.name} onChange={(name) => void replace({ name })} />
        <NumberField
          label="Waterline"
          quantity="length"
          step={0.1}
          value={water.waterlineMm}
          onChange={(waterlineMm) => replace({ waterlineMm })}
        />
        <Button size="sm" variant="outline-primary" onClick={() => void edit(removeFrom('waters', water.id))}>
          Remove {water.name}
        </Button>
      </section>
      <EnoughPart key={water.id} water={water} />
    </>
  );
}

/** Puts a dam up at every open edge of a water. */
function putUp(plan: WaterPlan): BuildEdit {
  const edits = plan.edges.proposed.map((dam) =>
    addTo('dams', { ...dam, id: freshId('dam'), make: 'gluedSheet', released: false }),
  );
  return { kind: 'together', label: edits.length === 1 ? 'Put up a dam' : `Put up ${edits.length} dams`, edits };
}

/** Puts the proposed dams up where the selected water is open. */
export function PutUpDams({ plan }: { plan: WaterPlan }) {
  const { edit } = useDesk('edit');
  return (
    <Button size="sm" onClick={() => void edit(putUp(plan))}>
      Put up {plan.edges.proposed.length === 1 ? 'a dam' : `${plan.edges.proposed.length} dams`} there
    </Button>
  );
}

function LayerTable({ plan }: { plan: WaterPlan }) {
  const { build } = useDesk('build');
  const units = useUnits();
  const byScale = build.measuring.device.kind === 'scale';
  return (
    <section>
      <Figure working={plan.workings['layers']} label="the layers">
        <span>
          {layersOf(plan).length} {layersOf(plan).length === 1 ? 'layer' : 'layers'}
        </span>
      </Figure>
      <table className="layers" data-testid="layers">
        <thead>
          <tr>
            <th scope="col">layer</th>
            <th scope="col">to {units.length}</th>
            <th scope="col">{units.volume}</th>
            <th scope="col">mix {byScale ? units.mass : units.volume}</th>
          </tr>
        </thead>
        <tbody>
          {layersOf(plan).map((layer, i) => (
            <tr key={i}>
              <th scope="row">{i + 1}</th>
              <td>{formatLength(layer.toMm, units)}</td>
              <td>{formatVolume(layer.volumeMl, units)}</td>
              <td>{amounts(layer.mix.batches[0], layer.mix.batches.length, byScale, units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
