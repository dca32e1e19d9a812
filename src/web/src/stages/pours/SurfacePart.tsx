import { useDesk } from '../../desk/DeskContext';
import { useSurface } from '../../desk/useWaterLooks';
import { Figure } from '../../slip/Figure';
import { useNow } from '../../slip/useNow';
import { hours, lasting, when } from '../../slip/words';
import { formatFine } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';

/** The surface of the last layer while it sets: when ripples stay, which bubbles do. */
export function SurfacePart() {
  const { drafting } = useDesk('drafting');
  const now = useNow();
  const units = useUnits();
  const { data } = useSurface(!drafting);
  if (data === null) return null;
  const { ripples, minutes, oneDegreeMin } = data;
  const at = (iso: string | null, h: number) => (iso === null ? `${hours(h)} after the last pour` : when(iso, now));
  return (
    <section data-testid="surface">
      <Figure working={data.working} label="the ripples">
        <span>
          {ripples === null || minutes === null ? (
            'No ripple window'
          ) : (
            <>
              Ripples stay for <strong>{lasting(minutes)}</strong>
            </>
          )}
        </span>
      </Figure>
      {ripples !== null && (
        <p>
          Watch from {at(data.watchFromAt, ripples.watchFromH)}; open from {at(data.opensAt, ripples.opensAtH)} until it
          gels, {at(data.closesAt, ripples.closesAtH)}.
          {oneDegreeMin !== null &&
            ` One degree warmer moves it ${lasting(Math.abs(oneDegreeMin))} ${oneDegreeMin >= 0 ? 'earlier' : 'later'}.`}
        </p>
      )}
      <p>{data.sentence}</p>
      <p className="quiet">
        Bubbles over {formatFine(data.largestBubbleMm, 'length', units)} rise to the top before it gels, if they start
        when it is poured, and must be broken there; smaller ones stay. The bed gives more for hours: look 10, 20 and 30
        minutes after, then again until it thickens.
      </p>
      <p className="caution">
        Heat on bubbles only briefly, never beside alcohol, aerosol, foliage or lights; extinguisher at hand.
      </p>
    </section>
  );
}
