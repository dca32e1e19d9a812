import { boxOf, overlap, place, type Lettering, type Wish } from '@web/scene/labels';
import { follow, NOBODY, type Happening, type Pointers, type Told } from '@web/scene/pointer';
import { fit, nearer, panned, toBoard, zoomed, type Zoom } from '@web/scene/view';
import { roundedPath } from '@web/sheet/roundedPath';

function hear(happenings: Partial<Happening>[], canPinch = false): { told: Told[]; left: Pointers } {
  let pointers = NOBODY;
  const told: Told[] = [];
  for (const part of happenings) {
    const happening = { kind: 'move', pointer: 1, at: { x: 0, y: 0 }, second: false, held: true, ...part } as Happening;
    const next = follow(pointers, happening, canPinch);
    pointers = next.pointers;
    if (next.told !== null) told.push(next.told);
  }
  return { told, left: pointers };
}

const kinds = (told: Told[]) => told.map((one) => one.kind);

describe('a pointer', () => {
  it('begins, moves and ends a drag', () => {
    const { told, left } = hear([
      { kind: 'down', at: { x: 3, y: 4 } },
      { at: { x: 9, y: 4 } },
      { kind: 'up', at: { x: 10, y: 5 }, held: false },
      // The capture is given back after every drag: that is no loss.
      { kind: 'lost', held: false },
    ]);
    expect(kinds(told)).toEqual(['begin', 'move', 'end']);
    expect(told[2]).toEqual({ kind: 'end', from: { x: 3, y: 4 }, at: { x: 10, y: 5 } });
    expect(left.fingers).toEqual([]);
  });

  it('lost in the middle gives the drag up, and the next one begins anew', () => {
    const { told, left } = hear([{ kind: 'down' }, {}, { kind: 'lost' }, {}, { kind: 'down', pointer: 2 }]);
    expect(kinds(told)).toEqual(['begin', 'move', 'drop', 'begin']);
    expect(left.fingers).toHaveLength(1);
  });

  it('let go where nobody saw it ends where it was last seen', () => {
    const { told } = hear([{ kind: 'down' }, { at: { x: 7, y: 0 } }, { at: { x: 90, y: 90 }, held: false }]);
    expect(told.at(-1)).toEqual({ kind: 'end', from: { x: 0, y: 0 }, at: { x: 7, y: 0 } });
  });

  it('is not disturbed by another that only passes', () => {
    const { told } = hear([{ kind: 'down' }, { pointer: 2 }, { pointer: 2, kind: 'down', second: true }, {}]);
    expect(kinds(told)).toEqual(['begin', 'move']);
    expect(kinds(hear([{ kind: 'down', second: true }]).told)).toEqual([]);
  });

  it('with a second finger pinches, and what was dragged goes back', () => {
    const { told, left } = hear(
      [
        { kind: 'down' },
        { kind: 'down', pointer: 2, at: { x: 10, y: 0 }, second: true },
        { pointer: 2, at: { x: 20, y: 0 } },
        { kind: 'up', pointer: 2, held: false },
        // The finger that is left rests: it drags nothing.
        { at: { x: 50, y: 50 } },
        { kind: 'up', held: false },
      ],
      true,
    );
    expect(kinds(told)).toEqual(['begin', 'drop', 'pinch']);
    expect(told[2]).toEqual({
      kind: 'pinch',
      before: [
        { x: 0, y: 0 },
        { x: 10, y: 0 },
      ],
      after: [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
      ],
    });
    expect(left.fingers).toEqual([]);
  });

  it('never stays behind, whatever happens to it', () => {
    let seed = 7;
    const random = (n: number) => (seed = (seed * 48271) % 2147483647) % n;
    for (let run = 0; run < 500; run++) {
      const happenings = Array.from({ length: 30 }, () => ({
        kind: (['down', 'move', 'up', 'lost'] as const)[random(4)] ?? 'move',
        pointer: 1 + random(3),
        second: random(2) === 1,
        held: random(3) > 0,
      }));
      const all = hear(
        [...happenings, ...[1, 2, 3].map((pointer) => ({ kind: 'lost' as const, pointer, held: false }))],
        run % 2 === 0,
      );
      expect(all.left).toEqual({ fingers: [], resting: false });
      // Every beginning has one end, and nothing moves outside of it.
      let begun = false;
      for (const told of all.told) {
        if (told.kind === 'begin') expect(begun).toBe(false);
        else if (told.kind !== 'pinch') expect(begun).toBe(true);
        begun = told.kind === 'begin' || (begun && (told.kind === 'move' || told.kind === 'pinch'));
      }
      expect(begun).toBe(false);
    }
  });
});

describe('looking nearer', () => {
  const whole = fit(826, 466, 620, 400);
  const under = (zoom: Zoom | null, x: number, y: number) => toBoard(zoomed(whole, zoom), { x, y });

  it('keeps the place under the pointer', () => {
    // Once the board is larger than the Sheet both ways; before, it stays in the middle.
    let zoom = nearer(whole, null, 3, { x: 413, y: 233 });
    const before = under(zoom, 500, 300);
    for (let k = 0; k < 6; k++) zoom = nearer(whole, zoom, 1.25, { x: 500, y: 300 });
    expect(zoom?.times).toBeCloseTo(3 * 1.25 ** 6, 6);
    const after = under(zoom, 500, 300);
    expect(after.xMm).toBeCloseTo(before.xMm, 6);
    expect(after.yMm).toBeCloseTo(before.yMm, 6);
  });

  it('goes back to the whole board, and no nearer than a cell is wide', () => {
    const near = nearer(whole, null, 4, { x: 400, y: 200 });
    expect(nearer(whole, near, 0.2, { x: 10, y: 10 })).toBeNull();
    expect(nearer(whole, near, 1000, { x: 10, y: 10 })?.times).toBe(16);
    expect(zoomed(whole, null)).toBe(whole);
  });

  it('is dragged about, and never off the board', () => {
    const near = nearer(whole, null, 4, { x: 413, y: 233 });
    const moved = panned(whole, near, -40, 25);
    expect(zoomed(whole, moved).left - zoomed(whole, near).left).toBeCloseTo(-40, 6);
    expect(zoomed(whole, moved).top - zoomed(whole, near).top).toBeCloseTo(25, 6);
    const far = panned(whole, near, 1e5, -1e5);
    expect(zoomed(whole, far).left).toBeGreaterThan(0);
    expect(zoomed(whole, far).left).toBeLessThan(60);
    // Dragged back it moves at once.
    expect(zoomed(whole, panned(whole, far, -10, 0)).left - zoomed(whole, far).left).toBeCloseTo(-10, 6);
  });
});

describe('labels', () => {
  const lettering: Lettering = { size: 10, weight: 400 };
  const measure = (text: string) => text.length * 6;
  const area = { x: 0, y: 0, width: 300, height: 200 };
  const wish = (key: string, rank: number, ...at: [number, number][]): Wish => ({
    key,
    text: key,
    rank,
    lettering,
    spots: at.map(([x, y]) => ({ x, y, anchor: 'middle' })),
  });

  it('gives the more important its place and the other its next best', () => {
    const placed = place([wish('later', 5, [100, 100], [100, 130]), wish('first', 1, [100, 100])], [], area, measure);
    expect(placed.get('first')?.spot.y).toBe(100);
    expect(placed.get('later')?.spot.y).toBe(130);
  });

  it('leaves out what has no room: at the edge, over a grip, over another', () => {
    const grip = { x: 190, y: 90, width: 20, height: 20 };
    const placed = place([wish('edge', 1, [5, 100]), wish('grip', 1, [200, 100])], [grip], area, measure);
    expect([...placed.keys()]).toEqual([]);
  });

  it('never lets two overlap, nor one leave the drawing', () => {
    let seed = 3;
    const random = (n: number) => (seed = (seed * 48271) % 2147483647) % n;
    for (let run = 0; run < 100; run++) {
      const wishes = Array.from({ length: 40 }, (_, k) => ({
        ...wish(`label ${k}`, random(9)),
        spots: Array.from({ length: 4 }, () => ({
          x: random(320),
          y: random(220),
          anchor: (['start', 'middle', 'end'] as const)[random(3)] ?? ('middle' as const),
          ...(random(3) === 0 ? { turn: (random(2) === 0 ? 90 : -90) as 90 | -90 } : {}),
        })),
      }));
      const placed = place(wishes, [], area, measure);
      const boxes = [...placed.values()].map(({ text, spot }) => boxOf(spot, measure(text), 10));
      boxes.forEach((a, i) => {
        expect(boxes.some((b, j) => j !== i && overlap(a, b))).toBe(false);
        expect(a.x >= 0 && a.y >= 0 && a.x + a.width <= 300 && a.y + a.height <= 200).toBe(true);
      });
      expect(boxes.length).toBeGreaterThan(5);
    }
  });
});

describe('a shore', () => {
  it('is a curve through the middles of its sides', () => {
    const square: [number, number][] = [
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
      [0, 0],
    ];
    expect(roundedPath([square])).toBe(
      'M0.00,2.00Q0.00,0.00 2.00,0.00Q4.00,0.00 4.00,2.00Q4.00,4.00 2.00,4.00Q0.00,4.00 0.00,2.00Z',
    );
    expect(roundedPath([])).toBe('');
  });
});
