import type { DaysRoom } from '../api/types';
import { useUnits } from '../units/UnitsContext';
import { formatReading } from '../units/units';
import type { LivedTime } from './livedTime';

export const ROOM_PX = 74;
const TOP_PX = 20;
const FOOT_PX = 12;
/** So many degrees at least are spread over the lane: a steady room lies level. */
const LEAST_SPAN_C = 6;

/** The room over the days: as it was read, then as it is planned, and the least that some product wants. */
export function DaysRoomLane({ room, time, nowMs }: { room: DaysRoom; time: LivedTime; nowMs: number }) {
  const units = useUnits();
  const course = room.course.map(({ at, c }) => ({ ms: Date.parse(at), c }));
  const all = [...course.map(({ c }) => c), ...(room.leastC === null ? [] : [room.leastC])];
  if (course.length === 0) return null;
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const span = Math.max(LEAST_SPAN_C, high - low);
  const middle = (low + high) / 2;
  const y = (c: number) => TOP_PX + ((middle + span / 2 - c) / span) * (ROOM_PX - TOP_PX - FOOT_PX);
  const seen = course.filter(({ ms }) => ms >= time.fromMs && ms <= time.toMs);
  const line = seen.map(({ ms, c }) => `${time.x(ms)} ${y(c)}`).join('L');
  const coldest = seen
    .filter(({ ms }) => ms >= nowMs)
    .reduce<{ ms: number; c: number } | null>((least, one) => (least === null || one.c < least.c ? one : least), null);
  return (
    <g className="days-room">
      {room.leastC !== null && <path className="days-room-least" d={`M0 ${y(room.leastC)}H${time.widthPx}`} />}
      {line !== '' && <path className="days-room-line" d={`M${line}`} />}
      {coldest !== null && (
        <text x={time.x(coldest.ms) + 4} y={Math.min(ROOM_PX - 3, y(coldest.c) + 13)}>
          {formatReading(coldest.c, units)}
        </text>
      )}
    </g>
  );
}
