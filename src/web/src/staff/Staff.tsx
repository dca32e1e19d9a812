import { useMemo, useRef } from 'react';
import { layersOf } from '../api/plan';
import type { Dam, Water, WaterPlan } from '../api/types';
import { useDesk, useOnDesk } from '../desk/DeskContext';
import { Label, Labels } from '../scene/Label';
import { place, type Placed } from '../scene/labels';
import { usePointer } from '../scene/usePointer';
import { useWaterline, useWaterlineKeys } from '../scene/useWaterline';
import { useSize } from '../scene/useSize';
import { bandOf, isPale } from '../scene/waterColour';
import { useUnits } from '../units/UnitsContext';
import { formatLength, formatQuantity, formatVolume, unitOf, type Units } from '../units/units';
import { movableTops } from './ownTops';
import { HeatMark } from './HeatMark';
import { LayerTop } from './LayerTop';

const TOP = 46;
const BOTTOM = 40;
/** The Staff beside the Sheet is no wider. */
const WIDE = 180;
const GAUGE = { left: 34, width: 46 };

/** A tall gauge of the selected water. Drag its waterline, or move it by the arrow keys. */
export function Staff() {
  const { water, waterPlan: plan } = useDesk('water', 'waterPlan');
  const dams = useOnDesk((desk) => desk.build.dams);
  const [box, size] = useSize<HTMLDivElement>();
  const ready = water !== null && plan !== null && size.height >= 60;
  return (
    <div className="staff" ref={box} {...(ready ? { role: 'group', 'aria-label': `Staff of ${water.name}` } : {})}>
      {water === null && <p className="staff-empty">The Staff gauges a water: put one on the board first.</p>}
      {ready && <Gauge key={water.id} water={water} plan={plan} dams={dams} {...sized(size)} />}
    </div>
  );
}

/** By itself on a phone the Staff is drawn larger, not wider: so many screen px for one of the drawing. */
function sized({ width, height }: { width: number; height: number }) {
  const times = width > WIDE ? width / WIDE : 1;
  return { width: width / times, height: height / times, times };
}

function Gauge({
  water,
  plan,
  dams,
  width,
  height,
  times,
}: {
  water: Water;
  plan: WaterPlan;
  dams: Dam[];
  width: number;
  height: number;
  times: number;
}) {
  const units = useUnits();
  // While held, the range stays as it was, so that the scale does not run away under the hand.
  const kept = useRef<[number, number] | null>(null);
  const dam = Math.max(-Infinity, ...dams.map((d) => d.topMm));
  const range =
    kept.current ?? staffRange(plan.level.bedMm ?? plan.level.seedGroundMm, water.waterlineMm, plan.level.spillMm, dam);
  const [low, high] = range;
  const perMm = (height - TOP - BOTTOM) / (high - low);
  const y = (mm: number) => TOP + (high - mm) * perMm;
  const held = useWaterline(water, low, high);
  const waterline = held.heldMm ?? water.waterlineMm;
  const pointer = usePointer({
    begin: () => {
      kept.current = range;
      held.begin();
    },
    move: (from, at) => held.move((from.y - at.y) / times / perMm),
    end: () => {
      kept.current = null;
      held.end();
    },
    drop: () => {
      kept.current = null;
      held.drop();
    },
  });
  const onKeyDown = useWaterlineKeys(water.id);
  const layers = layersOf(plan);
  const marks = useMemo(
    () =>
      staffLabels(plan, dam, [low, high], y, { left: GAUGE.left + GAUGE.width + 3, width, height }, waterline, units),
    // y follows from these.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [plan, dam, low, high, perMm, width, height, waterline, units],
  );
  return (
    <Labels placed={marks}>
      <svg width={width * times} height={height * times} viewBox={`0 0 ${width} ${height}`}>
        <text className="staff-title" x={width / 2} y={20} textAnchor="middle">
          {water.name}
        </text>
        <text className="staff-unit" x={GAUGE.left + GAUGE.width / 2} y={36} textAnchor="middle">
          {unitOf('length', units)}
        </text>
        <defs>
          <pattern id="staff-bed" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" className="plaster-ground" />
            <path d="M0 0V7" className="plaster-line" />
          </pattern>
        </defs>
        {plan.level.bedMm !== null && (
          <rect
            fill="url(#staff-bed)"
            x={GAUGE.left}
            width={GAUGE.width}
            y={y(plan.level.bedMm)}
            height={Math.max(0, y(low) - y(plan.level.bedMm))}
          />
        )}
        {layers.map((layer, i) => {
          const top = y(layer.toMm);
          const height = y(layer.fromMm) - top;
          const colour = bandOf(plan.look, i);
          return (
            <g key={i} className={isPale(colour) ? 'staff-layer on-pale' : 'staff-layer'}>
              <rect
                x={GAUGE.left}
                width={GAUGE.width}
                y={top}
                height={height}
                style={{ fill: colour }}
                data-band={i + 1}
              />
              {height > 11 && (
                <HeatMark
                  layer={layer}
                  x={GAUGE.left + GAUGE.width + 3}
                  y={y(layer.fromMm + layer.depthMm / 2)}
                  degrees={formatQuantity(layer.cure.peakC, 'temperature', units)}
                />
              )}
              {height > 32 && (
                <>
                  <text
                    className="staff-depth"
                    x={GAUGE.left + GAUGE.width / 2}
                    y={top + height / 2 - 1}
                    textAnchor="middle"
                  >
                    {formatLength(layer.depthMm, units)}
                  </text>
                  <text
                    className="staff-ml"
                    x={GAUGE.left + GAUGE.width / 2}
                    y={top + height / 2 + 13}
                    textAnchor="middle"
                  >
                    {formatVolume(layer.volumeMl, units)} {unitOf('volume', units)}
                  </text>
                  {height > 48 && layer.pools.each.length > 1 && (
                    <text
                      className="staff-ml"
                      x={GAUGE.left + GAUGE.width / 2}
                      y={top + height / 2 + 26}
                      textAnchor="middle"
                    >
                      {layer.pools.each.length} pools
                    </text>
                  )}
                </>
              )}
            </g>
          );
        })}
        <rect className="staff-frame" x={GAUGE.left} width={GAUGE.width} y={TOP} height={y(low) - TOP} />
        {ticks(low, high).map(({ mm, long }) => (
          <g key={mm} className="staff-tick">
            <path d={`M${GAUGE.left - (long ? 10 : 5)} ${y(mm)}H${GAUGE.left}`} />
            {long && (
              <text x={GAUGE.left - 13} y={y(mm) + 4} textAnchor="end">
                {formatLength(mm, units, 0)}
              </text>
            )}
          </g>
        ))}
        {movableTops(layers).map((i) => (
          <LayerTop key={i} water={water} layers={layers} index={i} y={y} perMm={perMm * times} left={GAUGE.left} />
        ))}
        {dam > low && dam < high && <Mark y={y(dam)} className="staff-dam" k="dam" />}
        {plan.level.spillMm < high && plan.level.spillMm !== dam && (
          <Mark y={y(plan.level.spillMm)} className="staff-spill" k="spill" />
        )}
        <text className="staff-bed-label" x={GAUGE.left + GAUGE.width / 2} y={height - 16} textAnchor="middle">
          {plan.level.bedMm === null ? 'dry' : `bed ${formatLength(plan.level.bedMm, units)}`}
        </text>
        <g
          className="staff-waterline"
          transform={`translate(0 ${y(waterline)})`}
          role="slider"
          tabIndex={0}
          aria-label={`Waterline of ${water.name}, mm`}
          aria-orientation="vertical"
          aria-valuenow={Math.round(waterline * 10) / 10}
          aria-valuemin={low}
          aria-valuemax={high}
          aria-valuetext={`${waterline.toFixed(1)} mm, ${plan.level.volumeMl.toFixed(0)} ml, ${plan.level.standing}`}
          {...pointer}
          onKeyDown={onKeyDown}
          data-testid="waterline"
        >
          <rect className="staff-reach" x={0} y={-24} width={width} height={48} />
          <path className="staff-line" d={`M${GAUGE.left - 14} 0H${GAUGE.left + GAUGE.width + 8}`} />
          <path
            className="staff-grip"
            d={`M${GAUGE.left + GAUGE.width + 2} 0l12 -15h${width - GAUGE.left - GAUGE.width - 16}v30h-${width - GAUGE.left - GAUGE.width - 16}z`}
          />
          <text className="staff-value" x={(GAUGE.left + GAUGE.width + width + 10) / 2} y={4.5} textAnchor="middle">
            {formatLength(waterline, units)}
          </text>
        </g>
      </svg>
    </Labels>
  );
}

function Mark({ y, className, k }: { y: number; className: string; k: string }) {
  return (
    <g className={className}>
      <path d={`M${GAUGE.left + GAUGE.width} ${y}h14`} />
      <Label k={k} className="" />
    </g>
  );
}

/** From under the bed to over all that matters, on whole mm. */
function staffRange(bed: number, waterline: number, spill: number, dam: number): [number, number] {
  const low = Math.floor(Math.min(bed, waterline) - 1.5);
  const high = Math.ceil(Math.max(waterline, Math.min(spill, waterline + 25), Math.min(dam, waterline + 25)) + 3);
  return [Math.min(low, 0), Math.max(high, low + 10)];
}

function ticks(low: number, high: number): { mm: number; long: boolean }[] {
  const step = high - low > 60 ? 5 : 1;
  const found = [];
  for (let mm = Math.ceil(low / step) * step; mm <= high; mm += step) found.push({ mm, long: mm % (step * 5) === 0 });
  return found;
}

/** Beside their marks, clear of each other and of the grip. */
function staffLabels(
  plan: WaterPlan,
  dam: number,
  [low, high]: [number, number],
  y: (mm: number) => number,
  room: { left: number; width: number; height: number },
  waterlineMm: number,
  units: Units,
): Placed {
  const lettering = { size: 10.5, weight: 650 };
  const spots = (at: number) =>
    [-5, 13, -19, 27, -33, 41].map((dy) => ({ x: room.left, y: at + dy, anchor: 'start' as const }));
  const wishes = [];
  const { spillMm } = plan.level;
  if (spillMm < high && spillMm !== dam)
    wishes.push({
      key: 'spill',
      text: `spill ${formatLength(spillMm, units)}`,
      rank: 0,
      lettering,
      spots: spots(y(spillMm)),
    });
  if (dam > low && dam < high)
    wishes.push({ key: 'dam', text: `dam ${formatLength(dam, units)}`, rank: 1, lettering, spots: spots(y(dam)) });
  const grip = { x: room.left, y: y(waterlineMm) - 16, width: room.width - room.left, height: 32 };
  return place(wishes, [grip], { x: 0, y: 40, width: room.width, height: room.height - 40 });
}
