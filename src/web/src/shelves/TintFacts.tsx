import type { Tint } from '../api/types';
import { TINT_KINDS } from './wedge';

/** A tint: its colour, how it is measured out, and how well it is known. */
export function TintFacts({ tint }: { tint: Tint }) {
  const { name, measured } = TINT_KINDS[tint.kind];
  const by = {
    drop: `a drop is ${tint.dropMl} ml`,
    milligram: `1 ml weighs ${tint.densityGPerMl} g`,
    stickMm: `1 mm on the stick is ${tint.stickMlPerMm} ml`,
  }[measured];
  return (
    <>
      <p className="quiet">
        {name}, {by}
      </p>
      {tint.isExample && <p className="quiet">Made-up colour, to try things with.</p>}
      {tint.fitDeltaE !== null && <p>Off its wedge; half of it read within {tint.fitDeltaE.toFixed(1)}.</p>}
      {tint.looksLike !== null && <p className="notice-tight">No wedge yet: taken to be like {tint.looksLike}.</p>}
    </>
  );
}
