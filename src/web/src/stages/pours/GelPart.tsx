import type { Water, WaterPlan } from '../../api/types';
import { useProducts } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { ChoiceField, NumberField } from '../../slip/fields';
import { hours } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatVolume } from '../../units/units';
import { setIn, type Fields } from '../../desk/changes';

/** Gloss gel on the cured surface: how much, how many coats, how long. */
export function GelPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { edit } = useDesk('edit');
  const units = useUnits();
  const gels = useProducts().filter((product) => product.kind === 'glossGel');
  const { gel } = water;
  const set = (next: Fields<Water>['gel']) => edit(setIn('waters', water.id, { gel: next }));
  return (
    <section data-testid="gel">
      <ChoiceField
        label="Gel"
        value={gel?.productId ?? ''}
        choices={[
          { value: '', label: 'No gel on it' },
          ...gels.map((product) => ({ value: product.id, label: product.name })),
        ]}
        onChange={(productId) =>
          void set(
            productId === ''
              ? null
              : gel === null
                ? { productId, coats: 2, sharePercent: 30, coatMm: null }
                : { productId },
          )
        }
      />
      {gel !== null && plan.gel !== null && (
        <>
          <NumberField
            label="One coat"
            quantity="length"
            step={0.1}
            value={plan.gel.coatMm}
            onChange={(coatMm) => set({ coatMm })}
          />
          <NumberField label="Coats" value={gel.coats} onChange={(coats) => set({ coats: Math.round(coats) })} />
          <NumberField
            label="Of the surface"
            suffix="%"
            step={5}
            value={gel.sharePercent}
            onChange={(sharePercent) => set({ sharePercent })}
          />
          <Figure working={plan.gel.working} label="the gel">
            <span>
              <strong>{formatVolume(plan.gel.volumeMl, units)}</strong> {units.volume} of gel, dry after{' '}
              {hours(plan.gel.allDryH)}
            </span>
          </Figure>
          <p>{plan.gel.sentence}</p>
        </>
      )}
      <p className="quiet">Ripples first, then a very little white on the crests: it is easy to overdo.</p>
    </section>
  );
}
