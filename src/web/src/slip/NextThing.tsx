import type { Water, WaterPlan } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { useUnits } from '../units/UnitsContext';
import { formatLength } from '../units/units';
import { useNow } from './useNow';
import { drops, hours, parts, when } from './words';

/** The next pour in a maker's words. */
export function NextThing({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { build } = useDesk();
  const units = useUnits();
  const now = useNow();
  const byScale = build.measuring.device.kind === 'scale';
  // What has begun is done with; without a single pour logged the clock has to do.
  const begun = build.begun.filter((pour) => pour.waterId === water.id).length;
  const ahead = plan.layers.findIndex((layer) => layer.pourAt === null || Date.parse(layer.pourAt) > now.getTime());
  const index = begun > 0 ? begun : ahead;
  const layer = plan.layers[index];
  if (layer === undefined) {
    return (
      <section className="next-thing">
        <p>
          All layers have had their time.{' '}
          {plan.stripAt !== null && (
            <>
              Dams may come off from <strong>{when(plan.stripAt, now)}</strong>.
            </>
          )}
        </p>
      </section>
    );
  }
  const last = index === plan.layers.length - 1;
  return (
    <section className="next-thing">
      <p>
        <strong>Mix {parts(layer, byScale, units)}</strong>, {drops(layer)}, for layer {index + 1}
        {layer.pourAt !== null &&
          (Date.parse(layer.pourAt) > now.getTime() ? (
            <> on {when(layer.pourAt, now)}</>
          ) : (
            <>, due since {when(layer.pourAt, now)}</>
          ))}
        . <strong>Pour to {formatLength(layer.toMm, units)}</strong> {units.length}.{' '}
        {last
          ? layer.pourAt !== null && plan.stripAt !== null
            ? `Dams off from ${when(plan.stripAt, now)}.`
            : `Dams off after ${hours((plan.stripH ?? 0) - layer.pourH)}.`
          : layer.recoatFromAt !== null && layer.recoatToAt !== null
            ? `Next one from ${when(layer.recoatFromAt, now)}; after ${when(layer.recoatToAt, now)} scuff and wipe first.`
            : `Next one after ${hours(layer.recoatFromH - layer.pourH)}; past ${hours(layer.recoatToH - layer.pourH)} scuff and wipe first.`}
      </p>
      <p className="caution">Gloves, eye protection, fresh air. See the product’s safety sheet.</p>
    </section>
  );
}
