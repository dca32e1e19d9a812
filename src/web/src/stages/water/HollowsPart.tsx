import Button from 'react-bootstrap/Button';
import type { HollowAnswer } from '../../api/types';
import { useHollows } from '../../desk/useWaterLooks';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatVolume, type Units } from '../../units/units';
import { Refused } from '../../slip/Refused';

/** Every hollow of the ground: how full it can be, and where it goes from there. */
export function HollowsPart({ shown, setShown }: { shown: boolean; setShown: (shown: boolean) => void }) {
  const units = useUnits();
  const { data, refusal } = useHollows(shown);
  return (
    <section>
      <h3>Hollows</h3>
      {!shown && <p>Where would water stand by itself, how high, and into what would it run over?</p>}
      <Button size="sm" variant={shown ? 'primary' : 'outline-primary'} onClick={() => setShown(!shown)}>
        {shown ? 'Hide the hollows' : 'Show all hollows'}
      </Button>
      {refusal !== null && <Refused>{refusal}</Refused>}
      {data !== null && data.length === 0 && <p>Nothing would stand anywhere: all ground runs off the board.</p>}
      {data !== null && data.length > 0 && (
        <table className="layers" data-testid="hollows">
          <thead>
            <tr>
              <th scope="col">hollow</th>
              <th scope="col">to {units.length}</th>
              <th scope="col">{units.volume}</th>
              <th scope="col">runs over</th>
            </tr>
          </thead>
          <tbody>
            {data.slice(0, 24).map(({ hollow }) => (
              <tr key={hollow.number}>
                <th scope="row">{nameOf(hollow)}</th>
                <td>{formatLength(hollow.spillMm, units)}</td>
                <td>{formatVolume(hollow.volumeMl, units)}</td>
                <td className="words">{whither(data, hollow, units)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

type Hollow = HollowAnswer['hollow'];

function nameOf(hollow: Hollow): string {
  return hollow.of.length > 0 ? `${hollow.number} (${hollow.of.join(' + ')})` : String(hollow.number);
}

function whither(all: HollowAnswer[], hollow: Hollow, units: Units): string {
  if (hollow.over !== null && hollow.overAtMm !== null)
    return `${hollow.over} edge, at ${formatLength(hollow.overAtMm, units, 0)}`;
  const into = all.find((one) => one.hollow.number === hollow.into);
  return into === undefined ? 'onto lower ground' : `into ${nameOf(into.hollow)}`;
}
