import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { PlannedLayer, Water } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { movedTop } from './ownTops';
import { setIn } from '../desk/changes';

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
  const { edit, preview, dropPreview } = useDesk();
  const [held, setHeld] = useState<number | null>(null);
  // The layers as they were when it was taken up: their number must not change under the hand.
  const begun = useRef<{ y: number; water: Water; layers: PlannedLayer[]; toMm: number } | null>(null);
  const layer = layers[index];
  if (layer === undefined) return null;
  const with_ = (from: Water, among: PlannedLayer[], toMm: number) =>
    setIn('waters', from.id, { ownTopsMm: movedTop(among, index, Math.round(toMm * 10) / 10) });
  const move = (event: PointerEvent) => {
    const start = begun.current;
    if (start === null) return;
    const toMm = start.toMm - (event.clientY - start.y) / perMm;
    setHeld(toMm);
    preview(with_(start.water, start.layers, toMm));
  };
  const release = () => {
    const start = begun.current;
    begun.current = null;
    if (start === null || held === null || Math.abs(held - start.toMm) < 0.05) {
      setHeld(null);
      dropPreview();
      return;
    }
    void edit(with_(start.water, start.layers, held)).finally(() => setHeld(null));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 1, PageDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    void edit(with_(water, layers, layer.toMm + by));
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
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        begun.current = { y: event.clientY, water, layers, toMm: layer.toMm };
        setHeld(layer.toMm);
      }}
      onPointerMove={move}
      onPointerUp={release}
      onPointerCancel={release}
      onKeyDown={onKeyDown}
    >
      <rect className="staff-reach" x={0} y={-11} width={46} height={22} />
      <path className="staff-top-line" d="M0 0H46" />
      <path className="staff-top-grip" d="M19 -3.5h8M19 3.5h8" />
    </g>
  );
}
