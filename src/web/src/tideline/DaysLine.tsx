import { useMemo } from 'react';
import type { DaysPlan } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { useSize } from '../scene/useSize';
import { useNow } from '../slip/useNow';
import { DaysLane, lanePxOf, type Lane } from './DaysLane';
import { DaysRoomLane, ROOM_PX } from './DaysRoomLane';
import { HERE, inWords, midnight, onWall, timeOfDay, type WallClock } from '../units/clock';
import { useUnits } from '../units/UnitsContext';
import { formatReading } from '../units/units';
import { livedTime, type LivedTime } from './livedTime';

const HEAD_PX = 48;
const LEAST_LANE_PX = 84;
const DAY_MS = 86_400_000;
/** A day away from the bench that is narrower has no room for its weekday. */
const AWAY_NAME_PX = 40;
/** Before now so much is still shown. */
const BEFORE_MS = DAY_MS;

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
  const units = useUnits();
  const [box, size] = useSize<HTMLDivElement>();
  const zone = now.timeZone ?? HERE;
  const lanes = useMemo(() => lanesOf(days, build.waters), [days, build.waters]);
  const time = useMemo(() => {
    const finish = days.finishAt === null ? now.getTime() + 7 * DAY_MS : Date.parse(days.finishAt);
    const wide = days.stretches.map((one) => ({ fromMs: Date.parse(one.fromAt), toMs: Date.parse(one.toAt) }));
    return livedTime(now.getTime() - BEFORE_MS, finish + DAY_MS, wide);
  }, [days, now]);
  const head = 132;
  const roomPx = days.room === null ? 0 : ROOM_PX;
  const share = (size.height - HEAD_PX - roomPx - 4) / Math.max(1, lanes.length);
  const lanesPx = lanes.map((lane) => Math.max(LEAST_LANE_PX, share, lanePxOf(lane, time)));
  const topOf = (k: number) => HEAD_PX + lanesPx.slice(0, k).reduce((sum, px) => sum + px, 0);
  const width = Math.max(time.widthPx, size.width - head);
  const height = topOf(lanes.length) + roomPx;
  const next = new Set(days.next?.stepIds ?? []);
  return (
    <div className="days-line" ref={box}>
      <div className="days-heads" style={{ width: head, paddingTop: HEAD_PX }}>
        {lanes.map((lane, k) => (
          <div key={lane.id} style={{ height: lanesPx[k] }}>
            <strong>{lane.name}</strong>
            <span>{lane.note}</span>
          </div>
        ))}
        {days.room !== null && (
          <div style={{ height: roomPx }}>
            <strong>Room</strong>
            <span>
              {days.room.leastC === null
                ? 'as planned'
                : `dashed: ${formatReading(days.room.leastC, units)}, the least`}
            </span>
          </div>
        )}
      </div>
      <div className="days-scroll">
        <svg width={width} height={height} role="group" aria-label="The days ahead, an evening wide and a night narrow">
          <Stretches days={days} time={time} height={height} now={now} zone={zone} />
          {lanes.map((lane, k) => (
            <g key={lane.id} transform={`translate(0 ${topOf(k)})`} data-lane={lane.id}>
              <path className="days-rule" d={`M0 0.5H${width}`} />
              <DaysLane
                lane={lane}
                water={plan.waters.find((one) => one.id === lane.id) ?? null}
                time={time}
                heightPx={lanesPx[k] ?? LEAST_LANE_PX}
                next={next}
                chosen={chosen}
                now={now}
                onChoose={onChoose}
                onHold={onHold}
              />
            </g>
          ))}
          {days.room !== null && (
            <g transform={`translate(0 ${topOf(lanes.length)})`} data-lane="room">
              <path className="days-rule" d={`M0 0.5H${width}`} />
              <DaysRoomLane room={days.room} time={time} nowMs={now.getTime()} />
            </g>
          )}
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
  const ground = of(['board', 'foam', 'skin', 'rocks']);
  const after = of(['growth', 'photograph', 'own']);
  return [
    ...(ground.length > 0 ? [{ id: 'ground', name: 'Ground', note: 'foam, plaster, drying', places: ground }] : []),
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
        const first = !named.has(midnight(at).getTime());
        named.add(midnight(at).getTime());
        return (
          <g key={one.fromAt} className={one.stepIds.length > 0 ? 'days-stretch busy' : 'days-stretch'}>
            <rect x={from} width={to - from} y={HEAD_PX} height={height - HEAD_PX} />
            {first && (
              <text x={from + 2} y={17} className="days-date">
                {inWords(at, daily)}
              </text>
            )}
            <text x={from + 2} y={33}>
              {timeOfDay(at)}–{timeOfDay(onWall(one.toAt, zone))}
            </text>
          </g>
        );
      })}
      {days.elsewhere.map((one) => {
        const [from, to] = [time.x(Date.parse(one.fromAt)), time.x(Date.parse(one.toAt))];
        return (
          <rect
            key={`${one.build} ${one.fromAt} ${one.name}`}
            className="days-elsewhere"
            x={from}
            width={Math.max(2, to - from)}
            y={HEAD_PX}
            height={height - HEAD_PX}
          >
            <title>{`${one.build}: ${one.name}`}</title>
          </rect>
        );
      })}
      {midnights.map((day, k) => {
        const from = time.x(day.getTime());
        const roomPx = time.x(midnights[k + 1]?.getTime() ?? day.getTime() + DAY_MS) - from;
        const away =
          !named.has(day.getTime()) && day.getTime() >= now.getTime() - DAY_MS && day.getTime() > time.fromMs;
        return (
          <g key={day.getTime()}>
            {day.getTime() > time.fromMs && <path className="days-midnight" d={`M${from} ${HEAD_PX}V${height}`} />}
            {away && (
              <text className="days-away" x={from + 3} y={17}>
                <title>{inWords(day, { weekday: 'long', day: 'numeric', month: 'long' })}: not at the bench</title>
                {roomPx >= AWAY_NAME_PX ? inWords(day, daily) : day.getDate()}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}
