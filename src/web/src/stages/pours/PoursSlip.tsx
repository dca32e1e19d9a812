import type { PlannedLayer, Water, WaterPlan } from '../../api/types';
import { useProducts, useSheetDoubts, useTints } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { ChoiceField, NumberField } from '../../slip/fields';
import { NextThing } from '../../slip/NextThing';
import { StandingMark } from '../../slip/StandingMark';
import { useNow } from '../../slip/useNow';
import { drops, hours, parts, when } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatQuantity, formatVolume, unitOf } from '../../units/units';
import { BeforePart } from '../water/BeforePart';
import { WaterTabs } from '../water/WaterTabs';
import { FirstPour } from './FirstPour';
import { HeatPart } from './HeatPart';
import { StrategiesPart } from './StrategiesPart';
import { SurfacePart } from './SurfacePart';

/** The pours of the selected water: what with, in which layers, what to weigh out and when. */
export function PoursSlip() {
  const { water, waterPlan } = useDesk();
  return (
    <>
      <WaterTabs />
      {water === null || waterPlan === null ? (
        <section>
          <p>No water to pour yet: put one on the board under Water.</p>
        </section>
      ) : (
        <>
          <WaterPours water={water} plan={waterPlan} />
          <BeforePart key={water.id} water={water} />
        </>
      )}
    </>
  );
}

function WaterPours({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { edit } = useDesk();
  const units = useUnits();
  const products = useProducts();
  const tints = useTints();
  const replace = (change: Partial<Water>) => edit({ kind: 'replaceWater', water: { ...water, ...change } });
  const doubts = useSheetDoubts(water.productId);
  const sheet = products.find((product) => product.id === water.productId);
  return (
    <>
      <section aria-live="polite" className="slip-answer">
        <p className="pours-sum">
          <span className="big">{plan.layers.length}</span>{' '}
          <span className="big-unit">
            {plan.layers.length === 1 ? 'layer' : 'layers'}, {formatVolume(plan.mixedMl, units)}{' '}
            {unitOf('volume', units)} to mix
          </span>
        </p>
        {plan.layers.length > 0 && (
          <p>
            Strip the dams after {hours(plan.stripH ?? 0)}, fully hard after {hours(plan.fullCureH ?? 0)}, from the
            first pour.
          </p>
        )}
      </section>
      {plan.layers.length > 0 && <NextThing water={water} plan={plan} />}
      {plan.notices.some((notice) => notice.standing !== 'holds') && (
        <section>
          {plan.notices
            .filter((notice) => notice.standing !== 'holds')
            .map((notice) => (
              <p key={notice.sentence} className={`notice-${notice.standing}`}>
                {notice.sentence}
              </p>
            ))}
        </section>
      )}
      <section>
        <ChoiceField
          label="Product"
          value={water.productId}
          choices={products.map((product) => ({ value: product.id, label: product.name }))}
          onChange={(productId) => void replace({ productId })}
        />
        {doubts.map((doubt) => (
          <p key={doubt.field} className="notice-tight">
            {doubt.sentence}
          </p>
        ))}
        {plan.layers.length > 0 && <StrategiesPart water={water} />}
        {water.strategy === 'sealFirst' && (
          <NumberField
            label="Seal pour"
            quantity="length"
            step={0.5}
            value={water.sealMm}
            onChange={(sealMm) => replace({ sealMm })}
          />
        )}
        <ChoiceField
          label="Ink"
          value={water.ink.tintId ?? ''}
          choices={[
            { value: '', label: 'None: clear' },
            ...tints.map((tint) => ({ value: tint.id, label: tint.name })),
          ]}
          onChange={(tintId) => void replace({ ink: { ...water.ink, tintId: tintId === '' ? null : tintId } })}
        />
        {water.ink.tintId !== null && (
          <NumberField
            label="Strength, in 100 ml"
            suffix="ml"
            step={0.02}
            value={water.ink.mlPer100Ml}
            onChange={(mlPer100Ml) => replace({ ink: { ...water.ink, mlPer100Ml } })}
          />
        )}
        <FirstPour water={water} onChange={(firstPourAt) => void replace({ firstPourAt })} />
      </section>
      <HeatPart key={water.id} plan={plan} />
      {plan.layers.length > 0 && <SurfacePart />}
      <section className="openings">
        <Figure working={plan.workings['mix']} label="the mix">
          <span>What to weigh</span>
        </Figure>
        <Figure working={plan.workings['drops']} label="the drops">
          <span>{plan.workings['drops'] === undefined ? '' : 'How many drops'}</span>
        </Figure>
        <Figure working={plan.workings['times']} label="the times">
          <span>When the next may go on</span>
        </Figure>
      </section>
      <ol className="pour-cards">
        {plan.layers.map((layer, i) => (
          <PourCard
            key={i}
            layer={layer}
            index={i}
            count={plan.layers.length}
            stirMin={sheet?.stirMin ?? 0}
            caution={sheet?.safetyNote ?? ''}
          />
        ))}
      </ol>
      {sheet?.isExample === true && (
        <p className="caution">
          {sheet.name} has made-up numbers: keep to the sheet of the product in your hand. Greatest layer here{' '}
          {formatLength(sheet.greatestLayerMm, units)} {units.length}, mixed at {sheet.workFromC}–{sheet.workToC} °C.
        </p>
      )}
    </>
  );
}

function PourCard({
  layer,
  index,
  count,
  stirMin,
  caution,
}: {
  layer: PlannedLayer;
  index: number;
  count: number;
  stirMin: number;
  caution: string;
}) {
  const { build } = useDesk();
  const units = useUnits();
  const now = useNow();
  const byScale = build.measuring.device.kind === 'scale';
  const batch = layer.mix.batches[0];
  const last = index === count - 1;
  return (
    <li className="pour-card">
      <h3>
        Layer {index + 1}
        {layer.pourAt !== null && <span> {when(layer.pourAt, now)}</span>}
      </h3>
      <p className="pour-mix">
        <strong>{parts(layer, byScale, units)}</strong>{' '}
        <span>
          {drops(layer)}
          {layer.mix.batches.length > 1 ? ' in each' : ''}
        </span>
      </p>
      <dl>
        <div>
          <dt>pour to</dt>
          <dd>
            {formatLength(layer.toMm, units)} {units.length}{' '}
            <span className="quiet">({formatLength(layer.depthMm, units)} deep)</span>
          </dd>
        </div>
        <div>
          <dt>on the model</dt>
          <dd>
            {formatVolume(layer.volumeMl, units)} {units.volume}
          </dd>
        </div>
        {batch?.marks != null && (
          <div>
            <dt>cup marks</dt>
            <dd>
              {mark(batch.marks.firstMm)} then {mark(batch.marks.bothMm)}
            </dd>
          </div>
        )}
        {batch !== undefined && (
          <div>
            <dt>ratio off by at most</dt>
            <dd>{batch.worstRatioErrorPercent.toFixed(1)} %</dd>
          </div>
        )}
        <div>
          <dt>hottest</dt>
          <dd>
            {layer.cure.standing !== 'holds' && <StandingMark standing={layer.cure.standing} />}{' '}
            {formatQuantity(layer.cure.peakC, 'temperature', units)} {units.temperature} after{' '}
            {hours(layer.cure.peakAtH)}
          </dd>
        </div>
        {layer.cure.potLifeMin !== null && (
          <div>
            <dt>out of the cup within</dt>
            <dd>{Math.floor(layer.cure.potLifeMin)} min</dd>
          </div>
        )}
        {layer.cure.gelH !== null && layer.cure.firmH !== null && (
          <div>
            <dt>gels, firm</dt>
            <dd>
              {hours(layer.cure.gelH)}, {hours(layer.cure.firmH)}
            </dd>
          </div>
        )}
        <div>
          <dt>{last ? 'hardening' : 'next layer'}</dt>
          <dd>
            {last
              ? 'leave it covered'
              : layer.recoatFromAt !== null && layer.recoatToAt !== null
                ? `${when(layer.recoatFromAt, now)}, scuff after ${when(layer.recoatToAt, now)}`
                : `after ${hours(layer.recoatFromH - layer.pourH)}, scuff after ${hours(layer.recoatToH - layer.pourH)}`}
          </dd>
        </div>
      </dl>
      {index === 0 && (
        <p className="caution">
          Stir slowly {stirMin} min, scrape sides and base, change cups and stir again. {caution}
        </p>
      )}
    </li>
  );

  function mark(mm: number | null): string {
    return mm === null ? 'over the rim' : `${formatLength(mm, units)} ${units.length}`;
  }
}
