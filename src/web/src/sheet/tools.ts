import type { Board, Operation, PointMm, Water } from '../api/types';

/**
 * What the hand on the Sheet is doing. Each tool is a small state machine: pointer and key events in, the next state and
 * perhaps a finished thing out. Nothing here knows the screen.
 */
export type Tool =
  | { kind: 'hand' }
  | { kind: 'channel'; points: PointMm[] }
  | { kind: 'pond'; from: PointMm | null; to: PointMm | null }
  | { kind: 'pad'; from: PointMm | null; to: PointMm | null }
  | { kind: 'water' };

export type ToolEvent =
  | { kind: 'press'; at: PointMm }
  | { kind: 'move'; at: PointMm }
  | { kind: 'release'; at: PointMm }
  | { kind: 'finish' }
  | { kind: 'cancel' };

/** What a tool has made once it is finished, or would make as it stands. */
export type Made = { kind: 'operation'; operation: Operation } | { kind: 'water'; water: Pick<Water, 'seed'> };

export interface ToolStep {
  tool: Tool;
  made: Made | null;
}

const LEAST_DRAG_MM = 6;
const AT_HAND: Tool = { kind: 'hand' };

export function step(tool: Tool, event: ToolEvent, board: Board, id: string): ToolStep {
  if (event.kind === 'cancel') return { tool: AT_HAND, made: null };
  switch (tool.kind) {
    case 'hand':
      return { tool, made: null };
    case 'channel':
      return channelStep(tool, event, board, id);
    case 'pond':
    case 'pad':
      return boxStep(tool, event, board, id);
    case 'water':
      if (event.kind === 'press') return { tool: AT_HAND, made: { kind: 'water', water: { seed: event.at } } };
      if (event.kind === 'finish') return { tool: AT_HAND, made: { kind: 'water', water: { seed: centre(board) } } };
      return { tool, made: null };
  }
}

/** What the tool would make as it stands, to be shown while drawing. */
export function soFar(tool: Tool, hover: PointMm | null, board: Board, id: string): Operation | null {
  if (tool.kind === 'channel') {
    const points = hover === null ? tool.points : [...tool.points, hover];
    return points.length >= 2 ? channel(points, board, id) : null;
  }
  if ((tool.kind === 'pond' || tool.kind === 'pad') && tool.from !== null && tool.to !== null) {
    return far(tool.from, tool.to) ? box(tool.kind, tool.from, tool.to, id) : null;
  }
  return null;
}

function channelStep(tool: Extract<Tool, { kind: 'channel' }>, event: ToolEvent, board: Board, id: string): ToolStep {
  if (event.kind === 'press') {
    const last = tool.points.at(-1);
    // The second press of a double click adds no point of its own.
    if (last !== undefined && !far(last, event.at)) return { tool, made: null };
    return { tool: { ...tool, points: [...tool.points, event.at] }, made: null };
  }
  if (event.kind !== 'finish') return { tool, made: null };
  // Without a drawn line the channel runs straight across the board: the way in without a pointer.
  const across = [
    { xMm: -20, yMm: board.depthMm / 2 },
    { xMm: board.widthMm / 2, yMm: board.depthMm / 2 },
    { xMm: board.widthMm + 20, yMm: board.depthMm / 2 },
  ];
  const points = tool.points.length >= 2 ? tool.points : across;
  return { tool: AT_HAND, made: { kind: 'operation', operation: channel(points, board, id) } };
}

function boxStep(tool: Extract<Tool, { kind: 'pond' | 'pad' }>, event: ToolEvent, board: Board, id: string): ToolStep {
  switch (event.kind) {
    case 'press':
      return { tool: { ...tool, from: event.at, to: event.at }, made: null };
    case 'move':
      return { tool: tool.from === null ? tool : { ...tool, to: event.at }, made: null };
    case 'release':
      if (tool.from === null || !far(tool.from, event.at))
        return { tool: { ...tool, from: null, to: null }, made: null };
      return { tool: AT_HAND, made: { kind: 'operation', operation: box(tool.kind, tool.from, event.at, id) } };
    default: {
      const at = centre(board);
      const reach = Math.min(board.widthMm, board.depthMm) / 6;
      const from = { xMm: at.xMm - reach, yMm: at.yMm - reach };
      const to = { xMm: at.xMm + reach, yMm: at.yMm + reach };
      return { tool: AT_HAND, made: { kind: 'operation', operation: box(tool.kind, from, to, id) } };
    }
  }
}

function channel(points: PointMm[], board: Board, id: string): Operation {
  const widthMm = Math.max(4, Math.round(Math.min(board.widthMm, board.depthMm) / 10));
  return {
    kind: 'channel',
    id,
    name: 'Channel',
    enabled: true,
    points: points.map((point) => ({ ...point, widthMm })),
    bedStartMm: 6,
    bedEndMm: 5,
    bankAngleDeg: 45,
    dishMm: 1.5,
  };
}

function box(kind: 'pond' | 'pad', from: PointMm, to: PointMm, id: string): Operation {
  const [x0, x1] = [Math.min(from.xMm, to.xMm), Math.max(from.xMm, to.xMm)];
  const [y0, y1] = [Math.min(from.yMm, to.yMm), Math.max(from.yMm, to.yMm)];
  if (kind === 'pad') {
    const points = [
      { xMm: x0, yMm: y0 },
      { xMm: x1, yMm: y0 },
      { xMm: x1, yMm: y1 },
      { xMm: x0, yMm: y1 },
    ];
    return {
      kind: 'pad',
      id,
      name: 'Pad',
      enabled: true,
      outline: { points, curved: false },
      levelMm: 25,
      batterDeg: 45,
    };
  }
  const points = Array.from({ length: 8 }, (_, k) => {
    const angle = (k * Math.PI) / 4;
    return {
      xMm: Math.round(x0 + x1 + (x1 - x0) * Math.cos(angle)) / 2,
      yMm: Math.round(y0 + y1 + (y1 - y0) * Math.sin(angle)) / 2,
    };
  });
  return {
    kind: 'pond',
    id,
    name: 'Pond',
    enabled: true,
    outline: { points, curved: true },
    depthMm: 8,
    shelfDepthMm: 1.5,
    shelfWidthMm: 4,
    slopeDeg: 30,
  };
}

function far(a: PointMm, b: PointMm): boolean {
  return Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) >= LEAST_DRAG_MM;
}

function centre(board: Board): PointMm {
  return { xMm: board.widthMm / 2, yMm: board.depthMm / 2 };
}
