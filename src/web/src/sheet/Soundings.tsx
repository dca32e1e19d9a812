import { useRef } from 'react';
import type { SurveyStep } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { Handle } from './Handle';
import { within, type SheetView } from './view';
import { changed } from '../desk/changes';

/** The depths of a measured bed, each where the stick stood: to be moved and taken out. */
export function Soundings({ bed, view }: { bed: SurveyStep; view: SheetView }) {
  const { edit, preview, dropPreview } = useDesk();
  const begun = useRef<SurveyStep | null>(null);
  const with_ = (soundings: SurveyStep['soundings']) => ({ ...(begun.current ?? bed), soundings });
  const moved = (i: number, dx: number, dy: number) =>
    with_(
      (begun.current ?? bed).soundings.map((one, k) =>
        k === i ? { ...one, place: { xMm: half(one.place.xMm + dx), yMm: half(one.place.yMm + dy) } } : one,
      ),
    );
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
          onMove={(dx, dy) => {
            begun.current ??= bed;
            preview(changed('recipe', begun.current, moved(i, dx, dy)));
          }}
          onDone={(dx, dy) => {
            const from = begun.current ?? bed;
            const step = moved(i, dx, dy);
            begun.current = null;
            if (dx === 0 && dy === 0) dropPreview();
            else void edit(changed('recipe', from, step));
          }}
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

const half = (value: number) => Math.round(value * 2) / 2;
