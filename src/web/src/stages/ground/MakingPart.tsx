import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../../api/client';
import type { FoamCut, Making, MakingPlan } from '../../api/types';
import { useCovers, usePlasters } from '../../api/useStores';
import { useDesk } from '../../desk/DeskContext';
import { ChoiceField, NumberField, SwitchField } from '../../slip/fields';
import { Figure } from '../../slip/Figure';
import { StandingMark } from '../../slip/StandingMark';
import { hours } from '../../slip/words';
import { useUnits } from '../../units/UnitsContext';
import { formatMass, formatQuantity, formatReading, formatVolume, unitOf, type Units } from '../../units/units';
import { setBuild, type Fields } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

/** What to cut and to mix for this ground. */
export function MakingPart() {
  const { id, version } = useDesk('id', 'version');
  const [shown, setShown] = useState(false);
  const { data, error } = useQuery({
    queryKey: ['making', id, version],
    queryFn: () => answer(api.GET('/api/builds/{id}/making', { params: { path: { id } } })),
    enabled: shown,
    retry: false,
    placeholderData: (before) => before,
  });
  return (
    <section>
      <details className="more" onToggle={(event) => setShown(event.currentTarget.open)}>
        <summary>Cut and mix</summary>
        {error !== null && <Refused>{error.message}</Refused>}
        {error === null && data === undefined && <p className="quiet">Reckoning…</p>}
        {data !== undefined && <Answer made={data} />}
        <Settings />
      </details>
    </section>
  );
}

function Answer({ made }: { made: MakingPlan }) {
  const { id, build } = useDesk('id', 'build');
  const units = useUnits();
  const { foam } = made;
  const ml = (value: number) => `${formatVolume(value, units)} ${unitOf('volume', units)}`;
  const crumbs = foam.layers.reduce((sum, layer) => sum + layer.crumbs, 0);
  return (
    <div className="making">
      <Figure working={made.workings.foam} label="the sheets of foam">
        <span>
          <strong>
            {foam.sheets.length} {foam.sheets.length === 1 ? 'sheet' : 'sheets'} of foam
          </strong>{' '}
          of {formatQuantity(build.making.foam.thicknessMm, 'length', units)} {units.length},{' '}
          {(foam.offcutShare * 100).toFixed(0)} % offcut
        </span>
      </Figure>
      <p>
        {foam.layers.length} in the stack, {foam.pins.length} pin holes.
        {crumbs > 0 && ` ${crumbs} specks too small to cut: make them of paste.`}
      </p>
      <div className="cutting">
        {foam.sheets.map((sheet) => (
          <CuttingSheet key={sheet.number} foam={foam} number={sheet.number} stock={build.making.foam} />
        ))}
      </div>
      {foam.layers.length > 0 && (
        <p>
          Templates at full size:{' '}
          <a href={`/api/builds/${id}/templates.pdf?paper=A4`} download>
            A4 pages
          </a>
          ,{' '}
          <a href={`/api/builds/${id}/templates.pdf?paper=letter`} download>
            Letter pages
          </a>
          , or SVG of sheet{' '}
          {foam.layers.map((layer) => (
            <a key={layer.number} href={`/api/builds/${id}/templates/${layer.number}.svg`} download>
              {layer.number}{' '}
            </a>
          ))}
        </p>
      )}
      {made.skin.mixes > 0 && (
        <>
          <Figure working={made.workings.skin} label="the plaster">
            <span>
              <strong>{ml(made.skin.volumeMl)} of plaster</strong> in {mixes(made.skin.mixes)}
            </span>
          </Figure>
          <p>
            Each mix: <strong>{grams(made.skin.eachPowderG, units)}</strong> powder into{' '}
            <strong>{grams(made.skin.eachWaterG, units)}</strong> water. In all {grams(made.skin.powderG, units)} +{' '}
            {grams(made.skin.waterG, units)}.
          </p>
          <Figure working={made.workings.drying} label="the drying">
            <span>
              Dry after about <strong>{hours(made.dryH)}</strong> at {formatReading(build.room.airC, units)}
            </span>
          </Figure>
        </>
      )}
      {made.rocks !== null && (
        <p>
          Rocks: {ml(made.rocks.volumeMl)} of plaster show, <strong>{grams(made.rocks.powderG, units)}</strong> powder
          into {grams(made.rocks.waterG, units)} water. Cast a third more for what is bedded.
        </p>
      )}
      <Figure working={made.workings.cover} label="texture and glue">
        <span>
          Texture <strong>{ml(made.dryGround.textureMl + made.bed.textureMl)}</strong>, of it {ml(made.bed.textureMl)}{' '}
          on the beds
        </span>
      </Figure>
      <p>
        Glue mix: {build.making.cover.glueParts} part white glue to {build.making.cover.waterParts} of water, that is{' '}
        <strong>{ml(made.dryGround.glueMl + made.bed.glueMl)}</strong> +{' '}
        <strong>{ml(made.dryGround.glueWaterMl + made.bed.glueWaterMl)}</strong>. Wet it first with{' '}
        {ml(made.dryGround.sprayMl + made.bed.sprayMl)} of spray
        {build.making.cover.wettedWithSpirit
          ? ': spirit, which runs in where water beads. Kept from flame, hot wire and sparks until it has dried off; window open.'
          : ' (water with a drop of detergent).'}
      </p>
      <Figure working={made.sealing.working} label="sealer, sealant and glue">
        <span data-testid="sealing">
          Under water: <strong>{ml(made.sealing.sealerMl)}</strong> of sealer in {build.making.sealing.sealerCoats}{' '}
          coats
          {made.sealing.sealantMl > 0 && (
            <>
              ; along the dams <strong>{ml(made.sealing.sealantMl)}</strong> of sealant, {ml(made.sealing.glueMl)} of
              glue
            </>
          )}
        </span>
      </Figure>
      <p>
        Resin may come after <strong>{hours(made.sealing.waitH)}</strong>: sealer {hours(made.sealing.sealerDryH)}
        {made.sealing.sealantMl > 0 &&
          `, sealant ${hours(made.sealing.sealantCureH)}, glue ${hours(made.sealing.glueDryH)}`}
        . Their labels come first.
      </p>
      {made.fills.map((fill) => (
        <p key={fill.stepId + fill.waterId}>
          <StandingMark standing={fill.notice.standing} /> Saves <strong>{ml(fill.savedMl)}</strong> of resin.{' '}
          {fill.notice.sentence}
        </p>
      ))}
      <p className="caution">
        Dust mask for sanding plaster and foam. A hot wire on foam gives off fumes: open window and extraction. Blades
        away from fingers.
      </p>
    </div>
  );
}

/** One stock sheet with the pieces drawn where they are to be cut. */
function CuttingSheet({ foam, number, stock }: { foam: FoamCut; number: number; stock: Making['foam'] }) {
  const sheet = foam.sheets[number - 1];
  if (sheet === undefined) return null;
  const pieces = new Map(foam.layers.flatMap((layer) => layer.pieces).map((piece) => [piece.label, piece]));
  return (
    <svg
      viewBox={`-2 -2 ${stock.widthMm + 4} ${stock.depthMm + 4}`}
      role="img"
      aria-label={`Stock sheet ${number}: pieces ${sheet.placements.map((one) => one.piece).join(', ')}`}
    >
      <rect className="stock" width={stock.widthMm} height={stock.depthMm} />
      {sheet.placements.map((placed) => {
        const piece = pieces.get(placed.piece);
        if (piece === undefined) return null;
        const left = Math.min(...piece.outer.map((p) => p.xMm));
        const back = Math.min(...piece.outer.map((p) => p.yMm));
        const ring = (points: { xMm: number; yMm: number }[]) =>
          `M${points
            .map((p) => {
              const [x, y] = [p.xMm - left, p.yMm - back];
              return placed.turned
                ? `${placed.xMm + placed.widthMm - y} ${placed.yMm + x}`
                : `${placed.xMm + x} ${placed.yMm + y}`;
            })
            .join('L')}Z`;
        return (
          <g key={placed.piece}>
            <path className="piece" fillRule="evenodd" d={[piece.outer, ...piece.holes].map(ring).join('')} />
            <text
              x={placed.xMm + placed.widthMm / 2}
              y={placed.yMm + placed.depthMm / 2}
              style={{ fontSize: stock.depthMm / 7 }}
            >
              {placed.piece}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

const FOAM: { key: 'thicknessMm' | 'widthMm' | 'depthMm'; label: string }[] = [
  { key: 'thicknessMm', label: 'Foam, thickness' },
  { key: 'widthMm', label: 'A sheet, long' },
  { key: 'depthMm', label: 'A sheet, wide' },
];

/** What the bag and the stock say. */
function Settings() {
  const { build, edit } = useDesk('build', 'edit');
  const plasters = usePlasters();
  const covers = useCovers();
  const { making } = build;
  const set = (change: Fields<Making>) => edit(setBuild({ making: change }));
  const known = plasters.some((one) => one.name === making.plaster.name);
  return (
    <details className="more">
      <summary>Stock and mixes</summary>
      {FOAM.map(({ key, label }) => (
        <NumberField
          key={key}
          label={label}
          quantity="length"
          value={making.foam[key]}
          onChange={(value) => set({ foam: { [key]: value } })}
        />
      ))}
      <ChoiceField
        label="Foam"
        value={making.foam.kind}
        choices={[
          { value: 'extruded', label: 'Extruded' },
          { value: 'expanded', label: 'Expanded' },
        ]}
        onChange={(kind) => void set({ foam: { kind: kind as Making['foam']['kind'] } })}
      />
      <ChoiceField
        label="Plaster"
        value={making.plaster.name}
        choices={[...plasters, ...(known ? [] : [making.plaster])].map(({ name }) => ({ value: name, label: name }))}
        onChange={(name) => {
          const plaster = plasters.find((one) => one.name === name);
          if (plaster !== undefined) void set({ plaster });
        }}
      />
      <NumberField
        label="Water to powder, by weight"
        step={0.05}
        value={making.plaster.waterPerPowder}
        onChange={(waterPerPowder) => set({ plaster: { waterPerPowder } })}
      />
      <NumberField
        label="Wet density"
        suffix="g/ml"
        step={0.05}
        value={making.plaster.wetDensity}
        onChange={(wetDensity) => set({ plaster: { wetDensity } })}
      />
      <NumberField
        label="Working time"
        suffix="min"
        value={making.plaster.workingMin}
        onChange={(workingMin) => set({ plaster: { workingMin } })}
      />
      <NumberField
        label="You place a minute"
        quantity="volume"
        step={5}
        value={making.plaster.mlPerMin}
        onChange={(mlPerMin) => set({ plaster: { mlPerMin } })}
      />
      <ChoiceField
        label="Strewn with"
        value={making.cover.name}
        choices={[...covers, ...(covers.some((one) => one.name === making.cover.name) ? [] : [making.cover])].map(
          ({ name }) => ({ value: name, label: name }),
        )}
        onChange={(name) => {
          const cover = covers.find((one) => one.name === name);
          if (cover !== undefined) void set({ cover });
        }}
      />
      <SwitchField
        label="Wetted with spirit"
        value={making.cover.wettedWithSpirit}
        onChange={(wettedWithSpirit) => void set({ cover: { wettedWithSpirit } })}
      />
      <NumberField
        label="Texture, deep"
        quantity="length"
        step={0.1}
        value={making.cover.textureMm}
        onChange={(textureMm) => set({ cover: { textureMm } })}
      />
      <NumberField
        label="Glue, parts"
        value={making.cover.glueParts}
        onChange={(glueParts) => set({ cover: { glueParts } })}
      />
      <NumberField
        label="to water, parts"
        value={making.cover.waterParts}
        onChange={(waterParts) => set({ cover: { waterParts } })}
      />
      <NumberField
        label="Coats of sealer"
        value={making.sealing.sealerCoats}
        onChange={(sealerCoats) => set({ sealing: { sealerCoats } })}
      />
      <NumberField
        label="Bead of sealant"
        quantity="length"
        step={0.5}
        value={making.sealing.beadMm}
        onChange={(beadMm) => set({ sealing: { beadMm } })}
      />
    </details>
  );
}

const grams = (g: number, units: Units) => `${formatMass(Math.round(g), units)} ${unitOf('mass', units)}`;

const mixes = (count: number) => (count === 1 ? 'one mix' : `${count} mixes`);
