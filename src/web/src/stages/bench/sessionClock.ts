import type { BenchView } from '../../api/types';

/** A session's clock as this device goes on with it. */
export interface SessionClock {
  /** The session's time at `atMs`, ms. */
  nowMs: number;
  /** By the device's own clock, which only goes forward, ms. */
  atMs: number;
  /** Seconds of the session to a real one. */
  speed: number;
}

type Said = Pick<BenchView, 'now' | 'speed'>;

/** What a session's clock shows, ms, at a moment of the device's own. */
export function timeBy(clock: SessionClock, atMs: number): number {
  return clock.nowMs + (atMs - clock.atMs) * clock.speed;
}

/**
 * A session's clock after one more answer. What an answer says was so at some moment between its being asked for and its coming: it leaves open by how much it lags, and the
 * answer that lagged least stands, so that a late one does not turn the clock back. A clock that cannot be right any more, as after the server's was put back, is given up.
 * @param before The clock until now; null for none.
 * @param said What came.
 * @param askedMs When it was asked for, by the device's own clock; null for what the server told by itself: it may be as late as it likes.
 * @param cameMs When it came.
 */
export function clockAfter(
  before: SessionClock | null,
  said: Said,
  askedMs: number | null,
  cameMs: number,
): SessionClock {
  const nowMs = Date.parse(said.now);
  const anew = { nowMs, atMs: cameMs, speed: said.speed };
  if (before === null || before.speed !== said.speed) return anew;
  const shownMs = timeBy(before, cameMs);
  const latestMs = askedMs === null ? Infinity : nowMs + (cameMs - askedMs) * said.speed;
  return shownMs > nowMs && shownMs <= latestMs ? before : anew;
}

/** Whether one view of a session is older than another: who asks for it, and what only time changes, raise no revision. */
export function isOlderView(
  one: Pick<BenchView, 'revision' | 'now'>,
  than: Pick<BenchView, 'revision' | 'now'>,
): boolean {
  return one.revision !== than.revision ? one.revision < than.revision : Date.parse(one.now) < Date.parse(than.now);
}
