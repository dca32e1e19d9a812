import { memo, useDeferredValue, useId, useMemo } from 'react';
import { layersOf } from '../api/plan';
import type { Build, BuildPlan, Water, WaterPlan } from '../api/types';
import { useDesk, useOnDesk, type CutLine } from '../desk/DeskContext';
import { Label, Labels } from '../scene/Label';
import { place, type Box, type Wish } from '../scene/labels';
import { usePointer } from '../scene/usePointer';
import { useSize } from '../scene/useSize';
import { useWaterline, useWaterlineKeys } from '../scene/useWaterline';
import { useUnits } from '../units/UnitsContext';
import { formatLength, type Units } from '../units/units';
import { damsAtEnds } from './dams';
import { cutThings, type CutThing } from './drowned';
import type { Lie } from './lie';
import type { WaterPicture } from '../api/waterPicture';
import { useWaterPictures } from '../desk/useWaterPictures';
import { inkStrips } from './inkStrips';
import { PoolNumbers } from './PoolNumbers';
import { takeSection, under, wetStretches, type Section } from './section';

const SIDE = 60;
const TOP = 30;
const BOTTOM = 26;
/** How thick a dam is drawn, px. */
const DAM_PX = 5;
/** The steepest the heights are drawn against the lengths. */
const MOST_EXAGGERATION = 6;
/** How far over the ground's top a waterline can be dragged, mm. */
const OVER_MM = 2;

/** The section along the cut line, heights drawn steeper than lengths by a stated amount. */
export function Cut() {
  const { build, plan: told, ground, cut, water } = useDesk('build', 'plan', 'ground', 'cut', 'water');
  // After the figures, as on the Sheet.
  const plan = useDeferredValue(told);
  const units = useUnits();
  const pictures = useWaterPictures();
  const [box, size] = useSize<HTMLDivElement>();
  const samples = Math.max(2, Math.round(size.width - 2 * SIDE));
  const section = useMemo(() => takeSection(ground, cut, samples), [ground, cut, samples]);
  const boardMm = build.board.thicknessMm;
  const highest = Math.max(plan.ground.highestMm, ...build.dams.map((dam) => dam.topMm)) + OVER_MM;
  const lie = useMemo(
    () => lieOf(size.width, size.height, section.lengthMm, highest, boardMm),
    [size, section.lengthMm, highest, boardMm],
  );
  const placed = useMemo(
    () => cutLabels(build, plan, section, ground.columns, lie, size, units),
    [build, plan, section, ground.columns, lie, size, units],
  );
  if (size.width < 40) return <div className="cut" ref={box} />;
  const names = build.waters.map((w) => w.name);
  return (
    <div className="cut" ref={box} role="group" aria-label={describe(section, plan.waters, names)}>
      <svg width={size.width} height={size.height}>
        <Labels placed={placed}>
          <Ground section={section} lie={lie} boardMm={boardMm} />
          {plan.waters.map((waterPlan) => (
            <WaterCut
              key={waterPlan.id}
              plan={waterPlan}
              selected={waterPlan.id === water?.id}
              section={section}
              columns={ground.columns}
              picture={waterPlan.look.varies ? pictures.get(waterPlan.id) : undefined}
              lie={lie}
            />
          ))}
          <PoolNumbers section={section} columns={ground.columns} lie={lie} />
          <Standing section={section} lie={lie} cut={cut} />
          <polyline className="cut-surface" points={line(section, section.surfaceMm, lie).join(' ')} />
          <Scale highest={highest} lie={lie} units={units} />
          <Label k="made" className="cut-note" />
          <Label k="steeper" className="cut-note" />
          {water !== null && (
            <WaterlineGrip
              key={water.id}
              water={water}
              section={section}
              columns={ground.columns}
              lie={lie}
              high={highest}
            />
          )}
        </Labels>
      </svg>
    </div>
  );
}

function lieOf(width: number, height: number, lengthMm: number, highest: number, boardMm: number): Lie {
  // Heights are never drawn flatter than lengths: a deep hole on a small board is drawn narrower instead.
  const room = (height - TOP - BOTTOM) / (highest + boardMm);
  const along = Math.min((width - 2 * SIDE) / Math.max(1, lengthMm), room);
  const up = Math.min(room, along * MOST_EXAGGERATION);
  const widthPx = lengthMm * along;
  const left = (width - widthPx) / 2;
  const zero = height - BOTTOM - boardMm * up;
  return { left, widthPx, zero, along, up, x: (mm) => left + mm * along, y: (mm) => zero - mm * up };
}

function line(section: Section, levels: number[], { x, y }: Lie): string[] {
  return levels.map((level, k) => `${x(section.alongMm[k] ?? 0).toFixed(1)},${y(level).toFixed(1)}`);
}

/** Board, foam and plaster: they stay as they are while water is dragged. */
const Ground = memo(function Ground({ section, lie, boardMm }: { section: Section; lie: Lie; boardMm: number }) {
  const surface = line(section, section.surfaceMm, lie);
  const foam = line(
    section,
    section.surfaceMm.map((level, k) => level - (section.skinMm[k] ?? 0)),
    lie,
  );
  const floor = `${lie.x(section.lengthMm).toFixed(1)},${lie.zero} ${lie.left},${lie.zero}`;
  return (
    <>
      <defs>
        <pattern id="foam" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" className="foam-ground" />
          <circle cx="1.7" cy="1.7" r="0.8" className="foam-dot" />
          <circle cx="5.2" cy="5.2" r="0.8" className="foam-dot" />
        </pattern>
        <pattern id="plaster" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" className="plaster-ground" />
          <path d="M0 0V6" className="plaster-line" />
        </pattern>
      </defs>
      <rect className="cut-board" x={lie.left} y={lie.zero} width={lie.widthPx} height={boardMm * lie.up} />
      <polygon fill="url(#foam)" points={`${foam.join(' ')} ${floor}`} />
      <polygon fill="url(#plaster)" points={`${surface.join(' ')} ${[...foam].reverse().join(' ')}`} />
    </>
  );
});

const WaterCut = memo(function WaterCut({
  plan,
  selected,
  section,
  columns,
  picture,
  lie: { x, y, zero },
}: {
  plan: WaterPlan;
  picture: WaterPicture | undefined;
  selected: boolean;
  section: Section;
  columns: number;
  lie: Lie;
}) {
  const stretches = wetStretches(section, plan.level.wetRuns, columns);
  const id = useId().replace(/[^a-zA-Z0-9]/g, '');
  const strip = (layer: number) => `ink-${id}-${layer}`;
  const strips = useMemo(() => inkStrips(section, plan.look, picture, columns), [section, plan.look, picture, columns]);
  const layers =
    layersOf(plan).length > 0 ? layersOf(plan) : [{ fromMm: plan.level.bedMm ?? 0, toMm: plan.level.waterlineMm }];
  return (
    <g className={selected ? 'cut-water selected' : 'cut-water'}>
      <defs>
        {plan.look.tops.map((top, n) => (
          <pattern
            key={n}
            id={strip(n)}
            patternUnits="userSpaceOnUse"
            x={x(0)}
            y={0}
            width={Math.max(1, x(section.lengthMm) - x(0))}
            height={zero + 60}
          >
            <image
              href={strips[n] ?? ''}
              width={Math.max(1, x(section.lengthMm) - x(0))}
              height={zero + 60}
              preserveAspectRatio="none"
              data-top={top.toMm}
            />
          </pattern>
        ))}
      </defs>
      {layers.flatMap((layer, n) =>
        stretches
          .flatMap((stretch) => under(section, stretch, layer.toMm))
          .map(([from, to]) => {
            const top: string[] = [];
            const bed: string[] = [];
            for (let k = from; k <= to; k++) {
              const along = x(section.alongMm[k] ?? 0).toFixed(1);
              top.push(`${along},${y(layer.toMm).toFixed(1)}`);
              bed.push(`${along},${y(Math.max(layer.fromMm, section.surfaceMm[k] ?? 0)).toFixed(1)}`);
            }
            return (
              <polygon
                key={`${n} ${from}`}
                className="cut-layer"
                style={{ fill: `url(#${strip(n)})` }}
                points={[...top, ...bed.reverse()].join(' ')}
              />
            );
          }),
      )}
      {stretches.map(([from, to]) => (
        <path
          key={from}
          className="cut-waterline"
          d={`M${x(section.alongMm[from] ?? 0)} ${y(plan.level.waterlineMm)}H${x(section.alongMm[to] ?? 0)}`}
        />
      ))}
      <Label k={`water ${plan.id}`} className="cut-water-name" />
    </g>
  );
});

/** The selected waterline, to be taken hold of where the cut goes through its water. */
function WaterlineGrip({
  water,
  section,
  columns,
  lie: { x, y, up },
  high,
}: {
  water: Water;
  section: Section;
  columns: number;
  lie: Lie;
  high: number;
}) {
  const level = useOnDesk((desk) => desk.waterPlan?.level ?? null);
  const held = useWaterline(water, 0, high);
  const onKeyDown = useWaterlineKeys(water.id);
  const pointer = usePointer({
    begin: held.begin,
    move: (from, at) => held.move((from.y - at.y) / up),
    end: held.end,
    drop: held.drop,
  });
  const stretches = level === null ? [] : wetStretches(section, level.wetRuns, columns);
  const first = stretches[0];
  const last = stretches.at(-1);
  // Held, it stays under the hand even where the water has left the cut.
  if ((first === undefined || last === undefined) && held.heldMm === null) return null;
  const [from, to] = [x(section.alongMm[first?.[0] ?? 0] ?? 0), x(section.alongMm[last?.[1] ?? 0] ?? 0)];
  const at = y(held.heldMm ?? water.waterlineMm);
  return (
    <g
      className="cut-grip"
      role="slider"
      tabIndex={0}
      aria-label={`Waterline of ${water.name} in the Cut, mm`}
      aria-orientation="vertical"
      aria-valuenow={Math.round((held.heldMm ?? water.waterlineMm) * 10) / 10}
      aria-valuemin={0}
      aria-valuemax={Math.round(high)}
      data-testid="cut-waterline"
      {...pointer}
      onKeyDown={onKeyDown}
    >
      <rect className="cut-reach" x={from} y={at - 12} width={Math.max(24, to - from)} height={24} />
      <path className="cut-held" d={`M${(from + to) / 2 - 9} ${at}h18`} />
    </g>
  );
}

/** What stands out of the ground or at its ends: drowned things and dams. */
const Standing = memo(function Standing({ section, lie, cut }: { section: Section; lie: Lie; cut: CutLine }) {
  const drowned = useOnDesk((desk) => desk.build.drowned);
  const planned = useOnDesk((desk) => desk.plan.drowned);
  const dams = useOnDesk((desk) => desk.build.dams);
  const board = useOnDesk((desk) => desk.build.board);
  const units = useUnits();
  return (
    <>
      {cutThings(drowned, planned, cut).map((thing) => (
        <polygon key={thing.id} className="cut-thing" points={standing(thing, section, lie)}>
          <title>{thing.name}</title>
        </polygon>
      ))}
      {damsAtEnds(dams, cut, board).map((dam) => (
        <g key={dam.end} className="cut-dam">
          <rect
            x={dam.end === 'a' ? lie.left - DAM_PX : lie.left + lie.widthPx}
            y={lie.y(dam.topMm)}
            width={DAM_PX}
            height={Math.max(0, lie.zero - lie.y(dam.topMm))}
          />
          <title>dam to {formatLength(dam.topMm, units)}</title>
        </g>
      ))}
    </>
  );
});

/** Heights over the board, and which end is which. */
const Scale = memo(function Scale({ highest, lie, units }: { highest: number; lie: Lie; units: Units }) {
  return (
    <>
      {tickStep(highest).map((mm) => (
        <g key={mm} className="cut-tick">
          <path d={`M${lie.left - 12} ${lie.y(mm)}H${lie.left - 4}`} />
          <text x={lie.left - 16} y={lie.y(mm) + 4} textAnchor="end">
            {formatLength(mm, units, 0)}
          </text>
        </g>
      ))}
      {(['A', 'B'] as const).map((end) => (
        <g
          key={end}
          className="cut-mark"
          transform={`translate(${end === 'A' ? lie.left : lie.left + lie.widthPx} 18)`}
        >
          <circle r={9} />
          <text y={4} textAnchor="middle">
            {end}
          </text>
        </g>
      ))}
    </>
  );
});

/** Names over their waters, and what is said of the drawing under it, clear of the marks and of each other. */
function cutLabels(
  build: Build,
  plan: BuildPlan,
  section: Section,
  columns: number,
  lie: Lie,
  size: { width: number; height: number },
  units: Units,
) {
  const taken: Box[] = [0, lie.widthPx].map((along) => ({ x: lie.left + along - 11, y: 7, width: 22, height: 22 }));
  taken.push({ x: lie.left - 46, y: 0, width: 44, height: size.height - BOTTOM });
  const wishes: Wish[] = plan.waters.flatMap((water, i) => {
    const stretches = wetStretches(section, water.level.wetRuns, columns);
    const name = build.waters[i]?.name ?? '';
    const level = lie.y(water.level.waterlineMm);
    const long = [...stretches].sort((p, q) => q[1] - q[0] - (p[1] - p[0]));
    const spots = [-7, -22, -37, -52].flatMap((dy) =>
      long.flatMap(([from, to]) =>
        [0.5, 0.25, 0.75].map((share) => ({
          x: lie.x((section.alongMm[from] ?? 0) * (1 - share) + (section.alongMm[to] ?? 0) * share),
          y: level + dy,
          anchor: 'middle' as const,
        })),
      ),
    );
    if (spots.length === 0) return [];
    const text = lie.widthPx < 420 ? name : `${name} ${formatLength(water.level.waterlineMm, units)}`;
    return [{ key: `water ${water.id}`, text, rank: 1, lettering: { size: 12, weight: 650 }, spots }];
  });
  const note = { size: 11, weight: 400 };
  const foot = size.height - 9;
  const board = `${build.board.material} ${formatLength(build.board.thicknessMm, units, 0)}`;
  wishes.push(
    {
      key: 'steeper',
      text: `heights ×${(lie.up / lie.along).toFixed(1)}`,
      rank: 0,
      lettering: note,
      spots: [{ x: size.width - SIDE / 2, y: foot, anchor: 'end' }],
    },
    {
      key: 'made',
      text: `${board} · dotted foam · hatched plaster`,
      rank: 2,
      lettering: note,
      spots: [
        { x: SIDE / 2, y: foot, anchor: 'start' },
        { x: 4, y: foot, anchor: 'start' },
      ],
    },
  );
  return place(wishes, taken, { x: 0, y: 0, width: size.width, height: size.height });
}

/** A thing as it stands out of the ground: its foot follows the bed where that is higher than its base. */
function standing(thing: CutThing, section: Section, { x, y }: Lie): string {
  const foot = section.alongMm.flatMap((along, k) => {
    if (along < thing.fromMm || along > thing.toMm) return [];
    const level = Math.min(thing.topMm, Math.max(thing.baseMm, section.surfaceMm[k] ?? 0));
    return [`${x(along).toFixed(1)},${y(level).toFixed(1)}`];
  });
  const top = y(thing.topMm).toFixed(1);
  return [...foot, `${x(thing.toMm).toFixed(1)},${top}`, `${x(thing.fromMm).toFixed(1)},${top}`].join(' ');
}

function tickStep(highest: number): number[] {
  const step = [5, 10, 20, 50, 100].find((s) => highest / s <= 4) ?? 200;
  const ticks = [];
  for (let mm = 0; mm <= highest; mm += step) ticks.push(mm);
  return ticks;
}

function describe(section: Section, plans: WaterPlan[], names: string[]): string {
  const low = Math.min(...section.surfaceMm).toFixed(1);
  const high = Math.max(...section.surfaceMm).toFixed(1);
  const waters = plans.map((plan, i) => `${names[i] ?? ''} to ${plan.level.waterlineMm.toFixed(1)} mm`).join(', ');
  return `Cut from A to B, ${section.lengthMm.toFixed(0)} mm: ground from ${low} to ${high} mm. Waters: ${waters || 'none'}.`;
}
