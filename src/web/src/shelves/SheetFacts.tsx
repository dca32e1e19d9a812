import type { ProductSheet } from '../api/types';
import { hours } from '../slip/words';
import { useUnits } from '../units/UnitsContext';
import { formatQuantity } from '../units/units';

/** What a sheet says, in short. */
export function SheetFacts({ sheet }: { sheet: ProductSheet }) {
  const units = useUnits();
  const mm = (value: number) => `${formatQuantity(value, 'length', units)} ${units.length}`;
  const two = sheet.ratio.b > 0;
  const rows: [string, string][] = [
    ['greatest layer', mm(sheet.greatestLayerMm)],
    ...(two
      ? ([
          ['ratio', `${sheet.ratio.a} : ${sheet.ratio.b} by ${sheet.ratio.basis}`],
          ['pot life', `${sheet.potLifeMin} min, ${formatQuantity(sheet.potLifeMassG, 'mass', units)} ${units.mass}`],
          ['gel', hours(sheet.gelH)],
          ['next layer', `${hours(sheet.recoatFromH)} – ${hours(sheet.recoatToH)}`],
        ] as [string, string][])
      : ([
          [sheet.flash === null ? 'dry after' : 'one flash', hours(sheet.recoatFromH)],
          ['shrinks by', `${sheet.shrinkPercent} %`],
        ] as [string, string][])),
    ['fully cured', hours(sheet.fullCureH)],
  ];
  return (
    <dl className="sheet-facts">
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
