import { pouredAs } from '../api/plan';
import { useDays } from '../api/useDays';
import type { Build, BuildPlan, DaysPlan } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { useSize } from '../scene/useSize';
import { lasting, when } from '../slip/words';
import { useFirst } from '../slip/useBeforePour';
import { useNow } from '../slip/useNow';
import { inWords } from '../units/clock';
import { nextPour, nextThing, ribbon, tide, type Tide } from './tide';

/** A day narrower than this has no room for its words. */
const LEAST_DAY_PX = 84;

/** The days ahead as one ribbon, with the next thing to do in words at its head. */
export function Tideline() {
  const { id, version, build, plan } = useDesk('id', 'version', 'build', 'plan');
  const { days: planned, waiting, stale } = useDays(id, version);
  const now = useNow();
  const [box, size] = useSize<HTMLDivElement>();
  const count = Math.min(7, Math.max(2, Math.floor(size.width / LEAST_DAY_PX)));
  const perDay = size.width / count;
  const { days, x } = ribbon(now, count, perDay);
  // As long as the days are on their way no pour has a day.
  const dated = waiting ? [] : tide(build, plan, planned);
  const shown = dated.filter((one) => x(one.toMs) > 0 && x(one.fromMs) < size.width);
  const next = nextPour(build, plan, now.getTime(), planned);
  const thing = nextThing(build, plan, now.getTime());
  const first = useFirst(waiting ? null : (plan.waters.find((one) => one.id === next?.waterId) ?? null));
  // Of the version before are only places that this one has too.
  const unknown = waiting || first === undefined || (stale && next !== null && next.inDays !== true);
  return (
    <footer className="tideline" aria-label="Tideline: the days ahead">
      <div className="tideline-head" aria-live="polite">
        <span className="tideline-next">
          {thing === null && next !== null && !unknown && first !== null ? `first, for ${next.label}` : 'next'}
        </span>
        {thing !== null ? (
          <>
            <strong>
              {thing.fromMs > now.getTime() ? `${when(new Date(thing.fromMs).toISOString(), now)} ` : 'now '}
              {thing.label}
            </strong>
            {thing.toMs > thing.fromMs && <span>until {when(new Date(thing.toMs).toISOString(), now)}</span>}
          </>
        ) : unknown ? (
          <span>being laid out …</span>
        ) : next === null ? (
          <strong>{nothingAhead(build, plan, planned)}</strong>
        ) : first !== null ? (
          <strong className="tideline-first" title={first}>
            {first}
          </strong>
        ) : (
          <>
            <strong>
              {next.fromMs < now.getTime() && (next.onLayer === true ? 'ready since ' : 'due since ')}
              {when(new Date(next.fromMs).toISOString(), now)} pour {next.label}
            </strong>
            {next.fromMs >= now.getTime() && <span>in {lasting((next.fromMs - now.getTime()) / 60_000)}</span>}
          </>
        )}
      </div>
      <div className="tideline-ribbon" ref={box}>
        {size.width > 0 && (
          <svg width={size.width} height={size.height}>
            {planned?.stretches.map(({ fromAt, toAt }) => {
              const [from, to] = [x(Date.parse(fromAt)), x(Date.parse(toAt))];
              return from > size.width ? null : (
                <rect
                  key={fromAt}
                  className="tideline-evening"
                  x={from}
                  width={Math.max(0, to - from)}
                  y={22}
                  height={size.height - 22}
                />
              );
            })}
            {days.map((day, k) => {
              return (
                <g key={k} className="tideline-day" transform={`translate(${k * perDay} 0)`}>
                  <path d={`M0.5 0V${size.height}`} />
                  <text x={7} y={14}>
                    {inWords(day, { weekday: 'short', day: 'numeric' })}
                  </text>
                </g>
              );
            })}
            {shown
              .filter((one) => one.kind === 'cure')
              .map((one) => (
                <Cure key={one.key} tide={one} x={x} height={size.height} />
              ))}
            {clusters(
              shown.filter((one) => one.kind !== 'cure'),
              x,
            ).map(({ left, words, strip }, i, all) => {
              const right = all[i + 1]?.left ?? size.width;
              return (
                <g
                  key={left}
                  className={strip ? 'tideline-mark strip' : 'tideline-mark'}
                  transform={`translate(${left} 0)`}
                >
                  <path className="tideline-post" d={`M0 26V${size.height}`} />
                  <path className="tideline-flag" d="M-5 24H5L0 33Z" />
                  {words.map((word, k) => (
                    <text key={word} x={8} y={34 + 14 * k}>
                      {clip(word, right - left - 12)}
                    </text>
                  ))}
                  <title>{words.join(', ')}</title>
                </g>
              );
            })}
            <g className="tideline-now" transform={`translate(${x(now.getTime())} 0)`}>
              <path d={`M0 0V${size.height}`} />
              <path d="M-6 0H6L0 8Z" />
            </g>
          </svg>
        )}
      </div>
    </footer>
  );
}

function Cure({ tide: one, x, height }: { tide: Tide; x: (ms: number) => number; height: number }) {
  const from = x(one.fromMs);
  const to = x(one.toMs);
  const base = height - 6;
  return (
    <path
      className="tideline-cure"
      d={`M${from} ${base}C${from + (to - from) * 0.15} ${base - 34} ${from + (to - from) * 0.4} ${base - 26} ${to} ${base}Z`}
    >
      <title>{one.label}</title>
    </path>
  );
}

function nothingAhead(build: Build, plan: BuildPlan, days: DaysPlan | undefined): string {
  const soft = plan.waters.findIndex((water) => pouredAs(water).soft !== null);
  if (soft >= 0) return `${build.waters[soft]?.name ?? 'A water'} stayed soft: put nothing on it.`;
  if (tide(build, plan, days).length > 0) return 'All layers have had their time.';
  return build.waters.length > 0 ? 'Set a first pour under Pours.' : 'Put a water on the board.';
}

/** Marks that would stand on one another are one, with both their words. */
function clusters(marks: Tide[], x: (ms: number) => number): { left: number; words: string[]; strip: boolean }[] {
  const found: { left: number; words: string[]; strip: boolean }[] = [];
  for (const mark of [...marks].sort((p, q) => p.fromMs - q.fromMs)) {
    const left = Math.round(x(mark.fromMs));
    const last = found.at(-1);
    if (last !== undefined && left - last.left < 22) last.words.push(mark.label);
    else found.push({ left, words: [mark.label], strip: mark.kind === 'strip' });
  }
  return found;
}

function clip(text: string, room: number): string {
  const most = Math.floor(room / 5.9);
  if (text.length <= most) return text;
  return most < 3 ? '' : `${text.slice(0, most - 1)}…`;
}
