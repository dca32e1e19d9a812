import Button from 'react-bootstrap/Button';
import { useCups } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { useZone } from '../../slip/useNow';
import { HERE, knownZone } from '../../units/clock';
import { ChoiceField, NumberField, TextField } from '../../slip/fields';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, fullSize } from '../../units/units';
import type { Tool } from '../../sheet/tools';
import { JointsPart } from './JointsPart';
import { PhotoPart, type Span } from './PhotoPart';
import { CupMarks } from './CupMarks';
import { StandInsPart } from './StandInsPart';
import { ToolButton } from '../../slip/ToolButton';
import { setBuild, type Fields } from '../../desk/changes';

interface Sizes {
  baseMm: number;
  topMm: number;
  heightMm: number;
}

const sameCup = (one: Sizes | null, other: Sizes) =>
  one !== null && one.baseMm === other.baseMm && one.topMm === other.topMm && one.heightMm === other.heightMm;

/** The board: how large the scene is, at the bench and at full size, and what it is measured with. */
export function BoardSlip({
  tool,
  setTool,
  span,
  setSpan,
}: {
  tool: Tool;
  setTool: (tool: Tool) => void;
  span: Span | null;
  setSpan: (span: Span | null) => void;
}) {
  const ruling = tool.kind === 'span' && tool.wants === 'ruler';
  const { build, edit } = useDesk('build', 'edit');
  const units = useUnits();
  const cups = useCups();
  const length = (mm: number) => `${formatLength(mm, units)} ${units.length}`;
  const { board, measuring } = build;
  const { device, cup } = measuring;
  const setBoard = (change: Partial<typeof board>) => edit(setBuild({ board: change }));
  const setMeasuring = (change: Fields<typeof measuring>) => edit(setBuild({ measuring: change }));
  return (
    <>
      <header className="slip-head">
        <h2>{build.name}</h2>
        <p>
          {fullSize(board.widthMm, build.scale, units)} × {fullSize(board.depthMm, build.scale, units)} at full size
        </p>
      </header>
      <section>
        <TextField label="Name" value={build.name} onChange={(name) => void edit(setBuild({ name }))} />
        <NumberField label="Scale 1 :" value={build.scale} onChange={(scale) => edit(setBuild({ scale }))} />
        <NumberField
          label="Width"
          quantity="length"
          step={5}
          value={board.widthMm}
          onChange={(widthMm) => setBoard({ widthMm })}
        />
        <NumberField
          label="Depth"
          quantity="length"
          step={5}
          value={board.depthMm}
          onChange={(depthMm) => setBoard({ depthMm })}
        />
        <NumberField
          label="Board thickness"
          quantity="length"
          value={board.thicknessMm}
          onChange={(thicknessMm) => setBoard({ thicknessMm })}
        />
        <ChoiceField
          label="Board"
          value={board.material}
          choices={[
            { value: 'ply', label: 'Plywood' },
            { value: 'mdf', label: 'MDF' },
          ]}
          onChange={(material) => void setBoard({ material })}
        />
        <NumberField
          label="Ground reckoned every"
          quantity="length"
          step={0.5}
          value={board.cellMm}
          onChange={(cellMm) => setBoard({ cellMm })}
        />
      </section>
      <section>
        <h3>Scale</h3>
        <div className="tool-row">
          <ToolButton
            inHand={ruling}
            onClick={() => setTool(ruling ? { kind: 'hand' } : { kind: 'span', wants: 'ruler', from: null, to: null })}
          >
            Lay the ruler
          </ToolButton>
        </div>
        <p>
          A person of 1.75 m stands {length(1750 / build.scale)} tall; water up to the chest is{' '}
          {length(1300 / build.scale)} deep.
        </p>
      </section>
      <ClockPart />
      <StandInsPart tool={tool} setTool={setTool} />
      <PhotoPart tool={tool} setTool={setTool} span={span} setSpan={setSpan} />
      <JointsPart />
      <section>
        <h3>The room</h3>
        <NumberField
          label="Air"
          quantity="temperature"
          value={build.room.airC}
          onChange={(airC) => edit(setBuild({ room: { airC } }))}
        />
        <NumberField
          label="Humidity"
          suffix="%"
          step={5}
          value={build.room.humidityPercent}
          onChange={(humidityPercent) => edit(setBuild({ room: { humidityPercent } }))}
        />
      </section>
      <section>
        <h3>What you measure resin with</h3>
        <ChoiceField
          label="Device"
          value={device.kind}
          choices={[
            { value: 'scale', label: 'Scale' },
            { value: 'cup', label: 'Graduated cup' },
          ]}
          onChange={(kind) =>
            void setMeasuring({ device: { kind: kind as typeof device.kind, graduation: kind === 'scale' ? 0.1 : 1 } })
          }
        />
        <NumberField
          label="One graduation"
          quantity={device.kind === 'scale' ? 'mass' : 'volume'}
          step={0.1}
          value={device.graduation}
          onChange={(graduation) => setMeasuring({ device: { graduation } })}
        />
        <ChoiceField
          label="Cup"
          value={cups.find(({ shape }) => sameCup(shape, cup))?.id ?? ''}
          choices={[
            { value: '', label: 'Of the sizes below' },
            ...cups.map((one) => ({ value: one.id, label: one.name })),
          ]}
          onChange={(id) => {
            const shape = cups.find((one) => one.id === id)?.shape;
            if (shape != null) void setMeasuring({ cup: shape });
          }}
        />
        <NumberField
          label="Cup, inside, at the base"
          quantity="length"
          value={cup.baseMm}
          onChange={(baseMm) => setMeasuring({ cup: { baseMm } })}
        />
        <NumberField
          label="Cup, inside, at the rim"
          quantity="length"
          value={cup.topMm}
          onChange={(topMm) => setMeasuring({ cup: { topMm } })}
        />
        <NumberField
          label="Cup, inner height"
          quantity="length"
          value={cup.heightMm}
          onChange={(heightMm) => setMeasuring({ cup: { heightMm } })}
        />
        <CupMarks onTake={(cup) => setMeasuring({ cup })} />
        <NumberField
          label="Lost on sticks and walls"
          suffix="%"
          value={measuring.lossPercent}
          onChange={(lossPercent) => setMeasuring({ lossPercent })}
        />
        <NumberField
          label="Kept back by each cup"
          quantity="volume"
          value={measuring.residueMl}
          onChange={(residueMl) => setMeasuring({ residueMl })}
        />
        <p className="caution">A cup once used for resin stays in the workshop, never back to the kitchen.</p>
      </section>
    </>
  );
}

/** By whose clock the days go: the one of the place where it was begun, also when it is looked at from elsewhere. */
function ClockPart() {
  const { build, edit } = useDesk('build', 'edit');
  const zone = useZone();
  const noted = build.timeZone !== null;
  return (
    <section data-testid="clock">
      <h3>Clock</h3>
      <p>
        Days and evenings go by the clock of <strong>{zone.replaceAll('_', ' ')}</strong>
        {noted ? '.' : ', this machine’s: the build has none of its own yet.'}
      </p>
      {(!noted || zone !== knownZone(HERE)) && (
        <Button size="sm" variant="outline-primary" onClick={() => void edit(setBuild({ timeZone: HERE }))}>
          Keep to {HERE.replaceAll('_', ' ')}
        </Button>
      )}
    </section>
  );
}
