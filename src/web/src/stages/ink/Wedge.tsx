import { useState, type PointerEvent } from 'react';
import type { WaterPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { useSize } from '../../scene/useSize';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, unitOf, type Units } from '../../units/units';

const LEFT = 74;
const RIGHT = 190;
const TOP = 22;
const LANES = [46, 22, 22, 22] as const;
const BOTTOM = TOP + LANES.reduce((sum, high) => sum + high, 0);

const BEDS: Record<WaterPlan['ink']['lanes'][number]['bed'], string> = {
  painted: 'as painted',
  pale: 'pale',
  earth: 'earth',
  dark: 'dark',
};

/** The finished water from nothing to its greatest depth, over its bed as painted and over a pale, a plain and a dark one; and how the ink looks elsewhere. */
export function Wedge() {
  const { water, waterPlan: plan } = useDesk('water', 'waterPlan');
  const [box, size] = useSize<HTMLDivElement>();
  return (
    <div
      className="wedge"
      ref={box}
      {...(water === null ? {} : { role: 'group', 'aria-label': `Colours of ${water.name} by depth` })}
    >
      {plan !== null && plan.ink.deepestMm > 0 && size.width > LEFT + RIGHT + 60 && (
        <Drawing plan={plan} width={size.width} height={size.height} />
      )}
      {plan !== null && plan.ink.deepestMm <= 0 && (
        <p className="staff-empty">Nothing is wet: raise the waterline first.</p>
      )}
    </div>
  );
}

function Drawing({ plan, width, height }: { plan: WaterPlan; width: number; height: number }) {
  const units = useUnits();
  const [at, setAt] = useState<number | null>(null);
  const { ink, look } = plan;
  const long = width - LEFT - RIGHT;
  const x = (mm: number) => LEFT + (mm / ink.deepestMm) * long;
  const share = at === null ? null : (at - LEFT) / long;
  const onMove = (event: PointerEvent<SVGSVGElement>) => {
    const along = event.clientX - event.currentTarget.getBoundingClientRect().left;
    setAt(along >= LEFT && along <= LEFT + long ? along : null);
  };
  let y = TOP;
  return (
    <svg width={width} height={height} onPointerMove={onMove} onPointerLeave={() => setAt(null)}>
      {ink.lanes.map((lane, i) => {
        const high = LANES[i] ?? 22;
        const top = y;
        y += high;
        return (
          <g key={lane.bed}>
            <defs>
              <linearGradient id={`wedge-${lane.bed}`} x1="0" x2="1">
                {lane.colours.map((colour, k) => (
                  <stop key={k} offset={look.shares[k]} stopColor={colour} />
                ))}
              </linearGradient>
            </defs>
            <rect x={LEFT} y={top} width={long} height={high} fill={`url(#wedge-${lane.bed})`} data-lane={lane.bed} />
            <text className="wedge-bed" x={LEFT - 8} y={top + high / 2 + 4} textAnchor="end">
              {BEDS[lane.bed]}
            </text>
          </g>
        );
      })}
      <rect className="wedge-frame" x={LEFT} y={TOP} width={long} height={BOTTOM - TOP} />
      {ticks(ink.deepestMm).map((mm) => (
        <g key={mm} className="wedge-tick">
          <path d={`M${x(mm)} ${BOTTOM}v5`} />
          <text x={x(mm)} y={BOTTOM + 18} textAnchor="middle">
            {formatLength(mm, units, 0)}
          </text>
        </g>
      ))}
      <text className="wedge-note" x={LEFT + long} y={TOP - 8} textAnchor="end">
        deepest {formatLength(ink.deepestMm, units)} {unitOf('length', units)}
      </text>
      {ink.fadeMm !== null && ink.fadeMm <= ink.deepestMm && (
        <g className="wedge-fade" data-testid="fade">
          <path d={`M${x(ink.fadeMm)} ${TOP - 4}V${BOTTOM + 4}`} />
          <text
            x={x(ink.fadeMm)}
            y={TOP - 8}
            textAnchor={x(ink.fadeMm) > LEFT + long - 190 ? 'end' : 'middle'}
            dx={x(ink.fadeMm) > LEFT + long - 190 ? -100 : 0}
          >
            bed fades {formatLength(ink.fadeMm, units)}
          </text>
        </g>
      )}
      {share !== null && at !== null && (
        <g className="wedge-pointer">
          <path d={`M${at} ${TOP}V${BOTTOM}`} />
        </g>
      )}
      <text className="wedge-note" x={LEFT} y={BOTTOM + 38}>
        {share === null ? 'Point at a depth: how a bed there looks.' : pointed(plan, share, units)}
      </text>
      <Samples plan={plan} x={LEFT + long + 26} units={units} />
    </svg>
  );
}

/** What is under the pointer, in words. */
function pointed({ ink, look }: WaterPlan, share: number, units: Units): string {
  const mm = `${formatLength(share * ink.deepestMm, units)} ${units.length}`;
  const off = along(look.shares, ink.falseBedDeltaE, share);
  const seen =
    off < 1
      ? 'could not be told from the deepest place'
      : off < 3
        ? 'would hardly be told from the deepest place'
        : 'would be seen';
  return `A false bed of earth ${mm} down ${seen}: ΔE ${off.toFixed(1)}.`;
}

function along(shares: number[], values: number[], share: number): number {
  let high = 1;
  while (high < shares.length - 1 && (shares[high] ?? 1) < share) high++;
  const [low, up] = [shares[high - 1] ?? 0, shares[high] ?? 1];
  const t = up > low ? (share - low) / (up - low) : 0;
  return (values[high - 1] ?? 0) * (1 - t) + (values[high] ?? 0) * t;
}

function Samples({ plan, x, units }: { plan: WaterPlan; x: number; units: Units }) {
  const { inHand } = plan.ink;
  const mm = (value: number) => `${formatLength(value, units)} ${units.length}`;
  const rows = [
    { key: 'cup', name: 'in the cup', base: 'over white', samples: inHand.map((one) => one.cup) },
    { key: 'smear', name: 'a smear', base: 'on white card', samples: inHand.map((one) => one.smear) },
    { key: 'puddle', name: 'a trial puddle', base: 'on earth', samples: inHand.map((one) => one.puddle) },
  ].flatMap(({ base, samples, ...row }) => {
    // The water's own first, then its places in their order; one of which no cup is mixed has none.
    const shown = samples.flatMap((sample, colour) => (sample === null ? [] : [{ ...sample, colour }]));
    const depth = shown[0]?.depthMm;
    return depth === undefined ? [] : [{ ...row, shown, note: `${mm(depth)} ${base}` }];
  });
  return (
    <>
      {rows.map(({ key, shown, name, note }, i) => (
        <g key={key} transform={`translate(${x} ${TOP + i * 46})`} className="wedge-sample">
          {shown.map(({ hex, colour, depthMm }, k) => (
            <rect
              key={colour}
              x={(36 / shown.length) * k}
              width={36 / shown.length}
              height={36}
              fill={hex}
              data-sample={colour === 0 ? key : `${key}-${colour}`}
            >
              <title>{`${colour === 0 ? 'The water’s own' : `Colour ${colour}`}, ${mm(depthMm)} deep`}</title>
            </rect>
          ))}
          <text x={46} y={15}>
            {name}
          </text>
          <text x={46} y={30} className="wedge-note">
            {note}
          </text>
        </g>
      ))}
    </>
  );
}

function ticks(deepest: number): number[] {
  const step = [0.5, 1, 2, 5, 10, 20, 50].find((one) => deepest / one <= 10) ?? 100;
  return Array.from({ length: Math.floor(deepest / step) + 1 }, (_, i) => i * step);
}
