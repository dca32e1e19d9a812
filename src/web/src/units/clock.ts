import { TZDate } from '@date-fns/tz';

/** A moment as the clock on a certain wall shows it. */
export type WallClock = TZDate;

/** The zone this machine's own clock goes by, an IANA name. */
export const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** A zone this browser knows: the one asked for, or this machine's. */
export function knownZone(zone: string | null): string {
  if (zone === null) return HERE;
  try {
    return Intl.DateTimeFormat(undefined, { timeZone: zone }).resolvedOptions().timeZone;
  } catch {
    // A zone of a newer list than this browser's: the maker's own clock has to do.
    return HERE;
  }
}

/** A moment, by its milliseconds or as the server writes it, on the wall of a zone. */
export function onWall(at: number | string, zone: string): WallClock {
  return new TZDate(typeof at === 'string' ? Date.parse(at) : at, zone);
}

/** Midnight of the day so many days later. */
export function midnight(at: WallClock, daysLater = 0): WallClock {
  const day = new TZDate(at.getTime(), at.timeZone);
  day.setDate(day.getDate() + daysLater);
  day.setHours(0, 0, 0, 0);
  return day;
}

const two = (n: number) => String(n).padStart(2, '0');

/** "19:05", minutes dropped rather than rounded: earlier rather than later. */
export function timeOfDay(at: WallClock): string {
  return `${two(at.getHours())}:${two(at.getMinutes())}`;
}

/** As a date and time are typed into a field: "2027-03-01T19:00". */
export function typed(at: WallClock): string {
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${timeOfDay(at)}`;
}

/** What was typed as a moment with its offset, so that the server sees the maker's own hours; null when it is no time. */
export function fromTyped(text: string, zone: string): string | null {
  const read = /^(\d{4,6})-(\d\d)-(\d\d)T(\d\d):(\d\d)(:\d\d(\.\d+)?)?$/.exec(text)?.slice(1, 6).map(Number);
  if (read === undefined) return null;
  const [year = 0, month = 0, day = 0, hour = 0, minute = 0] = read;
  // The thirtieth of February would become one of March.
  const is = new Date(Date.UTC(year, month - 1, day, hour, minute));
  const same =
    is.getUTCMonth() === month - 1 &&
    is.getUTCDate() === day &&
    is.getUTCHours() === hour &&
    is.getUTCMinutes() === minute;
  if (!same) return null;
  return new TZDate(year, month - 1, day, hour, minute, zone).toISOString();
}

const formats = new Map<string, Intl.DateTimeFormat>();

/** A moment in words of the maker's language. */
export function inWords(at: WallClock, options: Intl.DateTimeFormatOptions): string {
  const key = `${at.timeZone ?? ''} ${JSON.stringify(options)}`;
  let format = formats.get(key);
  if (format === undefined) {
    format = new Intl.DateTimeFormat(undefined, { ...options, timeZone: at.timeZone ?? HERE });
    formats.set(key, format);
  }
  return format.format(at.getTime());
}
