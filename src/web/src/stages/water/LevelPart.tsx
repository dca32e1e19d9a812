import Button from 'react-bootstrap/Button';
import { layersOf, othersIn, sessionsFor, sessionsOf, stillMixed } from '../../api/plan';
import type { BuildEdit, Water, WaterPlan } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { useOnce } from '../../desk/useOnce';
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
  const { build, plan: whole, edit } = useDesk('build', 'plan', 'edit');
  const units = useUnits();
  const replace = (change: Partial<Water>) => edit(setIn('waters', water.id, change));
  const ml = unitOf('volume', units);
  const mixed = stillMixed(whole, plan);
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
        {mixed.ml > 0 && (
          <p data-testid="mixed">
            The plan mixes {formatVolume(mixed.ml, units)} {ml} with what the cups keep back
            {mixed.others.length > 0 && ', for all waters it is mixed with'}.
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
  const once = useOnce();
  return (
    <Button size="sm" onClick={() => once([plan.id, plan.edges.proposed], () => edit(putUp(plan)))}>
      Put up {plan.edges.proposed.length === 1 ? 'a dam' : `${plan.edges.proposed.length} dams`} there
    </Button>
  );
}

function LayerTable({ plan }: { plan: WaterPlan }) {
  const { build, plan: whole } = useDesk('build', 'plan');
  const units = useUnits();
  const byScale = build.measuring.device.kind === 'scale';
  const rows = layersOf(plan).map((layer, i) => {
    const sessions = layer.poured === null ? sessionsFor(sessionsOf(whole), plan.id, i + 1) : [];
    const cups =
      sessions.length > 0
        ? sessions.map((session) => ({ batch: session.cards[0]?.batch, count: session.cards.length }))
        : [{ batch: layer.mix.batches[0], count: layer.mix.batches.length }];
    return { layer, cups, others: [...new Set(sessions.flatMap((session) => othersIn(session, plan.id)))] };
  });
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
          {rows.map(({ layer, cups }, i) => (
            <tr key={i}>
              <th scope="row">{i + 1}</th>
              <td>{formatLength(layer.toMm, units)}</td>
              <td>{formatVolume(layer.volumeMl, units)}</td>
              <td>
                {cups.map(({ batch, count }, colour) => (
                  <div key={colour}>{amounts(batch, count, byScale, units)}</div>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {[...new Set(rows.map(({ others }) => others.join(', ')))].filter(Boolean).map((others) => {
        const layers = rows.flatMap((row, i) => (row.others.join(', ') === others ? [i + 1] : []));
        return (
          <p key={others} className="quiet" data-testid="mixed-with">
            {layers.length === 1 ? `Layer ${layers[0]} is` : `Layers ${layers.join(', ')} are`} mixed with {others}:
            what is mixed is for all of them.
          </p>
        );
      })}
    </section>
  );
}
