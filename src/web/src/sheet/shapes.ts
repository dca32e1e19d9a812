import type { ChannelStep, Step, Outline, PointMm } from '../api/types';

/** The points a step of the ground is shaped by; none for one that covers the whole board. */
export function pointsOf(step: Step): PointMm[] {
  if ('points' in step) return step.points;
  return 'outline' in step ? (step.outline?.points ?? []) : [];
}

export function isClosed(step: Step): boolean {
  return 'outline' in step;
}

export function isCurved(step: Step): boolean {
  if ('outline' in step) return step.outline?.curved === true;
  return step.kind !== 'retainingWall' && step.kind !== 'existingGround';
}

/** Fewest points the step can be shaped by. */
export function fewestPoints(step: Step): number {
  if (step.kind === 'ridge') return 1;
  return isClosed(step) ? 3 : 2;
}

const round = (value: number) => Math.round(value * 2) / 2;

/** The step with its points changed one by one. */
function withPoints(step: Step, change: (points: PointMm[]) => PointMm[]): Step {
  if (step.kind === 'channel') {
    const widths = new Map(step.points.map((point) => [point as PointMm, point.widthMm]));
    const changed = change(step.points);
    const points = changed.map((point, i) => ({
      xMm: point.xMm,
      yMm: point.yMm,
      widthMm: widths.get(point) ?? widthNear(step, i, changed.length),
    }));
    return { ...step, points };
  }
  if ('points' in step) return { ...step, points: change(step.points) };
  const outline: Outline | null = 'outline' in step ? step.outline : null;
  return outline === null ? step : ({ ...step, outline: { ...outline, points: change(outline.points) } } as Step);
}

function widthNear(channel: ChannelStep, index: number, count: number): number {
  const place = count === channel.points.length ? index : Math.max(0, index - 1);
  return channel.points[Math.min(place, channel.points.length - 1)]?.widthMm ?? 30;
}

export function movePoint(step: Step, index: number, dxMm: number, dyMm: number): Step {
  return withPoints(step, (points) =>
    points.map((point, i) => (i === index ? { xMm: round(point.xMm + dxMm), yMm: round(point.yMm + dyMm) } : point)),
  );
}

export function moveAll(step: Step, dxMm: number, dyMm: number): Step {
  const shift = (point: PointMm) => ({ xMm: round(point.xMm + dxMm), yMm: round(point.yMm + dyMm) });
  if (step.kind === 'existingGround')
    return { ...step, leftMm: round(step.leftMm + dxMm), backMm: round(step.backMm + dyMm) };
  if (step.kind === 'strokes')
    return { ...step, items: step.items.map((stroke) => ({ ...stroke, path: stroke.path.map(shift) })) };
  const moved = withPoints(step, (points) => points.map(shift));
  if (moved.kind === 'jugBed') return { ...moved, deepest: shift(moved.deepest) };
  return moved.kind === 'surveyedBed'
    ? { ...moved, soundings: moved.soundings.map((one) => ({ ...one, place: shift(one.place) })) }
    : moved;
}

/** Where a step without points of its own is taken hold of; null for one that covers the board. */
export function anchorOf(step: Step): PointMm | null {
  return step.kind === 'existingGround' ? { xMm: step.leftMm, yMm: step.backMm } : null;
}

export function insertPoint(step: Step, after: number, place: PointMm): Step {
  return withPoints(step, (points) => [
    ...points.slice(0, after + 1),
    { xMm: round(place.xMm), yMm: round(place.yMm) },
    ...points.slice(after + 1),
  ]);
}

export function removePoint(step: Step, index: number): Step {
  return withPoints(step, (points) => points.filter((_, i) => i !== index));
}

export function middle(points: PointMm[]): PointMm {
  const sum = points.reduce((all, point) => ({ xMm: all.xMm + point.xMm, yMm: all.yMm + point.yMm }), {
    xMm: 0,
    yMm: 0,
  });
  return { xMm: sum.xMm / points.length, yMm: sum.yMm / points.length };
}

/** Places between neighbouring points, where another can be put in. */
export function gaps(step: Step): { after: number; place: PointMm }[] {
  const points = pointsOf(step);
  const count = isClosed(step) ? points.length : points.length - 1;
  return Array.from({ length: Math.max(0, count) }, (_, i) => {
    const a = points[i] ?? { xMm: 0, yMm: 0 };
    const b = points[(i + 1) % points.length] ?? a;
    return { after: i, place: { xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 } };
  });
}
