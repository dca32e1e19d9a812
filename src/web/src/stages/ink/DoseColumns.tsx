import { useRef, useState, type KeyboardEvent } from 'react';
import { useTintName, useTints } from '../../api/useStores';
import type { Build, BuildEdit, InkPart } from '../../api/types';
import { useDesk, useDeskNow } from '../../desk/DeskContext';
import { usePointer } from '../../scene/usePointer';
import { NumberField } from '../../slip/fields';
import { columnsTo, heightOf, strengthAt, strengthened } from './recipe';

const HIGH = 84;
const WIDE = 30;

/** Makes the edit that changes the tints, from the build as it is when it is sent. */
type Reinks = (change: (parts: InkPart[]) => InkPart[]) => (now: Build) => BuildEdit | null;

/** The tints of a recipe as columns: take hold of one and draw it up or down, and the water follows. */
export function DoseColumns({ parts, reinks }: { parts: InkPart[]; reinks: Reinks }) {
  const kept = useRef<number | null>(null);
  const most = kept.current ?? columnsTo(parts);
  return (
    <>
      <div className="dose-columns" role="group" aria-label="Strength of each tint">
        {parts.map((part) => (
          <Column
            key={part.tintId}
            reinks={reinks}
            part={part}
            most={most}
            onHold={(held) => {
              // Held, the scale stays as it is: it must not run away under the hand.
              kept.current = held ? most : null;
            }}
          />
        ))}
      </div>
      <p className="dose-scale">ml in 100 ml; the columns go to {most}</p>
    </>
  );
}

function Column({
  reinks,
  part,
  most,
  onHold,
}: {
  reinks: Reinks;
  part: InkPart;
  most: number;
  onHold: (held: boolean) => void;
}) {
  const { edit, preview, dropPreview } = useDesk('edit', 'preview', 'dropPreview');
  const now = useDeskNow();
  const tint = useTints().find((one) => one.id === part.tintId);
  const name = useTintName()(part.tintId);
  const [heldMl, setHeld] = useState<number | null>(null);
  const begun = useRef<{ build: Build; ml: number } | null>(null);
  const at = useRef(part.mlPer100Ml);
  const shown = heldMl ?? part.mlPer100Ml;
  const drop = () => {
    begun.current = null;
    onHold(false);
    setHeld(null);
    dropPreview();
  };
  const pointer = usePointer({
    begin: () => {
      begun.current = { build: now().rest, ml: part.mlPer100Ml };
      at.current = part.mlPer100Ml;
      onHold(true);
      setHeld(part.mlPer100Ml);
    },
    move: (from, to) => {
      if (begun.current === null) return;
      at.current = strengthAt(heightOf(begun.current.ml, most) + (from.y - to.y) / HIGH, most);
      setHeld(at.current);
      const tried = reinks(strengthened(part.tintId, at.current))(begun.current.build);
      if (tried !== null) preview(tried);
    },
    end: () => {
      const start = begun.current;
      if (start === null || at.current === start.ml) {
        drop();
        return;
      }
      begun.current = null;
      onHold(false);
      void edit(reinks(strengthened(part.tintId, at.current))).finally(() => setHeld(null));
    },
    drop,
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: 0.005, ArrowDown: -0.005, PageUp: 0.05, PageDown: -0.05 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    void edit(
      reinks((parts) => {
        const was = parts.find((one) => one.tintId === part.tintId)?.mlPer100Ml ?? 0;
        return strengthened(part.tintId, Math.min(20, Math.max(0, Math.round((was + by) * 1000) / 1000)))(parts);
      }),
    );
  };
  const height = heightOf(shown, most) * HIGH;
  return (
    <div className="dose">
      <svg
        className="dose-column"
        width={WIDE + 10}
        height={HIGH + 8}
        role="slider"
        tabIndex={0}
        aria-label={`${name}, ml in 100 ml`}
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={most}
        aria-valuenow={shown}
        data-testid={`dose-${part.tintId}`}
        {...pointer}
        onKeyDown={onKeyDown}
      >
        <rect className="dose-glass" x={5} y={4} width={WIDE} height={HIGH} />
        <rect x={5} y={4 + HIGH - height} width={WIDE} height={height} style={{ fill: tint?.swatch ?? '#888' }} />
        <path className="dose-line" d={`M0 ${4 + HIGH - height}H${WIDE + 10}`} />
      </svg>
      <button
        type="button"
        className="link"
        aria-label={`Leave ${name} out`}
        title="Leave it out"
        onClick={() => void edit(reinks((parts) => parts.filter((one) => one.tintId !== part.tintId)))}
      >
        ×
      </button>
      <span className="dose-name">{name}</span>
      <NumberField
        label={`${name}, in 100 ml`}
        suffix="ml"
        step={0.005}
        value={shown}
        onChange={(ml) => edit(reinks(strengthened(part.tintId, ml)))}
      />
    </div>
  );
}
