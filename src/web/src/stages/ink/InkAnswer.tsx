import type { InkSample, WaterPlan } from '../../api/types';
import { useUnits } from '../../units/UnitsContext';
import { formatLength } from '../../units/units';

const DARK = {
  plain: null,
  veryDark: 'Very dark in the cup',
  nearlyBlack: 'Nearly black in the cup',
  black: 'Black in the cup',
} as const;

const RANK = { plain: 0, veryDark: 1, nearlyBlack: 2, black: 3 } as const;

/** How deep one sees, and what the cup will say to it. */
export function InkAnswer({ plan }: { plan: WaterPlan }) {
  const units = useUnits();
  const { fadeMm, darkMm, deepestMm, inHand } = plan.ink;
  const mm = (value: number) => `${formatLength(value, units)} ${units.length}`;
  // The darkest cup is the one that frightens.
  const worst = inHand
    .flatMap(({ cup }, colour) => (cup === null ? [] : [{ cup, colour }]))
    .reduce<{ cup: InkSample; colour: number } | null>(
      (most, one) => (most === null || RANK[one.cup.darkness] > RANK[most.cup.darkness] ? one : most),
      null,
    );
  const dark = worst === null ? null : DARK[worst.cup.darkness];
  return (
    <section className="ink-answer" data-testid="ink-answer">
      <h2>
        {fadeMm !== null
          ? fadeMm <= deepestMm
            ? `One sees ${mm(fadeMm)} deep`
            : `The bed shows: it would fade at ${mm(fadeMm)}`
          : 'The bed shows at any depth'}
      </h2>
      <p className="quiet">
        {mm(deepestMm)} at the deepest
        {darkMm !== null && darkMm <= deepestMm && `; from ${mm(darkMm)} on it is dark whatever lies under it`}
      </p>
      {worst !== null && dark !== null && (
        <p className="cup-misleads">
          <strong>{dark}</strong>
          {worst.colour > 0 && ` (colour ${worst.colour})`}, and right so: {mm(worst.cup.depthMm)} deep there,{' '}
          {mm(deepestMm)} in the bed. Try a puddle on a painted scrap first.
        </p>
      )}
    </section>
  );
}
