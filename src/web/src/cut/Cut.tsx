import { useMemo } from 'react';
import { layersOf } from '../api/plan';
import type { WaterPlan } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { layerShade } from '../staff/layerShade';
import { useSize } from '../sheet/useSize';
import { useUnits } from '../units/UnitsContext';
import { formatLength } from '../units/units';
import { damsAtEnds } from './dams';
import { cutThings, type CutThing } from './drowned';
import { takeSection, wetStretches, type Section } from './section';

const SIDE = 60;
const TOP = 30;
const BOTTOM = 26;
/** How thick a dam is drawn, px. */
const DAM_PX = 5;
/** The steepest the heights are drawn against the lengths. */
const MOST_EXAGGERATION = 6;

/** The section along the cut line, heights drawn steeper than lengths by a stated amount. */
export function Cut() {
  const { build, plan, ground, cut, water } = useDesk();
  const units = useUnits();
  const [box, size] = useSize<HTMLDivElement>();
  const samples = Math.max(2, Math.round(size.width - 2 * SIDE));
  const section = useMemo(() => takeSection(ground, cut, samples), [ground, cut, samples]);
  if (size.width < 40) return <div className="cut" ref={box} />;

  const boardMm = build.board.thicknessMm;
  const highest = Math.max(plan.ground.highestMm, ...build.dams.map((dam) => dam.topMm)) + 2;
  // Heights are never drawn flatter than lengths: a deep hole on a small board is drawn narrower instead.
  const room = (size.height - TOP - BOTTOM) / (highest + boardMm);
  const along = Math.min((size.width - 2 * SIDE) / Math.max(1, section.lengthMm), room);
  const up = Math.min(room, along * MOST_EXAGGERATION);
  const widthPx = section.lengthMm * along;
  const left = (size.width - widthPx) / 2;
  const zero = size.height - BOTTOM - boardMm * up;
  const x = (mm: number) => left + mm * along;
  const y = (mm: number) => zero - mm * up;
  const line = (levels: number[]) =>
    levels.map((level, k) => `${x(section.alongMm[k] ?? 0).toFixed(1)},${y(level).toFixed(1)}`);
  const surface = line(section.surfaceMm);
  const foam = line(section.surfaceMm.map((level, k) => level - (section.skinMm[k] ?? 0)));
  const floor = `${x(section.lengthMm).toFixed(1)},${zero} ${left},${zero}`;
  const ticks = tickStep(highest);

  return (
    <div
      className="cut"
      ref={box}
      role="img"
      aria-label={describe(
        section,
        plan.waters,
        build.waters.map((w) => w.name),
      )}
    >
      <svg width={size.width} height={size.height}>
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
        <rect className="cut-board" x={left} y={zero} width={widthPx} height={boardMm * up} />
        <polygon fill="url(#foam)" points={`${foam.join(' ')} ${floor}`} />
        <polygon fill="url(#plaster)" points={`${surface.join(' ')} ${[...foam].reverse().join(' ')}`} />
        {plan.waters.map((waterPlan, i) => (
          <WaterCut
            key={waterPlan.id}
            plan={waterPlan}
            name={build.waters[i]?.name ?? ''}
            selected={waterPlan.id === water?.id}
            section={section}
            columns={ground.columns}
            x={x}
            y={y}
          />
        ))}
        {cutThings(build.drowned, plan.drowned, cut).map((thing) => (
          <polygon key={thing.id} className="cut-thing" points={standing(thing, section, x, y)}>
            <title>{thing.name}</title>
          </polygon>
        ))}
        {damsAtEnds(build.dams, cut, build.board).map((dam) => (
          <g key={dam.end} className="cut-dam">
            <rect
              x={dam.end === 'a' ? left - DAM_PX : left + widthPx}
              y={y(dam.topMm)}
              width={DAM_PX}
              height={Math.max(0, zero - y(dam.topMm))}
            />
            <title>dam to {formatLength(dam.topMm, units)}</title>
          </g>
        ))}
        <polyline className="cut-surface" points={surface.join(' ')} />
        {ticks.map((mm) => (
          <g key={mm} className="cut-tick">
            <path d={`M${left - 12} ${y(mm)}H${left - 4}`} />
            <text x={left - 16} y={y(mm) + 4} textAnchor="end">
              {formatLength(mm, units, 0)}
            </text>
          </g>
        ))}
        {(['A', 'B'] as const).map((end) => (
          <g key={end} className="cut-mark" transform={`translate(${end === 'A' ? left : left + widthPx} 18)`}>
            <circle r={9} />
            <text y={4} textAnchor="middle">
              {end}
            </text>
          </g>
        ))}
        <text className="cut-note" x={SIDE / 2} y={size.height - 9}>
          {build.board.material} {formatLength(boardMm, units, 0)} · dotted foam · hatched plaster
        </text>
        <text className="cut-note" x={size.width - SIDE / 2} y={size.height - 9} textAnchor="end">
          heights ×{(up / along).toFixed(1)}
        </text>
      </svg>
    </div>
  );
}

function WaterCut({
  plan,
  name,
  selected,
  section,
  columns,
  x,
  y,
}: {
  plan: WaterPlan;
  name: string;
  selected: boolean;
  section: Section;
  columns: number;
  x: (mm: number) => number;
  y: (mm: number) => number;
}) {
  const units = useUnits();
  const crowded = x(section.lengthMm) - x(0) < 420;
  const stretches = wetStretches(section, plan.level, columns);
  const widest = stretches.reduce((best, s) => (s[1] - s[0] > best[1] - best[0] ? s : best), [0, -1]);
  const layers =
    layersOf(plan).length > 0 ? layersOf(plan) : [{ fromMm: plan.level.bedMm ?? 0, toMm: plan.level.waterlineMm }];
  return (
    <g className={selected ? 'cut-water selected' : 'cut-water'}>
      {stretches.map(([from, to]) => {
        const place = (k: number) => x(section.alongMm[k] ?? 0);
        return layers.map((layer, n) => {
          const points: string[] = [];
          const back: string[] = [];
          for (let k = from; k <= to; k++) {
            const bed = Math.min(layer.toMm, Math.max(layer.fromMm, section.surfaceMm[k] ?? 0));
            points.push(`${place(k).toFixed(1)},${y(layer.toMm).toFixed(1)}`);
            back.push(`${place(k).toFixed(1)},${y(bed).toFixed(1)}`);
          }
          return (
            <polygon
              key={`${from} ${n}`}
              className="cut-layer"
              style={{ fill: layerShade(n, layers.length) }}
              points={[...points, ...back.reverse()].join(' ')}
            />
          );
        });
      })}
      {stretches.map(([from, to]) => (
        <path
          key={from}
          className="cut-waterline"
          d={`M${x(section.alongMm[from] ?? 0)} ${y(plan.level.waterlineMm)}H${x(section.alongMm[to] ?? 0)}`}
        />
      ))}
      {widest[1] > widest[0] && (
        <text
          className="cut-water-name"
          x={(x(section.alongMm[widest[0]] ?? 0) + x(section.alongMm[widest[1]] ?? 0)) / 2}
          y={y(plan.level.waterlineMm) - 7}
          textAnchor="middle"
        >
          {crowded ? name : `${name} ${formatLength(plan.level.waterlineMm, units)}`}
        </text>
      )}
    </g>
  );
}

/** A thing as it stands out of the ground: its foot follows the bed where that is higher than its base. */
function standing(thing: CutThing, section: Section, x: (mm: number) => number, y: (mm: number) => number): string {
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
