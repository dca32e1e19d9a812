import { useState, type ChangeEvent } from 'react';
import Button from 'react-bootstrap/Button';
import { sendPicture } from '../../api/files';
import type { PointMm, TracePhoto } from '../../api/types';
import { useDesk } from '../../desk/DeskContext';
import type { Tool } from '../../sheet/tools';
import { FileField, NumberField } from '../../slip/fields';
import { ToolButton } from '../../slip/ToolButton';
import { setBuild } from '../../desk/changes';
import { Refused } from '../../slip/Refused';

/** Two places on the photo whose distance is asked for. */
export interface Span {
  from: PointMm;
  to: PointMm;
}

/** A photo or sketch from above, laid under the Sheet to trace from. */
export function PhotoPart({
  tool,
  setTool,
  span,
  setSpan,
}: {
  tool: Tool;
  setTool: (tool: Tool) => void;
  span: Span | null;
  setSpan: (span: Span | null) => void;
}) {
  const { build, edit, preview } = useDesk('build', 'edit', 'preview');
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const { photo, board } = build;
  const set = (change: Partial<TracePhoto>) =>
    photo === null ? Promise.resolve(false) : edit(setBuild({ photo: change }));

  const bring = async (file: File) => {
    setBusy(true);
    setRefusal(null);
    try {
      const { pictureId, widthPx, heightPx } = await sendPicture(file);
      const mmPerPx = Math.min(board.widthMm / widthPx, board.depthMm / heightPx);
      const centre = { xMm: board.widthMm / 2, yMm: board.depthMm / 2 };
      await edit(setBuild({ photo: { pictureId, widthPx, heightPx, centre, mmPerPx, turnDeg: 0, fade: 0.5 } }));
    } catch (error) {
      setRefusal(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };

  return (
    <section>
      <h3>Photo to trace</h3>
      {photo === null && <p>A photo from above, a map or your own sketch, to draw the banks over.</p>}
      <FileField
        label={photo === null ? 'Bring in a picture' : 'Another picture'}
        accept="image/jpeg,image/png,image/webp"
        busy={busy}
        onFile={(file) => void bring(file)}
      />
      {refusal !== null && <Refused>{refusal}</Refused>}
      {photo !== null && (
        <>
          <label className="slider">
            Faded
            <input
              type="range"
              min={0}
              max={95}
              value={Math.round(photo.fade * 100)}
              onChange={(event: ChangeEvent<HTMLInputElement>) =>
                preview(setBuild({ photo: { fade: Number(event.target.value) / 100 } }))
              }
              onPointerUp={(event) => void set({ fade: Number(event.currentTarget.value) / 100 })}
              onKeyUp={(event) => void set({ fade: Number(event.currentTarget.value) / 100 })}
            />
          </label>
          <NumberField label="Turned" suffix="°" value={photo.turnDeg} onChange={(turnDeg) => set({ turnDeg })} />
          <div className="tool-row">
            <ToolButton
              inHand={tool.kind === 'span' && tool.wants === 'photo'}
              onClick={() => {
                setSpan(null);
                setTool({ kind: 'span', wants: 'photo', from: null, to: null });
              }}
            >
              Size it by two points
            </ToolButton>
            <Button size="sm" variant="outline-primary" onClick={() => void edit(setBuild({ photo: null }))}>
              Take it away
            </Button>
          </div>
          {span !== null && (
            <NumberField
              label="They really lie apart by"
              suffix="m"
              value={
                Math.round((Math.hypot(span.to.xMm - span.from.xMm, span.to.yMm - span.from.yMm) * build.scale) / 100) /
                10
              }
              onChange={async (apartM) => {
                const made = await edit({ kind: 'sizePhoto', a: span.from, b: span.to, apartM });
                if (made) setSpan(null);
                return made;
              }}
            />
          )}
        </>
      )}
    </section>
  );
}
