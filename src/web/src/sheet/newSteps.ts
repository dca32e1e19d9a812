import type { Step, PointMm } from '../api/types';
import type { BoxKind, LineKind } from './stepKinds';
import type { Site } from './tools';

const half = (mm: number) => Math.round(mm * 2) / 2;

/** A step as it is first drawn along a line, starting from the ground that is there. */
export function drawnLine(kind: LineKind, points: PointMm[], site: Site): Step {
  const common = { id: site.id, enabled: true };
  const least = Math.min(site.board.widthMm, site.board.depthMm);
  const onBoard = points.map((point) => clamp(point, site));
  const ground = onBoard.map(site.heightAt);
  const first = ground[0] ?? 0;
  const last = ground.at(-1) ?? 0;
  switch (kind) {
    case 'channel': {
      const widthMm = Math.max(4, Math.round(least / 10));
      const bed = Math.max(2, half(Math.min(first, last) - 18));
      return {
        ...common,
        kind,
        name: 'Channel',
        points: points.map((point) => ({ ...point, widthMm })),
        bedStartMm: bed + 1,
        bedEndMm: bed,
        bankAngleDeg: 45,
        dishMm: 1.5,
        outsideDeepMm: 0,
        raggedMm: 0,
        fords: [],
        islands: [],
        weirs: [],
      };
    }
    case 'ridge':
      return { ...common, kind, name: 'Ridge', points, heightMm: 12, widthMm: Math.round(least / 3) };
    case 'trackBed':
      return {
        ...common,
        kind,
        name: 'Track bed',
        points,
        startMm: half(first + 3),
        endMm: half(last + 3),
        widthMm: 24,
        batterDeg: 40,
      };
    case 'retainingWall':
      return { ...common, kind, name: 'Wall', points, topMm: half(Math.max(...ground) + 12), thicknessMm: 4 };
  }
}

/** A step as it is first dragged out. */
export function drawnBox(kind: BoxKind, from: PointMm, to: PointMm, site: Site): Step {
  const [x0, x1] = [Math.min(from.xMm, to.xMm), Math.max(from.xMm, to.xMm)];
  const [y0, y1] = [Math.min(from.yMm, to.yMm), Math.max(from.yMm, to.yMm)];
  const common = { id: site.id, enabled: true };
  const ground = site.heightAt(clamp({ xMm: (x0 + x1) / 2, yMm: (y0 + y1) / 2 }, site));
  const corners = [
    { xMm: x0, yMm: y0 },
    { xMm: x1, yMm: y0 },
    { xMm: x1, yMm: y1 },
    { xMm: x0, yMm: y1 },
  ];
  const round = Array.from({ length: 8 }, (_, k) => {
    const angle = (k * Math.PI) / 4;
    return {
      xMm: Math.round(x0 + x1 + (x1 - x0) * Math.cos(angle)) / 2,
      yMm: Math.round(y0 + y1 + (y1 - y0) * Math.sin(angle)) / 2,
    };
  });
  const straight = { points: corners, curved: false };
  const curved = { points: round, curved: true };
  switch (kind) {
    case 'pond':
      return {
        ...common,
        kind,
        name: 'Pond',
        outline: curved,
        depthMm: 8,
        shelfDepthMm: 1.5,
        shelfWidthMm: 4,
        slopeDeg: 30,
        raggedMm: 0,
        overhang: '',
      };
    case 'pad':
      return { ...common, kind, name: 'Pad', outline: straight, levelMm: half(ground), batterDeg: 45 };
    case 'fillBlock':
      return { ...common, kind, name: 'Fill block', outline: curved, topMm: half(ground + 4) };
    case 'surveyedBed':
      return {
        ...common,
        kind,
        name: 'Measured bed',
        outline: curved,
        waterlineMm: half(ground),
        // Beside the middle, where the handle of the whole bed is.
        soundings: [{ place: { xMm: (2 * x0 + x1) / 3, yMm: (y0 + y1) / 2 }, depthMm: 8 }],
        smoothing: 0,
      };
    case 'jugBed':
      return {
        ...common,
        kind,
        name: 'Jugged bed',
        outline: curved,
        // A little under the ground it lies in, which is its bank.
        waterlineMm: half(ground - 3),
        deepest: { xMm: half((x0 + x1) / 2), yMm: half((y0 + 2 * y1) / 3) },
        deepestMm: null,
        marks: [],
      };
    case 'foamSheet':
      return { ...common, kind, name: 'Foam sheet', thicknessMm: 10, outline: curved, carvedBackMm: 20 };
    case 'plasterSkin':
      return {
        ...common,
        kind,
        name: 'Plaster patch',
        thicknessMm: 2,
        outline: curved,
        roughMm: 0.8,
        seed: Math.round(x0 + y0),
      };
    case 'rockGroup':
      return {
        ...common,
        kind,
        name: 'Rocks',
        outline: curved,
        count: 12,
        leastMm: 4,
        greatestMm: 10,
        heightShare: 0.6,
        seed: Math.round(x0 + y0),
      };
  }
}

function clamp(point: PointMm, site: Site): PointMm {
  return {
    xMm: Math.min(site.board.widthMm - 0.01, Math.max(0, point.xMm)),
    yMm: Math.min(site.board.depthMm - 0.01, Math.max(0, point.yMm)),
  };
}
