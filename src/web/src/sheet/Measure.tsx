import type { PointMm } from '../api/types';
import { useUnits } from '../units/UnitsContext';
import { formatLength, fullSize, unitOf } from '../units/units';
import type { SheetView } from '../scene/view';

/** A ruler laid on the board: its length at the bench and at full size, and how far it rises. */
export function Measure({
  from,
  to,
  view,
  ratio,
  heightAt,
}: {
  from: PointMm;
  to: PointMm;
  view: SheetView;
  ratio: number;
  heightAt: (place: PointMm) => number | null;
}) {
  const units = useUnits();
  const { scale } = view;
  const length = Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm);
  const [a, b] = [heightAt(from), heightAt(to)];
  const rise = a === null || b === null ? null : b - a;
  const words = [
    `${formatLength(length, units)} ${unitOf('length', units)}`,
    `${fullSize(length, ratio, units)} at full size`,
    ...(rise === null
      ? []
      : [
          `${rise >= 0 ? 'rises' : 'falls'} ${formatLength(Math.abs(rise), units)} ${unitOf('length', units)} (${fullSize(Math.abs(rise), ratio, units)})`,
        ]),
  ];
  // Over the line, or under it where there is no room: never on it.
  const left = Math.min(Math.max(((from.xMm + to.xMm) / 2) * scale, 80), view.widthMm * scale - 80);
  const tall = words.length * 15 + 8;
  const over = Math.min(from.yMm, to.yMm) * scale - tall - 8;
  const top = over > 4 - view.top ? over : Math.max(from.yMm, to.yMm) * scale + 14;
  return (
    <g className="measure">
      <line x1={from.xMm * scale} y1={from.yMm * scale} x2={to.xMm * scale} y2={to.yMm * scale} />
      <circle cx={from.xMm * scale} cy={from.yMm * scale} r={4} />
      <circle cx={to.xMm * scale} cy={to.yMm * scale} r={4} />
      <g transform={`translate(${left} ${top})`}>
        <rect x={-86} y={-4} width={172} height={tall} />
        {words.map((line, i) => (
          <text key={line} y={11 + i * 15} className={i === 0 ? 'measure-length' : ''}>
            {line}
          </text>
        ))}
      </g>
    </g>
  );
}
