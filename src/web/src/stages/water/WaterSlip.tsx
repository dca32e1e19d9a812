import Button from 'react-bootstrap/Button';
import type { Water, WaterPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { NumberField, TextField } from '../../slip/fields';
import { NextThing } from '../../slip/NextThing';
import { StandingMark } from '../../slip/StandingMark';
import { amounts } from '../../slip/words';
import type { Tool } from '../../sheet/tools';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, fullSize, unitOf } from '../../units/units';
import type { PourTestState } from '../../desk/usePourTest';
import { EnoughPart } from './EnoughPart';
import { MirrorPart } from './MirrorPart';
import { PourTestPart } from './PourTestPart';
import { WaterTabs } from './WaterTabs';

/** The selected water: how much, in how many layers, what to weigh, and whether it holds. */
export function WaterSlip({
  tool,
  setTool,
  pourTest,
}: {
  tool: Tool;
  setTool: (tool: Tool) => void;
  pourTest: PourTestState;
}) {
  const { water, waterPlan } = useDesk();
  const place = () => setTool(tool.kind === 'water' ? { kind: 'hand' } : { kind: 'water' });
  return (
    <>
      <WaterTabs placing={tool.kind === 'water'} onPlace={place} />
      {water === null || waterPlan === null ? (
        <section>
          <p>
            No water on the board yet. Scoop a channel or dig a pond under Ground, then put a water in it: it finds its
            own shore.
          </p>
          <Button size="sm" onClick={place}>
            Put a water on the board
          </Button>
        </section>
      ) : (
        <>
          <SelectedWater water={water} plan={waterPlan} />
          <EnoughPart key={water.id} water={water} />
          <PourTestPart test={pourTest} tool={tool} setTool={setTool} />
          <MirrorPart tool={tool} setTool={setTool} />
        </>
      )}
      {(water === null || waterPlan === null) && <PourTestPart test={pourTest} tool={tool} setTool={setTool} />}
    </>
  );
}

function SelectedWater({ water, plan }: { water: Water; plan: WaterPlan }) {
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
          {plan.mixedMl > 0 && (
            <>
              {' '}
              Mix {formatVolume(plan.mixedMl, units)} {ml} with what the cups keep back.
            </>
          )}
        </p>
      </section>
      {plan.layers.length > 0 && <LayerTable plan={plan} />}
      {plan.layers.length > 0 && <NextThing plan={plan} />}
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
        {plan.proposedDams.length > 0 && (
          <Button size="sm" onClick={() => void edit({ kind: 'setDams', dams: [...build.dams, ...plan.proposedDams] })}>
            Put up {plan.proposedDams.length === 1 ? 'a dam' : `${plan.proposedDams.length} dams`} there
          </Button>
        )}
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
      {build.dams.length > 0 && <DamList />}
    </>
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
              <td>{amounts(layer, byScale, units)}</td>
              <td>{layer.tint?.drops ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function DamList() {
  const { build, edit } = useDesk();
  const units = useUnits();
  return (
    <section>
      <h3>Dams</h3>
      <ul className="dam-list">
        {build.dams.map((dam, i) => (
          <li key={`${dam.side} ${dam.fromMm} ${dam.toMm}`}>
            <span>
              {dam.side}, {formatLength(dam.fromMm, units, 0)}–{formatLength(dam.toMm, units, 0)}
            </span>
            <NumberField
              label="top"
              quantity="length"
              step={0.5}
              value={dam.topMm}
              onChange={(topMm) =>
                edit({ kind: 'setDams', dams: build.dams.map((d, k) => (k === i ? { ...d, topMm } : d)) })
              }
            />
            <button
              type="button"
              className="step-tool"
              aria-label={`Take down the dam on the ${dam.side} edge`}
              onClick={() => void edit({ kind: 'setDams', dams: build.dams.filter((_, k) => k !== i) })}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
