import { useDesk } from '../desk/DeskContext';
import type { Operation } from '../api/types';
import { placeAlong, shareNear } from './alongLine';
import { Handle } from './Handle';
import { Soundings } from './Soundings';
import {
  anchorOf,
  fewestPoints,
  gaps,
  insertPoint,
  isClosed,
  isCurved,
  middle,
  moveAll,
  movePoint,
  pointsOf,
  removePoint,
} from './shapes';
import { smoothPath, straightPath } from './smoothLine';
import { within, type SheetView } from './view';
import { useRef } from 'react';
import { changed, setIn } from '../desk/changes';

/** The points of the selected step of the ground, to be moved, put in and taken out on the Sheet. */
export function StepHandles({ operation, view }: { operation: Operation; view: SheetView }) {
  const { edit, preview, dropPreview } = useDesk();
  // While a drag is tried the step shown is the draft's, so every move is reckoned from the step as it was.
  const begun = useRef<Operation | null>(null);
  const points = pointsOf(operation);
  const anchor = anchorOf(operation);
  const path = isCurved(operation) ? smoothPath : straightPath;
  const centre = anchor ?? middle(points);
  const drag = (change: (from: Operation, dx: number, dy: number) => Operation) => ({
    onMove: (dx: number, dy: number) => {
      begun.current ??= operation;
      preview(changed('recipe', begun.current, change(begun.current, dx, dy)));
    },
    onDone: (dx: number, dy: number) => {
      const from = begun.current ?? operation;
      begun.current = null;
      if (dx === 0 && dy === 0) dropPreview();
      else void edit(changed('recipe', from, change(from, dx, dy)));
    },
  });
  if (anchor === null && points.length === 0) return null;
  const spare = points.length > fewestPoints(operation);
  return (
    <g className="step-handles">
      {points.length > 0 && <path className="step-line" d={path(points, view.scale, isClosed(operation))} />}
      {gaps(operation).map(({ after, place }) => (
        <Handle
          key={`gap ${after}`}
          {...within(view, place)}
          scale={view.scale}
          shape="plus"
          label={`New point of ${operation.name} after point ${after + 1}`}
          {...drag((from, dx, dy) => insertPoint(from, after, { xMm: place.xMm + dx, yMm: place.yMm + dy }))}
        />
      ))}
      <Handle
        {...within(view, centre)}
        scale={view.scale}
        shape="square"
        label={`All of ${operation.name}`}
        {...drag(moveAll)}
      />
      {operation.kind === 'surveyedBed' && <Soundings bed={operation} view={view} />}
      {points.map((point, i) => (
        <Handle
          key={`point ${i}`}
          {...within(view, point)}
          scale={view.scale}
          label={`Point ${i + 1} of ${operation.name}`}
          onRemove={spare ? () => void edit(changed('recipe', operation, removePoint(operation, i))) : undefined}
          {...drag((from, dx, dy) => movePoint(from, i, dx, dy))}
        />
      ))}
      {operation.kind === 'channel' &&
        operation.weirs.map((weir, i) => (
          <Handle
            key={`weir ${i}`}
            {...within(view, placeAlong(operation.points, weir.alongShare))}
            scale={view.scale}
            shape="square"
            label={`Weir ${i + 1} of ${operation.name}`}
            onRemove={() =>
              void edit(
                setIn('recipe', operation.id, {
                  weirs: operation.weirs.filter((_, k) => k !== i),
                }),
              )
            }
            {...drag((from, dx, dy) => slideWeir(from, i, dx, dy))}
          />
        ))}
    </g>
  );
}

/** A channel with one weir slid along it to the place nearest to where it was dragged. */
function slideWeir(from: Operation, index: number, dx: number, dy: number): Operation {
  if (from.kind !== 'channel') return from;
  const weirs = from.weirs.map((weir, i) => {
    if (i !== index) return weir;
    const place = placeAlong(from.points, weir.alongShare);
    const share = shareNear(from.points, { xMm: place.xMm + dx, yMm: place.yMm + dy });
    return { ...weir, alongShare: Math.round(share * 10_000) / 10_000 };
  });
  return { ...from, weirs };
}
