import type { JugStep } from '../api/types';
import { changed } from '../desk/changes';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import { half, within, type SheetView } from '../scene/view';

/** Where the rule stood in a bed that was measured with a jug. */
export function DeepestPlace({ bed, view }: { bed: JugStep; view: SheetView }) {
  const hold = useHold(bed);
  const at = within(view, bed.deepest);
  return (
    <g className="sounding">
      <text x={at.x + 11} y={at.y - 8}>
        deepest
      </text>
      <Handle
        {...at}
        scale={view.scale}
        shape="plus"
        label={`Deepest place of ${bed.name}`}
        hold={hold((from, dx, dy) =>
          changed('recipe', from, {
            ...from,
            deepest: half({ xMm: from.deepest.xMm + dx, yMm: from.deepest.yMm + dy }),
          }),
        )}
      />
    </g>
  );
}
