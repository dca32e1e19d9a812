import type { BedStroke, Board, DrownedThing, Step, PointMm, StandIn, Stroke, StrokeKind, Water } from '../api/types';
import { drawnBox, drawnLine } from './newSteps';
import type { BoxKind, LineKind } from './stepKinds';

/**
 * What the hand on the Sheet is doing. Each tool is a small state machine: pointer and key events in, the next state and
 * perhaps a finished thing out. Nothing here knows the screen.
 */
export type Tool =
  | { kind: 'hand' }
  | { kind: 'line'; makes: LineKind; points: PointMm[] }
  | { kind: 'box'; makes: BoxKind; from: PointMm | null; to: PointMm | null }
  | { kind: 'brush'; brush: Brush; path: PointMm[] | null }
  | { kind: 'paint'; colour: string; widthMm: number; path: PointMm[] | null }
  | { kind: 'water' }
  | { kind: 'standIn'; thing: StandIn }
  | { kind: 'drowned'; thing: DrownedThing }
  | { kind: 'point'; wants: PointWish }
  | { kind: 'span'; wants: SpanWish; from: PointMm | null; to: PointMm | null };

/**
 * A place asked for: a depth measured with a stick, where an eye stands, which peak it looks for, where to pour, what heights are told
 * over, where a colour of its own is poured.
 */
export type PointWish = 'sounding' | 'eye' | 'peak' | 'pour' | 'datum' | 'colour';

/** Two places asked for: to measure between them, or to size the photo by them. */
export type SpanWish = 'ruler' | 'photo';

/** How the brush is set. */
export interface Brush {
  stroke: StrokeKind;
  brushMm: number;
  strength: number;
  levelMm: number;
}

export type ToolEvent =
  | { kind: 'press'; at: PointMm }
  | { kind: 'move'; at: PointMm }
  | { kind: 'release'; at: PointMm }
  | { kind: 'finish' }
  /** The pointer is gone in the middle of a drag. */
  | { kind: 'lost' }
  | { kind: 'cancel' };

/** What a tool has made once it is finished, or would make as it stands. */
export type Made =
  | { kind: 'step'; step: Step }
  | { kind: 'stroke'; stroke: Stroke }
  | { kind: 'paint'; stroke: BedStroke }
  | { kind: 'water'; water: Pick<Water, 'seed'> }
  | { kind: 'standIn'; thing: StandIn }
  | { kind: 'drowned'; thing: DrownedThing }
  | { kind: 'point'; wants: PointWish; at: PointMm }
  | { kind: 'span'; wants: SpanWish; from: PointMm; to: PointMm };

/** What a tool may know of the ground it draws on. */
export interface Site {
  board: Board;
  /** Id for what is made. */
  id: string;
  /** Height of the ground at a place, mm: new things start from it. */
  heightAt: (place: PointMm) => number;
}

export interface ToolStep {
  tool: Tool;
  made: Made | null;
}

const LEAST_DRAG_MM = 6;
const LEAST_STROKE_STEP_MM = 1.5;
const AT_HAND: Tool = { kind: 'hand' };

export function step(tool: Tool, event: ToolEvent, site: Site): ToolStep {
  if (event.kind === 'cancel') return { tool: AT_HAND, made: null };
  if (event.kind === 'lost') return { tool: undrawn(tool), made: null };
  switch (tool.kind) {
    case 'hand':
      return { tool, made: null };
    case 'line':
      return lineStep(tool, event, site);
    case 'box':
      return boxStep(tool, event, site);
    case 'brush':
      return brushStep(tool, event, site);
    case 'paint':
      return paintStep(tool, event, site);
    case 'water':
      if (event.kind === 'press') return { tool: AT_HAND, made: { kind: 'water', water: { seed: event.at } } };
      if (event.kind === 'finish')
        return { tool: AT_HAND, made: { kind: 'water', water: { seed: centre(site.board) } } };
      return { tool, made: null };
    case 'standIn':
      return pointStep(tool, event, site, (centre) => ({
        kind: 'standIn',
        thing: { ...tool.thing, id: site.id, centre },
      }));
    case 'drowned':
      return pointStep(tool, event, site, (at) => ({ kind: 'drowned', thing: { ...tool.thing, id: site.id, at } }));
    case 'point':
      return pointStep(tool, event, site, (at) => ({ kind: 'point', wants: tool.wants, at }));
    case 'span':
      return spanStep(tool, event);
  }
}

/** The tool as it was before the press: it stays in the hand. */
function undrawn(tool: Tool): Tool {
  if (tool.kind === 'brush' || tool.kind === 'paint') return { ...tool, path: null };
  return tool.kind === 'box' || tool.kind === 'span' ? { ...tool, from: null, to: null } : tool;
}

/** One press makes it; stick and jug stay in the hand, as they are used again and again. */
function pointStep(tool: Tool, event: ToolEvent, site: Site, make: (at: PointMm) => Made): ToolStep {
  const again = tool.kind === 'point' && (tool.wants === 'sounding' || tool.wants === 'pour');
  const after = again ? tool : AT_HAND;
  if (event.kind === 'press') return { tool: after, made: make(event.at) };
  if (event.kind === 'finish') return { tool: AT_HAND, made: make(centre(site.board)) };
  return { tool, made: null };
}

/** From a press to where it is let go. The ruler stays laid down until the next press; the photo's span ends the tool. */
function spanStep(tool: Extract<Tool, { kind: 'span' }>, event: ToolEvent): ToolStep {
  switch (event.kind) {
    case 'press':
      return { tool: { ...tool, from: event.at, to: null }, made: null };
    case 'release': {
      if (tool.from === null || tool.to !== null) return { tool, made: null };
      if (!far(tool.from, event.at)) return { tool: { ...tool, from: null }, made: null };
      const made: Made = { kind: 'span', wants: tool.wants, from: tool.from, to: event.at };
      return { tool: tool.wants === 'ruler' ? { ...tool, to: event.at } : AT_HAND, made };
    }
    case 'finish':
      return { tool: AT_HAND, made: null };
    default:
      return { tool, made: null };
  }
}

/** What the tool would make as it stands, to be shown while drawing. */
export function soFar(tool: Tool, hover: PointMm | null, site: Site): Made | null {
  if (tool.kind === 'line') {
    const points = hover === null ? tool.points : [...tool.points, hover];
    return points.length >= 2 ? { kind: 'step', step: drawnLine(tool.makes, points, site) } : null;
  }
  if (tool.kind === 'box' && tool.from !== null && tool.to !== null && far(tool.from, tool.to)) {
    return { kind: 'step', step: drawnBox(tool.makes, tool.from, tool.to, site) };
  }
  if (tool.kind === 'brush' && tool.path !== null) return { kind: 'stroke', stroke: strokeOf(tool.brush, tool.path) };
  return null;
}

function lineStep(tool: Extract<Tool, { kind: 'line' }>, event: ToolEvent, site: Site): ToolStep {
  if (event.kind === 'press') {
    const last = tool.points.at(-1);
    // The second press of a double click adds no point of its own.
    if (last !== undefined && !far(last, event.at)) return { tool, made: null };
    return { tool: { ...tool, points: [...tool.points, event.at] }, made: null };
  }
  if (event.kind !== 'finish') return { tool, made: null };
  // Without a drawn line it runs straight across the board: the way in without a pointer.
  const { widthMm, depthMm } = site.board;
  const across = [
    { xMm: -20, yMm: depthMm / 2 },
    { xMm: widthMm / 2, yMm: depthMm / 2 },
    { xMm: widthMm + 20, yMm: depthMm / 2 },
  ];
  const points = tool.points.length >= 2 ? tool.points : across;
  return { tool: AT_HAND, made: { kind: 'step', step: drawnLine(tool.makes, points, site) } };
}

function boxStep(tool: Extract<Tool, { kind: 'box' }>, event: ToolEvent, site: Site): ToolStep {
  switch (event.kind) {
    case 'press':
      return { tool: { ...tool, from: event.at, to: event.at }, made: null };
    case 'move':
      return { tool: tool.from === null ? tool : { ...tool, to: event.at }, made: null };
    case 'release':
      if (tool.from === null || !far(tool.from, event.at))
        return { tool: { ...tool, from: null, to: null }, made: null };
      return {
        tool: AT_HAND,
        made: { kind: 'step', step: drawnBox(tool.makes, tool.from, event.at, site) },
      };
    default: {
      const at = centre(site.board);
      const reach = Math.min(site.board.widthMm, site.board.depthMm) / 6;
      const from = { xMm: at.xMm - reach, yMm: at.yMm - reach };
      const to = { xMm: at.xMm + reach, yMm: at.yMm + reach };
      return { tool: AT_HAND, made: { kind: 'step', step: drawnBox(tool.makes, from, to, site) } };
    }
  }
}

/** The brush stays in the hand after a stroke. */
function brushStep(tool: Extract<Tool, { kind: 'brush' }>, event: ToolEvent, site: Site): ToolStep {
  return drawnStep(tool, event, site, (path) => ({ kind: 'stroke', stroke: strokeOf(tool.brush, path) }));
}

/** So does the one that paints a bed. */
function paintStep(tool: Extract<Tool, { kind: 'paint' }>, event: ToolEvent, site: Site): ToolStep {
  const { colour, widthMm } = tool;
  return drawnStep(tool, event, site, (path) => ({ kind: 'paint', stroke: { colour, widthMm, path } }));
}

function drawnStep(
  tool: Extract<Tool, { path: PointMm[] | null }>,
  event: ToolEvent,
  site: Site,
  make: (path: PointMm[]) => Made,
): ToolStep {
  const idle: Tool = { ...tool, path: null };
  switch (event.kind) {
    case 'press':
      return { tool: { ...tool, path: [event.at] }, made: null };
    case 'move': {
      const path = tool.path === null ? null : onTo(tool.path, event.at);
      return { tool: path === tool.path ? tool : { ...tool, path }, made: null };
    }
    case 'release':
      if (tool.path === null) return { tool, made: null };
      return { tool: idle, made: make(onTo(tool.path, event.at)) };
    default:
      return { tool: idle, made: make([centre(site.board)]) };
  }
}

/** The path with one more place, when it is far enough from the last. */
function onTo(path: PointMm[], at: PointMm): PointMm[] {
  const last = path.at(-1);
  return last !== undefined && distance(last, at) < LEAST_STROKE_STEP_MM ? path : [...path, at];
}

function strokeOf(brush: Brush, path: PointMm[]): Stroke {
  return { kind: brush.stroke, path, brushMm: brush.brushMm, strength: brush.strength, levelMm: brush.levelMm };
}

function distance(a: PointMm, b: PointMm): number {
  return Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);
}

function far(a: PointMm, b: PointMm): boolean {
  return distance(a, b) >= LEAST_DRAG_MM;
}

function centre(board: Board): PointMm {
  return { xMm: board.widthMm / 2, yMm: board.depthMm / 2 };
}
