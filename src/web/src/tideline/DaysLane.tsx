import { useRef, useState, type KeyboardEvent } from 'react';
import type { CureMoment, DayPlace, WaterPlan } from '../api/types';
import { layersOf } from '../api/plan';
import { usePointer } from '../scene/usePointer';
import { lasting, when } from '../slip/words';
import { HERE, onWall, timeOfDay, type WallClock } from '../units/clock';
import { rowsOf, type LivedTime } from './livedTime';

/** A row of names, px. */
const ROW_PX = 30;
/** Room a channel keeps beside its rows of names, px. */
const BESIDE_PX = 20;
/** A channel has no more rows of names: steps still closer in time lie over one another and are told apart by opening them. */
const MOST_ROWS = 4;
/** "18:30, 25 min", px. */
const MOMENT_PX = 76;
const HOUR_MS = 3_600_000;
const MINUTE_MS = 60_000;
const GRAIN_MS = 300_000;

/** A channel of the days: a water, the ground, the banks. */
export interface Lane {
  id: string;
  name: string;
  note: string;
  places: DayPlace[];
}

/** A channel: what is done in it as pegs, what sets as its degree of cure, what dries as a level stretch. */
export function DaysLane({
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
  const { pegs, labels } = pegsOf(lane, time);
  const rows = rowsOf(labels, Math.max(1, Math.floor((heightPx - BESIDE_PX) / ROW_PX)));
  return (
    <>
      {pegs.map((place) => (
        <Wait key={place.step.id} place={place} water={water} time={time} base={base} topPx={20} />
      ))}
      {pegs.map((place) => (
        <Window key={place.step.id} place={place} lane={lane} time={time} base={base} />
      ))}
      {pegs.map((place, i) => (
        <Peg
          key={place.step.id}
          place={place}
          name={short(place, lane.name)}
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

function pegsOf(lane: Lane, time: LivedTime) {
  const pegs = lane.places.filter((place) => Date.parse(place.readyAt) > time.fromMs);
  const labels = pegs.map((place) => ({
    left: time.x(Date.parse(place.startAt)),
    width: 20 + Math.max(short(place, lane.name).length * 6.4, MOMENT_PX),
  }));
  return { pegs, labels };
}

/** How high a channel has to be for the names of its pegs not to run into each other, px. */
export function lanePxOf(lane: Lane, time: LivedTime): number {
  return BESIDE_PX + ROW_PX * (1 + Math.max(0, ...rowsOf(pegsOf(lane, time).labels, MOST_ROWS)));
}

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
  const layer = layersOf(water ?? undefined)[Number(place.step.id.split(':')[2]) - 1];
  const high = base - topPx - 6;
  const y = (cure: number) => base - high * cure;
  const { cure } = place.step;
  const [fromMs, untilMs] = [from, Math.max(ready, from + (layer?.cure.firmH ?? 0) * HOUR_MS)];
  const untilH = (untilMs - fromMs) / HOUR_MS;
  const points = [...cure.filter(({ atH }) => atH < untilH), { atH: untilH, cure: cureAt(cure, untilH) }].map(
    (one) => ({ ms: fromMs + one.atH * HOUR_MS, share: one.cure }),
  );
  if (cure.length < 2) return null;
  const line = points.map(({ ms, share }) => `${x(ms)} ${y(share)}`).join('L');
  const end = x(points.at(-1)?.ms ?? ready);
  const marks = [
    { h: layer?.cure.gelH ?? null, name: 'gelled' },
    { h: layer?.cure.tackFreeH ?? null, name: 'tack-free' },
    { h: layer?.cure.firmH ?? null, name: 'firm' },
  ].flatMap(({ h, name }) => (h === null ? [] : [{ h, name }]));
  return (
    <g className="days-cure">
      <path d={`M${line}L${end} ${base}H${x(from)}Z`} />
      <path className="days-cure-line" d={`M${line}`} />
      {marks.map(({ h, name }) => (
        <circle key={name} cx={x(fromMs + h * HOUR_MS)} cy={y(cureAt(cure, h))} r={2.5}>
          <title>{`${place.step.name} is ${name}`}</title>
        </circle>
      ))}
    </g>
  );
}

/** The window a layer ahead is to be poured in, as a bracket under its channel. */
function Window({ place, lane, time, base }: { place: DayPlace; lane: Lane; time: LivedTime; base: number }) {
  if (place.step.kind !== 'pour' || place.step.doneAt !== null) return null;
  return place.step.after.map(({ link }) => {
    const before = lane.places.find((one) => one.step.id === link.id);
    if (before === undefined || link.greatestMin === null || link.from !== 'start') return null;
    const began = Date.parse(before.startAt);
    const [from, to] = [link.leastMin, link.greatestMin].map((minutes) => time.x(began + minutes * MINUTE_MS));
    return (
      <path
        key={link.id}
        className={place.scuffed ? 'days-window missed' : 'days-window'}
        d={`M${from} ${base}V${base + 5}H${to}V${base}`}
      >
        <title>{`The window of ${place.step.name}`}</title>
      </path>
    );
  });
}

/** The degree of cure at a time, straight between the moments that are told. */
export function cureAt(course: CureMoment[], h: number): number {
  const after = course.findIndex((one) => one.atH >= h);
  const [high, low] = [course[after], course[after - 1]];
  if (high === undefined) return course.at(-1)?.cure ?? 0;
  if (low === undefined) return high.cure;
  return low.cure + ((high.cure - low.cure) * (h - low.atH)) / (high.atH - low.atH);
}

/** What a peg is called in its own water's channel: without the water's name. */
export function short({ step }: DayPlace, lane: string): string {
  const tail = ` ${lane}`;
  const at = step.name.indexOf(tail);
  if (step.waterId === null || at < 0) return step.name;
  const head = step.name
    .slice(0, at)
    .replace(/ (the )?(of|in|into|on)$/, '')
    .replace(/ at the dams?$/, '');
  return `${head}${step.name.slice(at + tail.length)}`;
}

function Peg({
  place,
  name,
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
  name: string;
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
    (place.scuffed || place.outOfHours || place.stale) && 'amiss',
  ];
  const told =
    byPx !== 0
      ? `hold it at ${when(new Date(to(byPx)).toISOString(), now)}`
      : done
        ? 'done'
        : `${timeOfDay(onWall(place.startAt, now.timeZone ?? HERE))}, ${step.mixedWith === null ? lasting(step.handsOnMin) : 'in one mix'}`;
  return (
    <g
      className={look.filter(Boolean).join(' ')}
      transform={`translate(${x + byPx} 0)`}
      role="button"
      tabIndex={0}
      data-step={step.id}
      aria-label={`${name} ${told}: ${step.name}, ${when(place.startAt, now)}`}
      aria-pressed={chosen}
      onKeyDown={onKey}
      {...drag}
    >
      <path className="days-post" d={`M0 ${y + 4}V${base}`} />
      <path className="days-bulb" d={`M0 ${y - 7}L5 ${y}L0 ${y + 7}L-5 ${y}Z`} />
      <rect className="days-grip" x={-8} y={y - 12} width={28 + Math.max(name.length * 6.4, MOMENT_PX)} height={26} />
      <text className="days-name" x={9} y={y}>
        {`${name} `}
      </text>
      <text x={9} y={y + 13}>
        {told}
      </text>
    </g>
  );
}
