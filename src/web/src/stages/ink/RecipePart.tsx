import { layersOf, sessionsOf } from '../../api/plan';
import { useTints } from '../../api/useStores';
import type { Water, WaterPlan } from '../../api/types';
import { setIn } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import { Figure } from '../../slip/Figure';
import { NumberField } from '../../slip/fields';
import { useUnits } from '../../units/UnitsContext';
import { formatLength } from '../../units/units';
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

/** What each layer's cup gets, and how far whole drops put its colour off. */
function Doses({ water, plan }: { water: Water; plan: WaterPlan }) {
  const { plan: whole } = useDesk('plan');
  const tints = useTints();
  const parts = partsOf(water.ink);
  const nameOf = (tintId: string) => tints.find((tint) => tint.id === tintId)?.name ?? 'A tint that is gone';
  // Layers ahead are all let down alike.
  const measureOf = (tintId: string) => {
    const dose = layersOf(plan)
      .filter((layer) => layer.poured === null)
      .flatMap((layer) => layer.ink?.doses ?? [])
      .find((one) => one.tintId === tintId);
    if (dose === undefined) return '';
    if (dose.letDown !== null) return `drops 1:${dose.letDown.partsToOne}`;
    return { drop: 'drops', milligram: 'mg', stickMm: 'mm' }[dose.unit];
  };
  const letDowns = letDownsOf(sessionsOf(whole), water.id, null);
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
                <span>{measureOf(part.tintId)}</span>
              </th>
            ))}
            <th scope="col">off by ΔE</th>
          </tr>
        </thead>
        <tbody>
          {layersOf(plan).map((layer, i) => (
            <tr key={i} className={layer.poured === null ? '' : 'poured-layer'}>
              <th scope="row">{i + 1}</th>
              {layer.poured === null ? (
                parts.map((part) => (
                  <td key={part.tintId}>
                    {layer.ink?.doses.find((dose) => dose.tintId === part.tintId)?.amount ?? '–'}
                  </td>
                ))
              ) : (
                <td colSpan={parts.length}>poured</td>
              )}
              <td>{layer.ink === null || layer.poured !== null ? '–' : layer.ink.deltaE.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
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
