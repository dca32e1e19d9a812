import type { Ground } from '@web/api/ground';
import type { WaterPlan } from '@web/api/types';
import { groundMesh, waterMesh, type MeshArrays } from '@web/relief/meshes';
import { finishedAt } from '@web/scene/waterColour';
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
    const { positions } = groundMesh(GROUND, 6, { kind: 'finished' });
    const xs = [...positions].filter((_, i) => i % 3 === 0);
    const ys = [...positions].filter((_, i) => i % 3 === 1);
    const zs = [...positions].filter((_, i) => i % 3 === 2);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([0, 8]);
    expect([Math.min(...zs), Math.max(...zs)]).toEqual([0, 6]);
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([-6, 9]);
  });

  it('is closed but for its underside', () => {
    // Ten border vertices, so ten edges round the bottom.
    expect(openEdges(groundMesh(GROUND, 6, { kind: 'finished' }))).toBe(10);
  });

  it('leaves the plaster off when foam is wanted', () => {
    const ys = [...groundMesh(GROUND, 6, { kind: 'carved' }).positions].filter((_, i) => i % 3 === 1);
    expect(Math.max(...ys)).toBe(8);
  });

  it('stands in whole sheets when they are wanted', () => {
    // Foam of 8, 2 and 3 in sheets of 4: two sheets, one and one.
    const { positions } = groundMesh(GROUND, 6, { kind: 'sheets', thicknessMm: 4 });
    const tops = [...positions].filter((_, i) => i % 3 === 1).slice(0, 12);
    expect(tops).toEqual([8, 8, 8, 8, 8, 4, 4, 8, 8, 8, 8, 8]);
  });

  it('is thinned on a very large board, keeping its edges', () => {
    const large: Ground = {
      columns: 1000,
      rows: 700,
      cellMm: 1,
      heightsMm: new Float32Array(700_000).fill(5),
      skinMm: new Float32Array(700_000),
    };
    const { positions } = groundMesh(large, 6, { kind: 'finished' });
    expect(positions.length / 3).toBeLessThan(200_000);
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
    expect(waterMesh(GROUND, PLAN).colours).toHaveLength(20 * 4);
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
