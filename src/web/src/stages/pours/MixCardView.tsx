import { useState, type CSSProperties, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { layersOf } from '../../api/plan';
import type { Build, MixCard, MixSession, ThingMoment } from '../../api/types';
import { useProducts } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { useNow, useZone } from '../../slip/useNow';
import { amountOf, doseOf, hours, when, whereOn } from '../../slip/words';
import { onWall, timeOfDay } from '../../units/clock';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatMass, formatVolume } from '../../units/units';

/** One cup, written to be read from a metre away with gloves on: what goes in, in which order, where it goes. */
export function MixCardView({ session, onClose }: { session: MixSession; onClose: () => void }) {
  const [at, setAt] = useState(0);
  const now = useNow();
  const card = session.cards[at];
  if (card === undefined) return null;
  const title = `${session.pools.map((pool) => `${pool.name}, layer ${pool.layer}`).join(' · ')}`;
  return (
    <Modal show fullscreen onHide={onClose} aria-labelledby="mix-card-title" className="mix-card-large" scrollable>
      <Modal.Header closeButton>
        <Modal.Title id="mix-card-title">
          {card.count > 1 ? `Cup ${card.number} of ${card.count}` : 'One cup'}
          <span>
            {title}
            {session.at !== null && ` · ${when(session.at, now)}`}
          </span>
        </Modal.Title>
      </Modal.Header>
      {/* It can be longer than a phone: the keys must reach its end too. */}
      <Modal.Body tabIndex={0}>
        <Steps card={card} session={session} />
      </Modal.Body>
      {session.cards.length > 1 && (
        <Modal.Footer>
          <Button size="lg" variant="outline-primary" disabled={at === 0} onClick={() => setAt(at - 1)}>
            Cup before
          </Button>
          <Button size="lg" disabled={at === session.cards.length - 1} onClick={() => setAt(at + 1)}>
            Next cup
          </Button>
        </Modal.Footer>
      )}
    </Modal>
  );
}

function Steps({ card, session }: { card: MixCard; session: MixSession }) {
  const { build, plan } = useDesk('build', 'plan');
  const units = useUnits();
  const sheet = useProducts().find((product) => product.id === session.productId);
  const byScale = build.measuring.device.kind === 'scale';
  const { batch } = card;
  const { cup } = build.measuring;
  const [metMs, setMetMs] = useState<number | null>(null);
  const zone = useZone();
  /** The time of day so many minutes after the parts met. */
  const clock = (minutes: number) => (metMs === null ? '' : timeOfDay(onWall(metMs + minutes * 60_000, zone)));
  // By the measure at hand, and beside it by the other one, should that be the scale or the cup that fails.
  const other = (g: number, ml: number) =>
    byScale ? `${formatVolume(ml, units)} ${units.volume}` : `${formatMass(g, units)} ${units.mass}`;
  const show = (g: number, ml: number) =>
    byScale ? `${formatMass(g, units)} ${units.mass}` : `${formatVolume(ml, units)} ${units.volume}`;
  const mark = (mm: number | null | undefined) =>
    mm === undefined
      ? null
      : mm === null
        ? 'over the rim: a larger cup'
        : `mark ${formatLength(mm, units)} ${units.length}`;
  const two = batch.bMl > 0;
  const doses = card.ink?.doses.filter((dose) => dose.wantedMlPer100Ml > 0) ?? [];
  const thinned = doses.filter((dose) => dose.letDown !== null);
  const plain = doses.filter((dose) => dose.letDown === null);
  const stir = (minutes: number) => `${Math.round(minutes * 10) / 10} min`;
  const next = session.pools
    .map((pool) => layersOf(plan.waters.find((one) => one.id === pool.waterId))[pool.layer - 1])
    .find((layer) => layer !== undefined);
  const uv = sheet?.flash ?? null;
  // What only has to stand there is one row; what this layer lifts is a row each.
  const before = card.things.filter((thing) => !thing.afterPour);
  const standing = before.filter((thing) => thing.holdUntilH === null);
  const lifted = before.filter((thing) => thing.holdUntilH !== null);
  const after = card.things.filter((thing) => thing.afterPour);
  // Once the parts have met by the clock on the wall, before that as hours from then.
  const at = (h: number) => (metMs === null ? hours(h - session.pourH) : clock((h - session.pourH) * 60));
  const kept = (thing: ThingMoment) => (thing.holdUntilH === null ? null : `held until ${at(thing.holdUntilH)}`);
  const atOnce = (thing: ThingMoment) => thing.fromH <= session.pourH;
  const goesIn = (thing: ThingMoment) => (
    <Step
      key={thing.id}
      figure={atOnce(thing) ? 'at once' : `from ${at(thing.fromH)}`}
      note={notes(
        thing.toH === null ? null : `by ${at(thing.toH)}`,
        kept(thing),
        thing.pushesUpMl > 0 ? `pushes up ${formatVolume(thing.pushesUpMl, units)} ${units.volume}` : null,
      )}
    >
      <b>{thing.name}</b>, {whereOn(thing.at, units)}. {thing.how}
    </Step>
  );
  // What the rows of the card share the screen by.
  const steps =
    (two ? 4 : 2) +
    card.lines.length +
    (standing.length > 0 ? 1 : 0) +
    lifted.length +
    after.length +
    doses.length +
    session.letDowns.length +
    (session.potLifeMin === null ? 0 : 1) +
    (uv === null ? 0 : 1);
  return (
    <>
      <p className="mix-caution">{sheet?.safetyNote ?? 'See the product’s safety sheet.'}</p>
      <ol className="mix-steps" style={{ '--steps': steps } as CSSProperties}>
        {standing.length > 0 && (
          <Step figure={`${standing.length} in place`} note={null}>
            Before anything is mixed: {standing.map((thing) => thing.name).join(', ')}
          </Step>
        )}
        {session.letDowns.map((thin) => (
          <Step
            key={thin.tintId}
            figure={amountOf(thin.unit, thin.tintAmount)}
            note={`1 : ${thin.partsToOne}, enough for ${session.cards.length === 1 ? 'the cup' : 'all cups'}`}
          >
            Beforehand, in a little cup of its own: {thin.name} into {Math.round(thin.thinnerMl * 100) / 100} ml of{' '}
            {thin.thinner}
            {two && '. No part two to it'}
          </Step>
        ))}
        {lifted.map((thing) => (
          <Step key={thing.id} figure="hold" note={kept(thing)}>
            <b>{thing.name}</b>, {whereOn(thing.at, units)}. {thing.how}
          </Step>
        ))}
        {thinned.map((dose) => (
          <Step key={dose.tintId} figure={`${dose.amount} drops`} note={null}>
            of the let-down {dose.name} into a clean dry cup{byScale && ', the scale at nought before it'}
          </Step>
        ))}
        <Step figure={show(batch.aG, batch.aMl)} note={notes(other(batch.aG, batch.aMl), mark(batch.marks?.firstMm))}>
          {two ? 'Part one' : session.productName}{' '}
          {thinned.length > 0 ? 'on top of it, to this with it in the cup' : 'into a clean dry cup'}
          {batch.marks != null &&
            ` (⌀ ${formatLength(cup.baseMm, units, 0)}–${formatLength(cup.topMm, units, 0)}, ${formatLength(cup.heightMm, units, 0)} ${units.length} high)`}
          {byScale && thinned.length === 0 && ', the scale at nought'}
        </Step>
        {plain.map((dose, i) => (
          <Step key={dose.tintId} figure={doseOf(dose)} note={null}>
            {dose.name} into it{i === plain.length - 1 && '; stir until no streak is left'}
          </Step>
        ))}
        {two && (
          <Step figure={show(batch.bG, batch.bMl)} note={notes(other(batch.bG, batch.bMl), mark(batch.marks?.bothMm))}>
            Part two on top of it
            {byScale && `: the scale climbs to ${formatMass(batch.aG + batch.bG, units)} ${units.mass}`}. From now on it
            cures
            {session.potLifeMin !== null && (
              <Button
                size="lg"
                variant={metMs === null ? 'primary' : 'outline-primary'}
                onClick={() => setMetMs(metMs === null ? Date.now() : null)}
              >
                {metMs === null ? 'They meet now' : 'Not yet'}
              </Button>
            )}
          </Step>
        )}
        {two && (
          <Step figure={stir(session.stirMin)} note={null}>
            Stir slowly, scrape sides and base. Then over into a clean cup and {stir(session.secondStirMin)} more
          </Step>
        )}
        {card.lines.map((line, i) => (
          <Step
            key={i}
            figure={`${formatVolume(line.volumeMl, units)} ${units.volume}`}
            note={line.finishes ? `to ${formatLength(line.toMm, units)} ${units.length}` : 'not full yet'}
          >
            Into {line.name}, layer {line.layer}
            {line.pool !== null && line.at !== null && (
              <>
                , <b>pool {line.pool}</b> of {line.pools}: {whereOn(line.at, units)}
              </>
            )}
            . {line.how}
            {line.leftMl >= 0.5 && ` Leaves ${formatVolume(line.leftMl, units)} ${units.volume} in the cup.`}
          </Step>
        ))}
        {after.filter(atOnce).map(goesIn)}
        {session.potLifeMin !== null && (
          <Step
            figure={metMs === null ? `${Math.floor(session.potLifeMin)} min` : `by ${clock(session.potLifeMin)}`}
            note={metMs === null ? 'from the first touch' : `met ${clock(0)}`}
          >
            Out of the cup by then. What is over is spread thin at once, never left standing
          </Step>
        )}
        {uv !== null && (
          <Step figure={`${Math.round(uv.seconds)} s`} note={null}>
            Under the lamp; eyes away from it
          </Step>
        )}
        <Step figure={two ? '10 20 30 min' : 'cover'} note={null}>
          {two ? `Look for bubbles, ${cover(build.care)}` : 'Cover it against dust'}
          {next !== undefined && uv === null && `. Leave it ${hours(next.recoatFromH - next.pourH)}`}
        </Step>
        {after.filter((thing) => !atOnce(thing)).map(goesIn)}
      </ol>
      {session.notices
        .filter((notice) => notice.standing !== 'holds')
        .map((notice) => (
          <p key={notice.sentence} className={`notice-${notice.standing}`}>
            {notice.sentence}
          </p>
        ))}
    </>
  );
}

function cover({ covered, coverAfterH }: Build['care']): string {
  if (!covered) return 'then leave it open, as planned';
  return coverAfterH > 0 ? `and cover it ${hours(coverAfterH)} after the pour` : 'then cover it';
}

const notes = (...said: (string | null)[]) => said.filter((one) => one !== null).join(' · ');

function Step({ figure, note, children }: { figure: string; note: string | null; children: ReactNode }) {
  return (
    <li>
      <strong>{figure}</strong>
      <span className="mix-note">{note}</span>
      <span>{children}</span>
    </li>
  );
}
