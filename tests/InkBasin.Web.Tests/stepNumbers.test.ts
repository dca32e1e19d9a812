import type { FoamStep, Step, RocksStep } from '@web/api/types';
import { drawnBox, drawnLine } from '@web/sheet/newSteps';
import { kindsDrawn } from '@web/sheet/stepKinds';
import { numbersOf } from '@web/stages/ground/stepNumbers';

const SITE = {
  board: { widthMm: 300, depthMm: 200, cellMm: 2, thicknessMm: 6, material: 'ply' },
  id: 'new',
  heightAt: () => 25,
};
const A = { xMm: 40, yMm: 40 };
const B = { xMm: 160, yMm: 120 };

describe('the numbers of a step', () => {
  const lines = kindsDrawn('line');
  const boxes = kindsDrawn('box');
  const drawn: Step[] = [
    ...lines.map((kind) => drawnLine(kind, [A, B], SITE)),
    ...boxes.map((kind) => drawnBox(kind, A, B, SITE)),
  ];

  it.each(drawn.map((step) => [step.kind, step] as const))(
    'of a fresh %s are all there and each changes only itself',
    (_, step) => {
      const numbers = numbersOf(step);
      expect(numbers.length).toBeGreaterThan(0);
      for (const number of numbers) {
        expect(Number.isFinite(number.value)).toBe(true);
        const changed = number.with(number.value + 1);
        const other = numbersOf(changed).filter((one) => one.label !== number.label);
        expect(numbersOf(changed).find((one) => one.label === number.label)?.value).toBe(number.value + 1);
        expect(other.map((one) => one.value)).toEqual(
          numbers.filter((one) => one.label !== number.label).map((one) => one.value),
        );
        expect({ ...changed, ...pick(step, changed) }).toEqual(step);
      }
    },
  );

  it('asks for a carved edge only of a sheet that has one', () => {
    const whole: FoamStep = {
      kind: 'foamSheet',
      id: 'f',
      name: 'F',
      enabled: true,
      thicknessMm: 20,
      outline: null,
      carvedBackMm: 0,
    };
    expect(numbersOf(whole)).toHaveLength(1);
    expect(numbersOf({ ...whole, outline: { points: [A, B, { xMm: 0, yMm: 90 }], curved: false } })).toHaveLength(2);
  });

  it('gives rocks dragged out elsewhere another strewing', () => {
    const here = drawnBox('rockGroup', A, B, SITE) as RocksStep;
    const there = drawnBox('rockGroup', { xMm: 90, yMm: 50 }, B, SITE) as RocksStep;
    expect(here.seed).not.toBe(there.seed);
  });
});

/** The fields of `changed` that differ, with their old values. */
function pick(before: Step, changed: Step): Partial<Step> {
  const old = before as unknown as Record<string, unknown>;
  const now = changed as unknown as Record<string, unknown>;
  return Object.fromEntries(
    Object.keys(now)
      .filter((key) => now[key] !== old[key])
      .map((key) => [key, old[key]]),
  ) as Partial<Step>;
}
