import { EMPTY_WEDGE, nextCell, toTable, toWedge, withColour, type WedgeTable } from '@web/shelves/wedge';

const read = () => {
  let table: WedgeTable = { ...EMPTY_WEDGE, mlPer100Ml: 0.2 };
  table = withColour(table, { row: -1, backing: 0 }, '#f0f0f0');
  table = withColour(table, { row: -1, backing: 1 }, '#101010');
  table = withColour(table, { row: 0, backing: 0 }, '#d0d0c0');
  return withColour(table, { row: 2, backing: 1 }, '#202018');
};

describe('a step wedge as a table', () => {
  it('keeps what has been read, over its own backing, and nothing else', () => {
    expect(toWedge(read())?.readings).toEqual([
      { depthMm: 1, bed: '#f0f0f0', colour: '#d0d0c0' },
      { depthMm: 4, bed: '#101010', colour: '#202018' },
    ]);
    expect(toWedge({ ...read(), mlPer100Ml: null })).toBeNull();
    expect(toWedge({ ...read(), backings: [null, null] })).toBeNull();
    expect(toWedge(EMPTY_WEDGE)).toBeNull();
  });

  it('takes a grey patch only once it has been read', () => {
    expect(toWedge({ ...read(), grey: { seen: null, truly: '#767676' } })?.grey).toBeNull();
    const grey = { seen: '#7a7060', truly: '#767676' };
    expect(toWedge({ ...read(), grey })?.grey).toEqual(grey);
  });

  it('comes back as it was kept', () => {
    const wedge = toWedge({ ...read(), grey: { seen: '#7a7060', truly: '#767676' } });
    if (wedge === null) throw new Error('nothing was read');
    expect(toWedge(toTable(wedge))).toEqual(wedge);
    const one = { ...wedge, readings: wedge.readings.slice(0, 1) };
    expect(toTable(one).backings).toEqual(['#f0f0f0', null]);
    expect(toTable(one).rows[0]?.colours).toEqual(['#d0d0c0', null]);
    expect(toWedge(toTable(one))).toEqual(one);
  });

  it('is read down one backing and then the other', () => {
    expect(nextCell(EMPTY_WEDGE, { row: -1, backing: 0 })).toEqual({ row: 0, backing: 0 });
    expect(nextCell(EMPTY_WEDGE, { row: 3, backing: 0 })).toEqual({ row: -1, backing: 1 });
    expect(nextCell(EMPTY_WEDGE, { row: 3, backing: 1 })).toBeNull();
  });
});
