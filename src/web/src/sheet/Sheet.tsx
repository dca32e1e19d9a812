import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { freshId, useDesk, useDeskNow } from '../desk/DeskContext';
import type { Ground } from '../api/ground';
import type { HollowAnswer, PointMm, RunningWater, ShorePlan } from '../api/types';
import { placesAhead } from '../api/plan';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity, fullSize, unitOf } from '../units/units';
import { useMirror } from '../desk/useMirror';
import { useWaterPictures } from '../desk/useWaterPictures';
import type { PourTestState } from '../desk/usePourTest';
import { addTo } from '../desk/changes';
import { Labels } from '../scene/Label';
import { place } from '../scene/labels';
import { spreadBy, type Place } from '../scene/pointer';
import { isTyped } from '../scene/isTyped';
import { usePointer } from '../scene/usePointer';
import { useSize } from '../scene/useSize';
import { useZoom } from '../scene/useZoom';
import { fit, half, toBoard } from '../scene/view';
import { CutLineDrawing } from './CutLineDrawing';
import { DamHandles } from './DamHandles';
import { DrownedThings } from './DrownedThings';
import { Dams, OpenEdges, SpillFlag } from './Edges';
import { HeightLines } from './HeightLines';
import { hintOf } from './hints';
import { Measure } from './Measure';
import { InkPlaces, PaintSoFar } from './InkPlaces';
import { LineSoFar, StepOutline } from './Outlines';
import { PlacesDrawing, PouredDrawing, RunOffMarks } from './PouredDrawing';
import { drawReliefAt } from './relief';
import {
  damWishes,
  hollowWishes,
  openEdgeWishes,
  placesWishes,
  poolWishes,
  seen,
  sheetTaken,
  spillWish,
  standInWishes,
  streamWishes,
  waterWishes,
} from './sheetLabels';
import { ScaleBar, ZoomTools } from './ScaleBar';
import { SightLine } from './SightLine';
import { StandIns } from './StandIns';
import { gripsOf, StepHandles } from './StepHandles';
import { placeFor, strokeEdit } from './edits';
import { soFar, step, type Made, type Site, type Tool } from './tools';
import { Underlay } from './Underlay';
import { WaterDrawing } from './Waters';
import { FlowDrawing, HollowsDrawing, ShoreDrawing } from './WaterLooks';

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
  /** Where the next layer is poured, when it is several places. */
  places: boolean;
  /** Where colours stand side by side in the selected water. */
  colours: boolean;
}

/** The board from above, to scale. */
export function Sheet({
  tool,
  toolNow,
  setTool,
  onMade,
  showSteps,
  showThings,
  showSight,
  looks,
  pourTest,
  pointer,
}: {
  /** The tool as it is drawn. */
  tool: Tool;
  /** The tool as it is this instant. */
  toolNow: () => Tool;
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
  const { build, plan, ground, water, waterPlan, stepId, standInId, sight, cut } = useDesk(
    'build',
    'plan',
    'ground',
    'water',
    'waterPlan',
    'stepId',
    'standInId',
    'sight',
    'cut',
  );
  // The figures first: the drawing of the waters follows them, in the same frame where there is time.
  const drawn = useDeferredValue(plan);
  const { drafting, preview, dropPreview, selectWater } = useDesk('drafting', 'preview', 'dropPreview', 'selectWater');
  const now = useDeskNow();
  const units = useUnits();
  const { look } = useMirror();
  const pictures = useWaterPictures();
  const [box, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [hover, setHover] = useState<PointMm | null>(null);
  const whole = useMemo(
    () => fit(size.width, size.height, ground.columns * ground.cellMm, ground.rows * ground.cellMm),
    [size, ground.columns, ground.rows, ground.cellMm],
  );
  const { view, zoom, zoomBy, pan, moveBy, setWhole } = useZoom(box, whole);
  const widthPx = view.widthMm * view.scale;
  const heightPx = view.depthMm * view.scale;

  useEffect(() => {
    if (canvas.current !== null && size.width > 1)
      drawReliefAt(
        canvas.current,
        ground,
        size,
        [view.left, view.top, widthPx, heightPx],
        window.devicePixelRatio || 1,
      );
  }, [ground, size, view.left, view.top, widthPx, heightPx]);

  const toolId = useRef('');
  if (tool.kind === 'hand') toolId.current = '';
  else if (toolId.current === '') toolId.current = freshId(tool.kind);

  const advance = (event: Parameters<typeof step>[1]) => {
    const held = toolNow();
    const next = step(held, event, site());
    if (next.tool !== held) setTool(next.tool);
    if (next.made !== null) onMade(next.made);
    else if (event.kind === 'cancel' || event.kind === 'lost') dropPreview();
    else tryOut(next.tool, event.kind === 'move' || event.kind === 'press' ? event.at : null);
  };
  const site = (): Site => ({
    board: build.board,
    id: toolId.current,
    // The kept ground: what is being drawn must not start from its own draft.
    heightAt: (place) => heightOn(now().restGround, place) ?? 0,
  });
  const tryOut = (held: Tool, at: PointMm | null) => {
    const made = soFar(held, at, site());
    const { recipe } = now().rest;
    if (made?.kind === 'step') preview(addTo('recipe', made.step, placeFor(recipe, made.step.kind)));
    else if (made?.kind === 'stroke') preview(strokeEdit(recipe, made.stroke, toolId.current));
  };

  const latest = useRef(advance);
  latest.current = advance;
  useEffect(() => {
    if (tool.kind === 'hand') return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' && event.key !== 'Escape') return;
      // A number that is typed while something is in the hand is not the end of it.
      if (event.key === 'Enter' && event.target instanceof HTMLElement && isTyped(event.target)) return;
      event.preventDefault();
      latest.current({ kind: event.key === 'Enter' ? 'finish' : 'cancel' });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [tool.kind]);

  const inHand = tool.kind !== 'hand';
  const onBoard = (at: Place): PointMm => {
    const area = box.current?.getBoundingClientRect();
    return half(toBoard(view, { x: at.x - (area?.left ?? 0), y: at.y - (area?.top ?? 0) }));
  };
  const drawing = usePointer({
    begin: (at) => {
      if (inHand) advance({ kind: 'press', at: onBoard(at) });
      else pan.begin();
    },
    move: (from, at) => {
      if (inHand) advance({ kind: 'move', at: onBoard(at) });
      else pan.move(at.x - from.x, at.y - from.y);
    },
    end: (_, at) => {
      if (inHand) advance({ kind: 'release', at: onBoard(at) });
    },
    drop: () => {
      if (inHand) advance({ kind: 'lost' });
    },
    pinch: ([a, b], [c, d]) => {
      moveBy((c.x + d.x - a.x - b.x) / 2, (c.y + d.y - a.y - b.y) / 2);
      zoomBy(spreadBy([a, b], [c, d]), { x: (c.x + d.x) / 2, y: (c.y + d.y) / 2 });
    },
  });

  const onSelectWater = useCallback(
    (id: string) => {
      if (!inHand) selectWater(id);
    },
    [inHand, selectWater],
  );
  const measuring = tool.kind === 'point' && tool.wants === 'sounding';
  const span = tool.kind === 'span' ? tool : null;
  // While liquid is poured, or the hollows are shown, the board is dry but for them.
  const undisturbed = pourTest.frame === null && looks.hollows === null;
  const selectedStep = showSteps ? build.recipe.find((one) => one.id === stepId) : undefined;
  const handled = !inHand || measuring ? selectedStep : undefined;
  const held = showThings && !inHand ? build.standIns.find((one) => one.id === standInId) : undefined;
  const spills =
    waterPlan !== null && undisturbed && looks.streams === null && waterPlan.level.wetRuns.length > 0
      ? waterPlan
      : null;
  const open = waterPlan !== null && undisturbed ? waterPlan.edges.open : null;
  const { frame } = pourTest;
  const waters = useMemo(() => waterWishes(build, drawn, ground, view, units), [build, drawn, ground, view, units]);
  const places = useMemo(
    () => (looks.places && undisturbed ? placesAhead(waterPlan) : []),
    [looks.places, undisturbed, waterPlan],
  );
  const marks = useMemo(
    () => [
      ...places.map(({ at }) => ({ at, reach: 8 })),
      ...(frame === null ? [] : pourTest.pours.map(({ at }) => ({ at, reach: 6 }))),
      ...(handled === undefined ? [] : gripsOf(handled).map((at) => ({ at, reach: 9 }))),
      ...(held === undefined ? [] : [{ at: held.centre, reach: 9 }]),
    ],
    [places, frame, pourTest.pours, handled, held],
  );
  const placed = useMemo(
    () =>
      place(
        [
          ...(undisturbed ? waters.wishes : []),
          ...damWishes(build.dams, view, units),
          ...(open === null ? [] : openEdgeWishes(open, view, units)),
          ...(spills === null ? [] : [spillWish(spills, view, units)]),
          ...placesWishes(places, view, units),
          ...standInWishes(build, view),
          ...(looks.streams === null ? [] : streamWishes(looks.streams, view, units)),
          ...(looks.hollows === null || frame !== null ? [] : hollowWishes(looks.hollows, view, units)),
          ...(frame === null ? [] : poolWishes(frame, view, units)),
        ],
        sheetTaken(view, inHand ? null : cut, build, looks.streams, marks),
        seen(view),
      ),
    [
      undisturbed,
      waters,
      build,
      view,
      units,
      open,
      spills,
      looks.streams,
      looks.hollows,
      frame,
      inHand,
      cut,
      marks,
      places,
    ],
  );

  return (
    <div
      className={`sheet ${inHand ? 'drawing' : ''} ${zoom === null ? '' : 'zoomed'}`}
      ref={box}
      role="group"
      aria-label="Sheet: the board from above"
    >
      <canvas ref={canvas} className="relief" style={size} aria-hidden="true" />
      {size.width > 0 && (
        <svg
          className="sheet-drawing"
          width={size.width}
          height={size.height}
          {...drawing}
          onPointerMove={(event) => {
            const at = onBoard({ x: event.clientX, y: event.clientY });
            pointer.current = at;
            if (inHand) {
              setHover(at);
              // A line is shown on its way to the pointer, held or not.
              if (event.buttons === 0) advance({ kind: 'move', at });
            }
            drawing.onPointerMove(event);
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
          <Labels placed={placed}>
            <g transform={`translate(${view.left} ${view.top})`}>
              <Underlay view={view} handles={showThings && !inHand} />
              {/* Not while something is dragged: the relief alone says enough then, and the hand comes first. */}
              {!drafting && <HeightLines ground={ground} scale={view.scale} />}
              {build.waters.map((w, i) => {
                const { level, look } = drawn.waters[i] ?? {};
                return level === undefined || look === undefined || !undisturbed ? null : (
                  <WaterDrawing
                    key={w.id}
                    id={w.id}
                    ground={ground}
                    level={level}
                    look={look}
                    scale={view.scale}
                    selected={w.id === water?.id}
                    spots={waters.spots[i]?.length ?? 0}
                    rough={drafting && w.id === water?.id}
                    picture={look.varies ? pictures.get(w.id) : undefined}
                    onSelect={onSelectWater}
                  />
                );
              })}
              {looks.hollows !== null && frame === null && (
                <HollowsDrawing hollows={looks.hollows} ground={ground} view={view} />
              )}
              {looks.shore !== null && (
                <ShoreDrawing shore={looks.shore} datum={looks.datum} ground={ground} view={view} />
              )}
              <DrownedThings view={view} handles={looks.things && !inHand} />
              {looks.streams !== null && <FlowDrawing streams={looks.streams} view={view} />}
              <PouredDrawing test={pourTest} ground={ground} view={view} />
              <rect className="board-edge" width={widthPx} height={heightPx} />
              <Dams dams={build.dams} view={view} />
              <RunOffMarks test={pourTest} view={view} />
              <PlacesDrawing places={places} view={view} />
              {open !== null && <OpenEdges edges={open} view={view} />}
              {spills !== null && <SpillFlag at={spills.level.spillAt} view={view} />}
              {showSteps &&
                build.recipe
                  .filter((one) => one !== selectedStep && one.enabled)
                  .map((one) => <StepOutline key={one.id} step={one} scale={view.scale} />)}
              <StandIns view={view} handles={showThings && !inHand} />
              {showSight && sight !== null && <SightLine sight={sight} look={look} view={view} />}
              {!inHand && <CutLineDrawing view={view} />}
              {looks.dams && !inHand && <DamHandles view={view} />}
              {looks.colours && <InkPlaces view={view} handles={!inHand} />}
              {handled !== undefined && <StepHandles step={handled} view={view} />}
              {tool.kind === 'brush' && hover !== null && (
                <circle
                  className="brush-ring"
                  cx={hover.xMm * view.scale}
                  cy={hover.yMm * view.scale}
                  r={(tool.brush.brushMm / 2) * view.scale}
                />
              )}
              {span !== null && span.from !== null && (
                <Measure
                  from={span.from}
                  to={span.to ?? hover ?? span.from}
                  view={view}
                  ratio={build.scale}
                  heightAt={(at) => heightOn(ground, at)}
                />
              )}
              {tool.kind === 'paint' && <PaintSoFar tool={tool} hover={hover} scale={view.scale} />}
              {tool.kind === 'line' && <LineSoFar tool={tool} hover={hover} scale={view.scale} />}
            </g>
          </Labels>
          <ScaleBar
            left={12}
            top={size.height - 16}
            scale={view.scale}
            label={(mm) =>
              `${formatQuantity(mm, 'length', units)} ${unitOf('length', units)} = ${fullSize(mm, build.scale, units)}`
            }
          />
        </svg>
      )}
      <ZoomTools times={zoom?.times ?? null} zoomBy={zoomBy} setWhole={setWhole} />
      {inHand && <p className="sheet-hint">{hintOf(tool)}</p>}
    </div>
  );
}

/** Height of the ground at a place; null off the board. */
function heightOn(ground: Ground, { xMm, yMm }: PointMm): number | null {
  const [column, row] = [Math.floor(xMm / ground.cellMm), Math.floor(yMm / ground.cellMm)];
  if (column < 0 || row < 0 || column >= ground.columns || row >= ground.rows) return null;
  return ground.heightsMm[row * ground.columns + column] ?? null;
}
