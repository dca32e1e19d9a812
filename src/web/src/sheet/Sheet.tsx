import { useEffect, useMemo, useRef, useState, type PointerEvent, type RefObject } from 'react';
import { freshId, useDesk } from '../desk/DeskContext';
import type { Ground } from '../api/ground';
import type { HollowAnswer, Step, PointMm, RunningWater, ShorePlan } from '../api/types';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity, fullSize, unitOf } from '../units/units';
import { useMirror } from '../desk/useMirror';
import type { PourTestState } from '../desk/usePourTest';
import { CutLineDrawing } from './CutLineDrawing';
import { DamHandles } from './DamHandles';
import { DrownedThings } from './DrownedThings';
import { Dams, OpenEdges, SpillFlag } from './Edges';
import { Measure } from './Measure';
import { PouredDrawing, RunOffMarks } from './PouredDrawing';
import { drawRelief } from './relief';
import { isClosed, isCurved, pointsOf } from './shapes';
import { smoothPath, straightPath } from './smoothLine';
import { SightLine } from './SightLine';
import { StandIns } from './StandIns';
import { StepHandles } from './StepHandles';
import { placeFor, strokeEdit } from './edits';
import { soFar, step, type Made, type PointWish, type Site, type SpanWish, type Tool } from './tools';
import { Underlay } from './Underlay';
import { useSize } from './useSize';
import { fit, half, toBoard } from './view';
import { WaterDrawing } from './Waters';
import { FlowDrawing, HollowsDrawing, ShoreDrawing } from './WaterLooks';
import { heightLines, pathOf } from './waterShapes';
import { addTo } from '../desk/changes';

const HEIGHT_LINE_MM = 2.5;

const HINT: Record<Exclude<Tool['kind'], 'hand' | 'point' | 'span'> | PointWish | SpanWish, string> = {
  line: 'Press along the line; past the edge to run off the board. Enter or a double press ends it, Escape drops it.',
  box: 'Press and drag across it. Enter puts one in the middle, Escape drops it.',
  brush: 'Draw on the board with the brush. Escape lays it down.',
  water: 'Press where the water is to stand. Enter puts it in the middle, Escape drops it.',
  standIn: 'Press where it is to stand. Enter puts it in the middle, Escape drops it.',
  drowned: 'Press where it is to lie. Enter puts it in the middle, Escape drops it.',
  sounding: 'Press where the stick stood, for each depth. Escape lays it down.',
  eye: 'Press where the eye is, on the board or beside it.',
  peak: 'Press on the peak that is to be mirrored.',
  pour: 'Press where you pour. Press again to add, Escape puts the jug down.',
  datum: 'Press on the place that heights are to be told over: a rail, a sill, a corner of the board.',
  ruler: 'Press and drag from one place to another. Escape lays the ruler down.',
  photo: 'Drag on the photo from one place to another whose distance you know.',
};

/** What the Water stage draws over the board, null for what is not looked at. */
export interface WaterLooks {
  hollows: HollowAnswer[] | null;
  shore: ShorePlan | null;
  datum: PointMm | null;
  streams: RunningWater[] | null;
  /** Drowned things can be taken hold of. */
  things: boolean;
  /** The dams' ends can be taken hold of. */
  dams: boolean;
}

/** The board from above, to scale. */
export function Sheet({
  tool,
  setTool,
  onMade,
  showSteps,
  showThings,
  showSight,
  looks,
  pourTest,
  pointer,
}: {
  tool: Tool;
  setTool: (tool: Tool) => void;
  onMade: (made: Made) => void;
  showSteps: boolean;
  /** Stand-ins and the photo can be taken hold of. */
  showThings: boolean;
  showSight: boolean;
  /** What of the waters is drawn over the board. */
  looks: WaterLooks;
  pourTest: PourTestState;
  /** Told the place under the pointer, for the keys that act there. */
  pointer: RefObject<PointMm | null>;
}) {
  const desk = useDesk();
  const { build, rest, restGround, plan, ground, water, waterPlan, drafting, preview, dropPreview } = desk;
  const units = useUnits();
  const { look } = useMirror();
  const [box, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [hover, setHover] = useState<PointMm | null>(null);
  const view = useMemo(
    () => fit(size.width, size.height, ground.columns * ground.cellMm, ground.rows * ground.cellMm),
    [size, ground.columns, ground.rows, ground.cellMm],
  );
  const widthPx = view.widthMm * view.scale;
  const heightPx = view.depthMm * view.scale;

  useEffect(() => {
    if (canvas.current !== null && widthPx > 1)
      drawRelief(canvas.current, ground, widthPx, heightPx, window.devicePixelRatio || 1);
  }, [ground, widthPx, heightPx]);

  // Not while something is dragged: the relief alone says enough then, and the hand comes first.
  const lines = useMemo(() => (drafting ? [] : heightLines(ground, HEIGHT_LINE_MM)), [ground, drafting]);

  const toolId = useRef('');
  if (tool.kind === 'hand') toolId.current = '';
  else if (toolId.current === '') toolId.current = freshId(tool.kind);

  const advance = (event: Parameters<typeof step>[1]) => {
    const next = step(tool, event, site());
    if (next.tool !== tool) setTool(next.tool);
    if (next.made !== null) onMade(next.made);
    else if (event.kind === 'cancel') dropPreview();
    else tryOut(next.tool, event.kind === 'move' || event.kind === 'press' ? event.at : null);
  };
  const site = (): Site => ({
    board: build.board,
    id: toolId.current,
    // The kept ground: what is being drawn must not start from its own draft.
    heightAt: (place) => heightOn(restGround, place) ?? 0,
  });
  const tryOut = (now: Tool, at: PointMm | null) => {
    const made = soFar(now, at, site());
    if (made?.kind === 'step') preview(addTo('recipe', made.step, placeFor(rest.recipe, made.step.kind)));
    else if (made?.kind === 'stroke') preview(strokeEdit(rest.recipe, made.stroke, toolId.current));
  };

  const latest = useRef(advance);
  latest.current = advance;
  useEffect(() => {
    if (tool.kind === 'hand') return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' && event.key !== 'Escape') return;
      event.preventDefault();
      latest.current({ kind: event.key === 'Enter' ? 'finish' : 'cancel' });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [tool.kind]);

  const at = (event: PointerEvent<Element>) => half(toBoard(view, event.currentTarget, event));
  const measuring = tool.kind === 'point' && tool.wants === 'sounding';
  // While liquid is poured, or the hollows are shown, the board is dry but for them.
  const undisturbed = pourTest.frame === null && looks.hollows === null;
  const selectedStep = showSteps ? build.recipe.find((step) => step.id === desk.stepId) : undefined;

  return (
    <div
      className={`sheet ${tool.kind === 'hand' ? '' : 'drawing'}`}
      ref={box}
      role="group"
      aria-label="Sheet: the board from above"
    >
      <canvas
        ref={canvas}
        className="relief"
        style={{ left: view.left, top: view.top, width: widthPx, height: heightPx }}
        aria-hidden="true"
      />
      {size.width > 0 && (
        <svg
          className="sheet-drawing"
          width={size.width}
          height={size.height}
          onPointerDown={(event) => {
            if (tool.kind === 'hand') return;
            event.currentTarget.setPointerCapture(event.pointerId);
            advance({ kind: 'press', at: at(event) });
          }}
          onPointerMove={(event) => {
            pointer.current = at(event);
            if (tool.kind === 'hand') return;
            setHover(at(event));
            advance({ kind: 'move', at: at(event) });
          }}
          onPointerUp={(event) => {
            if (tool.kind !== 'hand') advance({ kind: 'release', at: at(event) });
          }}
          onDoubleClick={() => {
            if (tool.kind === 'line') advance({ kind: 'finish' });
          }}
        >
          <defs>
            <pattern id="teeth" width="8" height="8" patternUnits="userSpaceOnUse">
              <rect width="4" height="8" className="teeth" />
            </pattern>
          </defs>
          <g transform={`translate(${view.left} ${view.top})`}>
            <Underlay view={view} handles={showThings && tool.kind === 'hand'} />
            {lines.map(({ levelMm, rings }) => (
              <path
                key={levelMm}
                className={levelMm % 10 === 0 ? 'height-line tenth' : 'height-line'}
                d={pathOf(rings, view.scale)}
              />
            ))}
            {build.waters.map((w, i) => {
              const waterPlanned = plan.waters[i];
              return waterPlanned === undefined || !undisturbed ? null : (
                <WaterDrawing
                  key={w.id}
                  ground={ground}
                  water={w}
                  plan={waterPlanned}
                  view={view}
                  selected={w.id === water?.id}
                  onSelect={() => {
                    if (tool.kind === 'hand') desk.selectWater(w.id);
                  }}
                />
              );
            })}
            {looks.hollows !== null && pourTest.frame === null && (
              <HollowsDrawing hollows={looks.hollows} ground={ground} view={view} />
            )}
            {looks.shore !== null && (
              <ShoreDrawing shore={looks.shore} datum={looks.datum} ground={ground} view={view} />
            )}
            <DrownedThings view={view} handles={looks.things && tool.kind === 'hand'} />
            {looks.streams !== null && <FlowDrawing streams={looks.streams} view={view} />}
            <PouredDrawing test={pourTest} ground={ground} view={view} />
            <rect className="board-edge" width={widthPx} height={heightPx} />
            <Dams dams={build.dams} view={view} />
            <RunOffMarks test={pourTest} view={view} />
            {waterPlan !== null && undisturbed && <OpenEdges plan={waterPlan} view={view} />}
            {waterPlan !== null && undisturbed && looks.streams === null && waterPlan.level.wetRuns.length > 0 && (
              <SpillFlag plan={waterPlan} view={view} />
            )}
            {showSteps &&
              build.recipe
                .filter((step) => step !== selectedStep && step.enabled)
                .map((step) => <StepOutline key={step.id} step={step} scale={view.scale} />)}
            <StandIns view={view} handles={showThings && tool.kind === 'hand'} />
            {showSight && desk.sight !== null && <SightLine sight={desk.sight} look={look} view={view} />}
            {tool.kind === 'hand' && <CutLineDrawing view={view} />}
            {looks.dams && tool.kind === 'hand' && <DamHandles view={view} />}
            {selectedStep !== undefined && (tool.kind === 'hand' || measuring) && (
              <StepHandles step={selectedStep} view={view} />
            )}
            {tool.kind === 'brush' && hover !== null && (
              <circle
                className="brush-ring"
                cx={hover.xMm * view.scale}
                cy={hover.yMm * view.scale}
                r={(tool.brush.brushMm / 2) * view.scale}
              />
            )}
            {tool.kind === 'span' && tool.from !== null && (
              <Measure
                from={tool.from}
                to={tool.to ?? hover ?? tool.from}
                view={view}
                ratio={build.scale}
                heightAt={(place) => heightOn(ground, place)}
              />
            )}
            {tool.kind === 'line' && <LineSoFar tool={tool} hover={hover} scale={view.scale} />}
          </g>
          <ScaleBar
            left={view.left}
            top={view.top + heightPx + 30}
            scale={view.scale}
            ratio={build.scale}
            label={(mm) =>
              `${formatQuantity(mm, 'length', units)} ${unitOf('length', units)} = ${fullSize(mm, build.scale, units)}`
            }
          />
        </svg>
      )}
      {tool.kind !== 'hand' && <p className="sheet-hint">{HINT['wants' in tool ? tool.wants : tool.kind]}</p>}
    </div>
  );
}

/** Height of the ground at a place; null off the board. */
function heightOn(ground: Ground, { xMm, yMm }: PointMm): number | null {
  const [column, row] = [Math.floor(xMm / ground.cellMm), Math.floor(yMm / ground.cellMm)];
  if (column < 0 || row < 0 || column >= ground.columns || row >= ground.rows) return null;
  return ground.heightsMm[row * ground.columns + column] ?? null;
}

function StepOutline({ step, scale }: { step: Step; scale: number }) {
  const desk = useDesk();
  const points = pointsOf(step);
  if (points.length === 0) return null;
  const path = (isCurved(step) ? smoothPath : straightPath)(points, scale, isClosed(step));
  return (
    <g className="step-outline" onPointerDown={() => desk.selectStep(step.id)}>
      <path className="step-reach" d={path} />
      <path className="step-thin" d={path} />
    </g>
  );
}

function LineSoFar({
  tool,
  hover,
  scale,
}: {
  tool: Extract<Tool, { kind: 'line' }>;
  hover: PointMm | null;
  scale: number;
}) {
  const points = hover === null ? tool.points : [...tool.points, hover];
  return (
    <g className="so-far">
      <path d={smoothPath(points, scale, false)} />
      {tool.points.map((point) => (
        <circle key={`${point.xMm} ${point.yMm}`} cx={point.xMm * scale} cy={point.yMm * scale} r={5} />
      ))}
    </g>
  );
}

function ScaleBar({
  left,
  top,
  scale,
  label,
}: {
  left: number;
  top: number;
  scale: number;
  ratio: number;
  label: (mm: number) => string;
}) {
  const length = [500, 200, 100, 50, 20, 10].find((mm) => mm * scale <= 160) ?? 5;
  const px = length * scale;
  return (
    <g className="scale-bar" transform={`translate(${left} ${top})`}>
      <rect width={px} height={5} className="scale-bar-frame" />
      {[0, 2].map((k) => (
        <rect key={k} x={(px / 4) * k} width={px / 4} height={5} className="scale-bar-dark" />
      ))}
      <text x={px + 10} y={7}>
        {label(length)}
      </text>
    </g>
  );
}
