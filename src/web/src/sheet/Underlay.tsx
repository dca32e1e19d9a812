import { useRef } from 'react';
import type { TracePhoto } from '../api/types';
import { useDesk } from '../desk/DeskContext';
import { Handle } from './Handle';
import { within, type SheetView } from './view';
import { setBuild } from '../desk/changes';

/** The photo to trace from, over the relief and under all that is drawn. */
export function Underlay({ view, handles }: { view: SheetView; handles: boolean }) {
  const { build, edit, preview, dropPreview } = useDesk();
  const begun = useRef<TracePhoto | null>(null);
  const { photo } = build;
  if (photo === null) return null;
  const width = photo.widthPx * photo.mmPerPx * view.scale;
  const height = photo.heightPx * photo.mmPerPx * view.scale;
  const moved = (dx: number, dy: number) => {
    const from = begun.current ?? photo;
    return { ...from, centre: { xMm: from.centre.xMm + dx, yMm: from.centre.yMm + dy } };
  };
  return (
    <>
      <g
        transform={`translate(${photo.centre.xMm * view.scale} ${photo.centre.yMm * view.scale}) rotate(${photo.turnDeg})`}
        opacity={1 - photo.fade}
      >
        <image
          className="underlay"
          href={`/api/pictures/${photo.pictureId}`}
          x={-width / 2}
          y={-height / 2}
          width={width}
          height={height}
          preserveAspectRatio="none"
        />
      </g>
      {handles && (
        <Handle
          {...within(view, photo.centre)}
          scale={view.scale}
          shape="square"
          label="The photo"
          onMove={(dx, dy) => {
            begun.current ??= photo;
            preview(setBuild({ photo: moved(dx, dy) }));
          }}
          onDone={(dx, dy) => {
            const after = moved(dx, dy);
            begun.current = null;
            if (dx === 0 && dy === 0) dropPreview();
            else void edit(setBuild({ photo: after }));
          }}
        />
      )}
    </>
  );
}
