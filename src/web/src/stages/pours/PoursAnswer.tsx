import { isDammed, layersOf, pouredAs, stillMixed } from '../../api/plan';
import type { WaterPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { hours } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatVolume, unitOf } from '../../units/units';

/** How many layers, how much to mix, until when. */
export function PoursAnswer({ plan }: { plan: WaterPlan }) {
  const { plan: whole } = useDesk('plan');
  const units = useUnits();
  const pours = pouredAs(plan);
  const mixed = stillMixed(whole, plan);
  const poured = layersOf(plan).filter((layer) => layer.poured !== null).length;
  const full = poured > 0 && poured === layersOf(plan).length;
  // Noted as soft, or poured of another product than is chosen: no hour by this sheet is that of what lies in the bed.
  const hoursSpeak = pours.soft === null && !plan.notices.some((notice) => notice.kind === 'anotherProduct');
  return (
    <section aria-live="polite" className="slip-answer">
      <p className="pours-sum">
        <span className="big">{layersOf(plan).length}</span>{' '}
        <span className="big-unit">
          {layersOf(plan).length === 1 ? 'layer' : 'layers'}
          {poured > 0 && `, ${full ? 'all' : poured} poured`}
          {!full && `, ${formatVolume(mixed.ml, units)} ${unitOf('volume', units)} to mix`}
        </span>
      </p>
      {!full && mixed.others.length > 0 && <p>That is for {mixed.others.join(', ')} too.</p>}
      {layersOf(plan).length > 0 && hoursSpeak && (
        <p>
          {isDammed(whole, plan.id) ? 'Strip the dams' : 'Firm'} after {hours(pours.stripH ?? 0)}, fully hard after{' '}
          {hours(pours.fullCureH ?? 0)}, from the first pour.
        </p>
      )}
    </section>
  );
}
