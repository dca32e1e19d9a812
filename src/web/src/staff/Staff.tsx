import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { layersOf } from '../api/plan';
import type { Water } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { useSize } from '../sheet/useSize';
import { useUnits } from '../units/UnitsContext';
import { formatLength, formatQuantity, formatVolume, unitOf } from '../units/units';
import { movableTops } from './ownTops';
import { HeatMark } from './HeatMark';
import { LayerTop } from './LayerTop';
import { layerShade } from './layerShade';
import { setIn } from '../desk/changes';

const TOP = 46;
const BOTTOM = 40;
const GAUGE = { left: 34, width: 46 };

/** A tall gauge of the selected water. Drag its waterline, or move it by the arrow keys. */
export function Staff() {
  const { build, water, waterPlan: plan, edit, preview, dropPreview } = useDesk();
  const units = useUnits();
  const [box, size] = useSize<HTMLDivElement>();
  const [held, setHeld] = useState<number | null>(null);
  const begun = useRef<{ y: number; water: Water; range: [number, number] } | null>(null);

  if (water === null || plan === null || size.height < 60) {
    return (
      <div className="staff" ref={box}>
        {water === null && <p className="staff-empty">The Staff gauges a water: put one on the board first.</p>}
      </div>
    );
  }

  // While held, the range stays as it was, so that the scale does not run away under the hand.
  const dam = Math.max(-Infinity, ...build.dams.map((d) => d.topMm));
  const range =
    begun.current?.range ??
    staffRange(plan.level.bedMm ?? plan.level.seedGroundMm, water.waterlineMm, plan.level.spillMm, dam);
  const [low, high] = range;
  const perMm = (size.height - TOP - BOTTOM) / (high - low);
  const y = (mm: number) => TOP + (high - mm) * perMm;
  const waterline = held ?? water.waterlineMm;

  const set = (mm: number): Water => ({ ...(begun.current?.water ?? water), waterlineMm: clamp(mm, low, high) });
  const move = (event: PointerEvent) => {
    const start = begun.current;
    if (start === null) return;
    const next = set(snap(start.water.waterlineMm - (event.clientY - start.y) / perMm));
    setHeld(next.waterlineMm);
    preview(setIn('waters', next.id, { waterlineMm: next.waterlineMm }));
  };
  const release = () => {
    const start = begun.current;
    begun.current = null;
    if (start === null || held === null || held === start.water.waterlineMm) {
      setHeld(null);
      dropPreview();
      return;
    }
    void edit(setIn('waters', start.water.id, { waterlineMm: held })).finally(() => setHeld(null));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 1, PageDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    void edit(setIn('waters', water.id, { waterlineMm: snap(water.waterlineMm + by) }));
  };

  const layers = layersOf(plan);
  return (
    <div className="staff" ref={box} role="group" aria-label={`Staff of ${water.name}`}>
      <svg width={size.width} height={size.height}>
        <text className="staff-title" x={size.width / 2} y={20} textAnchor="middle">
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
          <pattern id="staff-hatch" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V8" className="layer-hatch" />
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
          return (
            <g key={i} className="staff-layer">
              <rect
                x={GAUGE.left}
                width={GAUGE.width}
                y={top}
                height={height}
                style={{ fill: layerShade(i, layers.length) }}
              />
              {i % 2 === 1 && (
                <rect x={GAUGE.left} width={GAUGE.width} y={top} height={height} fill="url(#staff-hatch)" />
              )}
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
          <LayerTop key={i} water={water} layers={layers} index={i} y={y} perMm={perMm} left={GAUGE.left} />
        ))}
        {dam > low && dam < high && <Mark y={y(dam)} className="staff-dam" text={`dam ${formatLength(dam, units)}`} />}
        {plan.level.spillMm < high && plan.level.spillMm !== dam && (
          <Mark
            y={y(plan.level.spillMm)}
            className="staff-spill"
            text={`spill ${formatLength(plan.level.spillMm, units)}`}
          />
        )}
        <text className="staff-bed-label" x={GAUGE.left + GAUGE.width / 2} y={size.height - 16} textAnchor="middle">
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
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            begun.current = { y: event.clientY, water, range };
            setHeld(water.waterlineMm);
          }}
          onPointerMove={move}
          onPointerUp={release}
          onPointerCancel={release}
          onKeyDown={onKeyDown}
          data-testid="waterline"
        >
          <rect className="staff-reach" x={0} y={-24} width={size.width} height={48} />
          <path className="staff-line" d={`M${GAUGE.left - 14} 0H${GAUGE.left + GAUGE.width + 8}`} />
          <path
            className="staff-grip"
            d={`M${GAUGE.left + GAUGE.width + 2} 0l12 -15h${size.width - GAUGE.left - GAUGE.width - 16}v30h-${size.width - GAUGE.left - GAUGE.width - 16}z`}
          />
          <text
            className="staff-value"
            x={(GAUGE.left + GAUGE.width + size.width + 10) / 2}
            y={4.5}
            textAnchor="middle"
          >
            {formatLength(waterline, units)}
          </text>
        </g>
      </svg>
    </div>
  );
}

function Mark({ y, className, text }: { y: number; className: string; text: string }) {
  return (
    <g className={className}>
      <path d={`M${GAUGE.left + GAUGE.width} ${y}h14`} />
      <text x={GAUGE.left + GAUGE.width + 3} y={y - 5}>
        {text}
      </text>
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

/** To a tenth of a mm: finer than any hand levels resin. */
function snap(mm: number): number {
  return Math.round(mm * 10) / 10;
}

function clamp(mm: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, mm));
}
