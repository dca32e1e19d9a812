import type { Dam, Water } from '@web/api/types';
import { changed, changesNothing, differing, leavesGround, momentOf, setBuild, setIn } from '@web/desk/changes';

const dam: Dam = { id: 'd', side: 'front', fromMm: 40, toMm: 100, topMm: 20, make: 'gluedSheet', released: false };

describe('what an edit names', () => {
  it('is only what differs, things within in part and lists whole', () => {
    const before = { name: 'Creek', ink: { tintId: 'umber', mlPer100Ml: 0.2, firstTimes: 1 }, tops: [1, 2], gel: null };
    const after = { name: 'Creek', ink: { tintId: 'umber', mlPer100Ml: 0.3, firstTimes: 1 }, tops: [1, 3], gel: null };
    expect(differing(before, after)).toEqual({ ink: { mlPer100Ml: 0.3 }, tops: [1, 3] });
    expect(differing(before, { ...before, tops: [1, 2] })).toEqual({});
  });

  it('takes a thing that was not there whole, and its going as nothing', () => {
    expect(differing({ gel: null }, { gel: { coats: 2 } })).toEqual({ gel: { coats: 2 } });
    expect(differing({ gel: { coats: 2 } }, { gel: null })).toEqual({ gel: null });
  });

  it('names the list and the entry', () => {
    expect(changed('dams', dam, { ...dam, topMm: 22 })).toEqual({
      kind: 'set',
      list: 'dams',
      id: 'd',
      fields: { topMm: 22 },
    });
  });

  it('knows a change that is none, and is not sent', () => {
    expect(changesNothing(changed('dams', dam, { ...dam }))).toBe(true);
    expect(changesNothing(setIn('waters', 'w', { waterlineMm: 20 }))).toBe(false);
  });
});

describe('what of an edit touches the ground', () => {
  it('is the recipe and the board, also in edits made together', () => {
    const water = setIn('waters', 'w', { waterlineMm: 20 } as Partial<Water>);
    const step = setIn('recipe', 'foam', { enabled: false });
    expect(leavesGround(water)).toBe(true);
    expect(leavesGround(step)).toBe(false);
    expect(leavesGround(setBuild({ board: { cellMm: 1 } }))).toBe(false);
    expect(leavesGround(setBuild({ room: { airC: 18 } }))).toBe(true);
    expect(leavesGround({ kind: 'together', label: 'Both', edits: [water, step] })).toBe(false);
    expect(leavesGround({ kind: 'logPour', pourId: 'p', fields: null })).toBe(true);
  });
});

it('names a reading by its moment, whatever offset it was noted in', () => {
  expect(momentOf('2027-03-01T20:00:00+01:00')).toBe('2027-03-01T19:00:00.000Z');
});
