import type { ReactNode } from 'react';
import type { Water } from '../../api/types';
import { setIn } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { hasCome, useSurface } from '../../desk/useWaterLooks';
import { Figure } from '../../slip/Figure';
import { ChoiceField } from '../../slip/fields';
import { useNow } from '../../slip/useNow';
import { hours, lasting, when } from '../../slip/words';
import { formatFine, fullSize } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { Refused } from '../../slip/Refused';

const WINDS = [
  { value: 'calm', label: 'Calm' },
  { value: 'light', label: 'Light air: leaves rustle' },
  { value: 'breeze', label: 'Breeze: flags stand' },
  { value: 'strong', label: 'Strong: branches move' },
  { value: 'gale', label: 'Gale: twigs break' },
];

const FLOWS = [
  { value: 'standing', label: 'Standing' },
  { value: 'slow', label: 'Slow: a stroll' },
  { value: 'lively', label: 'Lively: a walk' },
  { value: 'rapid', label: 'Rapid: a run' },
];

/** The surface of the last layer while it sets: when ripples stay, which bubbles do. What stands under it is shown once it has come. */
export function SurfacePart({
  water,
  layered,
  children,
}: {
  water: Water;
  /** Whether it has layers at all: without there is no surface to tell of. */
  layered: boolean;
  children: ReactNode;
}) {
  const { drafting, edit, build } = useDesk('drafting', 'edit', 'build');
  const now = useNow();
  const units = useUnits();
  const asked = useSurface(!drafting && layered);
  const { data, refusal } = asked;
  if (data === null)
    return (
      <>
        {refusal !== null && (
          <section>
            <Refused>{refusal}</Refused>
          </section>
        )}
        {(drafting || !layered || hasCome(asked)) && children}
      </>
    );
  const { ripples, minutes, oneDegreeMin, waves } = data;
  const at = (iso: string | null, h: number) => (iso === null ? `${hours(h)} after the last pour` : when(iso, now));
  const ahead = data.visitsAt.filter((iso) => Date.parse(iso) > now.getTime()).slice(0, 4);
  return (
    <>
      <section data-testid="surface">
        <ChoiceField
          label="Wind"
          value={water.wind}
          choices={WINDS}
          onChange={(wind) => void edit(setIn('waters', water.id, { wind: wind as Water['wind'] }))}
        />
        <ChoiceField
          label="Flow"
          value={water.flow}
          choices={FLOWS}
          onChange={(flow) => void edit(setIn('waters', water.id, { flow: flow as Water['flow'] }))}
        />
        <p data-testid="waves">
          {waves.heightMm === 0
            ? 'To scale it lies like glass.'
            : `To scale ${waves.byFlow ? 'they stand' : 'waves run'} ${formatFine(waves.heightMm, 'length', units)} high, ${formatFine(waves.lengthMm, 'length', units)} from crest to crest (${fullSize(waves.heightMm, build.scale, units)} and ${fullSize(waves.lengthMm, build.scale, units)} at full size).`}
        </p>
        <Figure working={data.working} label="the ripples">
          <span>
            {ripples === null || minutes === null ? (
              'No ripples to nudge in'
            ) : (
              <>
                A nudge holds for <strong>{lasting(minutes)}</strong>
              </>
            )}
          </span>
        </Figure>
        {ripples !== null && (
          <p>
            First look {at(data.firstLookAt, ripples.firstLookH)}, then each half hour, in the last one each ten minutes
            {ahead.length > 0 && ` (${ahead.map((iso) => when(iso, now)).join(', ')} …)`}. A nudge holds from{' '}
            {at(data.holdsFromAt, ripples.holdsFromH)}; it takes none from {at(data.closesAt, ripples.closesAtH)}.
            {oneDegreeMin !== null &&
              ` One degree warmer moves it ${lasting(Math.abs(oneDegreeMin))} ${oneDegreeMin >= 0 ? 'earlier' : 'later'}.`}{' '}
            To try on first, a lid 40 mm across with {formatFine(data.puddleMl, 'volume', units)} from the same cup, as
            deep.
          </p>
        )}
        <p>{data.sentence}</p>
        <p className="quiet">
          Bubbles over {formatFine(data.largestBubbleMm, 'length', units)} rise to the top before it gels, if they start
          when it is poured, and must be broken there; smaller ones stay. The bed gives more for hours: look 10, 20 and
          30 minutes after, then again until it thickens.
        </p>
        <p className="caution">
          Heat on bubbles only briefly, never beside alcohol, aerosol, foliage or lights; extinguisher at hand.
        </p>
      </section>
      {children}
    </>
  );
}
