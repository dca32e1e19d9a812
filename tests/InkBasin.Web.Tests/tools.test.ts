import type { ExistingStep, Step, StandIn, Stroke, SurveyStep } from '@web/api/types';
import { copyOf, placeFor, strokeEdit, unused } from '@web/sheet/edits';
import { drawnBox } from '@web/sheet/newSteps';
import { anchorOf, moveAll } from '@web/sheet/shapes';
import { soFar, step, type Site, type Tool, type ToolEvent } from '@web/sheet/tools';

const BOARD = { widthMm: 300, depthMm: 200, cellMm: 2, thicknessMm: 6, material: 'ply' };

const SITE: Site = { board: BOARD, id: 'new', heightAt: () => 25 };

function play(tool: Tool, ...events: ToolEvent[]) {
  let made = null;
  for (const event of events) {
    const next = step(tool, event, SITE);
    tool = next.tool;
    made = next.made ?? made;
  }
  return { tool, made };
}

const press = (xMm: number, yMm: number): ToolEvent => ({ kind: 'press', at: { xMm, yMm } });
const move = (xMm: number, yMm: number): ToolEvent => ({ kind: 'move', at: { xMm, yMm } });
const release = (xMm: number, yMm: number): ToolEvent => ({ kind: 'release', at: { xMm, yMm } });

describe('the hand', () => {
  it('makes nothing', () => expect(play({ kind: 'hand' }, press(5, 5), release(50, 50)).made).toBeNull());
});

describe('scooping a channel', () => {
  const channel: Tool = { kind: 'line', makes: 'channel', points: [] };

  it('takes a point a press and ends on finish', () => {
    const { tool, made } = play(channel, press(-5, 90), press(100, 80), press(310, 120), { kind: 'finish' });
    expect(tool).toEqual({ kind: 'hand' });
    if (made?.kind !== 'step' || made.step.kind !== 'channel') throw new Error('no channel');
    expect(made.step.points.map((p) => [p.xMm, p.yMm])).toEqual([
      [-5, 90],
      [100, 80],
      [310, 120],
    ]);
    expect(made.step.points.every((p) => p.widthMm > 0)).toBe(true);
  });

  it('does not take the second press of a double press as a point', () => {
    const { tool } = play(channel, press(10, 10), press(100, 80), press(101, 81));
    expect(tool).toMatchObject({ points: [{ xMm: 10 }, { xMm: 100 }] });
  });

  it('runs across the board when finished before a line is drawn', () => {
    const { made } = play(channel, { kind: 'finish' });
    if (made?.kind !== 'step' || made.step.kind !== 'channel') throw new Error('no channel');
    expect(made.step.points[0]?.xMm).toBeLessThan(0);
    expect(made.step.points.at(-1)?.xMm).toBeGreaterThan(300);
  });

  it('is dropped on cancel', () => {
    const { tool, made } = play(channel, press(10, 10), press(100, 80), { kind: 'cancel' });
    expect(tool).toEqual({ kind: 'hand' });
    expect(made).toBeNull();
  });

  it('shows what it would be with the pointer as its next point', () => {
    const drawn: Tool = { kind: 'line', makes: 'channel', points: [{ xMm: 10, yMm: 10 }] };
    expect(soFar(drawn, null, SITE)).toBeNull();
    expect(soFar(drawn, { xMm: 90, yMm: 20 }, SITE)).toMatchObject({
      kind: 'step',
      step: { kind: 'channel', points: [{ xMm: 10 }, { xMm: 90 }] },
    });
  });
});

describe.each(['pond', 'pad', 'fillBlock', 'rockGroup'] as const)('dragging out a %s', (kind) => {
  const fresh: Tool = { kind: 'box', makes: kind, from: null, to: null };

  it('is made of the box dragged, whichever way', () => {
    for (const events of [
      [press(50, 40), move(90, 90), release(130, 100)],
      [press(130, 100), move(90, 90), release(50, 40)],
    ]) {
      const { made } = play(fresh, ...events);
      if (made?.kind !== 'step' || made.step.kind !== kind) throw new Error('nothing made');
      const xs = made.step.outline.points.map((p) => p.xMm);
      expect([Math.min(...xs), Math.max(...xs)]).toEqual([50, 130]);
    }
  });

  it('is not made of a mere press', () => {
    const { tool, made } = play(fresh, press(50, 40), release(51, 41));
    expect(made).toBeNull();
    expect(tool).toEqual(fresh);
  });

  it('goes to the middle when finished without a drag', () => {
    const { made } = play(fresh, { kind: 'finish' });
    if (made?.kind !== 'step' || made.step.kind !== kind) throw new Error('nothing made');
    const points = made.step.outline.points;
    expect(points.reduce((sum, p) => sum + p.xMm, 0) / points.length).toBeCloseTo(150, 0);
  });
});

describe.each(['ridge', 'trackBed', 'retainingWall'] as const)('drawing a %s', (kind) => {
  it('starts from the ground that is there', () => {
    const { made } = play({ kind: 'line', makes: kind, points: [] }, press(20, 90), press(200, 80), { kind: 'finish' });
    if (made?.kind !== 'step' || made.step.kind !== kind) throw new Error('nothing made');
    expect(made.step.points).toHaveLength(2);
    if (made.step.kind === 'trackBed') expect([made.step.startMm, made.step.endMm]).toEqual([28, 28]);
    if (made.step.kind === 'retainingWall') expect(made.step.topMm).toBe(37);
  });
});

describe('the brush', () => {
  const brush: Tool = {
    kind: 'brush',
    brush: { stroke: 'scoop', brushMm: 30, strength: 2, levelMm: 0 },
    path: null,
  };

  it('makes a stroke of its path and stays in the hand', () => {
    const { tool, made } = play(brush, press(20, 20), move(20.4, 20), move(40, 24), move(60, 20), release(60, 20));
    expect(tool).toEqual(brush);
    expect(made).toEqual({
      kind: 'stroke',
      stroke: {
        kind: 'scoop',
        path: [
          { xMm: 20, yMm: 20 },
          { xMm: 40, yMm: 24 },
          { xMm: 60, yMm: 20 },
        ],
        brushMm: 30,
        strength: 2,
        levelMm: 0,
      },
    });
  });

  it('does nothing while it only hovers, and dabs the middle on finish', () => {
    expect(play(brush, move(50, 50), release(50, 50)).made).toBeNull();
    expect(play(brush, { kind: 'finish' }).made).toMatchObject({ stroke: { path: [{ xMm: 150, yMm: 100 }] } });
  });

  it('is laid down on cancel', () => expect(play(brush, { kind: 'cancel' }).tool).toEqual({ kind: 'hand' }));
});

describe('where a new step goes', () => {
  const foam = { kind: 'foamSheet' } as Step;
  const skin = { kind: 'plasterSkin' } as Step;
  const hand = { kind: 'strokes', id: 'hand', enabled: true } as Step;
  const stroke = { kind: 'rise', path: [{ xMm: 1, yMm: 1 }], brushMm: 9, strength: 1, levelMm: 0 } as Stroke;

  it('is under the plaster and the hand’s strokes', () => {
    expect(placeFor([foam, skin, hand])).toBe(1);
    expect(placeFor([foam])).toBe(1);
    expect(placeFor([])).toBe(0);
  });

  it('is the last set of strokes for a stroke, or a new set over everything', () => {
    expect(strokeEdit([foam, hand], stroke, 'new')).toEqual({
      kind: 'append',
      list: 'recipe',
      id: 'hand',
      field: 'items',
      item: stroke,
    });
    expect(strokeEdit([hand, skin], stroke, 'new')).toMatchObject({
      kind: 'add',
      list: 'recipe',
      index: 2,
      item: { id: 'new', items: [stroke] },
    });
  });
});

describe('placing a water', () => {
  it('takes the press, or the middle', () => {
    expect(play({ kind: 'water' }, press(20, 30)).made).toEqual({
      kind: 'water',
      water: { seed: { xMm: 20, yMm: 30 } },
    });
    expect(play({ kind: 'water' }, { kind: 'finish' }).made).toEqual({
      kind: 'water',
      water: { seed: { xMm: 150, yMm: 100 } },
    });
  });
});

describe('putting down a stand-in', () => {
  const thing = { id: 'alder', name: 'Alder', centre: { xMm: 0, yMm: 0 }, turnDeg: 0 } as StandIn;

  it('takes one press, an id of its own and the place pressed', () => {
    const { tool, made } = play({ kind: 'standIn', thing }, press(40, 60));
    expect(tool).toEqual({ kind: 'hand' });
    expect(made).toEqual({ kind: 'standIn', thing: { ...thing, id: 'new', centre: { xMm: 40, yMm: 60 } } });
  });

  it('puts it in the middle on finish', () => {
    const { made } = play({ kind: 'standIn', thing }, { kind: 'finish' });
    expect(made).toMatchObject({ thing: { centre: { xMm: 150, yMm: 100 } } });
  });
});

describe('pointing at a place', () => {
  it('keeps the jug in the hand', () => {
    const jug: Tool = { kind: 'point', wants: 'pour' };
    expect(play(jug, press(5, 5)).tool).toBe(jug);
  });

  it('ends with the eye and the peak, and goes on with soundings', () => {
    expect(play({ kind: 'point', wants: 'eye' }, press(5, 5)).tool).toEqual({ kind: 'hand' });
    const sounding: Tool = { kind: 'point', wants: 'sounding' };
    const { tool, made } = play(sounding, press(5, 5), press(9, 9));
    expect(tool).toBe(sounding);
    expect(made).toEqual({ kind: 'point', wants: 'sounding', at: { xMm: 9, yMm: 9 } });
  });
});

describe('a span', () => {
  const ruler: Tool = { kind: 'span', wants: 'ruler', from: null, to: null };

  it('of the ruler stays laid down until the next press', () => {
    const laid = play(ruler, press(10, 10), move(60, 10), release(110, 10));
    expect(laid.made).toEqual({
      kind: 'span',
      wants: 'ruler',
      from: { xMm: 10, yMm: 10 },
      to: { xMm: 110, yMm: 10 },
    });
    expect(laid.tool).toMatchObject({ from: { xMm: 10 }, to: { xMm: 110 } });
    expect(play(laid.tool, move(200, 20)).tool).toBe(laid.tool);
    expect(play(laid.tool, press(5, 5)).tool).toMatchObject({ from: { xMm: 5 }, to: null });
  });

  it('of the photo ends the tool, and one without length is none', () => {
    expect(play({ ...ruler, wants: 'photo' }, press(10, 10), release(110, 10)).tool).toEqual({ kind: 'hand' });
    expect(play({ ...ruler, wants: 'photo' }, press(10, 10), release(11, 10)).made).toBeNull();
  });
});

describe('a copy', () => {
  const bed = drawnBox('surveyedBed', { xMm: 40, yMm: 40 }, { xMm: 100, yMm: 90 }, SITE) as SurveyStep;

  it('lies to the side under a name nobody has', () => {
    const copy = copyOf(bed, 'c', new Set(['Measured bed copy'])) as SurveyStep;
    expect(copy.name).toBe('Measured bed copy 2');
    expect(copy.id).toBe('c');
    expect(copy.outline.points[0]).toEqual({
      xMm: (bed.outline.points[0]?.xMm ?? 0) + 12,
      yMm: (bed.outline.points[0]?.yMm ?? 0) + 12,
    });
    expect(copy.soundings[0]?.place.xMm).toBe((bed.soundings[0]?.place.xMm ?? 0) + 12);
  });

  it('of ground brought in moves its corner', () => {
    const grid = { kind: 'existingGround', leftMm: 10, backMm: 20 } as ExistingStep;
    expect(anchorOf(moveAll(grid, 5, -3))).toEqual({ xMm: 15, yMm: 17 });
  });

  it('of a name is numbered', () => {
    expect(unused('Pond', new Set())).toBe('Pond');
    expect(unused('Pond', new Set(['Pond', 'Pond 2']))).toBe('Pond 3');
  });
});
