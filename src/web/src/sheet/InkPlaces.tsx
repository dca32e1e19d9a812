import type { InkPlace, PointMm, Water } from '../api/types';
import { setIn } from '../desk/changes';
import { useDesk } from '../desk/DeskContext';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import type { SheetView } from '../scene/view';
import type { Tool } from './tools';

/** Where colours stand side by side in the selected water: so far each is whole, so far it goes over into the water's. */
export function InkPlaces({ view, handles }: { view: SheetView; handles: boolean }) {
  const { water } = useDesk('water');
  return water === null
    ? null
    : water.ink.places.map((place, i) => (
        <Place key={place.id} water={water} place={place} number={i + 1} view={view} handles={handles} />
      ));
}

function Place({
  water,
  place,
  number,
  view,
  handles,
}: {
  water: Water;
  place: InkPlace;
  number: number;
  view: SheetView;
  handles: boolean;
}) {
  const hold = useHold(water);
  const moved = (change: (place: InkPlace, dx: number, dy: number) => Partial<InkPlace>) =>
    hold((from, dx, dy) =>
      setIn('waters', from.id, {
        ink: {
          places: from.ink.places.map((one) => (one.id === place.id ? { ...one, ...change(one, dx, dy) } : one)),
        },
      }),
    );
  const [x, y] = [place.at.xMm * view.scale, place.at.yMm * view.scale];
  const tenth = (value: number) => Math.round(value * 10) / 10;
  return (
    <g className="ink-place" data-place={place.id}>
      <circle className="ink-place-blend" cx={x} cy={y} r={(place.reachMm + water.ink.blendMm) * view.scale} />
      <circle className="ink-place-reach" cx={x} cy={y} r={place.reachMm * view.scale} />
      <text x={x} y={y - 12} textAnchor="middle">
        {number}
      </text>
      {handles && (
        <>
          <Handle
            x={x}
            y={y}
            scale={view.scale}
            label={`Colour ${number}`}
            hold={moved(({ at }, dx, dy) => ({ at: { xMm: tenth(at.xMm + dx), yMm: tenth(at.yMm + dy) } }))}
          />
          <Handle
            x={x + place.reachMm * view.scale}
            y={y}
            scale={view.scale}
            shape="square"
            label={`Reach of colour ${number}`}
            hold={moved(({ reachMm }, dx) => ({ reachMm: tenth(Math.min(1000, Math.max(1, reachMm + dx))) }))}
          />
        </>
      )}
    </g>
  );
}

/** The stroke being painted, and the brush over the board. */
export function PaintSoFar({
  tool,
  hover,
  scale,
}: {
  tool: Extract<Tool, { kind: 'paint' }>;
  hover: PointMm | null;
  scale: number;
}) {
  const at = ({ xMm, yMm }: PointMm) => `${xMm * scale} ${yMm * scale}`;
  return (
    <>
      {tool.path !== null && (
        <path
          className="paint-so-far"
          d={`M${tool.path.map(at).join('L')}${tool.path.length === 1 ? 'h0.01' : ''}`}
          style={{ stroke: tool.colour, strokeWidth: tool.widthMm * scale }}
        />
      )}
      {hover !== null && (
        <circle className="brush-ring" cx={hover.xMm * scale} cy={hover.yMm * scale} r={(tool.widthMm / 2) * scale} />
      )}
    </>
  );
}
