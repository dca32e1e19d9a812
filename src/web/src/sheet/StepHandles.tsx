import { useDesk } from '../desk/DeskContext';
import type { PointMm, Step } from '../api/types';
import { placeAlong, shareNear } from './alongLine';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import { DeepestPlace } from './DeepestPlace';
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
import { within, type SheetView } from '../scene/view';
import { changed, setIn } from '../desk/changes';

/** Where the grips of a step lie. */
export function gripsOf(step: Step): PointMm[] {
  const points = pointsOf(step);
  const anchor = anchorOf(step);
  if (anchor === null && points.length === 0) return [];
  return [
    ...gaps(step).map((gap) => gap.place),
    anchor ?? middle(points),
    ...points,
    ...(step.kind === 'surveyedBed' ? step.soundings.map((one) => one.place) : []),
    ...(step.kind === 'jugBed' ? [step.deepest] : []),
    ...(step.kind === 'channel' ? step.weirs.map((weir) => placeAlong(step.points, weir.alongShare)) : []),
  ];
}

/** The points of the selected step of the ground, to be moved, put in and taken out on the Sheet. */
export function StepHandles({ step, view }: { step: Step; view: SheetView }) {
  const { edit } = useDesk('edit');
  const hold = useHold(step);
  const points = pointsOf(step);
  const anchor = anchorOf(step);
  const path = isCurved(step) ? smoothPath : straightPath;
  const centre = anchor ?? middle(points);
  const drag = (change: (from: Step, dx: number, dy: number) => Step) =>
    hold((from, dx, dy) => changed('recipe', from, change(from, dx, dy)));
  if (anchor === null && points.length === 0) return null;
  const spare = points.length > fewestPoints(step);
  return (
    <g className="step-handles">
      {points.length > 0 && <path className="step-line" d={path(points, view.scale, isClosed(step))} />}
      {gaps(step).map(({ after, place }) => (
        <Handle
          key={`gap ${after}`}
          {...within(view, place)}
          scale={view.scale}
          shape="plus"
          label={`New point of ${step.name} after point ${after + 1}`}
          hold={drag((from, dx, dy) => insertPoint(from, after, { xMm: place.xMm + dx, yMm: place.yMm + dy }))}
        />
      ))}
      <Handle
        {...within(view, centre)}
        scale={view.scale}
        shape="square"
        label={`All of ${step.name}`}
        hold={drag(moveAll)}
      />
      {step.kind === 'surveyedBed' && <Soundings bed={step} view={view} />}
      {step.kind === 'jugBed' && <DeepestPlace bed={step} view={view} />}
      {points.map((point, i) => (
        <Handle
          key={`point ${i}`}
          {...within(view, point)}
          scale={view.scale}
          label={`Point ${i + 1} of ${step.name}`}
          onRemove={spare ? () => void edit(changed('recipe', step, removePoint(step, i))) : undefined}
          hold={drag((from, dx, dy) => movePoint(from, i, dx, dy))}
        />
      ))}
      {step.kind === 'channel' &&
        step.weirs.map((weir, i) => (
          <Handle
            key={`weir ${i}`}
            {...within(view, placeAlong(step.points, weir.alongShare))}
            scale={view.scale}
            shape="square"
            label={`Weir ${i + 1} of ${step.name}`}
            onRemove={() =>
              void edit(
                setIn('recipe', step.id, {
                  weirs: step.weirs.filter((_, k) => k !== i),
                }),
              )
            }
            hold={drag((from, dx, dy) => slideWeir(from, i, dx, dy))}
          />
        ))}
    </g>
  );
}

/** A channel with one weir slid along it to the place nearest to where it was dragged. */
function slideWeir(from: Step, index: number, dx: number, dy: number): Step {
  if (from.kind !== 'channel') return from;
  const weirs = from.weirs.map((weir, i) => {
    if (i !== index) return weir;
    const place = placeAlong(from.points, weir.alongShare);
    const share = shareNear(from.points, { xMm: place.xMm + dx, yMm: place.yMm + dy });
    return { ...weir, alongShare: Math.round(share * 10_000) / 10_000 };
  });
  return { ...from, weirs };
}
