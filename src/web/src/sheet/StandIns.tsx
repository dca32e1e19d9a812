import type { StandIn, StandInPlan } from '../api/types';
import { useDesk, useOnDesk } from '../desk/DeskContext';
import { memo } from 'react';
import { Label } from '../scene/Label';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import { polygonPath, reachPath, turned } from './turning';
import { half, within, type SheetView } from '../scene/view';
import { changed } from '../desk/changes';

/** The stand-ins on the board: footprint, what hangs over it, name. In hand (`handles`) they are moved and turned. */
export const StandIns = memo(function StandIns({ view, handles }: { view: SheetView; handles: boolean }) {
  const { standInId, selectStandIn } = useDesk('standInId', 'selectStandIn');
  const things = useOnDesk((desk) => desk.build.standIns);
  const plans = useOnDesk((desk) => desk.plan.standIns);
  return things.map((thing, i) => {
    const planned = plans[i];
    if (planned === undefined) return null;
    const selected = handles && thing.id === standInId;
    return (
      <g
        key={thing.id}
        className={`stand-in standing-${planned.standing} ${selected ? 'selected' : ''}`}
        onPointerDown={() => {
          if (handles) selectStandIn(thing.id);
        }}
      >
        {planned.overhangMm > 0 && (
          <path
            className="stand-in-overhang"
            d={reachPath(
              thing.centre,
              thing.turnDeg,
              planned.lengthMm / 2,
              planned.widthMm / 2,
              planned.overhangMm,
              view.scale,
            )}
          />
        )}
        <path
          className={thing.underM > 0 ? 'stand-in-foot spans' : 'stand-in-foot'}
          d={outline(thing, planned, view.scale)}
        />
        <Label k={`standIn ${thing.id}`} className="stand-in-name" />
        {selected && <Hold thing={thing} planned={planned} view={view} />}
      </g>
    );
  });
});

function Hold({ thing, planned, view }: { thing: StandIn; planned: StandInPlan; view: SheetView }) {
  const hold = useHold(thing);
  const drag = (change: (from: StandIn, dx: number, dy: number) => StandIn) =>
    hold((from, dx, dy) => changed('standIns', from, change(from, dx, dy)));
  const tip = planned.lengthMm / 2 + 26 / view.scale;
  const end = turned(thing.centre, thing.turnDeg, tip, 0);
  return (
    <>
      <Handle
        {...within(view, thing.centre)}
        scale={view.scale}
        shape="square"
        label={`All of ${thing.name}`}
        hold={drag((from, dx, dy) => ({
          ...from,
          centre: half({ xMm: from.centre.xMm + dx, yMm: from.centre.yMm + dy }),
        }))}
      />
      <Handle
        {...within(view, end)}
        scale={view.scale}
        label={`Turn ${thing.name}`}
        hold={drag((from, dx, dy) => {
          const at = turned(from.centre, from.turnDeg, tip, 0);
          const angle = Math.atan2(at.yMm + dy - from.centre.yMm, at.xMm + dx - from.centre.xMm);
          return { ...from, turnDeg: Math.round((angle * 180) / Math.PI) };
        })}
      />
    </>
  );
}

function outline(thing: StandIn, planned: StandInPlan, scale: number): string {
  return polygonPath(thing.centre, thing.turnDeg, planned.lengthMm / 2, planned.widthMm / 2, scale);
}
