import Button from 'react-bootstrap/Button';
import type { Water, WaterPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { NumberField, TextField } from '../../slip/fields';
import { NextThing } from '../../slip/NextThing';
import { StandingMark } from '../../slip/StandingMark';
import { amounts } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, fullSize, unitOf } from '../../units/units';
import { EnoughPart } from './EnoughPart';

/** How much the selected water takes, in how many layers, and whether it holds. */
export function LevelPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { build, edit } = useDesk();
  const units = useUnits();
  const replace = (change: Partial<Water>) => edit({ kind: 'replaceWater', water: { ...water, ...change } });
  const ml = unitOf('volume', units);
  return (
    <>
      <section aria-live="polite" className="slip-answer">
        <Figure working={plan.workings['volume']} label="the volume">
          <span className="big" data-testid="volume">
            {formatVolume(plan.volumeMl, units)}
          </span>{' '}
          <span className="big-unit">{ml} to the waterline</span>
        </Figure>
        <p>
          Up to {formatLength(plan.maxDepthMm, units)} {units.length} deep (
          {fullSize(plan.maxDepthMm, build.scale, units)} at full size), {(plan.areaMm2 / 100).toFixed(0)} cm².
        </p>
        {plan.takes !== null && (
          <Figure working={plan.workings['takes']} label="what it takes">
            <span data-testid="takes">
              Takes {formatVolume(plan.takes.lowMl, units)} to {formatVolume(plan.takes.highMl, units)} {ml}
              {plan.calibration !== 1 && ', by its water test'}
              {plan.displacedMl > 0 && `, ${formatVolume(plan.displacedMl, units)} ${ml} less for what stands in it`}.
              Have <strong>{formatVolume(plan.takes.sureMl, units)}</strong> {ml} to be 95 % sure.
            </span>
          </Figure>
        )}
        {plan.mixedMl > 0 && (
          <p>
            The plan mixes {formatVolume(plan.mixedMl, units)} {ml} with what the cups keep back.
          </p>
        )}
      </section>
      {plan.layers.length > 0 && <LayerTable plan={plan} />}
      {plan.layers.length > 0 && <NextThing water={water} plan={plan} />}
      <section className="notices">
        <Figure working={plan.workings['freeboard']} label="the freeboard">
          <StandingMark standing={plan.standing} />{' '}
          <span>
            freeboard {formatLength(plan.freeboardMm, units)} {units.length}
          </span>
        </Figure>
        <ul>
          {plan.notices
            .filter((notice) => !notice.sentence.startsWith('Freeboard'))
            .map((notice) => (
              <li key={notice.sentence}>
                <StandingMark standing={notice.standing} /> <span>{notice.sentence}</span>
              </li>
            ))}
        </ul>
        {plan.proposedDams.length > 0 && <PutUpDams plan={plan} />}
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
        <Button size="sm" variant="outline-primary" onClick={() => void edit({ kind: 'removeWater', id: water.id })}>
          Remove {water.name}
        </Button>
      </section>
      <EnoughPart key={water.id} water={water} />
    </>
  );
}

/** Puts the proposed dams up where the selected water is open. */
export function PutUpDams({ plan }: { plan: WaterPlan }) {
  const { build, edit } = useDesk();
  return (
    <Button size="sm" onClick={() => void edit({ kind: 'setDams', dams: [...build.dams, ...plan.proposedDams] })}>
      Put up {plan.proposedDams.length === 1 ? 'a dam' : `${plan.proposedDams.length} dams`} there
    </Button>
  );
}

function LayerTable({ plan }: { plan: WaterPlan }) {
  const { build } = useDesk();
  const units = useUnits();
  const byScale = build.measuring.device.kind === 'scale';
  return (
    <section>
      <Figure working={plan.workings['layers']} label="the layers">
        <span>
          {plan.layers.length} {plan.layers.length === 1 ? 'layer' : 'layers'}
        </span>
      </Figure>
      <table className="layers" data-testid="layers">
        <thead>
          <tr>
            <th scope="col">layer</th>
            <th scope="col">to {units.length}</th>
            <th scope="col">{units.volume}</th>
            <th scope="col">mix {byScale ? units.mass : units.volume}</th>
            <th scope="col">drops</th>
          </tr>
        </thead>
        <tbody>
          {plan.layers.map((layer, i) => (
            <tr key={i}>
              <th scope="row">{i + 1}</th>
              <td>{formatLength(layer.toMm, units)}</td>
              <td>{formatVolume(layer.volumeMl, units)}</td>
              <td>{amounts(layer.mix.batches[0], layer.mix.batches.length, byScale, units)}</td>
              <td>{layer.tint?.drops ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
