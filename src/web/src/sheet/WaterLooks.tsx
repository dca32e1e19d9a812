import { useMemo } from 'react';
import type { Ground } from '../api/ground';
import type { HollowAnswer, RunningWater, ShorePlan, WhitePlace } from '../api/types';
import { Label } from '../scene/Label';
import type { SheetView } from '../scene/view';
import { roundedPath } from './roundedPath';
import { waterShapes } from './waterShapes';

/** Hollows as full as they can be, each with its number and the level it runs over at. */
export function HollowsDrawing({
  hollows,
  ground,
  view,
}: {
  hollows: HollowAnswer[];
  ground: Ground;
  view: SheetView;
}) {
  const shapes = useMemo(
    () =>
      hollows.map(({ hollow, wetRuns }) => ({
        hollow,
        surface: roundedPath(
          waterShapes(ground, {
            wetRuns,
            waterlineMm: hollow.spillMm,
            maxDepthMm: hollow.spillMm - hollow.lowestMm,
          }).surface,
        ),
      })),
    [hollows, ground],
  );
  // The joined ones lie under the single ones they are made of.
  const below = [...shapes].reverse();
  return (
    <g className="hollows" aria-label="Hollows">
      {below.map(({ hollow, surface }) => (
        <g key={hollow.number} className={hollow.of.length > 0 ? 'hollow joined' : 'hollow'}>
          <path fillRule="evenodd" d={surface} transform={`scale(${view.scale})`} />
          <path
            className="hollow-spill"
            d="M0 -6L6 0L0 6L-6 0Z"
            transform={`translate(${hollow.spillAt.xMm * view.scale} ${hollow.spillAt.yMm * view.scale})`}
          />
        </g>
      ))}
      {shapes
        .filter(({ hollow }) => hollow.of.length === 0)
        .map(({ hollow }) => (
          <Label key={hollow.number} k={`hollow ${hollow.number}`} className="pool-words" />
        ))}
    </g>
  );
}

/** The band resin creeps up, and the marks of the waterline. */
export function ShoreDrawing({
  shore,
  datum,
  ground,
  view,
}: {
  shore: ShorePlan;
  datum: { xMm: number; yMm: number } | null;
  ground: Ground;
  view: SheetView;
}) {
  const band = useMemo(() => runsPath(shore.creepRuns, ground.cellMm), [shore, ground.cellMm]);
  return (
    <g className="shore" aria-label={`${shore.marks.length} marks of the waterline`}>
      <path className="creep-band" d={band} transform={`scale(${view.scale})`} />
      {shore.marks.map((mark) => (
        <path
          key={mark.number}
          className="shore-mark"
          d="M-5 0H5M0 -5V5"
          transform={`translate(${mark.at.xMm * view.scale} ${mark.at.yMm * view.scale})`}
        />
      ))}
      {datum !== null && (
        <g className="datum" transform={`translate(${datum.xMm * view.scale} ${datum.yMm * view.scale})`}>
          <path d="M0 0L-7 -12H7Z" />
          <text y={-17} textAnchor="middle">
            datum
          </text>
        </g>
      )}
    </g>
  );
}

/** Cells in runs as rectangles; runs of a row that the one above has too grow down with it. */
function runsPath(runs: number[], cellMm: number): string {
  const px = cellMm;
  let path = '';
  for (let i = 0; i < runs.length; i += 3) {
    const [row = 0, from = 0, to = 0] = [runs[i], runs[i + 1], runs[i + 2]];
    path += `M${(from * px).toFixed(1)} ${(row * px).toFixed(1)}h${((to - from) * px).toFixed(1)}v${px.toFixed(1)}h${(-(to - from) * px).toFixed(1)}z`;
  }
  return path;
}

/** Which way the streams run, where they fall, and where they would run white. */
export function FlowDrawing({ streams, view }: { streams: RunningWater[]; view: SheetView }) {
  return (
    <g className="flow" aria-label="Flow">
      {streams.map((stream) => (
        <g key={stream.stepId}>
          {stream.arrows.map((arrow) => (
            <path
              key={`${arrow.at.xMm} ${arrow.at.yMm}`}
              className="flow-arrow"
              d="M-11 0H9M3 -5L10 0L3 5"
              transform={`translate(${arrow.at.xMm * view.scale} ${arrow.at.yMm * view.scale}) rotate(${arrow.headingDeg})`}
            />
          ))}
          {stream.white.map((place) => (
            <WhiteMark key={`${place.cause} ${place.at.xMm} ${place.at.yMm}`} place={place} view={view} />
          ))}
          {stream.falls.map((fall) => (
            <g key={fall.from + fall.to} className="fall">
              <path
                d={`M0 ${(-fall.widthMm * view.scale) / 2}V${(fall.widthMm * view.scale) / 2}`}
                transform={`translate(${fall.at.xMm * view.scale} ${fall.at.yMm * view.scale}) rotate(${fall.headingDeg})`}
              />
              <Label k={`fall ${stream.stepId} ${fall.from} ${fall.to}`} className="" />
            </g>
          ))}
        </g>
      ))}
    </g>
  );
}

/** Short strokes down the stream, as many as the white reaches far. */
function WhiteMark({ place, view }: { place: WhitePlace; view: SheetView }) {
  const length = Math.max(10, place.lengthMm * view.scale);
  // Under a fall and behind a rock the white begins where the water is, downstream of the place.
  const below = place.cause === 'drop' || place.cause === 'rock' ? length / 2 + 6 : 0;
  const strokes = [-1, 0, 1].map(
    (k) =>
      `M${(k === 0 ? -length / 2 : -length / 3).toFixed(1)} ${k * 5}q${(length / 6).toFixed(1)} -4 ${(length / 3).toFixed(1)} 0t${(length / 3).toFixed(1)} 0`,
  );
  return (
    <path
      className={`white-water white-${place.cause}`}
      d={strokes.join('')}
      transform={`translate(${place.at.xMm * view.scale} ${place.at.yMm * view.scale}) rotate(${place.headingDeg}) translate(${below} 0)`}
    />
  );
}
