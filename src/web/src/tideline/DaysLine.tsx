import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { DayPlace, DaysPlan, WaterPlan } from '../api/types';
import { layersOf } from '../api/plan';
import { useDesk } from '../desk/DeskContext';
import { usePointer } from '../scene/usePointer';
import { useSize } from '../scene/useSize';
import { lasting, when } from '../slip/words';
import { useNow } from '../slip/useNow';
import { HERE, inWords, midnight, onWall, timeOfDay, type WallClock } from '../units/clock';
import { livedTime, rowsOf, type LivedTime } from './livedTime';

const HEAD_PX = 48;
const LEAST_LANE_PX = 84;
/** Room under a lane's labels for what is drawn, px. */
const ROW_PX = 30;
const DAY_MS = 86_400_000;
const GRAIN_MS = 300_000;
/** Before now so much is still shown. */
const BEFORE_MS = DAY_MS;

interface Lane {
  id: string;
  name: string;
  note: string;
  places: DayPlace[];
}

/** The days at full size: a channel for each water, what is done in it as pegs, what sets or dries as curves. */
export function DaysLine({
  days,
  chosen,
  onChoose,
  onHold,
}: {
  days: DaysPlan;
  chosen: string | null;
  onChoose: (stepId: string | null) => void;
  /** A step dragged to a moment. */
  onHold: (stepId: string, ms: number) => void;
}) {
  const { build, plan } = useDesk('build', 'plan');
  const now = useNow();
  const [box, size] = useSize<HTMLDivElement>();
  const zone = now.timeZone ?? HERE;
  const lanes = useMemo(() => lanesOf(days, build.waters), [days, build.waters]);
  const time = useMemo(() => {
    const finish = days.finishAt === null ? now.getTime() + 7 * DAY_MS : Date.parse(days.finishAt);
    const wide = days.stretches.map((one) => ({ fromMs: Date.parse(one.fromAt), toMs: Date.parse(one.toAt) }));
    return livedTime(now.getTime() - BEFORE_MS, finish + DAY_MS, wide);
  }, [days, now]);
  const head = 132;
  const lanePx = Math.max(LEAST_LANE_PX, (size.height - HEAD_PX - 4) / Math.max(1, lanes.length));
  const width = Math.max(time.widthPx, size.width - head);
  const height = HEAD_PX + lanePx * lanes.length;
  const next = new Set(days.next?.stepIds ?? []);
  return (
    <div className="days-line" ref={box}>
      <div className="days-heads" style={{ width: head, paddingTop: HEAD_PX }}>
        {lanes.map((lane) => (
          <div key={lane.id} style={{ height: lanePx }}>
            <strong>{lane.name}</strong>
            <span>{lane.note}</span>
          </div>
        ))}
      </div>
      <div className="days-scroll">
        <svg width={width} height={height} role="group" aria-label="The days ahead, an evening wide and a night narrow">
          <Stretches days={days} time={time} height={height} now={now} zone={zone} />
          {lanes.map((lane, k) => (
            <g key={lane.id} transform={`translate(0 ${HEAD_PX + k * lanePx})`} data-lane={lane.id}>
              <path className="days-rule" d={`M0 0.5H${width}`} />
              <LaneOf
                lane={lane}
                water={plan.waters.find((one) => one.id === lane.id) ?? null}
                time={time}
                heightPx={lanePx}
                next={next}
                chosen={chosen}
                now={now}
                onChoose={onChoose}
                onHold={onHold}
              />
            </g>
          ))}
          <g className="days-now" transform={`translate(${time.x(now.getTime())} 0)`}>
            <path d={`M0 ${HEAD_PX - 16}V${height}`} />
            <path d={`M-6 ${HEAD_PX - 20}H6L0 ${HEAD_PX - 12}Z`} />
          </g>
        </svg>
      </div>
    </div>
  );
}

function lanesOf(days: DaysPlan, waters: { id: string; name: string }[]): Lane[] {
  const of = (kinds: readonly string[]) =>
    days.places.filter(({ step }) => step.waterId === null && kinds.includes(step.kind));
  const ground = of(['skin']);
  const after = of(['growth', 'photograph', 'own']);
  return [
    ...(ground.length > 0 ? [{ id: 'ground', name: 'Ground', note: 'plaster and drying', places: ground }] : []),
    ...waters.flatMap((water) => {
      const places = days.places.filter(({ step }) => step.waterId === water.id);
      const layers = places.filter(({ step }) => step.kind === 'pour').length;
      const note = layers === 1 ? '1 layer' : `${layers} layers`;
      return places.length === 0 ? [] : [{ id: water.id, name: water.name, note, places }];
    }),
    ...(after.length > 0 ? [{ id: 'after', name: 'Banks', note: 'growth after', places: after }] : []),
  ];
}

/** The bench's stretches with their dates and hours; days without one keep their name where there is room. */
function Stretches({
  days,
  time,
  height,
  now,
  zone,
}: {
  days: DaysPlan;
  time: LivedTime;
  height: number;
  now: WallClock;
  zone: string;
}) {
  const named = new Set<number>();
  const shown = days.stretches.filter((one) => Date.parse(one.fromAt) < time.toMs);
  const count = Math.ceil((time.toMs - time.fromMs) / DAY_MS) + 1;
  const midnights = Array.from({ length: count }, (_, k) => midnight(onWall(time.fromMs, zone), k));
  const daily = { weekday: 'short', day: 'numeric' } as const;
  return (
    <>
      {shown.map((one) => {
        const [from, to] = [time.x(Date.parse(one.fromAt)), time.x(Date.parse(one.toAt))];
        const at = onWall(one.fromAt, zone);
        named.add(midnight(at).getTime());
        return (
          <g key={one.fromAt} className={one.stepIds.length > 0 ? 'days-stretch busy' : 'days-stretch'}>
            <rect x={from} width={to - from} y={HEAD_PX} height={height - HEAD_PX} />
            <text x={from + 2} y={17} className="days-date">
              {inWords(at, daily)}
            </text>
            <text x={from + 2} y={33}>
              {timeOfDay(at)}–{timeOfDay(onWall(one.toAt, zone))}
            </text>
          </g>
        );
      })}
      {midnights.map((day) => {
        const from = time.x(day.getTime());
        const away =
          !named.has(day.getTime()) && day.getTime() >= now.getTime() - DAY_MS && day.getTime() > time.fromMs;
        return (
          <g key={day.getTime()}>
            {day.getTime() > time.fromMs && <path className="days-midnight" d={`M${from} ${HEAD_PX}V${height}`} />}
            {away && (
              <text className="days-away" x={from + 3} y={17}>
                <title>{inWords(day, { weekday: 'long', day: 'numeric', month: 'long' })}: not at the bench</title>
                {day.getDate()}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}

function LaneOf({
  lane,
  water,
  time,
  heightPx,
  next,
  chosen,
  now,
  onChoose,
  onHold,
}: {
  lane: Lane;
  water: WaterPlan | null;
  time: LivedTime;
  heightPx: number;
  next: ReadonlySet<string>;
  chosen: string | null;
  now: WallClock;
  onChoose: (stepId: string | null) => void;
  onHold: (stepId: string, ms: number) => void;
}) {
  const base = heightPx - 8;
  const pegs = lane.places.filter((place) => Date.parse(place.readyAt) > time.fromMs);
  const labels = pegs.map((place) => ({
    left: time.x(Date.parse(place.startAt)),
    width: 20 + short(place).length * 6.4,
  }));
  const rows = rowsOf(labels, Math.max(1, Math.floor((heightPx - 20) / ROW_PX)));
  return (
    <>
      {pegs.map((place) => (
        <Wait key={place.step.id} place={place} water={water} time={time} base={base} topPx={20} />
      ))}
      {pegs.map((place, i) => (
        <Peg
          key={place.step.id}
          place={place}
          x={labels[i]?.left ?? 0}
          y={12 + (rows[i] ?? 0) * ROW_PX}
          base={base}
          tonight={next.has(place.step.id)}
          chosen={chosen === place.step.id}
          time={time}
          now={now}
          onChoose={onChoose}
          onHold={onHold}
        />
      ))}
    </>
  );
}

const short = ({ step }: DayPlace) => step.name;

/** What it waits for: a layer by the steps of its setting, as far as they are reckoned; anything else as a level stretch. */
function Wait({
  place,
  water,
  time,
  base,
  topPx,
}: {
  place: DayPlace;
  water: WaterPlan | null;
  time: LivedTime;
  base: number;
  topPx: number;
}) {
  const [from, ready] = [Date.parse(place.startAt), Date.parse(place.readyAt)];
  if (ready - Date.parse(place.handsOnEndAt) < GRAIN_MS) return null;
  const x = (ms: number) => time.x(ms);
  if (place.step.kind !== 'pour') {
    const top = base - 14;
    return (
      <path className="days-wait" d={`M${x(from)} ${base}V${top}H${x(ready)}V${base}Z`}>
        <title>{`${place.step.name}: ${place.step.waitFrom}`}</title>
      </path>
    );
  }
  const layer = layersOf(water ?? undefined)[Number(place.step.id.split(':').at(-1)) - 1];
  const high = base - topPx - 6;
  const marks = [
    { h: layer?.cure.gelH ?? null, share: 0.4, name: 'gelled' },
    { h: layer?.cure.tackFreeH ?? null, share: 0.65, name: 'tack-free' },
    { h: layer?.cure.firmH ?? null, share: 0.85, name: 'firm' },
  ].flatMap(({ h, ...rest }) => (h === null ? [] : [{ ms: from + h * 3_600_000, ...rest }]));
  const points = [{ ms: from, share: 0 }, ...marks.filter((mark) => mark.ms < ready), { ms: ready, share: 1 }];
  const line = points.map(({ ms, share }) => `${x(ms)} ${base - high * share * 0.6}`).join('L');
  return (
    <g className="days-cure">
      <path d={`M${line}V${base}H${x(from)}Z`} />
      <path className="days-cure-line" d={`M${line}`} />
      {marks.map(({ ms, share, name }) => (
        <circle key={name} cx={x(ms)} cy={ms < ready ? base - high * share * 0.6 : base} r={2.5}>
          <title>{`${place.step.name} is ${name}`}</title>
        </circle>
      ))}
    </g>
  );
}

function Peg({
  place,
  x,
  y,
  base,
  tonight,
  chosen,
  time,
  now,
  onChoose,
  onHold,
}: {
  place: DayPlace;
  x: number;
  y: number;
  base: number;
  tonight: boolean;
  chosen: boolean;
  time: LivedTime;
  now: WallClock;
  onChoose: (stepId: string | null) => void;
  onHold: (stepId: string, ms: number) => void;
}) {
  const { step } = place;
  const done = step.doneAt !== null;
  const [byPx, setBy] = useState(0);
  const moved = useRef(false);
  const to = (px: number) => Math.round(time.at(x + px) / GRAIN_MS) * GRAIN_MS;
  const drag = usePointer({
    begin: () => {
      moved.current = false;
    },
    move: (from, at) => {
      if (done || (!moved.current && Math.abs(at.x - from.x) < 4)) return;
      moved.current = true;
      setBy(at.x - from.x);
    },
    end: (from, at) => {
      setBy(0);
      if (moved.current) onHold(step.id, to(at.x - from.x));
      else onChoose(chosen ? null : step.id);
    },
    drop: () => setBy(0),
  });
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    event.stopPropagation();
    onChoose(chosen ? null : step.id);
  };
  const look = [
    'days-peg',
    tonight && 'tonight',
    done && 'done',
    chosen && 'chosen',
    step.pinnedAt !== null && !done && 'held',
    (place.scuffed || place.outOfHours) && 'amiss',
  ];
  return (
    <g
      className={look.filter(Boolean).join(' ')}
      transform={`translate(${x + byPx} 0)`}
      role="button"
      tabIndex={0}
      data-step={step.id}
      aria-label={`${step.name}, ${when(place.startAt, now)}`}
      aria-pressed={chosen}
      onKeyDown={onKey}
      {...drag}
    >
      <path className="days-post" d={`M0 ${y + 4}V${base}`} />
      <path className="days-bulb" d={`M0 ${y - 7}L5 ${y}L0 ${y + 7}L-5 ${y}Z`} />
      <rect className="days-grip" x={-8} y={y - 12} width={28 + step.name.length * 6.4} height={26} />
      <text className="days-name" x={9} y={y}>
        {step.name}
      </text>
      <text x={9} y={y + 13}>
        {byPx !== 0
          ? when(new Date(to(byPx)).toISOString(), now)
          : done
            ? 'done'
            : `${timeOfDay(onWall(place.startAt, now.timeZone ?? HERE))}, ${lasting(step.handsOnMin)}`}
      </text>
    </g>
  );
}
