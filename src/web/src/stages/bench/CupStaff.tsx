import type { BenchStep, BenchView } from '../../api/types';
import { formatMass } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';

const TOP = 8;
const BOTTOM = 392;

/** The cup as a staff: what is in it, what is being poured, the mark it has to come to. */
export function CupStaff({ view, step, shownG }: { view: BenchView; step: BenchStep; shownG: number | null }) {
  const units = useUnits();
  const cup = view.state.cups[step.cup - 1];
  const mix = view.mixes[step.cup - 1];
  if (cup === undefined || mix === undefined) return null;
  // What went in without a figure is drawn as high as it was to come, and no figure is put to it.
  const inIt: { name: string; g: number; weighed: boolean }[] = [];
  const before = (kind: string) =>
    view.state.steps.findIndex((one) => one.kind === kind && one.cup === step.cup) < view.state.at;
  if (step.kind !== 'partOne' && before('partOne'))
    inIt.push({ name: mix.twoG > 0 ? 'part one' : '', g: cup.oneG ?? mix.oneG, weighed: cup.oneG !== null });
  if (step.kind !== 'partTwo' && step.kind !== 'partOne' && before('partTwo') && mix.twoG > 0)
    inIt.push({ name: 'part two', g: cup.twoG ?? cup.twoTargetG, weighed: cup.twoG !== null });
  const under = inIt.reduce((sum, one) => sum + one.g, 0);
  const weighing = step.targetG !== null && view.byScale;
  const target = weighing ? under + (step.targetG ?? 0) : null;
  const slow = weighing && step.slowFromG !== null ? under + step.slowFromG : null;
  const full = niceTop(Math.max((cup.oneG ?? mix.oneG) + cup.twoTargetG, target ?? 0, under + (shownG ?? 0)) * 1.12);
  const y = (g: number) => BOTTOM - ((BOTTOM - TOP) * g) / full;
  const ticks = Array.from({ length: 7 }, (_, k) => (full / 6) * k);
  let from = 0;
  return (
    <svg
      className="bench-cup"
      viewBox="0 0 150 400"
      role="img"
      aria-label={
        inIt.every((one) => one.weighed)
          ? `The cup: ${formatMass(under + (shownG ?? 0), units)} ${units.mass} in it`
          : 'The cup: what is in it is not all weighed'
      }
    >
      {ticks.map((g) => (
        <g key={g} className="bench-cup-tick">
          <line x1="34" x2="42" y1={y(g)} y2={y(g)} />
          <text x="30" y={y(g) + 4}>
            {formatMass(Math.round(g), units)}
          </text>
        </g>
      ))}
      {inIt.map((one, k) => {
        const base = from;
        from += one.g;
        return (
          <g key={one.name} className={`bench-cup-part part-${k}`}>
            <rect x="43" width="94" y={y(from)} height={Math.max(0, y(base) - y(from))} />
            {y(base) - y(from) > 38 && (
              <>
                <text x="90" y={(y(base) + y(from)) / 2 - 3}>
                  {one.name}
                </text>
                <text x="90" y={(y(base) + y(from)) / 2 + 14} className={one.weighed ? 'figure' : undefined}>
                  {one.weighed ? formatMass(one.g, units) : 'not weighed'}
                </text>
              </>
            )}
          </g>
        );
      })}
      {weighing && shownG !== null && shownG > 0 && (
        <rect
          className="bench-cup-now"
          x="43"
          width="94"
          y={y(under + shownG)}
          height={Math.max(0, y(under) - y(under + shownG))}
        />
      )}
      <path className="bench-cup-wall" d={`M42 ${TOP - 4}V${BOTTOM}H138V${TOP - 4}`} />
      {slow !== null && <line className="bench-cup-slow" x1="43" x2="137" y1={y(slow)} y2={y(slow)} />}
      {target !== null && (
        <g className="bench-cup-mark">
          <line x1="38" x2="142" y1={y(target)} y2={y(target)} />
          <path d={`M142 ${y(target)}l8 -6v12z`} />
        </g>
      )}
    </svg>
  );
}

/** The next round figure over so much, divisible in six. */
function niceTop(g: number): number {
  const step = [0.5, 1, 2, 5, 10, 15, 20, 25, 30, 40, 50, 100, 150, 200, 300, 500, 1000].find((one) => one * 6 >= g);
  return (step ?? Math.ceil(g / 6 / 1000) * 1000) * 6;
}
