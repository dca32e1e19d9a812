import type { Ground } from '../api/ground';
import type {
  Build,
  BuildPlan,
  Dam,
  HollowAnswer,
  PlannedPool,
  PointMm,
  PourFrame,
  RunningWater,
  Side,
  WaterPlan,
} from '../api/types';
import type { CutLine } from '../desk/DeskContext';
import { around, type Box, type Lettering, type Spot, type Taken, type Wish } from '../scene/labels';
import { within, type SheetView } from '../scene/view';
import { formatLength, formatQuantity, formatVolume, unitOf, type Units } from '../units/units';
import { cutEnds } from './cutEnds';
import { depthSpots, type DepthSpot } from './waterShapes';

const SPOT_SPACING_PX = 58;

const NAME: Lettering = { size: 12.5, weight: 700 };
const DEPTH: Lettering = { size: 10.5, weight: 500, figures: true };
const EDGE: Lettering = { size: 11, weight: 700 };
const SPILL: Lettering = { size: 11.5, weight: 650 };
const THING: Lettering = { size: 11, weight: 600 };
const POOL: Lettering = { size: 12, weight: 650 };

/** A place of the board that is marked, and how far the mark reaches, px. */
export interface Mark {
  at: PointMm;
  reach: number;
}

/** What is not written over: grips and marks, the scale and the buttons by nothing; things on the board and the cut line by depths and names. */
export function sheetTaken(
  view: SheetView,
  cut: CutLine | null,
  build: Build,
  streams: RunningWater[] | null,
  marks: Mark[],
): Taken[] {
  const { x, y, width, height } = seen(view);
  const boxes: Taken[] = [
    { x, y: y + height - 28, width: 330, height: 28 },
    { x: x + width - 84, y: y + height - 44, width: 84, height: 44 },
    { x: x + width - 42, y: y + 6, width: 42, height: 108 },
  ];
  const at = (place: PointMm) => ({ x: place.xMm * view.scale, y: place.yMm * view.scale });
  for (const thing of build.drowned) boxes.push(...footprint(at(thing.at), thing, view.scale));
  for (const thing of build.standIns) {
    const mmAMetre = 1000 / build.scale;
    const size = { ...thing, lengthMm: thing.lengthM * mmAMetre, widthMm: thing.widthM * mmAMetre };
    boxes.push(...footprint(at(thing.centre), size, view.scale));
  }
  for (const mark of marks) boxes.push(round(within(view, mark.at), mark.reach));
  if (cut !== null) {
    const { from, to, a, b, middle } = cutEnds(cut, view);
    boxes.push(round(a, 12), round(b, 12), round(middle, 10));
    const steps = Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / 10);
    for (let k = 0; k <= steps; k++) {
      const on = { x: from.x + ((to.x - from.x) * k) / steps, y: from.y + ((to.y - from.y) * k) / steps };
      boxes.push({ ...round(on, 4), fromRank: 2 });
    }
  }
  for (const stream of streams ?? []) for (const arrow of stream.arrows) boxes.push(round(at(arrow.at), 9));
  return boxes;
}

/** What a thing covers, in squares along its length: depths are not written under it. */
function footprint(
  at: { x: number; y: number },
  thing: { lengthMm: number; widthMm: number; turnDeg: number },
  scale: number,
): Taken[] {
  const [long, wide] = [
    Math.max(thing.lengthMm, thing.widthMm) * scale,
    Math.min(thing.lengthMm, thing.widthMm) * scale,
  ];
  const turn = ((thing.turnDeg + (thing.lengthMm < thing.widthMm ? 90 : 0)) * Math.PI) / 180;
  const count = Math.min(12, Math.max(1, Math.round(long / Math.max(6, wide))));
  return Array.from({ length: count }, (_, k) => {
    const along = ((k + 0.5) / count - 0.5) * long;
    const on = { x: at.x + along * Math.cos(turn), y: at.y + along * Math.sin(turn) };
    return { ...round(on, wide / 2), fromRank: 5 };
  });
}

/** What is seen of the board, px from its corner. */
export function seen(view: SheetView): Box {
  return { x: -view.left, y: -view.top, width: view.areaWidth, height: view.areaHeight };
}

function round({ x, y }: { x: number; y: number }, reach: number): Box {
  return { x: x - reach, y: y - reach, width: 2 * reach, height: 2 * reach };
}

/** The names and depths of the waters. */
export function waterWishes(
  build: Build,
  plan: BuildPlan,
  ground: Ground,
  view: SheetView,
  units: Units,
): { wishes: Wish[]; spots: DepthSpot[][] } {
  const wishes: Wish[] = [];
  const spots = build.waters.map((water, i) => {
    const level = plan.waters[i]?.level;
    if (level === undefined) return [];
    const depths = depthSpots(ground, level, SPOT_SPACING_PX / view.scale, {
      fromXMm: -view.left / view.scale,
      fromYMm: -view.top / view.scale,
      toXMm: (view.areaWidth - view.left) / view.scale,
      toYMm: (view.areaHeight - view.top) / view.scale,
    });
    const at = (p: { xMm: number; yMm: number }, dy: number): Spot => ({
      x: p.xMm * view.scale,
      y: p.yMm * view.scale + dy,
      anchor: 'middle',
    });
    const name = level.wetRuns.length === 0 ? `${water.name}, dry` : water.name;
    wishes.push({
      key: `water ${water.id}`,
      text: name,
      rank: 2,
      lettering: NAME,
      spots: [
        ...[4, -12, 20, -28, 36].map((dy) => at(water.seed, dy)),
        ...depths.map((depth) => at(depth, 4)),
        ...around(water.seed.xMm * view.scale, water.seed.yMm * view.scale, 26, NAME.size),
      ],
    });
    depths.forEach((depth, k) =>
      wishes.push({
        key: `spot ${water.id} ${k}`,
        text: formatLength(depth.depthMm, units),
        rank: 8,
        lettering: DEPTH,
        spots: [at(depth, 4)],
      }),
    );
    return depths;
  });
  return { wishes, spots };
}

/** Beside a stretch of edge: outside at its middle, towards its ends, then inside it. */
function edgeSpots(view: SheetView, side: Side, fromMm: number, toMm: number): Spot[] {
  const board = { width: view.widthMm * view.scale, height: view.depthMm * view.scale };
  const along = (share: number) => (fromMm + (toMm - fromMm) * share) * view.scale;
  const shares = [0.5, 0.3, 0.7, 0.15, 0.85, 0, 1];
  const spot = (share: number, outside: boolean): Spot => {
    const k = along(share);
    switch (side) {
      case 'back':
        return { x: k, y: outside ? -16 : 18, anchor: 'middle' };
      case 'front':
        return { x: k, y: outside ? board.height + 23 : board.height - 10, anchor: 'middle' };
      case 'left':
        return { x: outside ? -16 : 18, y: k, anchor: 'middle', turn: -90 };
      default:
        return { x: outside ? board.width + 16 : board.width - 18, y: k, anchor: 'middle', turn: 90 };
    }
  };
  return [...shares.map((share) => spot(share, true)), ...shares.map((share) => spot(share, false))];
}

export function damWishes(dams: Dam[], view: SheetView, units: Units): Wish[] {
  return dams.map((dam) => ({
    key: `dam ${dam.id}`,
    text: `dam ${formatQuantity(dam.toMm - dam.fromMm, 'length', units)} to ${formatLength(dam.topMm, units)}`,
    rank: 4,
    lettering: EDGE,
    spots: edgeSpots(view, dam.side, dam.fromMm, dam.toMm),
  }));
}

export function openEdgeWishes(edges: WaterPlan['edges']['open'], view: SheetView, units: Units): Wish[] {
  return edges.map((edge) => ({
    key: `open ${edge.side} ${edge.fromMm}`,
    text: `open ${formatQuantity(edge.toMm - edge.fromMm, 'length', units)}`,
    rank: 1,
    lettering: EDGE,
    spots: edgeSpots(view, edge.side, edge.fromMm, edge.toMm),
  }));
}

export function spillWish(plan: WaterPlan, view: SheetView, units: Units): Wish {
  const { xMm, yMm } = plan.level.spillAt;
  const [x, y] = [xMm * view.scale, yMm * view.scale];
  return {
    key: 'spill',
    text: `spills here at ${formatLength(plan.level.spillMm, units)}`,
    rank: 0,
    lettering: SPILL,
    spots: [
      { x: x + 20, y: y - 14, anchor: 'start' },
      { x: x - 20, y: y - 14, anchor: 'end' },
      ...around(x, y, 16, SPILL.size),
      { x, y: y - 34, anchor: 'middle' },
      { x, y: y + 34, anchor: 'middle' },
      { x: x - 8, y: y - 34, anchor: 'end' },
      { x: x + 8, y: y + 40, anchor: 'start' },
      { x: x - 8, y: y + 40, anchor: 'end' },
    ],
  };
}

export function standInWishes(build: Build, view: SheetView): Wish[] {
  return build.standIns.map((thing) => {
    const [x, y] = [thing.centre.xMm * view.scale, thing.centre.yMm * view.scale];
    return {
      key: `standIn ${thing.id}`,
      text: thing.name,
      rank: 3,
      lettering: THING,
      spots: [
        { x, y: y + 3, anchor: 'middle' },
        { x, y: y + 22, anchor: 'middle' },
        { x, y: y - 16, anchor: 'middle' },
        ...around(x, y, 18, THING.size),
      ],
    };
  });
}

export function streamWishes(streams: RunningWater[], view: SheetView, units: Units): Wish[] {
  return streams.flatMap((stream) =>
    stream.falls.map((fall) => {
      const [x, y] = [fall.at.xMm * view.scale, fall.at.yMm * view.scale];
      const reach = (fall.widthMm * view.scale) / 2 + 16;
      return {
        key: `fall ${stream.stepId} ${fall.from} ${fall.to}`,
        text: `falls ${formatLength(fall.heightMm, units)}`,
        rank: 3,
        lettering: POOL,
        spots: [
          { x, y: y - reach, anchor: 'middle' as const },
          { x, y: y + reach, anchor: 'middle' as const },
          ...around(x, y, reach, POOL.size),
        ],
      };
    }),
  );
}

export function hollowWishes(hollows: HollowAnswer[], view: SheetView, units: Units): Wish[] {
  return hollows
    .filter(({ hollow }) => hollow.of.length === 0)
    .map(({ hollow }) => ({
      key: `hollow ${hollow.number}`,
      text: `${hollow.number}: to ${formatLength(hollow.spillMm, units)}`,
      rank: 2,
      lettering: POOL,
      spots: poolSpots(hollow.lowestAt, view),
    }));
}

export function poolWishes(frame: PourFrame, view: SheetView, units: Units): Wish[] {
  return frame.pools
    .filter((pool) => pool.volumeMl >= 1)
    .map((pool) => ({
      key: `pool ${pool.lowestAt.xMm} ${pool.lowestAt.yMm}`,
      text: `${formatVolume(pool.volumeMl, units)} ${unitOf('volume', units)} at ${formatLength(pool.levelMm, units)}`,
      rank: 2,
      lettering: POOL,
      spots: poolSpots(pool.lowestAt, view),
    }));
}

/** What goes into each pool of a layer that stands in several. */
export function placesWishes(pools: PlannedPool[], view: SheetView, units: Units): Wish[] {
  return pools.map((pool, i) => ({
    key: `place ${i}`,
    text: `${i + 1}: ${formatVolume(pool.volumeMl, units)} ${unitOf('volume', units)}`,
    rank: 1,
    lettering: POOL,
    spots: poolSpots(pool.at, view).slice(1),
  }));
}

function poolSpots(place: { xMm: number; yMm: number }, view: SheetView): Spot[] {
  const [x, y] = [place.xMm * view.scale, place.yMm * view.scale];
  return [{ x, y, anchor: 'middle' }, ...around(x, y, 14, POOL.size), ...around(x, y, 30, POOL.size)];
}
