import { layersOf, othersIn, sessionFor, sessionsOf } from '../../api/plan';
import { useTintName, useTints } from '../../api/useStores';
import type { BatchInk, Water, WaterPlan } from '../../api/types';
import { setIn } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { NumberField } from '../../slip/fields';
import { measureOf } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatQuantity, unitOf } from '../../units/units';
import { DoseColumns } from './DoseColumns';
import { InkAnswer } from './InkAnswer';
import { LetDowns, letDownsOf } from './LetDowns';
import { partsOf, reinked } from './recipe';
import { TintChoice } from './TintChoice';

/** What is in the water: its tints, how strong, and what every cup gets of them. */
export function RecipePart({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { edit } = useDesk('edit');
  const parts = partsOf(water.ink);
  const loud = plan.notices.filter((notice) => INK_NOTICES.has(notice.kind));
  return (
    <>
      <InkAnswer plan={plan} />
      {parts.length > 0 && (
        <section>
          <DoseColumns parts={parts} reinks={(change) => reinked(water.id, change)} />
        </section>
      )}
      {parts.length > 0 && layersOf(plan).length > 0 && <Doses water={water} plan={plan} />}
      <section>
        <TintChoice parts={parts} onAdd={(change) => void edit(reinked(water.id, change))} />
        {parts.length > 0 && (
          <NumberField
            label="First layer so many times as strong"
            suffix="×"
            step={0.5}
            value={water.ink.firstTimes}
            onChange={(firstTimes) => edit(setIn('waters', water.id, { ink: { firstTimes } }))}
          />
        )}
      </section>
      {loud.length > 0 && (
        <section>
          {loud.map((notice) => (
            <p key={notice.sentence} className={notice.standing === 'holds' ? 'quiet' : `notice-${notice.standing}`}>
              {notice.sentence}
            </p>
          ))}
        </section>
      )}
      <Sides plan={plan} />
      {plan.ink.cautions.length > 0 && (
        <section>
          {plan.ink.cautions.map((caution) => (
            <p key={caution} className="caution">
              {caution}
            </p>
          ))}
        </section>
      )}
    </>
  );
}

/** What is said of the ink itself; what it does to the pours is told there. */
const INK_NOTICES = new Set([
  'noTint',
  'tooMuchTint',
  'tooMuchOfItsKind',
  'inkOff',
  'inkChanged',
  'tooDarkForTheLamp',
  'sideBySide',
]);

/** What each layer's cup gets, and how far whole drops put its colour off: as it is mixed, with whatever other water takes the same. */
function Doses({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { plan: whole } = useDesk('plan');
  const units = useUnits();
  const tints = useTints();
  const parts = partsOf(water.ink);
  const nameOf = useTintName();
  const sessions = sessionsOf(whole);
  const layers = layersOf(plan).map((layer, i) => {
    const session = layer.poured === null ? sessionFor(sessions, water.id, i + 1) : undefined;
    return { layer, session, ink: session?.cards[0]?.ink ?? layer.ink };
  });
  const doseOf = (ink: BatchInk | null, tintId: string) => ink?.doses.find((one) => one.tintId === tintId);

  // Sessions of other sizes may be let down otherwise: each cell then says its own.
  const measuresOf = (tintId: string) => [
    ...new Set(
      layers.flatMap(({ layer, ink }) => {
        const dose = layer.poured === null ? doseOf(ink, tintId) : undefined;
        return dose === undefined ? [] : [measureOf(dose)];
      }),
    ),
  ];
  const said = (ink: BatchInk | null, tintId: string) => {
    const dose = doseOf(ink, tintId);
    if (dose === undefined) return '–';
    return measuresOf(tintId).length > 1 ? `${dose.amount} ${measureOf(dose)}` : dose.amount;
  };
  const letDowns = letDownsOf(sessions, water.id, null);
  return (
    <section>
      <Figure working={plan.workings['drops']} label="the doses">
        <span>Into each cup</span>
      </Figure>
      <table className="layers doses" data-testid="doses">
        <thead>
          <tr>
            <th scope="col">layer</th>
            {parts.map((part) => (
              <th key={part.tintId} scope="col" aria-label={nameOf(part.tintId)} title={nameOf(part.tintId)}>
                <i style={{ background: tints.find((tint) => tint.id === part.tintId)?.swatch ?? 'none' }} />
                <span>{measuresOf(part.tintId).length === 1 ? measuresOf(part.tintId)[0] : ''}</span>
              </th>
            ))}
            <th scope="col">off by ΔE</th>
          </tr>
        </thead>
        <tbody>
          {layers.map(({ layer, ink }, i) => (
            <tr key={i} className={layer.poured === null ? '' : 'poured-layer'}>
              <th scope="row">{i + 1}</th>
              {layer.poured === null ? (
                parts.map((part) => <td key={part.tintId}>{said(ink, part.tintId)}</td>)
              ) : (
                <td colSpan={parts.length}>poured</td>
              )}
              <td>{ink === null || layer.poured !== null ? '–' : ink.deltaE.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {layers.map(({ session }, i) => {
        const others = othersIn(session, water.id);
        const cups = session?.cards ?? [];
        return (
          others.length > 0 && (
            <p key={i} className="quiet" data-testid="mixed-with">
              Layer {i + 1} is mixed with {others.join(', ')}:{' '}
              {cups.length === 1 ? 'a cup' : `${cups.length} cups, each`} of{' '}
              {formatQuantity(cups[0]?.batch.mixedMl ?? 0, 'volume', units)} {unitOf('volume', units)}.
            </p>
          )
        );
      })}
      <LetDowns letDowns={letDowns} />
    </section>
  );
}

/** Where it meets a dam or a cut side: the lines between the layers. */
function Sides({ plan }: { plan: WaterPlan }) {
  const units = useUnits();
  const { sideLines } = plan.ink;
  if (sideLines.length === 0) return null;
  const seen = sideLines.filter((line) => line.deltaE >= 1);
  return (
    <section data-testid="side-lines">
      <p>
        {seen.length === 0
          ? 'Through a clear dam or the cut side no line between the layers would show.'
          : `Through a clear dam or the cut side ${seen.length === 1 ? 'a line' : `${seen.length} lines`} would show: ${seen
              .map((line) => `at ${formatLength(line.atMm, units)} ${units.length} (ΔE ${line.deltaE.toFixed(1)})`)
              .join(', ')}.`}
      </p>
      {seen.map((line) => (
        <span key={line.underLayer} className="side-line" title={`Over and under ${formatLength(line.atMm, units)}`}>
          <i style={{ background: line.overHex }} />
          <i style={{ background: line.underHex }} />
        </span>
      ))}
    </section>
  );
}
