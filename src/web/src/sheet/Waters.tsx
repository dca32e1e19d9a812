import { memo, useId, useMemo } from 'react';
import type { Ground } from '../api/ground';
import type { WaterLevel } from '../api/types';
import type { WaterPicture } from '../api/waterPicture';
import { Label } from '../scene/Label';
import { css, finishedAt, type Look } from '../scene/waterColour';
import { roundedPath } from './roundedPath';
import { waterShapes } from './waterShapes';

/** So many cells are drawn within a few milliseconds. */
const ROUGH_CELLS = 6_000;

/** One water on the Sheet: its surface, depth lines, spot depths and name. */
export const WaterDrawing = memo(function WaterDrawing({
  id,
  ground,
  level,
  look,
  scale,
  selected,
  spots,
  rough,
  picture,
  onSelect,
}: {
  id: string;
  ground: Ground;
  level: WaterLevel;
  look: Look;
  /** Screen px per mm. */
  scale: number;
  selected: boolean;
  /** How many depths are written into it. */
  spots: number;
  /** Drawn from fewer cells, while it is dragged. */
  rough: boolean;
  /** Where one depth has not one colour: what is seen, cell by cell. */
  picture: WaterPicture | undefined;
  onSelect: (id: string) => void;
}) {
  const paths = useMemo(() => {
    const shapes = waterShapes(ground, level, rough ? ROUGH_CELLS : Infinity);
    return {
      surface: roundedPath(shapes.surface),
      deeper: shapes.deeper.map(({ depthMm, rings }) => ({ depthMm, path: roundedPath(rings) })),
    };
  }, [ground, level, rough]);
  const painted = useMemo(() => (picture === undefined ? null : hrefOf(picture)), [picture]);
  const clip = useId().replace(/[^a-zA-Z0-9]/g, '');
  // Each step of depth in the colour of its middle.
  const steps = [0, ...paths.deeper.map((one) => one.depthMm), level.maxDepthMm];
  const colourOf = (step: number) => css(finishedAt(look, ((steps[step] ?? 0) + (steps[step + 1] ?? 0)) / 2));
  return (
    <g className={selected ? 'water selected' : 'water'} onPointerDown={() => onSelect(id)} data-water={id}>
      <g transform={`scale(${scale})`}>
        <path className="water-surface" d={paths.surface} fillRule="evenodd" style={{ fill: colourOf(0) }} />
        {picture !== undefined && painted !== null && (
          <>
            <clipPath id={`wet${clip}`}>
              <path d={paths.surface} clipRule="evenodd" />
            </clipPath>
            <image
              href={painted}
              x={picture.column0 * ground.cellMm}
              y={picture.row0 * ground.cellMm}
              width={picture.columns * ground.cellMm}
              height={picture.rows * ground.cellMm}
              preserveAspectRatio="none"
              clipPath={`url(#wet${clip})`}
            />
          </>
        )}
        {paths.deeper.map(({ depthMm, path }, i) => (
          <path
            key={depthMm}
            className="water-deeper"
            d={path}
            fillRule="evenodd"
            style={{ fill: painted === null ? colourOf(i + 1) : 'none' }}
          />
        ))}
        <path className="water-shore" d={paths.surface} fill="none" />
      </g>
      {Array.from({ length: spots }, (_, k) => (
        <Label key={k} k={`spot ${id} ${k}`} className="spot" />
      ))}
      <Label k={`water ${id}`} className="water-name" />
    </g>
  );
});

/** The finished water of a picture, as a picture the browser draws. */
function hrefOf({ columns, rows, rgba }: WaterPicture): string | null {
  const finished = rgba.at(-1);
  if (finished === undefined) return null;
  const canvas = document.createElement('canvas');
  canvas.width = columns;
  canvas.height = rows;
  canvas.getContext('2d')?.putImageData(new ImageData(finished, columns, rows), 0, 0);
  return canvas.toDataURL();
}
