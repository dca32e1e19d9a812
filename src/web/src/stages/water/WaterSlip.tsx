import Button from 'react-bootstrap/Button';
import { useDesk } from '../../desk/DeskContext';
import type { PourTestState } from '../../desk/usePourTest';
import type { Tool } from '../../sheet/tools';
import { BeforePart } from './BeforePart';
import { DamsPart } from './DamsPart';
import { DryingPart } from './DryingPart';
import { FlowPart } from './FlowPart';
import { HollowsPart } from './HollowsPart';
import { LevelPart } from './LevelPart';
import { MirrorPart } from './MirrorPart';
import { WATER_PARTS, type WaterPart } from './parts';
import { PourTestPart } from './PourTestPart';
import { ShorePart, type ShoreWish } from './ShorePart';
import { ThingsPart } from './ThingsPart';
import { WaterTabs } from './WaterTabs';
import { WaterTestPart } from './WaterTestPart';

/** The selected water, a leaf of the Slip for each thing there is to settle about it. */
export function WaterSlip({
  tool,
  setTool,
  part,
  setPart,
  pourTest,
  shore,
  setShore,
  hollows,
  setHollows,
}: {
  tool: Tool;
  setTool: (tool: Tool) => void;
  part: WaterPart;
  setPart: (part: WaterPart) => void;
  pourTest: PourTestState;
  shore: ShoreWish;
  setShore: (shore: ShoreWish) => void;
  /** Whether the hollows are shown. */
  hollows: boolean;
  setHollows: (shown: boolean) => void;
}) {
  const { water, waterPlan } = useDesk('water', 'waterPlan');
  const place = () => setTool(tool.kind === 'water' ? { kind: 'hand' } : { kind: 'water' });
  const none = water === null || waterPlan === null;
  return (
    <>
      <WaterTabs placing={tool.kind === 'water'} onPlace={place} />
      <nav className="slip-parts" aria-label="Water">
        {WATER_PARTS.map((one) => (
          <button
            key={one.part}
            type="button"
            aria-pressed={part === one.part}
            onClick={() => {
              setTool({ kind: 'hand' });
              setPart(one.part);
            }}
          >
            {one.name}
          </button>
        ))}
      </nav>
      {none && part !== 'test' && part !== 'flow' && (
        <section>
          <p>
            No water on the board yet. Scoop a channel or dig a pond under Ground, then put a water in it: it finds its
            own shore.
          </p>
          <Button size="sm" onClick={place}>
            Put a water on the board
          </Button>
        </section>
      )}
      {part === 'level' && !none && <LevelPart water={water} plan={waterPlan} />}
      {part === 'test' && (
        <>
          <PourTestPart test={pourTest} tool={tool} setTool={setTool} />
          <HollowsPart shown={hollows} setShown={setHollows} />
          {!none && <WaterTestPart key={water.id} water={water} plan={waterPlan} />}
        </>
      )}
      {part === 'dams' && !none && <DamsPart plan={waterPlan} />}
      {part === 'things' && !none && <ThingsPart tool={tool} setTool={setTool} />}
      {part === 'flow' && <FlowPart />}
      {part === 'shore' && !none && (
        <>
          <ShorePart water={water} wish={shore} setWish={setShore} tool={tool} setTool={setTool} />
          <MirrorPart tool={tool} setTool={setTool} />
        </>
      )}
      {part === 'before' && !none && (
        <BeforePart key={water.id} water={water}>
          <DryingPart />
        </BeforePart>
      )}
    </>
  );
}
