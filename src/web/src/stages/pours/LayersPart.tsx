import { Fragment, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { layersOf } from '../../api/plan';
import type { ProductSheet, Water, WaterPlan, WayOfCutting } from '../../api/types';
import { useProducts, useSheetDoubts, useTintName } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { ChoiceField, NumberField, TextField } from '../../slip/fields';
import { hasCome, useStrategies, type Look } from '../../desk/useWaterLooks';
import { NextThing } from '../../slip/NextThing';
import { StandingMark } from '../../slip/StandingMark';
import { useNow } from '../../slip/useNow';
import { hours, inkNames, when } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatQuantity, formatReading, formatVolume } from '../../units/units';
import { FirstPour } from './FirstPour';
import { anotherTop } from '../../staff/ownTops';
import { PoursAnswer } from './PoursAnswer';
import { PoolsOf } from './PoolsOf';
import { StrategiesPart } from './StrategiesPart';
import { setIn, type Fields } from '../../desk/changes';

/** In how many layers, with what, how inked and from when. Where all is poured nothing is left to cut. */
export function LayersPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { edit, id } = useDesk('edit', 'id');
  const products = useProducts();
  const nameOf = useTintName();
  const replace = (change: Fields<Water>) => edit(setIn('waters', water.id, change));
  const doubts = useSheetDoubts(water.productId);
  const sheet = products.find((product) => product.id === water.productId);
  const full = layersOf(plan).every((layer) => layer.poured !== null) && layersOf(plan).length > 0;
  // Of the build as it is kept, also while a hand drags: nothing jumps under it.
  const cuts = !full && layersOf(plan).length > 0;
  const ways = useStrategies(cuts);
  const come = !cuts || hasCome(ways);
  const loud = plan.notices.filter((notice) => notice.standing !== 'holds');
  return (
    <>
      <PoursAnswer plan={plan} />
      {layersOf(plan).length > 0 && <NextThing water={water} plan={plan} />}
      {loud.length > 0 && (
        <section>
          {loud.map((notice) => (
            <p key={notice.sentence} className={`notice-${notice.standing}`}>
              {notice.sentence}
            </p>
          ))}
          {sheet?.kind === 'polyester' && water.barrier === null && <LogBarrier onLog={replace} />}
        </section>
      )}
      <section>
        <ChoiceField
          label="Product"
          value={water.productId}
          choices={products.map((product) => ({ value: product.id, label: product.name }))}
          onChange={(productId) => void replace({ productId })}
        />
        <p className="quiet field-note">
          <Link to="/stores">Enter the sheet of your own product</Link>
        </p>
        {doubts.map((doubt) => (
          <p key={doubt.field} className="notice-tight">
            {doubt.sentence}
          </p>
        ))}
        {plan.notices
          .filter((notice) => notice.standing === 'holds' && notice.kind !== 'freeboard')
          .map((notice) => (
            <p key={notice.sentence} className="quiet">
              {notice.sentence}
            </p>
          ))}
        {water.barrier !== null && (
          <button type="button" className="link" onClick={() => void replace({ barrier: null })}>
            Strike the barrier out
          </button>
        )}
      </section>
      {layersOf(plan).length > 0 && (
        <section>
          {cuts && <Cutting water={water} plan={plan} ways={ways} onChange={replace} />}
          {come && <Layers plan={plan} />}
        </section>
      )}
      {come && (
        <section>
          <p className="own-tops">
            <span>Ink: {inkNames(water.ink, nameOf)}</span> <Link to={`/builds/${id}/ink`}>Change it</Link>
          </p>
          {!full && <FirstPour water={water} onChange={(firstPourAt) => void replace({ firstPourAt })} />}
        </section>
      )}
      {sheet !== undefined && <SheetNote sheet={sheet} />}
    </>
  );
}

/** How what is not poured yet is cut into layers. */
function Cutting({
  water,
  plan,
  ways,
  onChange,
}: {
  water: Water;
  plan: WaterPlan;
  ways: Look<WayOfCutting[]>;
  onChange: (change: Fields<Water>) => Promise<boolean>;
}) {
  if (!hasCome(ways)) return null;
  return (
    <>
      <StrategiesPart water={water} ways={ways} />
      {water.ownTopsMm === null ? (
        <p className="quiet">Or drag the top of a layer on the Staff.</p>
      ) : (
        <p className="own-tops">
          You set the tops by hand.{' '}
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => void onChange({ ownTopsMm: anotherTop(layersOf(plan), water.waterlineMm) })}
          >
            One more layer
          </Button>
        </p>
      )}
      {water.strategy === 'sealFirst' && water.ownTopsMm === null && (
        <NumberField
          label="Seal pour"
          quantity="length"
          step={0.5}
          value={water.sealMm}
          onChange={(sealMm) => onChange({ sealMm })}
        />
      )}
      <NumberField
        label="Thin top-up at the end"
        quantity="length"
        step={0.5}
        value={water.topUpMm}
        onChange={(topUpMm) => onChange({ topUpMm })}
      />
    </>
  );
}

function LogBarrier({ onLog }: { onLog: (change: Partial<Water>) => Promise<boolean> }) {
  const [what, setWhat] = useState('');
  return (
    <div className="log-barrier">
      <TextField label="Sealed with" value={what} onChange={setWhat} />
      <Button
        size="sm"
        variant="outline-primary"
        disabled={what === ''}
        onClick={() => void onLog({ barrier: { what, at: new Date().toISOString() } })}
      >
        Log the barrier
      </Button>
    </div>
  );
}

function Layers({ plan }: { plan: WaterPlan }) {
  const units = useUnits();
  const now = useNow();
  return (
    <>
      <Figure working={plan.workings['layers']} label="the layers">
        <span>Layer by layer</span>
      </Figure>
      <table className="layers" data-testid="pour-layers">
        <thead>
          <tr>
            <th scope="col">no.</th>
            <th scope="col">to {units.length}</th>
            <th scope="col">deep</th>
            <th scope="col">{units.volume}</th>
            <th scope="col">hottest</th>
            <th scope="col">when</th>
          </tr>
        </thead>
        <tbody>
          {layersOf(plan).map((layer, i) => (
            <Fragment key={i}>
              <tr className={layer.poured === null ? '' : 'poured-layer'}>
                <th scope="row">
                  {i + 1} {layer.cure.standing !== 'holds' && <StandingMark standing={layer.cure.standing} />}
                </th>
                <td>{formatLength(layer.toMm, units)}</td>
                <td>{formatLength(layer.depthMm, units)}</td>
                <td>{formatVolume(layer.volumeMl, units)}</td>
                <td>{formatQuantity(layer.cure.peakC, 'temperature', units)}°</td>
                <td className="when">
                  {layer.poured !== null
                    ? 'poured'
                    : layer.pourAt === null
                      ? `+ ${hours(layer.pourH)}`
                      : when(layer.pourAt, now)}
                </td>
              </tr>
              {layer.pools.each.length > 1 && (
                <tr className="pools-row">
                  <td colSpan={6}>
                    <PoolsOf layer={layer} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
      <Figure working={plan.workings['times']} label="the times">
        <span>When the next may go on</span>
      </Figure>
    </>
  );
}

function SheetNote({ sheet }: { sheet: ProductSheet }) {
  const units = useUnits();
  return (
    <section>
      {sheet.isExample && (
        <p className="caution">
          {sheet.name} has made-up numbers: keep to the sheet of the product in your hand. Greatest layer here{' '}
          {formatLength(sheet.greatestLayerMm, units)} {units.length}, used at {formatReading(sheet.workFromC, units)}{' '}
          to {formatReading(sheet.workToC, units)}.
        </p>
      )}
      <p className="caution">{sheet.safetyNote}</p>
    </section>
  );
}
