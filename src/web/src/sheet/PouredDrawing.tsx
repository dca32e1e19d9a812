import { useMemo } from 'react';
import type { Ground } from '../api/ground';
import type { PlannedPool, PourFrame, StandingPool } from '../api/types';
import type { PourTestState } from '../desk/usePourTest';
import { Label } from '../scene/Label';
import type { SheetView } from '../scene/view';
import { roundedPath } from './roundedPath';
import { waterShapes } from './waterShapes';

/** What a pour test shows at a moment: where liquid stands, and where it runs off the board. */
export function PouredDrawing({ test, ground, view }: { test: PourTestState; ground: Ground; view: SheetView }) {
  if (test.frame === null) return null;
  return (
    <g className="poured" aria-label="Pour test">
      {test.frame.pools.map((pool) => (
        <PoolDrawing key={`${pool.lowestAt.xMm} ${pool.lowestAt.yMm}`} pool={pool} ground={ground} view={view} />
      ))}
      {test.pours.map(({ at }, i) => (
        <circle key={i} className="pour-place" cx={at.xMm * view.scale} cy={at.yMm * view.scale} r={4} />
      ))}
    </g>
  );
}

/** Where liquid runs off the board: drawn over the dams. */
export function RunOffMarks({ test, view }: { test: PourTestState; view: SheetView }) {
  if (test.frame === null) return null;
  return (
    <g className="poured">
      {test.frame.runOff.slice(0, 40).map((one) => {
        const at = place(one, view);
        return (
          <path
            key={`${one.side} ${one.atMm}`}
            className="run-off"
            transform={`translate(${at.x} ${at.y}) rotate(${at.turn})`}
            d="M-5 0L0 12L5 0Z"
          />
        );
      })}
    </g>
  );
}

/** Where a layer that stands in several pools is poured, each with its ml. */
export function PlacesDrawing({ places, view }: { places: PlannedPool[]; view: SheetView }) {
  return (
    <g className="pour-places">
      {places.map((pool, i) => (
        <g key={i}>
          <path
            d="M0 -7C4 -1 5 1 5 3A5 5 0 0 1 -5 3C-5 1 -4 -1 0 -7Z"
            transform={`translate(${pool.at.xMm * view.scale} ${pool.at.yMm * view.scale})`}
          />
          <Label k={`place ${i}`} className="pool-words" />
        </g>
      ))}
    </g>
  );
}

function PoolDrawing({ pool, ground, view }: { pool: StandingPool; ground: Ground; view: SheetView }) {
  const surface = useMemo(
    () =>
      roundedPath(
        waterShapes(ground, { wetRuns: pool.wetRuns, waterlineMm: pool.levelMm, maxDepthMm: pool.maxDepthMm }).surface,
      ),
    [ground, pool],
  );
  return (
    <>
      <path className="pool" fillRule="evenodd" d={surface} transform={`scale(${view.scale})`} />
      <Label k={`pool ${pool.lowestAt.xMm} ${pool.lowestAt.yMm}`} className="pool-words" />
    </>
  );
}

function place(one: PourFrame['runOff'][number], view: SheetView): { x: number; y: number; turn: number } {
  const along = one.atMm * view.scale;
  switch (one.side) {
    case 'back':
      return { x: along, y: 0, turn: 180 };
    case 'front':
      return { x: along, y: view.depthMm * view.scale, turn: 0 };
    case 'left':
      return { x: 0, y: along, turn: 90 };
    default:
      return { x: view.widthMm * view.scale, y: along, turn: -90 };
  }
}
