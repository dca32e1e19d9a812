import type { DrownedThing } from '../api/types';
import { useDesk, useOnDesk } from '../desk/DeskContext';
import { memo } from 'react';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import { polygonPath } from './turning';
import { half, within, type SheetView } from '../scene/view';
import { changed } from '../desk/changes';

/** What will be under water, by its footprint. In hand (`handles`) it is moved, and its name is shown. */
export const DrownedThings = memo(function DrownedThings({ view, handles }: { view: SheetView; handles: boolean }) {
  const { drownedId, selectDrowned } = useDesk('drownedId', 'selectDrowned');
  const things = useOnDesk((desk) => desk.build.drowned);
  const plans = useOnDesk((desk) => desk.plan.drowned);
  return things.map((thing, i) => {
    const planned = plans[i];
    if (planned === undefined) return null;
    const selected = handles && thing.id === drownedId;
    return (
      <g
        key={thing.id}
        className={`drowned standing-${planned.standing} ${planned.waterId === null ? 'dry' : ''} ${selected ? 'selected' : ''}`}
        onPointerDown={() => {
          if (handles) selectDrowned(thing.id);
        }}
      >
        <path d={polygonPath(thing.at, thing.turnDeg, thing.lengthMm / 2, thing.widthMm / 2, view.scale)}>
          <title>{thing.name}</title>
        </path>
        {selected && (
          <text x={thing.at.xMm * view.scale} y={thing.at.yMm * view.scale} dy={24}>
            {thing.name}
          </text>
        )}
        {selected && <Hold thing={thing} view={view} />}
      </g>
    );
  });
});

function Hold({ thing, view }: { thing: DrownedThing; view: SheetView }) {
  const hold = useHold(thing);
  const moved = (from: DrownedThing, dx: number, dy: number) =>
    changed('drowned', from, { ...from, at: half({ xMm: from.at.xMm + dx, yMm: from.at.yMm + dy }) });
  return (
    <Handle
      {...within(view, thing.at)}
      scale={view.scale}
      shape="square"
      label={`All of ${thing.name}`}
      hold={hold(moved)}
    />
  );
}
