import type { StepWedge, TintKind } from '../api/types';

export const TINT_KINDS: Record<TintKind, { name: string; measured: 'drop' | 'milligram' | 'stickMm' }> = {
  resinPigment: { name: 'Pigment made for resin', measured: 'drop' },
  acrylicInk: { name: 'Acrylic ink or paint', measured: 'drop' },
  alcoholInk: { name: 'Alcohol ink', measured: 'drop' },
  oilPaint: { name: 'Oil paint', measured: 'stickMm' },
  powder: { name: 'Dry powder', measured: 'milligram' },
};

/** A wedge as a table: a column for each backing, a row for each depth. What is not read yet is null. */
export interface WedgeTable {
  mlPer100Ml: number | null;
  /** The bare backings, light and dark. */
  backings: (string | null)[];
  rows: { depthMm: number | null; colours: (string | null)[] }[];
  /** A grey patch in the photo; null to take the colours as they are read. */
  grey: { seen: string | null; truly: string } | null;
}

/** Where in the table a colour belongs; row -1 is the bare backing. */
export interface Cell {
  row: number;
  backing: number;
}

export const GREY_CARD = '#767676';

export const EMPTY_WEDGE: WedgeTable = {
  mlPer100Ml: null,
  backings: [null, null],
  rows: [1, 2, 4, 8].map((depthMm) => ({ depthMm, colours: [null, null] })),
  grey: null,
};

/** The wedge as it is kept: what has been read so far. Null while nothing has, or while it is not said how strong it is. */
export function toWedge(table: WedgeTable): StepWedge | null {
  const { mlPer100Ml } = table;
  const readings = table.rows.flatMap(({ depthMm, colours }) =>
    colours.flatMap((colour, i) => {
      const bed = table.backings[i] ?? null;
      return depthMm === null || colour === null || bed === null ? [] : [{ depthMm, bed, colour }];
    }),
  );
  if (mlPer100Ml === null || readings.length === 0) return null;
  const { grey } = table;
  return {
    mlPer100Ml,
    readings,
    grey: grey === null || grey.seen === null ? null : { seen: grey.seen, truly: grey.truly },
  };
}

/** A wedge as a table again. */
export function toTable(wedge: StepWedge): WedgeTable {
  const backings = [...new Set(wedge.readings.map((reading) => reading.bed))];
  const depths = [...new Set(wedge.readings.map((reading) => reading.depthMm))];
  return {
    mlPer100Ml: wedge.mlPer100Ml,
    backings: backings.length < 2 ? [...backings, null] : backings,
    rows: depths.map((depthMm) => ({
      depthMm,
      colours: [...backings, ...(backings.length < 2 ? [''] : [])].map(
        (bed) => wedge.readings.find((reading) => reading.depthMm === depthMm && reading.bed === bed)?.colour ?? null,
      ),
    })),
    grey: wedge.grey ?? null,
  };
}

/** A colour put into its cell. */
export function withColour(table: WedgeTable, { row, backing }: Cell, colour: string): WedgeTable {
  if (row < 0) return { ...table, backings: table.backings.map((was, i) => (i === backing ? colour : was)) };
  return {
    ...table,
    rows: table.rows.map((was, i) =>
      i === row ? { ...was, colours: was.colours.map((one, k) => (k === backing ? colour : one)) } : was,
    ),
  };
}

/** The cell after one: down a backing, then the next; null after the last. */
export function nextCell(table: WedgeTable, { row, backing }: Cell): Cell | null {
  if (row + 1 < table.rows.length) return { row: row + 1, backing };
  return backing + 1 < table.backings.length ? { row: -1, backing: backing + 1 } : null;
}
