import type { WaterPlan } from '../../api/types';
import { hours } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatVolume, unitOf } from '../../units/units';

/** How many layers, how much to mix, until when. */
export function PoursAnswer({ plan }: { plan: WaterPlan }) {
  const units = useUnits();
  const poured = plan.layers.filter((layer) => layer.poured !== null).length;
  return (
    <section aria-live="polite" className="slip-answer">
      <p className="pours-sum">
        <span className="big">{plan.layers.length}</span>{' '}
        <span className="big-unit">
          {plan.layers.length === 1 ? 'layer' : 'layers'}
          {poured > 0 && `, ${poured} poured`}, {formatVolume(plan.mixedMl, units)} {unitOf('volume', units)} to mix
        </span>
      </p>
      {plan.layers.length > 0 && (
        <p>
          Strip the dams after {hours(plan.stripH ?? 0)}, fully hard after {hours(plan.fullCureH ?? 0)}, from the first
          pour.
        </p>
      )}
    </section>
  );
}
