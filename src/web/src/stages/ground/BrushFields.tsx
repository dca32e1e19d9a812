import { useState } from 'react';
import type { StrokeKind } from '../../api/types';
import type { Brush, Tool } from '../../sheet/tools';
import { NumberField } from '../../slip/fields';
import { ToolButton } from '../../slip/ToolButton';

const KINDS: { kind: StrokeKind; words: string }[] = [
  { kind: 'rise', words: 'Rise' },
  { kind: 'scoop', words: 'Scoop' },
  { kind: 'smooth', words: 'Smooth' },
  { kind: 'roughen', words: 'Roughen' },
  { kind: 'level', words: 'Level' },
];

const inShare = (kind: StrokeKind) => kind === 'smooth' || kind === 'level';

/** The brush: what it does, how wide and how strong. Taken in the hand it stays there until laid down. */
export function BrushFields({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const [brush, setBrush] = useState<Brush>({ stroke: 'rise', brushMm: 30, strength: 2, levelMm: 20 });
  const inHand = tool.kind === 'brush' ? tool.brush.stroke : null;
  const set = (next: Brush) => {
    setBrush(next);
    if (tool.kind === 'brush') setTool({ kind: 'brush', brush: next, path: null });
  };
  const take = (stroke: StrokeKind) => {
    if (inHand === stroke) {
      setTool({ kind: 'hand' });
      return;
    }
    const strength = inShare(stroke) === inShare(brush.stroke) ? brush.strength : inShare(stroke) ? 0.8 : 2;
    const next = { ...brush, stroke, strength };
    setBrush(next);
    setTool({ kind: 'brush', brush: next, path: null });
  };
  return (
    <section>
      <h3>Brush</h3>
      <div className="tool-row" role="group" aria-label="Brush">
        {KINDS.map(({ kind, words }) => (
          <ToolButton key={kind} inHand={inHand === kind} onClick={() => take(kind)}>
            {words}
          </ToolButton>
        ))}
      </div>
      {inHand !== null && (
        <>
          <NumberField
            label="Brush"
            quantity="length"
            value={brush.brushMm}
            onChange={(brushMm) => set({ ...brush, brushMm: Math.min(500, Math.max(1, brushMm)) })}
          />
          {inShare(inHand) ? (
            <NumberField
              label="Strength"
              suffix="%"
              step={10}
              value={Math.round(brush.strength * 100)}
              onChange={(percent) => set({ ...brush, strength: Math.min(100, Math.max(0, percent)) / 100 })}
            />
          ) : (
            <NumberField
              label="Strength"
              quantity="length"
              step={0.5}
              value={brush.strength}
              onChange={(strength) => set({ ...brush, strength: Math.min(100, Math.max(0, strength)) })}
            />
          )}
          {inHand === 'level' && (
            <NumberField
              label="To the height"
              quantity="length"
              step={0.5}
              value={brush.levelMm}
              onChange={(levelMm) => set({ ...brush, levelMm })}
            />
          )}
        </>
      )}
    </section>
  );
}
