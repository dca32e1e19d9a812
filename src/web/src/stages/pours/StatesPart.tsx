import { layersOf } from '../../api/plan';
import type { WaterPlan } from '../../api/types';
import { Figure } from '../../slip/Figure';
import { hours, scuff } from '../../slip/words';

/** When each layer comes to each state in this room, from its own pour. */
export function StatesPart({ plan }: { plan: WaterPlan }) {
  if (layersOf(plan).length === 0) return null;
  const reacts = layersOf(plan).some((layer) => layer.cure.gelH !== null);
  const trim = plan.layers.is?.trim;
  const or = (h: number | null) => (h === null ? '–' : hours(h));
  return (
    <section>
      <Figure working={plan.workings['times']} label="the times">
        <span>From its own pour</span>
      </Figure>
      <table className="layers states" data-testid="states">
        <thead>
          <tr>
            <th scope="col">no.</th>
            {reacts && <th scope="col">gels</th>}
            {reacts && <th scope="col">tack-free</th>}
            <th scope="col">{reacts ? 'firm' : 'dry'}</th>
            <th scope="col">next from</th>
            {reacts && <th scope="col">scuff past</th>}
          </tr>
        </thead>
        <tbody>
          {layersOf(plan).map((layer, i) => (
            <tr key={i}>
              <th scope="row">{i + 1}</th>
              {reacts && <td>{or(layer.cure.gelH)}</td>}
              {reacts && <td>{or(layer.cure.tackFreeH)}</td>}
              <td>{or(layer.cure.firmH)}</td>
              <td>{hours(layer.recoatFromH - layer.pourH)}</td>
              {reacts && <td>{scuff(layer) ? hours(layer.recoatToH - layer.pourH) : '–'}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      {trim != null && (
        <p data-testid="trim">
          The last one, from its own pour: pare a raised rim with a blade while it is green, from{' '}
          {hours(trim.greenFromH)} to {hours(trim.greenToH)}; later it chips. Sand it from {hours(trim.sandFromH)},
          polish it from {hours(trim.polishFromH)}. Blade away from fingers, dust mask.
        </p>
      )}
    </section>
  );
}
