import { useState } from 'react';
import { layersOf } from '../../api/plan';
import type { HeatCurve, WaterPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { useHeat } from '../../desk/useWaterLooks';
import { Figure } from '../../slip/Figure';
import { NumberField, SwitchField } from '../../slip/fields';
import { StandingMark } from '../../slip/StandingMark';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatQuantity, formatReading, unitOf } from '../../units/units';
import { setBuild } from '../../desk/changes';

const COLDEST = 5;
const WARMEST = 35;

/** How hot it gets: the safe depth over this bed, the cliff behind it, and what another room would do. */
export function HeatPart({ plan }: { plan: WaterPlan }) {
  const { build, edit, preview, drafting } = useDesk('build', 'edit', 'preview', 'drafting');
  const units = useUnits();
  const heats = plan.workings['heat'] !== undefined;
  const { data } = useHeat(!drafting && heats);
  const [trying, setTrying] = useState<number | null>(null);
  const { safe } = plan;
  const hottest = layersOf(plan).reduce((most, layer) => Math.max(most, layer.cure.peakC), Number.NEGATIVE_INFINITY);
  const degrees = (c: number) => `${formatQuantity(c, 'temperature', units)} ${units.temperature}`;
  const airC = trying ?? build.room.airC;
  // What dries or is flashed makes no heat to speak of: there the room is about how long it takes.
  const reacts = layersOf(plan).length === 0 || heats || safe === null;
  const letGo = () => {
    if (trying === null) return;
    void edit(setBuild({ room: { airC: trying } })).finally(() => setTrying(null));
  };
  return (
    <section data-testid="heat">
      <Figure working={plan.workings['heat']} label="the heat">
        <span>
          {safe === null ? (
            'No layer is safe in this room'
          ) : (
            <>
              Safe to <strong>{formatLength(safe.safeMm, units)}</strong> {unitOf('length', units)} here,{' '}
              {safe.limitedBy === 'sheet' ? 'by the sheet' : `by the ${safe.limitedBy}`}
            </>
          )}
        </span>
      </Figure>
      {!reacts && safe !== null && <p>{safe.sentence} It makes no heat of its own.</p>}
      {!reacts && (
        <NumberField
          label="Humidity"
          suffix="%"
          step={5}
          value={build.room.humidityPercent}
          onChange={(humidityPercent) => edit(setBuild({ room: { humidityPercent } }))}
        />
      )}
      {reacts && layersOf(plan).length > 0 && (
        <p>
          <StandingMark standing={worst(plan)} /> The hottest layer reaches {degrees(hottest)}
          {safe !== null && safe.limitedBy !== 'sheet' && `. ${safe.sentence}`}
        </p>
      )}
      <label className="room-slider">
        <span>
          What if the room is at <strong>{formatReading(airC, units)}</strong>?
        </span>
        <input
          type="range"
          min={COLDEST}
          max={WARMEST}
          step={0.5}
          value={airC}
          aria-label="Room, °C"
          onChange={(event) => {
            const wanted = Number(event.target.value);
            setTrying(wanted);
            preview(setBuild({ room: { airC: wanted } }));
          }}
          onPointerUp={letGo}
          onKeyUp={letGo}
          onBlur={letGo}
        />
      </label>
      <SwitchField
        label="Under a cover while it cures"
        value={build.care.covered}
        onChange={(covered) => void edit(setBuild({ care: { covered } }))}
      />
      {build.care.covered && (
        <NumberField
          label="Cover goes on, after the pour"
          suffix="h"
          step={0.25}
          value={build.care.coverAfterH}
          onChange={(coverAfterH) => edit(setBuild({ care: { coverAfterH } }))}
        />
      )}
      <SwitchField
        label="Board flat on the bench, not raised"
        value={build.care.flatOnBench}
        onChange={(flatOnBench) => void edit(setBuild({ care: { flatOnBench } }))}
      />
      <SwitchField
        label="Colder by night"
        value={build.room.nightC !== null}
        onChange={(colder) => void edit(setBuild({ room: { nightC: colder ? build.room.airC - 6 : null } }))}
      />
      {build.room.nightC !== null && (
        <NumberField
          label="By night"
          quantity="temperature"
          step={1}
          value={build.room.nightC}
          onChange={(nightC) => edit(setBuild({ room: { nightC } }))}
        />
      )}
      {data !== null ? (
        <Cliff curve={data} />
      ) : (
        heats && <svg className="heat-curve" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden />
      )}
      {reacts && (
        <p className="caution">
          A mixed mass left in the cup heats by itself: spread it out at once. Smoke or cracks: out into the open, away
          from anything that burns.
        </p>
      )}
    </section>
  );
}

function worst(plan: WaterPlan) {
  const found = layersOf(plan).map((layer) => layer.cure.standing);
  return found.includes('stop') ? 'stop' : found.includes('tight') ? 'tight' : 'holds';
}

const WIDTH = 300;
const HEIGHT = 110;
const LEFT = 30;
const BOTTOM = 18;

/** Peak against depth, with the limit, the sheet's depth and the safe one: the cliff is seen. */
function Cliff({ curve }: { curve: HeatCurve }) {
  const units = useUnits();
  const deepest = curve.points.at(-1)?.depthMm ?? 1;
  const hottest = Math.max(curve.resinLimitC + 12, ...curve.points.map((point) => point.peakC));
  const coolest = Math.min(20, ...curve.points.map((point) => point.peakC));
  const x = (mm: number) => LEFT + (mm / deepest) * (WIDTH - LEFT - 8);
  const y = (c: number) => 8 + ((hottest - c) / (hottest - coolest)) * (HEIGHT - BOTTOM - 8);
  const line = curve.points.map((point) => `${x(point.depthMm).toFixed(1)} ${y(point.peakC).toFixed(1)}`).join('L');
  const limit = y(curve.resinLimitC);
  return (
    <svg
      className="heat-curve"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Peak against depth: ${curve.points.map((p) => `${formatLength(p.depthMm, units)}: ${p.peakC.toFixed(0)} °C`).join(', ')}`}
    >
      <rect className="heat-over" x={LEFT} y={8} width={WIDTH - LEFT - 8} height={Math.max(0, limit - 8)} />
      <path className="heat-limit" d={`M${LEFT} ${limit}H${WIDTH - 8}`} />
      <text x={LEFT - 4} y={limit + 3.5} textAnchor="end">
        {formatQuantity(curve.resinLimitC, 'temperature', units)}°
      </text>
      <path className="heat-axis" d={`M${LEFT} 8V${HEIGHT - BOTTOM}H${WIDTH - 8}`} />
      <path className="heat-line" d={`M${line}`} />
      <Depth at={x(curve.sheetMm)} words={`sheet ${formatLength(curve.sheetMm, units)}`} kind="sheet" low />
      {curve.safeMm !== null && curve.safeMm < curve.sheetMm && (
        <Depth at={x(curve.safeMm)} words={`safe ${formatLength(curve.safeMm, units)}`} kind="safe" />
      )}
    </svg>
  );
}

function Depth({ at, words, kind, low }: { at: number; words: string; kind: 'sheet' | 'safe'; low?: boolean }) {
  return (
    <g className={`heat-depth heat-${kind}`}>
      <path d={`M${at} 8V${HEIGHT - BOTTOM}`} />
      <text
        x={at}
        y={low === true ? HEIGHT - 5 : 18}
        textAnchor={low === true ? 'middle' : 'end'}
        dx={low === true ? 0 : -4}
      >
        {words}
      </text>
    </g>
  );
}
