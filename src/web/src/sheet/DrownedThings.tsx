import { useRef } from 'react';
import type { DrownedThing } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { Handle } from './Handle';
import { polygonPath } from './turning';
import { within, type SheetView } from './view';
import { changed } from '../desk/changes';

/** What will be under water, by its footprint. In hand (`handles`) it is moved, and its name is shown. */
export function DrownedThings({ view, handles }: { view: SheetView; handles: boolean }) {
  const { build, plan, drownedId, selectDrowned } = useDesk();
  return build.drowned.map((thing, i) => {
    const planned = plan.drowned[i];
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
}

function Hold({ thing, view }: { thing: DrownedThing; view: SheetView }) {
  const { edit, preview, dropPreview } = useDesk();
  const begun = useRef<DrownedThing | null>(null);
  const moved = (from: DrownedThing, dx: number, dy: number): DrownedThing => ({
    ...from,
    at: { xMm: half(from.at.xMm + dx), yMm: half(from.at.yMm + dy) },
  });
  return (
    <Handle
      {...within(view, thing.at)}
      scale={view.scale}
      shape="square"
      label={`All of ${thing.name}`}
      onMove={(dx, dy) => {
        begun.current ??= thing;
        preview(changed('drowned', begun.current, moved(begun.current, dx, dy)));
      }}
      onDone={(dx, dy) => {
        const from = begun.current ?? thing;
        begun.current = null;
        if (dx === 0 && dy === 0) dropPreview();
        else void edit(changed('drowned', from, moved(from, dx, dy)));
      }}
    />
  );
}

const half = (value: number) => Math.round(value * 2) / 2;
