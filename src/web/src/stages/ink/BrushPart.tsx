import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { Water } from '../../api/types';
import { setIn } from '../../desk/changes';
import { useDesk } from '../../desk/DeskContext';
import type { Tool } from '../../sheet/tools';
import { ColourField, NumberField } from '../../slip/fields';
import { ToolButton } from '../../slip/ToolButton';

/** The bed painted with a brush on the Sheet, over what its depths are painted. */
export function BrushPart({ water, tool, setTool }: { water: Water; tool: Tool; setTool: (tool: Tool) => void }) {
  const { edit } = useDesk('edit');
  const [colour, setColour] = useState('#3d3a2c');
  const [widthMm, setWidth] = useState(20);
  const inHand = tool.kind === 'paint';
  const take = (next: { colour?: string; widthMm?: number }) => {
    if (next.colour !== undefined) setColour(next.colour);
    if (next.widthMm !== undefined) setWidth(next.widthMm);
    if (inHand) setTool({ ...tool, ...next });
  };
  const strokes = water.bedStrokes.length;
  return (
    <section data-testid="brush">
      <h3>By brush</h3>
      <ColourField label="Paint" value={colour} onChange={(next) => take({ colour: next })} />
      <NumberField
        label="Brush"
        quantity="length"
        step={5}
        value={widthMm}
        onChange={(next) => take({ widthMm: Math.min(500, Math.max(1, next)) })}
      />
      <div className="tool-row">
        <ToolButton
          inHand={inHand}
          onClick={() => setTool(inHand ? { kind: 'hand' } : { kind: 'paint', colour, widthMm, path: null })}
        >
          Paint on the Sheet
        </ToolButton>
        {strokes > 0 && (
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => void edit({ kind: 'takeLast', list: 'waters', id: water.id, field: 'bedStrokes' })}
          >
            Last stroke off
          </Button>
        )}
        {strokes > 1 && (
          <button
            type="button"
            className="link"
            onClick={() => void edit(setIn('waters', water.id, { bedStrokes: [] }))}
          >
            All {strokes} off
          </button>
        )}
      </div>
      {strokes > 0 && (
        <p className="quiet">
          {strokes === 1 ? 'One stroke' : `${strokes} strokes`} over the paint above: seen on the Sheet, in the Cut and
          in the Relief. The wedge shows the bed without them.
        </p>
      )}
    </section>
  );
}
