import type { KeyboardEvent } from 'react';
import type { PlannedLayer, Water } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { movedTop } from './ownTops';
import { setIn } from '../desk/changes';
import { usePointer } from '../scene/usePointer';
import { tenth, useLevel } from '../scene/useWaterline';

/** The top of a layer on the Staff: drag it, or move it by the arrow keys, and see the layers turn tight or stop. */
export function LayerTop({
  water,
  layers,
  index,
  y,
  perMm,
  left,
}: {
  water: Water;
  layers: PlannedLayer[];
  index: number;
  y: (mm: number) => number;
  perMm: number;
  left: number;
}) {
  const { edit } = useDesk('edit');
  // The layers as they were when it was taken up: their number must not change under the hand.
  const topMm = layers[index]?.toMm ?? 0;
  const held = useLevel({ water, layers }, topMm, (from, toMm) =>
    setIn('waters', from.water.id, { ownTopsMm: movedTop(from.layers, index, toMm) }),
  );
  const pointer = usePointer({
    begin: held.begin,
    move: (from, to) => held.move((from.y - to.y) / perMm),
    end: held.end,
    drop: held.drop,
  });
  const layer = layers[index];
  if (layer === undefined) return null;
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 1, PageDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    void edit(setIn('waters', water.id, { ownTopsMm: movedTop(layers, index, tenth(layer.toMm + by)) }));
  };
  const at = y(layer.toMm);
  return (
    <g
      className="staff-top"
      transform={`translate(${left} ${at})`}
      role="slider"
      tabIndex={0}
      aria-label={`Top of layer ${index + 1}, mm`}
      aria-orientation="vertical"
      aria-valuenow={Math.round(layer.toMm * 10) / 10}
      aria-valuemin={Math.round(layer.fromMm * 10) / 10}
      aria-valuemax={Math.round((layers[index + 1]?.toMm ?? layer.toMm) * 10) / 10}
      aria-valuetext={`${layer.toMm.toFixed(1)} mm, ${layer.depthMm.toFixed(1)} mm deep, ${layer.cure.standing}`}
      {...pointer}
      onKeyDown={onKeyDown}
    >
      <rect className="staff-reach" x={0} y={-11} width={46} height={22} />
      <path className="staff-top-line" d="M0 0H46" />
      <path className="staff-top-grip" d="M19 -3.5h8M19 3.5h8" />
    </g>
  );
}
