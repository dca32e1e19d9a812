import type { SurveyStep } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import { half, within, type SheetView } from '../scene/view';
import { changed } from '../desk/changes';

/** The depths of a measured bed, each where the stick stood: to be moved and taken out. */
export function Soundings({ bed, view }: { bed: SurveyStep; view: SheetView }) {
  const { edit } = useDesk('edit');
  const hold = useHold(bed);
  const moved = (i: number) => (from: SurveyStep, dx: number, dy: number) =>
    changed('recipe', from, {
      ...from,
      soundings: from.soundings.map((one, k) =>
        k === i ? { ...one, place: half({ xMm: one.place.xMm + dx, yMm: one.place.yMm + dy }) } : one,
      ),
    });
  return bed.soundings.map((sounding, i) => {
    const at = within(view, sounding.place);
    return (
      <g key={i} className="sounding">
        <text x={at.x + 11} y={at.y - 8}>
          {sounding.depthMm}
        </text>
        <Handle
          {...at}
          scale={view.scale}
          shape="plus"
          label={`Sounding ${i + 1} of ${bed.name}, ${sounding.depthMm} mm deep`}
          hold={hold(moved(i))}
          onRemove={
            bed.soundings.length > 1
              ? () => void edit(changed('recipe', bed, { ...bed, soundings: bed.soundings.filter((_, k) => k !== i) }))
              : undefined
          }
        />
      </g>
    );
  });
}
