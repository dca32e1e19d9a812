import type { ChannelOperation, Operation, Outline, PointMm } from '../api/types';

/** The points a step of the ground is shaped by; none for one that covers the whole board. */
export function pointsOf(operation: Operation): PointMm[] {
  if ('points' in operation) return operation.points;
  return 'outline' in operation ? (operation.outline?.points ?? []) : [];
}

export function isClosed(operation: Operation): boolean {
  return 'outline' in operation;
}

export function isCurved(operation: Operation): boolean {
  if ('outline' in operation) return operation.outline?.curved === true;
  return operation.kind !== 'retainingWall' && operation.kind !== 'existingGround';
}

/** Fewest points the step can be shaped by. */
export function fewestPoints(operation: Operation): number {
  if (operation.kind === 'ridge') return 1;
  return isClosed(operation) ? 3 : 2;
}

const round = (value: number) => Math.round(value * 2) / 2;

/** The step with its points changed one by one. */
function withPoints(operation: Operation, change: (points: PointMm[]) => PointMm[]): Operation {
  if (operation.kind === 'channel') {
    const widths = new Map(operation.points.map((point) => [point as PointMm, point.widthMm]));
    const changed = change(operation.points);
    const points = changed.map((point, i) => ({
      xMm: point.xMm,
      yMm: point.yMm,
      widthMm: widths.get(point) ?? widthNear(operation, i, changed.length),
    }));
    return { ...operation, points };
  }
  if ('points' in operation) return { ...operation, points: change(operation.points) };
  const outline: Outline | null = 'outline' in operation ? operation.outline : null;
  return outline === null
    ? operation
    : ({ ...operation, outline: { ...outline, points: change(outline.points) } } as Operation);
}

function widthNear(channel: ChannelOperation, index: number, count: number): number {
  const place = count === channel.points.length ? index : Math.max(0, index - 1);
  return channel.points[Math.min(place, channel.points.length - 1)]?.widthMm ?? 30;
}

export function movePoint(operation: Operation, index: number, dxMm: number, dyMm: number): Operation {
  return withPoints(operation, (points) =>
    points.map((point, i) => (i === index ? { xMm: round(point.xMm + dxMm), yMm: round(point.yMm + dyMm) } : point)),
  );
}

export function moveAll(operation: Operation, dxMm: number, dyMm: number): Operation {
  const shift = (point: PointMm) => ({ xMm: round(point.xMm + dxMm), yMm: round(point.yMm + dyMm) });
  if (operation.kind === 'existingGround')
    return { ...operation, leftMm: round(operation.leftMm + dxMm), backMm: round(operation.backMm + dyMm) };
  if (operation.kind === 'strokes')
    return { ...operation, items: operation.items.map((stroke) => ({ ...stroke, path: stroke.path.map(shift) })) };
  const moved = withPoints(operation, (points) => points.map(shift));
  return moved.kind === 'surveyedBed'
    ? { ...moved, soundings: moved.soundings.map((one) => ({ ...one, place: shift(one.place) })) }
    : moved;
}

/** Where a step without points of its own is taken hold of; null for one that covers the board. */
export function anchorOf(operation: Operation): PointMm | null {
  return operation.kind === 'existingGround' ? { xMm: operation.leftMm, yMm: operation.backMm } : null;
}

export function insertPoint(operation: Operation, after: number, place: PointMm): Operation {
  return withPoints(operation, (points) => [
    ...points.slice(0, after + 1),
    { xMm: round(place.xMm), yMm: round(place.yMm) },
    ...points.slice(after + 1),
  ]);
}

export function removePoint(operation: Operation, index: number): Operation {
  return withPoints(operation, (points) => points.filter((_, i) => i !== index));
}

export function middle(points: PointMm[]): PointMm {
  const sum = points.reduce((all, point) => ({ xMm: all.xMm + point.xMm, yMm: all.yMm + point.yMm }), {
    xMm: 0,
    yMm: 0,
  });
  return { xMm: sum.xMm / points.length, yMm: sum.yMm / points.length };
}

/** Places between neighbouring points, where another can be put in. */
export function gaps(operation: Operation): { after: number; place: PointMm }[] {
  const points = pointsOf(operation);
  const count = isClosed(operation) ? points.length : points.length - 1;
  return Array.from({ length: Math.max(0, count) }, (_, i) => {
    const a = points[i] ?? { xMm: 0, yMm: 0 };
    const b = points[(i + 1) % points.length] ?? a;
    return { after: i, place: { xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 } };
  });
}
