import { useState } from 'react';
import { isDammed, layersOf, othersIn, pouredAs, sessionsFor, sessionsOf } from '../api/plan';
import type { PlannedLayer, Water, WaterPlan } from '../api/types';
import { useDays } from '../api/useDays';
import { useDesk } from '../desk/DeskContext';
import { useUnits } from '../units/UnitsContext';
import { formatLength } from '../units/units';
import { StandingMark } from './StandingMark';
import { useFirst } from './useBeforePour';
import { useNow } from './useNow';
import { hours, inkInShort, parts, scuff, when } from './words';

const QUARTER_MS = 900_000;
/** A moment as long in words as any: it only holds a place. */
const SOME_DAY = '2027-09-22T22:22:00Z';

/** The next pour in a maker's words. Nothing is said of it before its list and the days have answered; its place is kept for it. */
export function NextThing({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { id, version, build, plan: whole } = useDesk('id', 'version', 'build', 'plan');
  const { days, waiting } = useDays(id, version);
  const now = useNow();
  const first = useFirst(plan);
  const unknown = first === undefined || (first === null && waiting);
  // What came late stays as high as what was held ready for it: nothing under it moves while a hand is on its way there.
  const [late] = useState(unknown);
  // What has begun is done with; where no pour of the build was ever logged, the clock has to do.
  const begun = layersOf(plan).filter((one) => one.poured !== null).length;
  const ahead = layersOf(plan).findIndex((layer) => layer.pourAt === null || Date.parse(layer.pourAt) > now.getTime());
  const index = build.begun.length > 0 ? begun : ahead;
  const layer = layersOf(plan)[index];
  const { stripAt, soft } = pouredAs(plan);
  const dammed = isDammed(whole, water.id);
  // The hours that are reckoned no longer speak for a layer that is noted as soft; the notices say what to do.
  if (layer === undefined && soft !== null) {
    return (
      <section className="next-thing stopped" data-testid="first">
        <p>
          <StandingMark standing="stop" /> <strong>{dammed ? 'Leave the dams on' : 'Put nothing on it'}</strong>: layer{' '}
          {soft.layer} stayed soft.
        </p>
      </section>
    );
  }
  if (layer === undefined) {
    return (
      <section className="next-thing">
        <p>
          {begun > 0 ? 'All layers are poured.' : 'All layers have had their time.'}{' '}
          {stripAt !== null &&
            (Date.parse(stripAt) > now.getTime() ? (
              <>
                {dammed ? 'Dams may come off' : 'It may be trimmed'} from <strong>{when(stripAt, now)}</strong>.
              </>
            ) : (
              <>
                <strong>{dammed ? 'The dams may come off' : 'It may be trimmed'}</strong> by the sheet and the model:
                try a fingernail at the edge first.
              </>
            ))}
        </p>
      </section>
    );
  }
  const stopped = !unknown && first !== null;
  const placed = days?.places.find((one) => one.step.id === `${water.id}:pour:${index + 1}`)?.startAt;
  const ready = (inDays: string | undefined) => (
    <WhatToMix water={water} plan={plan} index={index} layer={layer} placed={inDays} />
  );
  return (
    <section
      className={stopped ? 'next-thing stopped' : 'next-thing'}
      aria-busy={unknown}
      data-testid={stopped ? 'first' : undefined}
    >
      {late && (
        <div className="next-room" aria-hidden>
          {ready(SOME_DAY)}
        </div>
      )}
      {unknown ? (
        <p className="quiet">What comes first is being looked up …</p>
      ) : stopped ? (
        <div>
          <p>
            <StandingMark standing="stop" /> <strong>First: {first}</strong>
          </p>
          <p className="quiet">
            Layer {index + 1} of {water.name} waits for that. The whole list is under Before.
          </p>
        </div>
      ) : (
        <div>{ready(placed)}</div>
      )}
    </section>
  );
}

/** What to mix for a layer, where to pour it to and what follows. */
function WhatToMix({
  water,
  plan,
  index,
  layer,
  placed,
}: {
  water: Water;
  plan: WaterPlan;
  index: number;
  layer: PlannedLayer;
  /** When the days have it poured; undefined when they do not. */
  placed: string | undefined;
}) {
  const { build, plan: whole } = useDesk('build', 'plan');
  const units = useUnits();
  const now = useNow();
  const { stripAt, stripH } = pouredAs(plan);
  const dammed = isDammed(whole, water.id);
  const byScale = build.measuring.device.kind === 'scale';
  const last = index === layersOf(plan).length - 1;

  // Mixed for several waters at once, it is the session's cups that count.
  const [session, ...coloured] = sessionsFor(sessionsOf(whole), water.id, index + 1);
  const batch = session?.cards[0]?.batch ?? layer.mix.batches[0];
  const count = session?.cards.length ?? layer.mix.batches.length;
  const others = othersIn(session, water.id);
  const more = coloured.reduce((sum, one) => sum + one.cards.length, 0);
  return (
    <>
      <p>
        <strong>
          {batch?.bMl === 0 ? 'Take' : 'Mix'} {parts(batch, count, byScale, units)}
        </strong>
        {count > 1 ? ` in ${count} cups, each ` : ', '}
        {inkInShort(session?.cards[0]?.ink ?? layer.ink)}, for layer {index + 1}
        {others.length > 0 && ` here and ${others.join(', ')}`}
        {more > 0 &&
          `, and beside it ${more === 1 ? 'a cup of another colour' : `${more} cups of other colours`} (under Mix)`}
        {layer.pourAt !== null &&
          (Date.parse(layer.pourAt) > now.getTime() ? (
            <>
              {' '}
              {index > 0 ? 'from' : 'on'} {when(layer.pourAt, now)}
            </>
          ) : (
            <>
              , {index > 0 ? 'ready since' : 'due since'} {when(layer.pourAt, now)}
            </>
          ))}
        {placed !== undefined && Math.abs(Date.parse(placed) - Date.parse(layer.pourAt ?? placed)) >= QUARTER_MS && (
          <> (in your days: {when(placed, now)})</>
        )}
        . <strong>Pour to {formatLength(layer.toMm, units)}</strong> {units.length}
        {layer.pools.each.length > 1 && <strong> in {layer.pools.each.length} places</strong>}.{' '}
        {last
          ? layer.pourAt !== null && stripAt !== null
            ? `${dammed ? 'Dams off' : 'Firm'} from ${when(stripAt, now)}.`
            : `${dammed ? 'Dams off' : 'Firm'} after ${hours((stripH ?? 0) - layer.pourH)}.`
          : layer.recoatFromAt !== null && layer.recoatToAt !== null
            ? `Next one from ${when(layer.recoatFromAt, now)}${scuff(layer) ? `; after ${when(layer.recoatToAt, now)} scuff and wipe first` : ''}.`
            : `Next one after ${hours(layer.recoatFromH - layer.pourH)}${scuff(layer) ? `; past ${hours(layer.recoatToH - layer.pourH)} scuff and wipe first` : ''}.`}
      </p>
      <p className="caution">Gloves, eye protection, fresh air. See the product’s safety sheet.</p>
    </>
  );
}
