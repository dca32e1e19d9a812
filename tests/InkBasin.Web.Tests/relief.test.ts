import type { Ground } from '@web/api/ground';
import type { WaterPlan } from '@web/api/types';
import { damSheets, standInBodies } from '@web/relief/bodies';
import { alongWater } from '@web/relief/flow';
import { clockOf, daylight } from '@web/relief/light';
import { longAxis, NOTHING_MM, standingHeights } from '@web/relief/standing';
import { whiteShare } from '@web/relief/water';
import { boxOf, faceHeights, groundMesh, TONES, waterMesh, waterSides, type MeshArrays } from '@web/relief/meshes';
import { finishedAt, rgbOf } from '@web/scene/waterColour';
import { paint } from '@web/sheet/inked';
import { shade, shadeFinely } from '@web/sheet/relief';

const GROUND: Ground = {
  columns: 4,
  rows: 3,
  cellMm: 2,
  heightsMm: Float32Array.from([9, 9, 9, 9, 9, 3, 4, 9, 9, 9, 9, 9]),
  skinMm: new Float32Array(12).fill(1),
};
const PLAN = {
  level: { waterlineMm: 6, maxDepthMm: 4, wetRuns: [1, 1, 3] },
  look: { shares: [0, 0.5, 1], tops: [{ toMm: 6, deepestMm: 4, colours: ['#ff0000', '#808000', '#00ff00'] }] },
} as unknown as WaterPlan;

/** Each edge of a closed body is walked once in each direction. */
function openEdges({ indices, positions }: MeshArrays): number {
  const at = (i: number) => [0, 1, 2].map((k) => (positions[i * 3 + k] ?? 0).toFixed(3)).join(' ');
  const edges = new Map<string, number>();
  for (let i = 0; i < indices.length; i += 3) {
    for (let k = 0; k < 3; k++) {
      const a = at(indices[i + k] ?? 0);
      const b = at(indices[i + ((k + 1) % 3)] ?? 0);
      const [key, turn] = a < b ? [`${a}|${b}`, 1] : [`${b}|${a}`, -1];
      edges.set(key, (edges.get(key) ?? 0) + turn);
    }
  }
  return [...edges.values()].filter((turns) => turns !== 0).length;
}

describe('the body of the ground', () => {
  it('spans the board from edge to edge and stands on its underside', () => {
    const { positions } = groundMesh(GROUND, 6, 20, { kind: 'finished' });
    const xs = [...positions].filter((_, i) => i % 3 === 0);
    const ys = [...positions].filter((_, i) => i % 3 === 1);
    const zs = [...positions].filter((_, i) => i % 3 === 2);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([0, 8]);
    expect([Math.min(...zs), Math.max(...zs)]).toEqual([0, 6]);
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([-6, 9]);
  });

  it('is closed but for its underside', () => {
    // Ten border vertices, so ten edges round the bottom.
    expect(openEdges(groundMesh(GROUND, 6, 20, { kind: 'finished' }))).toBe(10);
  });

  it('leaves the plaster off when foam is wanted', () => {
    const ys = [...groundMesh(GROUND, 6, 20, { kind: 'carved' }).positions].filter((_, i) => i % 3 === 1);
    expect(Math.max(...ys)).toBe(8);
  });

  it('stands in whole sheets when they are wanted', () => {
    // Foam of 8, 2 and 3 in sheets of 4: two sheets, one and one.
    const { positions } = groundMesh(GROUND, 6, 20, { kind: 'sheets', thicknessMm: 4 });
    const tops = [...positions].filter((_, i) => i % 3 === 1).slice(0, 12);
    expect(tops).toEqual([8, 8, 8, 8, 8, 4, 4, 8, 8, 8, 8, 8]);
  });

  it('has a corner for every cell, and fewer where they are too many, keeping its edges', () => {
    const large: Ground = {
      columns: 1000,
      rows: 700,
      cellMm: 1,
      heightsMm: new Float32Array(700_000).fill(5),
      skinMm: new Float32Array(700_000),
    };
    expect(groundMesh(large, 6, 20, { kind: 'finished' }).positions.length / 3).toBeGreaterThan(700_000);
    const { positions } = groundMesh(large, 6, 20, { kind: 'finished' }, 30_000);
    expect(positions.length / 3).toBeLessThan(40_000);
    let most = 0;
    for (let i = 0; i < positions.length; i += 3) most = Math.max(most, positions[i] ?? 0);
    expect(most).toBe(1000);
  });
});

describe('the surface of a water', () => {
  it('lies at the waterline over its cells and one more all round', () => {
    const { positions, indices } = waterMesh(GROUND, PLAN);
    expect(indices.length / 6).toBe(12);
    expect(positions.length / 3).toBe(20);
    expect([...positions].filter((_, i) => i % 3 === 1).every((y) => y === 6)).toBe(true);
  });

  it('has no seams', () => {
    // Only the border of the 4 × 3 cells is open: 14 edges.
    expect(openEdges(waterMesh(GROUND, PLAN))).toBe(14);
  });

  it('takes its colour from the depth under each place, as the ink makes it', () => {
    expect(finishedAt(PLAN.look, 0)).toEqual([255, 0, 0]);
    expect(finishedAt(PLAN.look, 4)).toEqual([0, 255, 0]);
    expect(finishedAt(PLAN.look, 1)[0]).toBeCloseTo((255 + 128) / 2, 9);
    expect(finishedAt(PLAN.look, 99)).toEqual([0, 255, 0]);
  });
});

describe('the sides of the board, cut open', () => {
  const tone = (hex: string) => rgbOf(hex).map((v) => Math.round((v / 255) * 1000));

  it('show plaster over foam over the board', () => {
    const { positions, colours } = groundMesh(GROUND, 6, 20, { kind: 'finished' });
    // Each band lies between its own levels: 8…9 plaster, 0…8 foam, −6…0 the board.
    for (let v = 12; v < positions.length / 3; v++) {
      const [y, colour] = [
        positions[v * 3 + 1] ?? 0,
        [0, 1, 2].map((k) => Math.round((colours?.[v * 4 + k] ?? 0) * 1000)),
      ];
      const bands = [tone(TONES.plaster), tone(TONES.foam), tone(TONES.board)];
      const band = bands.findIndex((one) => one.join() === colour.join());
      expect(band).toBeGreaterThanOrEqual(0);
      expect(
        [
          [8, 9],
          [0, 8],
          [-6, 0],
        ][band],
      ).toContain(y);
      expect(colours?.[v * 4 + 3]).toBe(0);
    }
    expect(colours?.[3]).toBe(1);
  });

  it('cut the water only where it meets the edge, each layer as deep as it is there', () => {
    expect(waterSides(GROUND, PLAN, undefined).indices).toHaveLength(0);
    const top = (toMm: number, deepestMm: number, colour: string) => ({
      toMm,
      deepestMm,
      colours: [colour, colour, colour],
    });
    const open = {
      level: { waterlineMm: 12, maxDepthMm: 9, wetRuns: [1, 0, 3] },
      look: { shares: [0, 0.5, 1], tops: [top(5, 2, '#112233'), top(12, 9, '#445566')] },
    } as unknown as WaterPlan;
    const { positions, colours } = waterSides(GROUND, open, undefined);
    // One cell of the left edge, its bed at 9: the lower layer, up to 5, is not there.
    expect([...positions].filter((_, i) => i % 3 === 1)).toEqual([9, 9, 12, 12]);
    expect([...positions].filter((_, i) => i % 3 === 0)).toEqual([0, 0, 0, 0]);
    expect(Math.round((colours?.[2] ?? 0) * 255)).toBe(0x66);

    // Where one depth has not one colour, by Core's picture of it.
    const cell = (r: number, g: number, b: number) => Uint8ClampedArray.from([r, g, b, 255]);
    const picture = {
      column0: 0,
      row0: 1,
      columns: 1,
      rows: 1,
      topsMm: [5, 12],
      rgba: [cell(1, 1, 1), cell(2, 2, 2), cell(7, 8, 9)],
    };
    const painted = waterSides(GROUND, open, picture).colours ?? [];
    expect([0, 1, 2].map((k) => Math.round((painted[k] ?? 0) * 255))).toEqual([7, 8, 9]);
  });

  it('show the sheets of foam one over the other', () => {
    const { positions, colours } = groundMesh(GROUND, 6, 3, { kind: 'carved' });
    const top = 4 * 3;
    // Carved foam 8 high of sheets of 3: 2 over 3 over 3, then the board; every band two shades apart from the next.
    const bands = new Map<string, string>();
    for (let v = top; v < positions.length / 3; v++) {
      const x = positions[v * 3] ?? 0;
      if (x !== 0 || (positions[v * 3 + 2] ?? 0) !== 0) continue;
      const y = positions[v * 3 + 1] ?? 0;
      const colour = [0, 1, 2].map((k) => Math.round((colours?.[v * 4 + k] ?? 0) * 255)).join(' ');
      bands.set(colour, `${bands.get(colour) ?? ''}${y} `);
    }
    expect([...bands.values()].map((one) => one.trim())).toEqual(['8 8', '8 6 3 0', '6 3', '0 -6']);
  });

  it('have the heights of what is shown', () => {
    expect([...faceHeights(GROUND, { kind: 'carved' })].slice(4, 7)).toEqual([8, 2, 3]);
    expect(faceHeights(GROUND, { kind: 'finished' })).toBe(GROUND.heightsMm);
  });
});

const NONE = { things: [], plans: [] };

describe('what stands on the board', () => {
  const thing = {
    id: 's',
    centre: { xMm: 50, yMm: 40 },
    turnDeg: 30,
    overhangFromM: 1,
    underM: 0,
  } as Parameters<typeof standInBodies>[0][number];
  const plan = { id: 's', lengthMm: 20, widthMm: 10, heightMm: 30, overhangMm: 0, baseMm: 5 } as Parameters<
    typeof standInBodies
  >[1][number];
  const heights = ({ positions }: MeshArrays) => [...positions].filter((_, i) => i % 3 === 1);

  it('is a closed body of its own height', () => {
    const body = standInBodies([thing], [plan], 100, NONE);
    expect(openEdges(body)).toBe(0);
    expect([Math.min(...heights(body)), Math.max(...heights(body))]).toEqual([5, 35]);
  });

  it('reaches out over its foot from where it does', () => {
    const tree = standInBodies([thing], [{ ...plan, overhangMm: 15 }], 100, NONE);
    const reach = (low: number, high: number) => {
      let far = 0;
      for (let v = 0; v < tree.positions.length / 3; v++) {
        const [x = 0, y = 0, z = 0] = tree.positions.subarray(v * 3, v * 3 + 3);
        if (y >= low && y <= high) far = Math.max(far, Math.hypot(x - 50, z - 40));
      }
      return far;
    };
    // 1 m over its base at 1:100 is 10 mm: level 15.
    expect(reach(5, 14.9)).toBeCloseTo(Math.hypot(10, 5), 4);
    expect(reach(15.1, 35)).toBeCloseTo(25, 4);
    expect(openEdges(tree)).toBe(0);
  });

  it('is brought in by the box round it', () => {
    const box = boxOf(standInBodies([{ ...thing, turnDeg: 0 }], [plan], 100, NONE).positions);
    expect(box).toHaveLength(8);
    expect([Math.min(...box.map(([x]) => x)), Math.max(...box.map(([x]) => x))]).toEqual([40, 60]);
    expect([...new Set(box.map(([, y]) => y))]).toEqual([5, 35]);
    expect([Math.min(...box.map(([, , z]) => z)), Math.max(...box.map(([, , z]) => z))]).toEqual([35, 45]);
    expect(boxOf(new Float32Array())).toEqual([]);
  });

  it('leaves the opening of a bridge free', () => {
    const bridge = standInBodies([{ ...thing, turnDeg: 0, underM: 2 }], [plan], 100, NONE);
    for (let v = 0; v < bridge.positions.length / 3; v++) {
      const [x = 0, y = 0] = bridge.positions.subarray(v * 3, v * 3 + 3);
      if (y < 24.9) expect(Math.abs(x - 50)).toBeGreaterThanOrEqual(8 - 1e-4);
    }
  });

  it('stands dams outside the edge they close', () => {
    const board = { widthMm: 200, depthMm: 100 } as Parameters<typeof damSheets>[1];
    const dam = { id: 'd', side: 'front', fromMm: 20, toMm: 60, topMm: 18 } as Parameters<typeof damSheets>[0][number];
    const sheet = damSheets([dam, { ...dam, side: 'left' }], board);
    expect(openEdges(sheet)).toBe(0);
    expect(Math.max(...heights(sheet))).toBe(18);
    const zs = [...sheet.positions].filter((_, i) => i % 3 === 2);
    const xs = [...sheet.positions].filter((_, i) => i % 3 === 0);
    expect(Math.max(...zs)).toBeGreaterThan(100);
    expect(Math.min(...xs)).toBeLessThan(0);
  });
});

describe('a picture of the shelf', () => {
  it('has its water where it is wet, in its own colours, and ground elsewhere', () => {
    const pixels = new Uint8ClampedArray(4 * 3 * 4);
    paint(pixels, GROUND, PLAN);
    const alphas = [...pixels].filter((_, i) => i % 4 === 3);
    expect(alphas.map((alpha) => alpha > 0)).toEqual(Array.from({ length: 12 }, (_, cell) => cell === 5 || cell === 6));
    // 3 mm deep of 4: between the second colour and the third.
    expect([...pixels.slice(20, 23)]).toEqual([64, 192, 0]);
  });
});

describe('the shading of the Sheet', () => {
  const ground = (height: (column: number, row: number) => number): Ground => ({
    columns: 14,
    rows: 12,
    cellMm: 2,
    heightsMm: Float32Array.from({ length: 168 }, (_, i) => height(i % 14, Math.floor(i / 14))),
    skinMm: new Float32Array(168),
  });
  const near = { leftMm: 8, topMm: 8, pixelMm: 0.125, width: 64, height: 48 };
  const reds = (pixels: Uint8ClampedArray) => [...pixels].filter((_, i) => i % 4 === 0);

  it('is from near what it is from afar on a slope', () => {
    const slope = ground((column, row) => 20 + 1.5 * column - 0.7 * row);
    const cells = reds(shade(slope));
    const fine = reds(shadeFinely(slope, { ...near, pixelMm: 2, width: 6, height: 4 }));
    const there = [4, 5, 6, 7].flatMap((row) => [4, 5, 6, 7, 8, 9].map((column) => cells[row * 14 + column] ?? 0));
    fine.forEach((red, i) => expect(Math.abs(red - (there[i] ?? 0))).toBeLessThanOrEqual(1));
  });

  it('has no steps between cells, however rough the bed', () => {
    const rough = ground((column, row) => 20 + 3 * Math.sin(column * 12.9898 + row * 78.233));
    const fine = reds(shadeFinely(rough, near));
    expect(Math.max(...fine) - Math.min(...fine)).toBeGreaterThan(60);
    for (let i = 0; i < fine.length; i++) {
      if (i % near.width < near.width - 1) expect(Math.abs((fine[i + 1] ?? 0) - (fine[i] ?? 0))).toBeLessThan(14);
      // Where a bed of facets would break the light at a cell's middle, this turns it slowly.
      if (i % near.width < near.width - 2)
        expect(Math.abs((fine[i + 2] ?? 0) - 2 * (fine[i + 1] ?? 0) + (fine[i] ?? 0))).toBeLessThan(8);
    }
  });
});

describe('what rays of light meet', () => {
  const drowned = (outMm: number) => ({
    things: [{ id: 'd', at: { xMm: 3, yMm: 3 }, turnDeg: 0, lengthMm: 2, widthMm: 2, heightMm: 5 }],
    plans: [{ id: 'd', baseMm: 3, outMm }],
  });
  type Drowned = Parameters<typeof standingHeights>[2];
  const none = { things: [], plans: [], scale: 100 };

  it('is the ground, and over it what is drowned there', () => {
    const {
      heights: all,
      things,
      ids,
    } = standingHeights(GROUND, { kind: 'finished' }, drowned(0) as unknown as Drowned, none);
    expect([things[5], things[6], ids]).toEqual([1, 0, ['d']]);
    expect([...all.subarray(5 * 4, 5 * 4 + 4)]).toEqual([3, 8, NOTHING_MM, NOTHING_MM]);
    expect([...all.subarray(6 * 4, 6 * 4 + 4)]).toEqual([4, NOTHING_MM, NOTHING_MM, NOTHING_MM]);
    // What stands out of the water is mirrored, from its foot to its top.
    const out = standingHeights(GROUND, { kind: 'finished' }, drowned(2) as unknown as Drowned, none).heights;
    expect([...out.subarray(5 * 4, 5 * 4 + 4)]).toEqual([3, 8, 8, 3]);
  });

  it('has a bridge with its opening and a crown over its trunk', () => {
    const thing = { id: 's', centre: { xMm: 3, yMm: 3 }, turnDeg: 90, underM: 0.4, overhangFromM: 0.2 };
    const plan = { id: 's', lengthMm: 2, widthMm: 2, heightMm: 9, overhangMm: 0, baseMm: 1 };
    const things = (overhangMm: number) =>
      standingHeights(GROUND, { kind: 'finished' }, { things: [], plans: [] }, {
        things: [thing],
        plans: [{ ...plan, overhangMm }],
        scale: 100,
      } as unknown as Parameters<typeof standingHeights>[3]).heights;
    expect([...things(0).subarray(5 * 4 + 2, 5 * 4 + 4)]).toEqual([10, 5]);
    expect(things(0)[6 * 4 + 2]).toBe(NOTHING_MM);
    expect([...things(4).subarray(6 * 4 + 2, 6 * 4 + 4)]).toEqual([10, 3]);
  });

  it('goes with its face: foam where the plaster is left off', () => {
    const all = standingHeights(GROUND, { kind: 'carved' }, { things: [], plans: [] }, none).heights;
    expect([all[0], all[5 * 4]]).toEqual([8, 2]);
  });

  it('knows the long axis of a water', () => {
    const [x, z] = longAxis([0, 0, 9, 1, 0, 9]);
    expect([Math.abs(x), Math.abs(z)]).toEqual([1, 0].map((one) => expect.closeTo(one, 9) as number));
    const [dx, dz] = longAxis([0, 0, 1, 1, 1, 2, 2, 2, 3]);
    expect(dx * dz).toBeCloseTo(0.5, 9);
    expect(longAxis([])).toEqual([1, 0]);
  });

  it('knows how far along a bent water a cell lies', () => {
    // A hook: ten cells along the back, down the right side, back along the front.
    const hook: Ground = {
      columns: 20,
      rows: 20,
      cellMm: 2,
      heightsMm: new Float32Array(400),
      skinMm: new Float32Array(400),
    };
    const runs = [2, 2, 18, 3, 2, 18];
    for (let row = 4; row < 16; row++) runs.push(row, 16, 18);
    runs.push(16, 2, 18, 17, 2, 18);
    const along = alongWater(hook, runs);
    const at = (row: number, column: number) => along[row * 20 + column] ?? 0;
    // Both arms run along themselves, in opposite ways, and the corner adds its length: the ends lie far apart though the board is small.
    expect(Math.abs(at(2, 12) - at(2, 6))).toBeCloseTo(12, 0);
    expect(Math.sign(at(2, 12) - at(2, 6))).toBe(-Math.sign(at(17, 12) - at(17, 6)));
    // Short and wide, so a little aslant.
    expect(Math.abs(at(12, 17) - at(6, 17))).toBeGreaterThan(9);
    expect(Math.abs(at(12, 17) - at(6, 17))).toBeLessThan(12.5);
    expect(Math.abs(at(2, 2) - at(17, 2))).toBeGreaterThan(60);
    // No way through the bank.
    expect(at(10, 5)).toBe(0);
    expect(Math.max(...alongWater(hook, []))).toBe(0);
  });

  it('counts white cells of a picture whose first row is the front', () => {
    const pixels = new Uint8Array(4 * 3 * 4);
    // Row 1 of three is the middle either way; row 0 is the last of the picture.
    pixels.fill(255, 2 * 4 * 4, 2 * 4 * 4 + 2 * 4);
    expect(whiteShare(pixels, [0, 0, 4], 4, 3)).toBe(50);
    expect(whiteShare(pixels, [2, 0, 4], 4, 3)).toBe(0);
    expect(whiteShare(pixels, [], 4, 3)).toBeNull();
  });
});

describe('light by the hour', () => {
  it('comes from the side chosen at noon, highest then, and goes round with the day', () => {
    const noon = daylight('left', 13);
    expect(noon.sun[0]).toBeLessThan(-0.5);
    expect(noon.sun[2]).toBeCloseTo(0, 9);
    expect(noon.tone).toEqual([1, 1, 1]);
    for (let hour = 5; hour <= 21; hour += 0.5) {
      const { sun } = daylight('back', hour);
      expect(Math.hypot(...sun)).toBeCloseTo(1, 9);
      expect(sun[1]).toBeGreaterThan(0);
      expect(sun[1]).toBeLessThanOrEqual(daylight('back', 13).sun[1]);
    }
    // With the sun at the back at noon the morning is at the left and the evening at the right.
    expect(daylight('back', 7).sun[0]).toBeLessThan(0);
    expect(daylight('back', 19).sun[0]).toBeGreaterThan(0);
    expect(daylight('back', 20.5).tone[2]).toBeLessThan(0.7);
  });

  it('is told as a clock has it', () => {
    expect([clockOf(10), clockOf(16.5)]).toEqual(['10:00', '16:30']);
  });
});
