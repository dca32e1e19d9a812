import type { Strategy, Water, WayOfCutting } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import type { Look } from '../../desk/useWaterLooks';
import { StandingMark } from '../../slip/StandingMark';
import { hours } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatQuantity, formatVolume } from '../../units/units';
import { setIn } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

const NAMES: Record<Strategy, string> = {
  fewest: 'Fewest, the rest on top',
  equalDepth: 'Equal depth',
  equalVolume: 'Equal volume',
  sealFirst: 'Seal pour first',
};

/** The ways of cutting a water into layers, with what each costs; one is picked by pressing it. */
export function StrategiesPart({ water, ways: { data, refusal } }: { water: Water; ways: Look<WayOfCutting[]> }) {
  const { edit } = useDesk('edit');
  const units = useUnits();
  if (refusal !== null) return <Refused>{refusal}</Refused>;
  if (data === null) return null;
  const chosen = (strategy: Strategy) => water.ownTopsMm === null && strategy === water.strategy;
  return (
    <table className="layers strategies" data-testid="strategies">
      <thead>
        <tr>
          <th scope="col">layers</th>
          <th scope="col">no.</th>
          <th scope="col">dams off</th>
          <th scope="col">hottest</th>
          <th scope="col">least {units.volume}</th>
        </tr>
      </thead>
      <tbody>
        {data.map(({ strategy, trade: { is: trade, stop } }) => (
          <tr key={strategy} className={chosen(strategy) ? 'chosen' : ''}>
            <th scope="row">
              <button
                type="button"
                aria-pressed={chosen(strategy)}
                onClick={() => void edit(setIn('waters', water.id, { strategy, ownTopsMm: null }))}
              >
                {NAMES[strategy]}
              </button>
              {trade !== null && trade.standing !== 'holds' && <StandingMark standing={trade.standing} />}
            </th>
            {trade === null ? (
              <td colSpan={4}>
                <StandingMark standing="stop" /> {stop?.sentence}
              </td>
            ) : (
              <>
                <td>{trade.layers}</td>
                <td>{hours(trade.doneH)}</td>
                <td>{formatQuantity(trade.hottestC, 'temperature', units)}°</td>
                <td>{formatVolume(trade.smallestBatchMl, units)}</td>
              </>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
