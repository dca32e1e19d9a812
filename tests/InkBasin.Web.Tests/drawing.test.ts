import type { Ground } from '@web/api/ground';
import { readGround } from '@web/api/ground';
import type { ChannelStep, PondStep, WaterLevel } from '@web/api/types';
import { damsAtEnds } from '@web/cut/dams';
import { takeSection, under, wetStretches } from '@web/cut/section';
import { gaps, insertPoint, moveAll, movePoint, pointsOf, removePoint } from '@web/sheet/shapes';
import { heightLines } from '@web/sheet/heightLines';
import { isClosed, type Line } from '@web/sheet/roundedPath';
import { depthSpots, depthStep, waterShapes } from '@web/sheet/waterShapes';
import { fit, toBoard, within } from '@web/scene/view';

/** A 20 × 10 board of 2 mm cells: ground 12, a trough of bed 4 over columns 5…14 of rows 2…7. */
function trough(): Ground {
  const heightsMm = new Float32Array(200).fill(12);
  const skinMm = new Float32Array(200).fill(1.5);
  for (let row = 2; row <= 7; row++) for (let column = 5; column <= 14; column++) heightsMm[row * 20 + column] = 4;
  return { columns: 20, rows: 10, cellMm: 2, heightsMm, skinMm };
}

const RUNS = [2, 3, 4, 5, 6, 7].flatMap((row) => [row, 5, 15]);
const PLAN = { waterlineMm: 10, maxDepthMm: 6, wetRuns: RUNS } as unknown as WaterLevel;

function area(rings: [number, number][][]): number {
  return rings.reduce((sum, ring) => {
    let twice = 0;
    ring.forEach(([x, y], i) => {
      const [nx, ny] = ring[(i + 1) % ring.length] ?? [0, 0];
      twice += x * ny - nx * y;
    });
    return sum + twice / 2;
  }, 0);
}

describe('the drawing of a water', () => {
  it('runs its shore round the wet cells', () => {
    const { surface } = waterShapes(trough(), PLAN);
    // 20 × 12 mm wet; the shore lies between the wet and the dry cells’ centres.
    expect(Math.abs(area(surface))).toBeGreaterThan(18 * 10);
    expect(Math.abs(area(surface))).toBeLessThan(24 * 16);
    for (const [x, y] of surface.flat()) {
      expect(x).toBeGreaterThan(8);
      expect(x).toBeLessThan(32);
      expect(y).toBeGreaterThan(2);
      expect(y).toBeLessThan(18);
    }
  });

  it('leaves lower ground of another water dry', () => {
    const ground = trough();
    ground.heightsMm[0] = 1;
    const xs = waterShapes(ground, PLAN)
      .surface.flat()
      .map(([x]) => x);
    expect(Math.min(...xs)).toBeGreaterThan(6);
  });

  it('writes depths inside the water, apart from each other', () => {
    const spots = depthSpots(trough(), PLAN, 4);
    expect(spots.length).toBeGreaterThan(0);
    for (const spot of spots) expect(spot.depthMm).toBeCloseTo(6, 5);
    for (const a of spots)
      for (const b of spots) if (a !== b) expect(Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm)).toBeGreaterThanOrEqual(4);
  });

  it('is drawn from fewer cells while it is dragged, and lies where it lay', () => {
    const whole = Math.abs(area(waterShapes(trough(), PLAN).surface));
    const rough = waterShapes(trough(), PLAN, 30).surface;
    expect(rough.flat().length).toBeLessThan(waterShapes(trough(), PLAN).surface.flat().length);
    expect(Math.abs(area(rough)) / whole).toBeGreaterThan(0.6);
    expect(Math.abs(area(rough)) / whole).toBeLessThan(1.5);
    const middle = (ring: [number, number][], k: 0 | 1) =>
      (Math.min(...ring.map((p) => p[k])) + Math.max(...ring.map((p) => p[k]))) / 2;
    expect(middle(rough.flat(), 0)).toBeCloseTo(20, -0.8);
    expect(middle(rough.flat(), 1)).toBeCloseTo(10, -0.8);
  });

  it('draws nothing where nothing is wet', () => {
    expect(waterShapes(trough(), { ...PLAN, wetRuns: [] })).toEqual({ surface: [], deeper: [] });
    expect(depthSpots(trough(), { ...PLAN, wetRuns: [] }, 8)).toEqual([]);
  });

  it.each([
    [3, 0.5],
    [6, 1],
    [12.4, 5],
    [52, 10],
  ])('a water %f mm deep has depth lines every %f', (depth, step) => expect(depthStep(depth)).toBe(step));
});

describe('height lines', () => {
  const field = (
    columns: number,
    rows: number,
    cellMm: number,
    height: (xMm: number, yMm: number) => number,
  ): Ground => {
    const middles = Array.from({ length: columns * rows }, (_, cell) =>
      height(((cell % columns) + 0.5) * cellMm, (Math.floor(cell / columns) + 0.5) * cellMm),
    );
    return { columns, rows, cellMm, heightsMm: new Float32Array(middles), skinMm: new Float32Array(columns * rows) };
  };
  const runs = (line: Line) =>
    line.slice(1).reduce((sum, [x, y], k) => sum + Math.hypot(x - (line[k]?.[0] ?? 0), y - (line[k]?.[1] ?? 0)), 0);

  it('lie between the lowest and the highest ground', () => {
    const levels = heightLines(trough(), 2.5);
    expect(levels.map((level) => level.levelMm)).toEqual([5, 7.5, 10]);
    for (const { lines } of levels) expect(lines.map(isClosed)).toEqual([true]);
    expect(
      heightLines(
        field(4, 4, 1, () => 5),
        2.5,
      ),
    ).toEqual([]);
  });

  it('of a cone are circles', () => {
    const levels = heightLines(
      field(120, 100, 1, (x, y) => 60 - Math.hypot(x - 60, y - 50)),
      10,
    );
    expect(levels.map((level) => level.levelMm)).toEqual([-10, 0, 10, 20, 30, 40, 50]);
    for (const { levelMm, lines } of levels.filter((level) => level.levelMm >= 20)) {
      expect(lines.map(isClosed)).toEqual([true]);
      for (const [x, y] of lines[0] ?? []) expect(Math.hypot(x - 60, y - 50)).toBeCloseTo(60 - levelMm, 1);
      expect(runs(lines[0] ?? []) / (2 * Math.PI * (60 - levelMm))).toBeCloseTo(1, 2);
    }
    // As wide as the board: its edges cut it into four arcs.
    expect(levels.find((level) => level.levelMm === 0)?.lines.map(isClosed)).toEqual([false, false, false, false]);
  });

  it('of a slope are straight from edge to edge of the board', () => {
    const levels = heightLines(
      field(30, 20, 2, (x, y) => (x + y / 2) / 4),
      2.5,
    );
    expect(levels.map((level) => level.levelMm)).toEqual([2.5, 5, 7.5, 10, 12.5, 15, 17.5]);
    for (const { levelMm, lines } of levels) {
      expect(lines).toHaveLength(1);
      const line = lines[0] ?? [];
      for (const [x, y] of line.slice(1, -1)) expect((x + y / 2) / 4).toBeCloseTo(levelMm, 4);
      for (const [x, y] of [line[0] ?? [9, 9], line.at(-1) ?? [9, 9]])
        expect(x === 0 || x === 60 || y === 0 || y === 40).toBe(true);
    }
  });

  it('part what the middle of a square parts, and join what it joins', () => {
    const saddle = (middle: number) => {
      const cells = [10, 0, 0, 0, 10 + middle, 0, 0, 0, 10].map((height, k) => (k === 1 || k === 3 ? middle : height));
      return field(3, 3, 1, (x, y) => cells[Math.floor(y) * 3 + Math.floor(x)] ?? 0);
    };
    // Two heights across from each other with low ground between them, then with ground as high as the level.
    expect(heightLines(saddle(0), 7)[0]?.lines).toHaveLength(3);
    expect(heightLines(saddle(6), 7)[0]?.lines.length).toBeLessThan(3);
  });

  it('run through all that is crossed, once, over any ground', () => {
    let seed = 7;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    for (let round = 0; round < 40; round++) {
      const ground = field(9, 7, 1, () => random() * 12);
      for (const { levelMm, lines } of heightLines(ground, 2)) {
        let crossed = 0;
        const above = (column: number, row: number) => (ground.heightsMm[row * 9 + column] ?? 0) >= levelMm;
        for (let row = 0; row < 7; row++)
          for (let column = 0; column < 9; column++) {
            if (column < 8 && above(column, row) !== above(column + 1, row)) crossed++;
            if (row < 6 && above(column, row) !== above(column, row + 1)) crossed++;
          }
        // A closed line tells its first place twice; an open one has an end on the board's edge at either side.
        expect(lines.reduce((sum, line) => sum + line.length - (isClosed(line) ? 1 : 2), 0)).toBe(crossed);
      }
    }
  });
});

describe('the cut', () => {
  const across = { a: { xMm: 0, yMm: 10 }, b: { xMm: 40, yMm: 10 } };

  it('samples the ground along its line', () => {
    const section = takeSection(trough(), across, 41);
    expect(section.lengthMm).toBe(40);
    expect(section.surfaceMm[0]).toBeCloseTo(12, 5);
    expect(section.surfaceMm[20]).toBeCloseTo(4, 5);
    expect(section.skinMm[20]).toBe(1.5);
  });

  it('knows where the water stands from the server’s cells', () => {
    const section = takeSection(trough(), across, 41);
    const stretches = wetStretches(section, PLAN.wetRuns, 20);
    expect(stretches).toHaveLength(1);
    expect(section.alongMm[stretches[0]?.[0] ?? 0]).toBe(10);
    expect(section.alongMm[stretches[0]?.[1] ?? 0]).toBe(29);
  });

  it('stands in each pool of its own that the line crosses, to the last cell of it and no further', () => {
    const runs = [3, 2, 5, 3, 9, 10, 4, 0, 20, 2, 7, 8];
    const wet = new Set([62, 63, 64, 69, ...Array.from({ length: 20 }, (_, k) => 80 + k), 47]);
    const alongRow = {
      lengthMm: 19,
      alongMm: [],
      surfaceMm: [],
      skinMm: [],
      cell: Array.from({ length: 20 }, (_, k) => 60 + k),
    };
    expect(wetStretches(alongRow, runs, 20)).toEqual([
      [2, 4],
      [9, 9],
    ]);
    // Over three rows and out over the edge of the board.
    const cell = [47, 48, 68, 69, 70, 79, 80, 99, 100, 47, 46, -1, 99];
    const stretches = wetStretches({ ...alongRow, cell }, runs, 20);
    const among = (k: number) => stretches.some(([from, to]) => from <= k && k <= to);
    expect(cell.map((_, k) => among(k))).toEqual(cell.map((one) => wet.has(one)));
  });

  it('draws a layer only where the ground lies under its top', () => {
    const section = {
      lengthMm: 6,
      alongMm: [0, 1, 2, 3, 4, 5, 6],
      surfaceMm: [9, 5, 4, 6, 4, 4, 9],
      skinMm: [],
      cell: [],
    };
    expect(under(section, [1, 5], 6)).toEqual([
      [1, 2],
      [4, 5],
    ]);
    expect(under(section, [1, 5], 7)).toEqual([[1, 5]]);
    expect(under(section, [1, 5], 4)).toEqual([]);
  });
});

describe('the points of a step', () => {
  const channel: ChannelStep = {
    kind: 'channel',
    id: 'c',
    name: 'C',
    enabled: true,
    points: [
      { xMm: 0, yMm: 0, widthMm: 10 },
      { xMm: 50, yMm: 20, widthMm: 30 },
      { xMm: 90, yMm: 0, widthMm: 50 },
    ],
    bedStartMm: 5,
    bedEndMm: 4,
    bankAngleDeg: 45,
    dishMm: 0,
    outsideDeepMm: 0,
    raggedMm: 0,
    fords: [],
    islands: [],
    weirs: [],
  };
  const pond: PondStep = {
    kind: 'pond',
    id: 'p',
    name: 'P',
    enabled: true,
    outline: {
      curved: true,
      points: [
        { xMm: 0, yMm: 0 },
        { xMm: 20, yMm: 0 },
        { xMm: 10, yMm: 20 },
      ],
    },
    depthMm: 8,
    shelfDepthMm: 0,
    shelfWidthMm: 0,
    slopeDeg: 30,
    raggedMm: 0,
    overhang: '',
  };

  it('moves one to the half mm and keeps its width', () => {
    const moved = movePoint(channel, 1, 3.26, -1.1) as ChannelStep;
    expect(moved.points[1]).toEqual({ xMm: 53.5, yMm: 19, widthMm: 30 });
    expect(moved.points[0]).toEqual(channel.points[0]);
  });

  it('moves all of them', () => expect(pointsOf(moveAll(pond, 5, 5))[2]).toEqual({ xMm: 15, yMm: 25 }));

  it('puts one in between with the width of its neighbour', () => {
    const more = insertPoint(channel, 0, { xMm: 25, yMm: 10 }) as ChannelStep;
    expect(more.points).toHaveLength(4);
    expect(more.points[1]).toEqual({ xMm: 25, yMm: 10, widthMm: 10 });
    expect(more.points.slice(2)).toEqual(channel.points.slice(1));
  });

  it('takes one out', () => expect(pointsOf(removePoint(pond, 0))).toHaveLength(2));

  it('has a gap between neighbours, and round the end only when closed', () => {
    expect(gaps(channel)).toHaveLength(2);
    expect(gaps(pond)).toHaveLength(3);
    expect(gaps(pond)[2]?.place).toEqual({ xMm: 5, yMm: 10 });
  });
});

describe('the board on the screen', () => {
  it('is as large as it goes, in its proportions, with room round it', () => {
    const view = fit(826, 466, 620, 400);
    expect(view.widthMm * view.scale).toBeLessThan(826);
    expect(view.depthMm * view.scale).toBeLessThan(466);
    expect(view.left).toBeGreaterThan(40);
  });

  it('turns a pointer into a place and a place into a point of the screen', () => {
    const view = fit(826, 466, 620, 400);
    const at = toBoard(view, { x: view.left + 100 * view.scale, y: view.top + 50 * view.scale });
    expect(at.xMm).toBeCloseTo(100, 9);
    expect(at.yMm).toBeCloseTo(50, 9);
    expect(within(view, at)).toEqual({ x: at.xMm * view.scale, y: at.yMm * view.scale });
  });

  it('keeps a handle far off the board within reach', () => {
    const view = fit(826, 466, 620, 400);
    expect(within(view, { xMm: 300, yMm: 900 }).y).toBeLessThan(466 - view.top);
    expect(within(view, { xMm: -900, yMm: 0 }).x).toBeGreaterThan(-view.left);
  });
});

describe('the wire form of a ground', () => {
  // A board of 3 × 2 cells; the box given, its heights and its plaster.
  function bytes(box: number[], values: number[], magic = 'IBGR'): ArrayBuffer {
    const buffer = new ArrayBuffer(32 + 4 * values.length);
    const view = new DataView(buffer);
    [...magic].forEach((letter, i) => view.setUint8(i, letter.charCodeAt(0)));
    view.setInt32(4, 3, true);
    view.setInt32(8, 2, true);
    view.setFloat32(12, 1.5, true);
    box.forEach((value, i) => view.setInt32(16 + 4 * i, value, true));
    values.forEach((value, i) => view.setFloat32(32 + 4 * i, value, true));
    return buffer;
  }
  const whole = bytes([0, 0, 3, 2], [1, 2, 3, 4, 5, 6, 0, 0, 0, 0.5, 0.5, 0.5]);

  it('reads heights and plaster', () => {
    const ground = readGround(whole);
    expect([ground.columns, ground.rows, ground.cellMm]).toEqual([3, 2, 1.5]);
    expect([...ground.heightsMm]).toEqual([1, 2, 3, 4, 5, 6]);
    expect([...ground.skinMm]).toEqual([0, 0, 0, 0.5, 0.5, 0.5]);
  });

  it('lays a part over the ground had, which stays as it is', () => {
    const had = readGround(whole);
    const ground = readGround(bytes([1, 0, 2, 2], [20, 30, 50, 60, 7, 7, 7, 7]), had);
    expect([...ground.heightsMm]).toEqual([1, 20, 30, 4, 50, 60]);
    expect([...ground.skinMm]).toEqual([0, 7, 7, 0.5, 7, 7]);
    expect([...had.heightsMm]).toEqual([1, 2, 3, 4, 5, 6]);
    expect([...readGround(bytes([0, 0, 0, 0], []), had).heightsMm]).toEqual([...had.heightsMm]);
  });

  it('is refused when damaged, and when a part has nothing to be laid over', () => {
    expect(() => readGround(bytes([0, 0, 3, 2], [1], 'NOPE'))).toThrow(/damaged/);
    expect(() => readGround(whole.slice(0, 20))).toThrow(/damaged/);
    expect(() => readGround(whole.slice(0, 40))).toThrow(/damaged/);
    expect(() => readGround(bytes([1, 0, 1, 1], [20, 7]))).toThrow(/part/);
  });
});

describe('dams in the cut', () => {
  const board = { widthMm: 200, depthMm: 100 };
  const dam = (side: 'back' | 'front' | 'left' | 'right', fromMm: number, toMm: number, topMm: number) =>
    ({ id: `${side} ${fromMm}`, side, fromMm, toMm, topMm, make: 'gluedSheet', released: false }) as const;
  const cut = { a: { xMm: 60, yMm: 0 }, b: { xMm: 200, yMm: 40 } };

  it('stand where the cut leaves the board through them, the highest counts', () => {
    const dams = [dam('back', 50, 90, 20), dam('back', 0, 70, 24), dam('right', 0, 100, 18), dam('front', 0, 200, 30)];
    expect(damsAtEnds(dams, cut, board)).toEqual([
      { end: 'a', topMm: 24 },
      { end: 'b', topMm: 18 },
    ]);
  });

  it('do not stand beside it, nor where it ends on the board', () => {
    expect(damsAtEnds([dam('back', 61, 90, 20)], cut, board)).toEqual([]);
    expect(damsAtEnds([dam('back', 0, 200, 20)], { ...cut, a: { xMm: 60, yMm: 12 } }, board)).toEqual([]);
  });
});
