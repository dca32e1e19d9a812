import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { layersOf, sessionsOf } from '../../api/plan';
import type { MixCard, MixSession, Water, WaterPlan } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { useNow } from '../../slip/useNow';
import { hours, inkInShort, parts, when } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatMass, formatVolume, unitOf } from '../../units/units';
import { setIn } from '../../desk/changes';

/** What to mix, session by session: a card for each cup. */
export function MixPart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { plan: whole, build } = useDesk('plan', 'build');
  const units = useUnits();
  const mine = sessionsOf(whole).filter((session) => session.pools.some((pool) => pool.waterId === water.id));
  const byScale = build.measuring.device.kind === 'scale';
  if (mine.length === 0) {
    return (
      <section>
        <p>{layersOf(plan).length === 0 ? 'Nothing to mix yet.' : `All layers of ${water.name} are poured.`}</p>
      </section>
    );
  }
  return (
    <>
      <section>
        <Figure working={plan.workings['mix']} label="the mix">
          <span>
            {mine[0]?.cards[0]?.batch.bMl === 0 ? 'What to take' : 'What to weigh'}
            {mine[0] !== undefined && mine[0].leastBatchMl > 0 && (
              <span className="quiet">
                {' '}
                · least cup of this {byScale ? 'scale' : 'measure'} {formatVolume(mine[0].leastBatchMl, units)}{' '}
                {units.volume}
              </span>
            )}
          </span>
        </Figure>
        {plan.workings['drops'] !== undefined && (
          <Figure working={plan.workings['drops']} label="the tints">
            <span>How much tint</span>
          </Figure>
        )}
      </section>
      {mine.map((session) => (
        <Session key={session.number} session={session} water={water} />
      ))}
    </>
  );
}

function Session({ session, water }: { session: MixSession; water: Water }) {
  const { id: buildId, build, edit } = useDesk('id', 'build', 'edit');
  const now = useNow();
  const units = useUnits();
  const layers = new Set(session.pools.map((pool) => pool.layer));
  const names =
    layers.size === 1
      ? `layer ${session.pools[0]?.layer ?? ''} of ${session.pools.map((pool) => pool.name).join(', ')}`
      : session.pools.map((pool) => `${pool.name} ${pool.layer}`).join(', ');
  const join = (id: string) => {
    const other = build.waters.find((one) => one.id === id);
    if (other === undefined) return;
    // The one with a date keeps it; without any the other's undecided evening is taken over.
    const at = other.firstPourAt ?? water.firstPourAt;
    const both = [water, other].filter((one) => one.firstPourAt !== at);
    void edit({
      kind: 'together',
      label: `Pour ${water.name} with ${other.name}`,
      edits: both.map((one) => setIn('waters', one.id, { firstPourAt: at })),
    });
  };
  return (
    <section className="mix-session" data-testid={`session-${session.number}`}>
      <h3>
        {session.at !== null ? when(session.at, now) : session.pourH === 0 ? 'First' : `After ${hours(session.pourH)}`}
        <span>{names}</span>
      </h3>
      {session.notices.map((notice) => (
        <p key={notice.sentence} className={`notice-${notice.standing}`}>
          {notice.sentence}
        </p>
      ))}
      <ol className="pour-cards">
        {session.cards.map((card) => (
          <Cup key={card.number} card={card} session={session} />
        ))}
      </ol>
      {session.stock?.oneShortG === 0 && session.stock.twoShortG === 0 && (
        <p className="quiet">
          Leaves {formatMass(Math.round(session.stock.oneLeftG), units)}
          {session.cards[0]?.batch.bMl !== 0 && ` + ${formatMass(Math.round(session.stock.twoLeftG), units)}`}{' '}
          {units.mass} in the bottles.
        </p>
      )}
      <Figure working={session.working} label="the cups">
        <span className="quiet">
          {session.cards.length === 1 ? 'Why one cup' : `Why ${session.cards.length} cups`}
          {session.potLifeMin !== null && ` and ${Math.floor(session.potLifeMin)} minutes`}
        </span>
      </Figure>
      <div className="tool-row">
        <Link className="btn btn-sm btn-primary" to={`/builds/${buildId}/bench`}>
          Go through it at the bench
        </Link>
        {session.couldJoin.map((id) => (
          <Button key={id} size="sm" variant="outline-primary" onClick={() => join(id)}>
            Pour with {build.waters.find((one) => one.id === id)?.name}
          </Button>
        ))}
      </div>
    </section>
  );
}

function Cup({ card, session }: { card: MixCard; session: MixSession }) {
  const { build } = useDesk('build');
  const units = useUnits();
  const byScale = build.measuring.device.kind === 'scale';
  const ml = unitOf('volume', units);
  const { batch } = card;
  const mark = (mm: number | null) => (mm === null ? 'over the rim' : `${formatLength(mm, units)} ${units.length}`);
  return (
    <li className="pour-card">
      <h3>{card.count > 1 ? `Cup ${card.number} of ${card.count}` : 'One cup'}</h3>
      <p className="pour-mix">
        <strong>{parts(batch, 1, byScale, units)}</strong> <span>{inkInShort(card.ink)}</span>
      </p>
      <dl>
        {card.lines.map((line, i) => (
          <div key={i}>
            <dt>
              {line.name} {line.layer}
              {line.pool !== null ? `, pool ${line.pool}` : line.at === null && ', puddles'}
            </dt>
            <dd>
              {formatVolume(line.volumeMl, units)} {ml} to {formatLength(line.toMm, units)} {units.length}
            </dd>
          </div>
        ))}
        {card.things.map((thing) => (
          <div key={thing.id}>
            <dt>{thing.afterPour ? 'set in after it' : 'in place before it'}</dt>
            <dd>
              {thing.name}
              {thing.holdUntilH !== null && `, held ${hours(thing.holdUntilH - session.pourH)}`}
            </dd>
          </div>
        ))}
        <div>
          <dt>{byScale ? 'by volume' : 'by weight'}</dt>
          <dd>{parts(batch, 1, !byScale, units)}</dd>
        </div>
        {batch.marks != null && (
          <div>
            <dt>cup marks</dt>
            <dd>
              {batch.bMl > 0 && `${mark(batch.marks.firstMm)} then `}
              {mark(batch.marks.bothMm)}
            </dd>
          </div>
        )}
        {batch.bMl > 0 && (
          <div>
            <dt>ratio off by at most</dt>
            <dd>{batch.worstRatioErrorPercent.toFixed(1)} %</dd>
          </div>
        )}
        {session.potLifeMin !== null && (
          <div>
            <dt>out of the cup within</dt>
            <dd>{Math.floor(session.potLifeMin)} min</dd>
          </div>
        )}
      </dl>
    </li>
  );
}
