import { memo } from 'react';
import type { TracePhoto } from '../api/types';
import { useOnDesk } from '../desk/DeskContext';
import { Handle } from '../scene/Handle';
import { useHold } from '../scene/useHold';
import { within, type SheetView } from '../scene/view';
import { setBuild } from '../desk/changes';

/** The photo to trace from, over the relief and under all that is drawn. */
export const Underlay = memo(function Underlay({ view, handles }: { view: SheetView; handles: boolean }) {
  const photo = useOnDesk((desk) => desk.build.photo);
  return photo === null ? null : <Photo photo={photo} view={view} handles={handles} />;
});

function Photo({ photo, view, handles }: { photo: TracePhoto; view: SheetView; handles: boolean }) {
  const hold = useHold(photo);
  const width = photo.widthPx * photo.mmPerPx * view.scale;
  const height = photo.heightPx * photo.mmPerPx * view.scale;
  const moved = (from: TracePhoto, dx: number, dy: number) =>
    setBuild({ photo: { ...from, centre: { xMm: from.centre.xMm + dx, yMm: from.centre.yMm + dy } } });
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
          hold={hold(moved)}
        />
      )}
    </>
  );
}
