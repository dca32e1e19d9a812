import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { placeFor, strokeEdit, unused } from '../sheet/edits';
import type { Made, PointWish } from '../sheet/tools';
import { answer, api } from '../api/client';
import type { PointMm } from '../api/types';
import { Cut } from '../cut/Cut';
import { freshId, useDesk, useDeskNow, useOnDesk } from '../desk/DeskContext';
import { DeskProvider } from '../desk/DeskProvider';
import { newWater } from '../desk/newWater';
import { usePourTest } from '../desk/usePourTest';
import { useHollows, useRunning, useShore } from '../desk/useWaterLooks';
import { Sheet, type WaterLooks } from '../sheet/Sheet';
import { useTool } from '../sheet/useTool';
import { BenchStage } from '../stages/bench/BenchStage';
import { BoardSlip } from '../stages/board/BoardSlip';
import type { Span } from '../stages/board/PhotoPart';
import { GroundSlip } from '../stages/ground/GroundSlip';
import { DaysStage } from '../stages/days/DaysStage';
import { InkSlip } from '../stages/ink/InkSlip';
import { withPlace } from '../stages/ink/recipe';
import { Wedge } from '../stages/ink/Wedge';
import { LogStage } from '../stages/log/LogStage';
import { PoursSlip } from '../stages/pours/PoursSlip';
import type { WaterPart } from '../stages/water/parts';
import type { ShoreWish } from '../stages/water/ShorePart';
import { WaterSlip } from '../stages/water/WaterSlip';
import { Staff } from '../staff/Staff';
import { Tideline } from '../tideline/Tideline';
import { Header } from './Header';
import { Help } from './Help';
import { LookSwitch, type Instrument } from './LookSwitch';
import { Messages } from './Messages';
import { leftAt, STAGES, type StagePath } from './stages';
import { useKeys } from './useKeys';
import { addTo } from '../desk/changes';

const Relief = lazy(() => import('../relief/Relief'));

/** A build on the bench: three instruments that show the same water, the Slip of the stage, the days along the bottom. */
export function BuildPage() {
  const { id, stage } = useParams();
  const known = STAGES.find((one) => one.path === stage);
  if (id === undefined || known === undefined) return <Navigate to="/" replace />;
  return (
    <DeskProvider key={id} id={id}>
      <Instruments stage={known.path} />
    </DeskProvider>
  );
}

function Instruments({ stage }: { stage: StagePath }) {
  const { id: deskId } = useDesk('id');
  const name = useOnDesk((desk) => desk.build.name);
  const now = useDeskNow();
  const navigate = useNavigate();
  const { tool, setTool, now: toolNow } = useTool();
  const [help, setHelp] = useState(false);
  const [span, setSpan] = useState<Span | null>(null);
  const [relief, setRelief] = useState(false);
  const [below, setBelow] = useState<'wedge' | 'cut'>('wedge');
  const [looking, setLooking] = useState<Instrument | null>(null);
  const pourTest = usePourTest();
  const [part, setPart] = useState<WaterPart>('level');
  const [shore, setShore] = useState<ShoreWish>({ spacingMm: 40, datum: null });
  const [hollowsShown, setHollows] = useState(false);
  const looks = useLooks(stage === 'water' ? part : null, stage, shore, hollowsShown);
  const pointer = useRef<PointMm | null>(null);
  const pourUnderPointer = () => {
    if (pointer.current === null) return;
    void navigate(`/builds/${deskId}/water`);
    setPart('test');
    pourTest.pour(pointer.current);
  };
  useKeys(() => setHelp(true), setRelief, pourUnderPointer);
  useEffect(() => setTool({ kind: 'hand' }), [stage, setTool]);
  useEffect(() => leftAt(deskId, stage), [deskId, stage]);
  useEffect(() => {
    document.title = `${name} · Ink Basin`;
  }, [name]);

  const onMade = (made: Made) => {
    const { rest, edit, selectStep, selectStandIn, selectDrowned } = now();
    switch (made.kind) {
      case 'step': {
        const taken = new Set(rest.recipe.map((o) => o.name));
        const step = { ...made.step, name: unused(made.step.name, taken) };
        selectStep(step.id);
        void edit(addTo('recipe', step, placeFor(rest.recipe, step.kind)));
        break;
      }
      case 'stroke': {
        const id = freshId('strokes');
        // Made when its turn comes: a stroke that follows another at once goes on in its set.
        void edit((build) => strokeEdit(build.recipe, made.stroke, id));
        break;
      }
      case 'paint': {
        const { water } = now();
        const item = made.stroke;
        if (water !== null) void edit({ kind: 'append', list: 'waters', id: water.id, field: 'bedStrokes', item });
        break;
      }
      case 'water':
        void placeWater(made.water.seed);
        break;
      case 'standIn': {
        const name = unused(made.thing.name, new Set(rest.standIns.map((one) => one.name)));
        selectStandIn(made.thing.id);
        void edit(addTo('standIns', { ...made.thing, name }));
        break;
      }
      case 'drowned': {
        const name = unused(made.thing.name, new Set(rest.drowned.map((one) => one.name)));
        selectDrowned(made.thing.id);
        void edit(addTo('drowned', { ...made.thing, name }));
        break;
      }
      case 'point':
        placePoint(made.wants, made.at);
        break;
      case 'span':
        if (made.wants === 'photo') setSpan({ from: made.from, to: made.to });
        break;
    }
  };

  const placePoint = (wants: PointWish, at: PointMm) => {
    const desk = now();
    const sight = desk.sight ?? { eye: at, eyeM: 1.6, peak: null };
    if (wants === 'eye') desk.setSight({ ...sight, eye: at });
    else if (wants === 'peak') desk.setSight({ ...sight, peak: at });
    else if (wants === 'pour') pourTest.pour(at);
    else if (wants === 'datum') setShore({ ...shore, datum: at });
    else if (wants === 'colour') {
      if (desk.water !== null) void desk.edit(withPlace(desk.water.id, at));
    } else {
      const bed = desk.rest.recipe.find((one) => one.id === desk.stepId);
      if (bed?.kind !== 'surveyedBed') return;
      const depthMm = bed.soundings.at(-1)?.depthMm ?? 8;
      void desk.edit({ kind: 'append', list: 'recipe', id: bed.id, field: 'soundings', item: { place: at, depthMm } });
    }
  };

  const placeWater = async (seed: PointMm) => {
    const proposed = await answer(
      api.GET('/api/builds/{id}/waterline', { params: { path: { id: deskId }, query: seed } }),
    ).catch(() => null);
    const { build, edit, selectWater } = now();
    const last = build.waters.at(-1);
    const water = newWater(
      unused('Water', new Set(build.waters.map((w) => w.name))),
      seed,
      proposed?.waterlineMm ?? last?.waterlineMm ?? 15,
      last,
    );
    selectWater(water.id);
    void edit(addTo('waters', water));
  };

  if (stage === 'days' || stage === 'bench' || stage === 'log')
    return (
      <div className={`bench stage-${stage}`}>
        <Header onHelp={() => setHelp(true)} />
        {stage === 'days' ? (
          <DaysStage messages={<Messages />} />
        ) : stage === 'bench' ? (
          <BenchStage messages={<Messages />} />
        ) : (
          <LogStage messages={<Messages />} />
        )}
        <Help show={help} onHide={() => setHelp(false)} />
      </div>
    );
  return (
    <div className={`bench stage-${stage}`} data-looking={looking ?? undefined}>
      <Header onHelp={() => setHelp(true)} />
      <Staff />
      <main className="plan-and-cut">
        <div className="sheet-place">
          <Sheet
            tool={tool}
            toolNow={toolNow}
            setTool={setTool}
            onMade={onMade}
            showSteps={stage === 'ground'}
            showThings={stage === 'board'}
            showSight={stage === 'water' && part === 'shore'}
            looks={looks}
            pourTest={pourTest}
            pointer={pointer}
          />
          {relief && (
            <Suspense fallback={<p className="sheet-hint">Tilting the board up…</p>}>
              <Relief />
            </Suspense>
          )}
          <button
            type="button"
            className="relief-switch"
            aria-pressed={relief}
            title="Relief (hold Space)"
            onClick={() => setRelief(!relief)}
          >
            Relief
          </button>
          {stage === 'ink' && (
            <button
              type="button"
              className="relief-switch below-switch"
              onClick={() => setBelow(below === 'wedge' ? 'cut' : 'wedge')}
            >
              {below === 'wedge' ? 'Cut' : 'Wedge'}
            </button>
          )}
        </div>
        {stage === 'ink' && below === 'wedge' ? <Wedge /> : <Cut />}
      </main>
      <aside className="slip" aria-label="Slip">
        <Messages />
        <LookSwitch looking={looking} onLook={setLooking} />
        {stage === 'board' && <BoardSlip tool={tool} setTool={setTool} span={span} setSpan={setSpan} />}
        {stage === 'ground' && <GroundSlip tool={tool} setTool={setTool} />}
        {stage === 'water' && (
          <WaterSlip
            tool={tool}
            setTool={setTool}
            part={part}
            setPart={setPart}
            pourTest={pourTest}
            shore={shore}
            setShore={setShore}
            hollows={hollowsShown}
            setHollows={setHollows}
          />
        )}
        {stage === 'pours' && <PoursSlip />}
        {stage === 'ink' && <InkSlip tool={tool} setTool={setTool} />}
      </aside>
      <Tideline />
      {looking !== null && (
        <button type="button" className="look-back" onClick={() => setLooking(null)}>
          Back to the Slip
        </button>
      )}
      <Help show={help} onHide={() => setHelp(false)} />
    </div>
  );
}

/** What the leaf of the Slip that is open draws on the Sheet. */
function useLooks(part: WaterPart | null, stage: StagePath, wish: ShoreWish, hollowsShown: boolean): WaterLooks {
  const hollows = useHollows(part === 'test' && hollowsShown);
  const shore = useShore(part === 'shore', wish.spacingMm, wish.datum);
  const running = useRunning(part === 'flow');
  return useMemo(
    () => ({
      hollows: hollows.data,
      shore: shore.data,
      datum: wish.datum,
      streams: running.data,
      things: part === 'things',
      dams: part === 'dams',
      places: stage === 'pours',
      colours: stage === 'ink',
    }),
    [hollows.data, shore.data, wish.datum, running.data, part, stage],
  );
}
