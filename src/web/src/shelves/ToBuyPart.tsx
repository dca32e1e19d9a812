import type { CupboardView, ToBuy } from '../api/types';
import { formatAmount, formatMass } from '../units/units';
import { useUnits } from '../units/UnitsContext';
import { day, money, shortName } from './standing';

/** What is missing over all builds, in the packs it is sold in; and what the waters cost. */
export function ToBuyPart({ view }: { view: CupboardView }) {
  const { buy, buyPrice, notices } = view.cupboard;
  return (
    <>
      <section className="to-buy" aria-label="To buy">
        <h2>To buy</h2>
        {buy.length === 0 ? (
          <p className="quiet">Nothing: what the builds on the shelf still take stands in the cupboard.</p>
        ) : (
          <ul>
            {buy.map((one) => (
              <Buy key={`${one.productId ?? ''}${one.name}`} one={one} />
            ))}
            <li className="to-buy-sum">
              <strong>in all</strong>
              <span>{buyPrice === null ? 'not all priced' : money(buyPrice)}</span>
            </li>
          </ul>
        )}
        {notices.map((notice) => (
          <p key={notice.sentence} className={`notice-${notice.standing}`}>
            {notice.sentence}
          </p>
        ))}
        {view.unplanned.map((what, at) => (
          <p key={`${at} ${what}`} className="notice-tight">
            Not counted: {what}
          </p>
        ))}
      </section>
      {view.costs.length > 0 && (
        <section className="to-buy" aria-label="What the builds cost">
          <h2>What the builds cost</h2>
          <ul>
            {view.costs.map((cost, at) => (
              <li key={`${at} ${cost.buildName}`}>
                <strong>{cost.buildName}</strong>
                <span>{money(cost.sum)}</span>
                <small>
                  resin and tint {money(cost.soFar)} so far, {money(cost.toCome)} to come
                  {cost.otherSoFar + cost.otherToCome > 0 &&
                    `; ground, seals and cups ${money(cost.otherSoFar)} so far, ${money(cost.otherToCome)} to come`}
                  {cost.per100Ml != null && ` · ${money(cost.per100Ml)} a 100 ml`}
                  {cost.perEvening != null && ` · ${money(cost.perEvening)} an evening`}
                  {cost.unpriced.length > 0 && `. Without ${cost.unpriced.map(shortName).join(', ')}: no price noted`}
                </small>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function Buy({ one }: { one: ToBuy }) {
  const units = useUnits();
  const g = (value: number) => `${formatMass(Math.ceil(value), units)} ${units.mass}`;
  const missing =
    one.productId === null
      ? formatAmount(one.amount, one.unit, units)
      : [one.oneG > 0 ? `${g(one.oneG)} of part one` : null, one.twoG > 0 ? `${g(one.twoG)} of part two` : null]
          .filter((part) => part !== null)
          .join(' and ');
  const packs = one.packs?.packs
    .map(
      ({ pack, count }) =>
        `${count} × ${[pack.oneG, pack.twoG]
          .filter((part) => part > 0)
          .map((part) => formatMass(part, units))
          .join(' + ')} ${units.mass}`,
    )
    .join(', ');
  const over = one.packs === null ? 0 : one.packs.oneOverG + one.packs.twoOverG;
  return (
    <li>
      <strong>
        {shortName(one.name)}
        {packs !== undefined && `, ${packs}`}
      </strong>
      <span>{one.price === null ? '' : money(one.price)}</span>
      <small>
        {missing} missing for {one.builds.join(' and ')}
        {one.before !== null && `, before ${day(one.before)}`}
        {one.productId !== null && packs === undefined && '; note the sizes it is sold in and it is reckoned in packs'}
        {over > 0 && `; ${g(over)} over`}
        {over > 0 && one.overKeepsUntil !== null && `, in date until ${day(one.overKeepsUntil)}`}
      </small>
      {one.goesOffFirst && (
        <small className="notice-tight">It goes off before the last pour it is for: buy for that one later.</small>
      )}
    </li>
  );
}
