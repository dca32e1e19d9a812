import Button from 'react-bootstrap/Button';
import type { PourFrame } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { newWater } from '../../desk/newWater';
import type { PourTestState } from '../../desk/usePourTest';
import { unused } from '../../sheet/edits';
import type { Tool } from '../../sheet/tools';
import { NumberField } from '../../slip/fields';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, unitOf, type Units } from '../../units/units';
import { ToolButton } from '../../slip/ToolButton';
import { addTo } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

const LEAST_ADOPTED_ML = 0.5;

const HOW: Record<PourFrame['runOff'][number]['how'], string> = {
  openEdge: 'where it is open',
  overTop: 'over the top of the dam',
  pastEnd: 'past the end of the dam',
};

/** Less is a film in the plaster's roughness, not a pool. */
const LEAST_TOLD_ML = 0.05;

/** The water test without the mess: pour anywhere and watch where it stands, joins and runs off. */
export function PourTestPart({
  test,
  tool,
  setTool,
}: {
  test: PourTestState;
  tool: Tool;
  setTool: (tool: Tool) => void;
}) {
  const { build, edit, selectWater } = useDesk('build', 'edit', 'selectWater');
  const units = useUnits();
  const pouring = tool.kind === 'point' && tool.wants === 'pour';
  const { frame } = test;
  const pools = frame?.pools.filter((one) => one.volumeMl >= LEAST_TOLD_ML) ?? [];

  const adopt = async () => {
    if (frame === null) return;
    const last = build.waters.at(-1);
    const taken = new Set(build.waters.map((water) => water.name));
    const waters = frame.pools
      .filter((one) => one.volumeMl >= LEAST_ADOPTED_ML)
      .map((pool) => {
        const name = unused('Water', taken);
        taken.add(name);
        return newWater(name, pool.lowestAt, Math.round(pool.levelMm * 10) / 10, last);
      });
    const edits = waters.map((water) => addTo('waters', water));
    const first = waters[0];
    if (first === undefined) return;
    const label = edits.length === 1 ? 'Make the pool a water' : `Make ${edits.length} pools waters`;
    if (!(await edit({ kind: 'together', label, edits }))) return;
    selectWater(first.id);
    test.mopUp();
    setTool({ kind: 'hand' });
  };

  return (
    <section className="pour-test">
      <h3>Pour test</h3>
      {frame === null && <p>Pour anywhere and see where it goes, without the mess. Pour again to add.</p>}
      <NumberField label="In the jug" quantity="volume" step={10} value={test.ml} onChange={test.setMl} />
      <div className="tool-row">
        <ToolButton
          inHand={pouring}
          onClick={() => setTool(pouring ? { kind: 'hand' } : { kind: 'point', wants: 'pour' })}
        >
          Pour
        </ToolButton>
        {frame !== null && (
          <>
            <Button size="sm" variant="outline-primary" onClick={test.play}>
              {test.playing ? 'Stop' : 'Play it'}
            </Button>
            <Button
              size="sm"
              variant="outline-primary"
              aria-label="One step back"
              disabled={test.at === 0}
              onClick={() => test.step(-1)}
            >
              ‹
            </Button>
            <Button
              size="sm"
              variant="outline-primary"
              aria-label="One step on"
              disabled={test.at >= test.count - 1}
              onClick={() => test.step(1)}
            >
              ›
            </Button>
            <Button size="sm" variant="outline-primary" onClick={test.mopUp}>
              Mop it up
            </Button>
          </>
        )}
      </div>
      {test.refusal !== null && <Refused>{test.refusal}</Refused>}
      {frame !== null && (
        <>
          <p aria-live="polite" data-testid="poured">
            {told(frame, units)}
          </p>
          {pools.length > 0 && (
            <>
              <table className="layers">
                <thead>
                  <tr>
                    <th scope="col">pool</th>
                    <th scope="col">level {units.length}</th>
                    <th scope="col">{units.volume}</th>
                    <th scope="col">deep {units.length}</th>
                  </tr>
                </thead>
                <tbody>
                  {pools.slice(0, 8).map((pool, i) => (
                    <tr key={i}>
                      <th scope="row">{i + 1}</th>
                      <td>{formatLength(pool.levelMm, units)}</td>
                      <td>{formatVolume(pool.volumeMl, units)}</td>
                      <td>{formatLength(pool.maxDepthMm, units)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <Button size="sm" variant="outline-primary" onClick={() => void adopt()}>
                Make them waters
              </Button>
            </>
          )}
        </>
      )}
    </section>
  );
}

function told(frame: PourFrame, units: Units): string {
  const volume = (ml: number) => `${formatVolume(ml, units)} ${unitOf('volume', units)}`;
  const stands = frame.pools.reduce((sum, pool) => sum + pool.volumeMl, 0);
  const count = frame.pools.filter((one) => one.volumeMl >= LEAST_TOLD_ML).length;
  const pools = count === 1 ? 'one pool' : `${count} pools`;
  const standing = count === 0 ? 'nothing stands' : `${volume(stands)} stand in ${pools}`;
  const worst = frame.runOff[0];
  const away =
    worst === undefined
      ? 'nothing runs off'
      : `${volume(frame.runOffMl)} ran off, most ${HOW[worst.how]} on the ${worst.side} edge at ${formatLength(worst.atMm, units, 0)} ${unitOf('length', units)}`;
  return `Of ${volume(frame.pouredMl)} poured ${standing}; ${away}.`;
}
