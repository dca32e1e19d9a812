import { useMutation, useQuery } from '@tanstack/react-query';
import Button from 'react-bootstrap/Button';
import { answer, api } from '../../api/client';
import type { PointMm, ShorePlan, Water } from '../../api/types';
import { useShore } from '../../desk/useWaterLooks';
import type { Tool } from '../../sheet/tools';
import { Figure } from '../../slip/Figure';
import { NumberField } from '../../slip/fields';
import { StandingMark } from '../../slip/StandingMark';
import { ToolButton } from '../../slip/ToolButton';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, unitOf } from '../../units/units';
import { Refused } from '../../slip/Refused';

/** How the shore is looked at: a mark every so far, heights over a place of the maker's choice. */
export interface ShoreWish {
  spacingMm: number;
  datum: PointMm | null;
}

const ON_THE_LINE_MM = 0.3;

/** Waterline marks round the shore, the level that throws them, and the band resin creeps up. */
export function ShorePart({
  water,
  wish,
  setWish,
  tool,
  setTool,
}: {
  water: Water;
  wish: ShoreWish;
  setWish: (wish: ShoreWish) => void;
  tool: Tool;
  setTool: (tool: Tool) => void;
}) {
  const units = useUnits();
  const { data, refusal } = useShore(true, wish.spacingMm, wish.datum);
  const choosing = tool.kind === 'point' && tool.wants === 'datum';
  const mm = unitOf('length', units);
  // What is on its way has its place already, about as wide as it will be: nothing moves away under the hand when it comes.
  const length = (valueMm: number | undefined) => (valueMm === undefined ? '––.–' : formatLength(valueMm, units));
  return (
    <>
      <section data-testid="shore">
        <h3>Marks of the waterline</h3>
        {refusal !== null && <Refused>{refusal}</Refused>}
        {refusal === null && (
          <p>
            <strong>{length(data?.waterlineMm)}</strong> {mm} over the board’s top,{' '}
            <strong>{length(data?.overBenchMm)}</strong> over the bench it lies on
            {data !== null && data.overDatumMm !== null && (
              <>
                ,{' '}
                <strong>
                  {formatLength(Math.abs(data.overDatumMm), units)} {data.overDatumMm < 0 ? 'under' : 'over'}
                </strong>{' '}
                your datum
              </>
            )}
            . {data?.marks.length ?? '––'} marks round the shore of {water.name}.
          </p>
        )}
        <NumberField
          label="A mark every"
          quantity="length"
          step={5}
          value={wish.spacingMm}
          onChange={(spacingMm) => setWish({ ...wish, spacingMm })}
        />
        <div className="tool-row">
          <ToolButton
            inHand={choosing}
            onClick={() => setTool(choosing ? { kind: 'hand' } : { kind: 'point', wants: 'datum' })}
          >
            Choose a datum
          </ToolButton>
          {wish.datum !== null && (
            <Button size="sm" variant="outline-primary" onClick={() => setWish({ ...wish, datum: null })}>
              Without it
            </Button>
          )}
        </div>
      </section>
      <LaserPart waterlineMm={water.waterlineMm} />
      {refusal === null && <CreepPart shore={data} />}
    </>
  );
}

function CreepPart({ shore }: { shore: ShorePlan | null }) {
  const units = useUnits();
  return (
    <section>
      <Figure working={shore?.working} label="the creep">
        <span>
          Resin creeps <strong>{shore === null ? '–.–' : formatLength(shore.creepMm, units)}</strong>{' '}
          {unitOf('length', units)} up the bank
        </span>
      </Figure>
      <p>
        The band on the Sheet, {shore === null ? '––' : (shore.creepAreaMm2 / 100).toFixed(0)} cm²: keep loose fibres
        out of it, or let bank growth hide it afterwards.
      </p>
    </section>
  );
}

/** The laser level: how far its line is off the waterline. */
function LaserPart({ waterlineMm }: { waterlineMm: number }) {
  const units = useUnits();
  const { data, error, refetch, isFetching } = useQuery({
    queryKey: ['laser'],
    queryFn: () =>
      answer(api.GET('/api/instruments/{instrumentId}/reading', { params: { path: { instrumentId: 'laser-level' } } })),
    enabled: false,
    retry: false,
  });
  // One turn at a time: a second press before the first is read would turn it as far again.
  const turn = useMutation({
    mutationFn: (byMm: number) => answer(api.POST('/api/instruments/laser-level/turn', { body: { byMm } })),
    onSuccess: () => refetch(),
  });
  const busy = isFetching || turn.isPending;
  const wrong = error ?? turn.error;
  const off = data === undefined ? null : waterlineMm - data.value;
  return (
    <section data-testid="laser">
      <h3>Laser level</h3>
      <p className="quiet">
        A stand-in that only plays one: it throws a level line and tells its height over the board.
      </p>
      {wrong !== null && <Refused>{wrong.message}</Refused>}
      {data !== undefined && off !== null && (
        <p aria-live="polite">
          Its line stands at <strong>{formatLength(data.value, units)}</strong> {unitOf('length', units)}.{' '}
          {Math.abs(off) <= ON_THE_LINE_MM ? (
            <>
              <StandingMark standing="holds" /> On the waterline: mark it all round.
            </>
          ) : (
            <>
              {off > 0 ? 'Raise' : 'Lower'} it by <strong>{formatLength(Math.abs(off), units)}</strong>.
            </>
          )}
        </p>
      )}
      <div className="tool-row">
        <Button size="sm" variant="outline-primary" disabled={busy} onClick={() => void refetch()}>
          Read it
        </Button>
        {off !== null && Math.abs(off) > ON_THE_LINE_MM && (
          <Button
            size="sm"
            variant="outline-primary"
            disabled={busy}
            onClick={() => turn.mutate(Math.round(off * 10) / 10)}
          >
            Turn its screw
          </Button>
        )}
      </div>
      <p className="caution">Never into eyes, also not off a shiny surface.</p>
    </section>
  );
}
