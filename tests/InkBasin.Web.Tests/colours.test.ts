import { readWaterPicture, seenInPicture } from '@web/api/waterPicture';
import type { Build, InkPart, Water } from '@web/api/types';
import { replaced, replacedParts, reinked, strengthened, withPlace } from '@web/stages/ink/recipe';
import { step, type Site, type Tool } from '@web/sheet/tools';

function wire(layers: number, columns: number, rows: number): ArrayBuffer {
  const size = columns * rows * 4;
  const bytes = new ArrayBuffer(24 + layers * 4 + (layers + 1) * size);
  const view = new DataView(bytes);
  view.setUint32(0, 0x49425750, false);
  [7, 3, columns, rows, layers].forEach((value, i) => view.setInt32(4 + i * 4, value, true));
  for (let k = 0; k < layers; k++) view.setFloat32(24 + k * 4, 10 + k, true);
  const pixels = new Uint8Array(bytes, 24 + layers * 4);
  pixels.forEach((_, i) => (pixels[i] = i % 251));
  pixels[3] = 255;
  pixels[size + 3] = 255;
  return bytes;
}

describe('a picture of a water', () => {
  it('is read as it was written, a picture for the bed and each layer', () => {
    const picture = readWaterPicture(wire(2, 3, 2));
    expect([picture.column0, picture.row0, picture.columns, picture.rows]).toEqual([7, 3, 3, 2]);
    expect(picture.topsMm).toEqual([10, 11]);
    expect(picture.rgba.map((one) => one.length)).toEqual([24, 24, 24]);
    expect(seenInPicture(picture, 0, 7, 3)).toEqual([0, 1, 2]);
    expect(seenInPicture(picture, 1, 7, 3)).toEqual([24, 25, 26]);
    expect(seenInPicture(picture, 1, 6, 3)).toBeNull();
    expect(seenInPicture(picture, 1, 8, 3)).toBeNull();
    expect(seenInPicture(picture, 3, 7, 3)).toBeNull();
  });

  it('is refused when it came damaged', () => {
    expect(() => readWaterPicture(wire(2, 3, 2).slice(0, 60))).toThrow('damaged');
    expect(() => readWaterPicture(new ArrayBuffer(4))).toThrow('damaged');
  });
});

const ink = (parts: InkPart[]) => ({
  tintId: parts[0]?.tintId ?? null,
  mlPer100Ml: parts[0]?.mlPer100Ml ?? 0,
  firstTimes: 1,
  shades: parts.slice(1),
  blendMm: 30,
  places: [{ id: 'a', at: { xMm: 10, yMm: 20 }, reachMm: 30, parts: [{ tintId: 'red', mlPer100Ml: 0.1 }] }],
});
const buildWith = (parts: InkPart[]) => ({ waters: [{ id: 'w', ink: ink(parts) } as unknown as Water] }) as Build;
const NOW = buildWith([
  { tintId: 'blue', mlPer100Ml: 0.2 },
  { tintId: 'umber', mlPer100Ml: 0.05 },
]);
const inkOf = (edit: unknown) => (edit as { fields: { ink: Record<string, unknown> } }).fields.ink;

describe('a recipe changed as it is when the change is sent', () => {
  it('keeps what was changed meanwhile', () => {
    const out = reinked('w', (parts) => parts.filter((one) => one.tintId !== 'umber'));
    expect(inkOf(out(NOW))).toEqual({ shades: [] });
    expect(inkOf(out(buildWith([{ tintId: 'umber', mlPer100Ml: 0.05 }])))).toEqual({ tintId: null });
    expect(reinked('gone', strengthened('blue', 1))(NOW)).toBeNull();
  });

  it('changes one place and leaves the others', () => {
    const stronger = replacedParts('w', 'a', strengthened('red', 0.3))(NOW);
    expect(inkOf(stronger)).toMatchObject({ places: [{ id: 'a', parts: [{ tintId: 'red', mlPer100Ml: 0.3 }] }] });
    expect(inkOf(replaced('w', 'a', () => null)(NOW))).toEqual({ places: [] });
    expect(replaced('gone', 'a', () => null)(NOW)).toBeNull();
  });

  it('begins a place as the water is, its leading tint half as strong again, and no more than six', () => {
    const places = inkOf(withPlace('w', { xMm: 1, yMm: 2 })(NOW))['places'] as { parts: InkPart[] }[];
    expect(places).toHaveLength(2);
    expect(places[1]?.parts).toEqual([
      { tintId: 'blue', mlPer100Ml: 0.3 },
      { tintId: 'umber', mlPer100Ml: 0.05 },
    ]);
    const full = buildWith([]);
    const water = full.waters[0];
    if (water === undefined) throw new Error('no water');
    water.ink.places = Array.from({ length: 6 }, (_, i) => ({ ...water.ink.places[0]!, id: `${i}` }));
    expect(withPlace('w', { xMm: 1, yMm: 2 })(full)).toBeNull();
  });
});

describe('the brush that paints a bed', () => {
  const site: Site = {
    board: { widthMm: 200, depthMm: 100, cellMm: 1 } as Site['board'],
    id: 'x',
    heightAt: () => 0,
  };
  const brush: Tool = { kind: 'paint', colour: '#203040', widthMm: 12, path: null };

  it('makes a stroke from press to release and stays in the hand', () => {
    let held: Tool = brush;
    for (const [kind, x] of [
      ['press', 10],
      ['move', 11],
      ['move', 20],
    ] as const)
      held = step(held, { kind, at: { xMm: x, yMm: 5 } }, site).tool;
    const { tool, made } = step(held, { kind: 'release', at: { xMm: 30, yMm: 5 } }, site);
    expect(tool).toEqual(brush);
    // A step of a millimetre is none.
    expect(made).toEqual({
      kind: 'paint',
      stroke: { colour: '#203040', widthMm: 12, path: [10, 20, 30].map((xMm) => ({ xMm, yMm: 5 })) },
    });
  });

  it('drops a stroke whose pointer is lost and goes out of the hand at Escape', () => {
    const held = step(brush, { kind: 'press', at: { xMm: 10, yMm: 5 } }, site).tool;
    expect(step(held, { kind: 'lost' }, site)).toEqual({ tool: brush, made: null });
    expect(step(held, { kind: 'cancel' }, site).tool).toEqual({ kind: 'hand' });
  });
});
