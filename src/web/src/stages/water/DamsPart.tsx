import { useState } from 'react';
import type { Dam, DamMake, DamPlan, Making, Side, StockSheet, WaterPlan } from '../../api/types';
import { useDamChoices } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { hasCome, useDamCut } from '../../desk/useWaterLooks';
import { Figure } from '../../slip/Figure';
import { ChoiceField, NumberField, SwitchField } from '../../slip/fields';
import { ListedThing } from '../../slip/ListedThing';
import { StandingMark } from '../../slip/StandingMark';
import { useUnits } from '../../units/UnitsContext';
import { formatLength, formatQuantity, unitOf } from '../../units/units';
import { PutUpDams } from './LevelPart';
import { changed, removeFrom, setBuild } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

const SIDES: { value: Side; label: string }[] = [
  { value: 'back', label: 'Back' },
  { value: 'front', label: 'Front' },
  { value: 'left', label: 'Left' },
  { value: 'right', label: 'Right' },
];

/** The dams: where they stand, of what, how they seal and come off, and what to cut for them. */
export function DamsPart({ plan }: { plan: WaterPlan }) {
  const { build, plan: all, edit } = useDesk('build', 'plan', 'edit');
  const units = useUnits();
  const [open, setOpen] = useState<string | null>(null);
  const seam = all.dams.reduce((sum, dam) => sum + dam.seamMm, 0);
  return (
    <>
      <section>
        <h3>Dams</h3>
        {build.dams.length === 0 && plan.edges.proposed.length === 0 && (
          <p>No edge of the board is open to this water.</p>
        )}
        {plan.edges.open.map((edge) => (
          <p key={`${edge.side} ${edge.fromMm}`}>
            <StandingMark standing="stop" /> Open over the {edge.side} edge for{' '}
            {formatQuantity(edge.toMm - edge.fromMm, 'length', units)} {unitOf('length', units)}, up to{' '}
            {formatLength(edge.maxDepthMm, units)} deep.
          </p>
        ))}
        {plan.edges.proposed.length > 0 && <PutUpDams plan={plan} />}
        <ol className="steps">
          {build.dams.map((dam, i) => {
            const planned = all.dams[i];
            if (planned === undefined) return null;
            return (
              <ListedThing
                key={dam.id}
                name={`${i + 1} ${dam.side}`}
                details={
                  <>
                    {formatLength(dam.fromMm, units, 0)}–{formatLength(dam.toMm, units, 0)}, to{' '}
                    {formatLength(dam.topMm, units)}
                  </>
                }
                standing={planned.standing}
                notices={planned.notices}
                open={open === dam.id}
                onToggle={() => setOpen(open === dam.id ? null : dam.id)}
                removeLabel={`Take down the dam on the ${dam.side} edge`}
                onRemove={() => void edit(removeFrom('dams', dam.id))}
              >
                <DamFields dam={dam} planned={planned} onChange={(after) => edit(changed('dams', dam, after))} />
              </ListedThing>
            );
          })}
        </ol>
        {build.dams.length > 0 && (
          <p className="quiet">
            {formatQuantity(seam, 'length', units)} {unitOf('length', units)} of seam to seal in all. Pour water on it
            under Test: it tells a low top from a gap beside the end.
          </p>
        )}
      </section>
      {build.dams.length > 0 && <CuttingList />}
    </>
  );
}

function DamFields({
  dam,
  planned,
  onChange,
}: {
  dam: Dam;
  planned: DamPlan;
  onChange: (dam: Dam) => Promise<boolean>;
}) {
  const choices = useDamChoices();
  const units = useUnits();
  const choice = choices.find((one) => one.make === dam.make);
  const mm = unitOf('length', units);
  return (
    <div className="step-fields">
      <ChoiceField
        label="Along the edge"
        value={dam.side}
        choices={SIDES}
        onChange={(side) => void onChange({ ...dam, side: side as Side })}
      />
      <NumberField
        label="From"
        quantity="length"
        step={2}
        value={dam.fromMm}
        onChange={(fromMm) => onChange({ ...dam, fromMm })}
      />
      <NumberField
        label="To"
        quantity="length"
        step={2}
        value={dam.toMm}
        onChange={(toMm) => onChange({ ...dam, toMm })}
      />
      <NumberField
        label="Top"
        quantity="length"
        step={0.5}
        value={dam.topMm}
        onChange={(topMm) => onChange({ ...dam, topMm })}
      />
      <ChoiceField
        label="Made of"
        value={dam.make}
        choices={choices.map((one) => ({ value: one.make, label: one.name }))}
        onChange={(make) => void onChange({ ...dam, make: make as DamMake })}
      />
      {choice !== undefined && (
        <>
          <p className="quiet">
            {choice.seals} {choice.releases}
          </p>
          {choice.releaseAgent !== null && (
            <SwitchField
              label={`${choice.releaseAgent}: done`}
              value={dam.released}
              onChange={(released) => void onChange({ ...dam, released })}
            />
          )}
        </>
      )}
      <Figure working={planned.working} label="the panel">
        <span>
          Panel {formatQuantity(planned.lengthMm, 'length', units)} × {formatLength(planned.heightMm, units)} {mm}, seam{' '}
          {formatQuantity(planned.seamMm, 'length', units)} {mm}
        </span>
      </Figure>
    </div>
  );
}

/** The panels, laid on the sheets they are cut from. */
function CuttingList() {
  const { build, edit } = useDesk('build', 'edit');
  const units = useUnits();
  const asked = useDamCut(true);
  const { data: cut, refusal } = asked;
  const { damSheet } = build.making;
  const set = (change: Partial<Making['damSheet']>) => edit(setBuild({ making: { damSheet: change } }));
  return (
    <section className="making">
      <h3>Panels to cut</h3>
      {refusal !== null && <Refused>{refusal}</Refused>}
      {cut !== null && cut.panels.length === 0 && <p>Tape alone: nothing to cut.</p>}
      {cut !== null && cut.panels.length > 0 && (
        <>
          <p data-testid="panels">
            {cut.panels.length === 1 ? 'One panel' : `${cut.panels.length} panels`} from{' '}
            {cut.sheets.length === 1 ? 'one sheet' : `${cut.sheets.length} sheets`}:{' '}
            {cut.panels
              .map(
                (panel) =>
                  `${panel.label}: ${formatQuantity(panel.lengthMm, 'length', units)} × ${formatLength(panel.heightMm, units)}`,
              )
              .join(', ')}{' '}
            {unitOf('length', units)}. {(cut.offcutShare * 100).toFixed(0)} % left over.
          </p>
          <div className="cutting">
            {cut.sheets.map((sheet) => (
              <PanelSheet key={sheet.number} sheet={sheet} widthMm={damSheet.widthMm} depthMm={damSheet.depthMm} />
            ))}
          </div>
          <p className="caution">Blades away from fingers; score and snap acrylic with eye protection on.</p>
        </>
      )}
      <details className="more" hidden={!hasCome(asked)}>
        <summary>The sheet</summary>
        <NumberField
          label="Long"
          quantity="length"
          step={10}
          value={damSheet.widthMm}
          onChange={(widthMm) => set({ widthMm })}
        />
        <NumberField
          label="Wide"
          quantity="length"
          step={10}
          value={damSheet.depthMm}
          onChange={(depthMm) => set({ depthMm })}
        />
        <NumberField
          label="Seated under the bed by"
          quantity="length"
          step={1}
          value={damSheet.seatingMm}
          onChange={(seatingMm) => set({ seatingMm })}
        />
      </details>
    </section>
  );
}

function PanelSheet({ sheet, widthMm, depthMm }: { sheet: StockSheet; widthMm: number; depthMm: number }) {
  return (
    <svg
      viewBox={`-2 -2 ${widthMm + 4} ${depthMm + 4}`}
      role="img"
      aria-label={`Sheet ${sheet.number}: panels ${sheet.placements.map((one) => one.piece).join(', ')}`}
    >
      <rect className="stock" width={widthMm} height={depthMm} />
      {sheet.placements.map((placed) => (
        <g key={placed.piece}>
          <rect className="piece" x={placed.xMm} y={placed.yMm} width={placed.widthMm} height={placed.depthMm} />
          <text
            x={placed.xMm + placed.widthMm / 2}
            y={placed.yMm + placed.depthMm / 2}
            style={{ fontSize: Math.min(depthMm / 8, placed.depthMm * 0.8) }}
          >
            {placed.piece}
          </text>
        </g>
      ))}
    </svg>
  );
}
