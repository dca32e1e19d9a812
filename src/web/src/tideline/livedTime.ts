/** A stretch of time that is shown wide: someone is at the bench. */
export interface Wide {
  fromMs: number;
  toMs: number;
}

/** Time as it is lived: an evening at the bench is wide, a night or a day away narrow. */
export interface LivedTime {
  fromMs: number;
  toMs: number;
  widthPx: number;
  x: (ms: number) => number;
  /** The moment shown at a place. */
  at: (px: number) => number;
}

/** An hour at the bench, px. */
export const BENCH_HOUR_PX = 26;
/** An hour away from it, px. */
export const AWAY_HOUR_PX = 1.7;
/** No stretch at the bench is narrower: its date and hours want room. */
const LEAST_BENCH_PX = 84;
const HOUR_MS = 3_600_000;

/** The scale from one moment to another; stretches rising and apart. */
export function livedTime(fromMs: number, toMs: number, wide: Wide[]): LivedTime {
  // Where each piece begins, and how wide it is from there on.
  const knots: { ms: number; px: number }[] = [{ ms: fromMs, px: 0 }];
  const go = (ms: number, px: number) => {
    const last = knots.at(-1);
    if (last !== undefined && ms > last.ms) knots.push({ ms, px: last.px + px });
  };
  const away = (ms: number) => {
    const last = knots.at(-1)?.ms ?? fromMs;
    go(ms, ((ms - last) / HOUR_MS) * AWAY_HOUR_PX);
  };
  for (const stretch of wide) {
    const [from, to] = [Math.max(fromMs, stretch.fromMs), Math.min(toMs, stretch.toMs)];
    if (to <= from) continue;
    away(from);
    go(to, Math.max(LEAST_BENCH_PX, ((to - from) / HOUR_MS) * BENCH_HOUR_PX));
  }
  away(toMs);
  const between = (value: number, of: 'ms' | 'px', to: 'ms' | 'px') => {
    let high = 1;
    while (high < knots.length - 1 && (knots[high]?.[of] ?? 0) < value) high++;
    const [low, up] = [knots[high - 1], knots[high]];
    if (low === undefined || up === undefined) return knots[0]?.[to] ?? 0;
    return low[to] + ((value - low[of]) / (up[of] - low[of])) * (up[to] - low[to]);
  };
  return {
    fromMs,
    toMs,
    widthPx: knots.at(-1)?.px ?? 0,
    x: (ms) => between(Math.min(toMs, Math.max(fromMs, ms)), 'ms', 'px'),
    at: (px) => between(px, 'px', 'ms'),
  };
}

/** Labels that would run into each other go into rows under one another: for each its row, from 0; the last row takes what is left. */
export function rowsOf(labels: { left: number; width: number }[], most: number): number[] {
  const ends: number[] = [];
  return labels.map(({ left, width }) => {
    let row = 0;
    while (row < most - 1 && (ends[row] ?? -Infinity) > left) row++;
    ends[row] = left + width;
    return row;
  });
}
