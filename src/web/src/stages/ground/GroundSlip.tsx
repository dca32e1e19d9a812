import Button from 'react-bootstrap/Button';
import type { Operation } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import type { Tool } from '../../sheet/tools';
import { useUnits } from '../../units/UnitsContext';
import { formatVolume, unitOf } from '../../units/units';
import { StepFields } from './StepFields';

const KIND: Record<Operation['kind'], string> = {
  foamSheet: 'foam',
  channel: 'channel',
  pond: 'pond',
  pad: 'pad',
  plasterSkin: 'plaster',
};

/** The recipe of the ground: its steps in order, and what they come to. */
export function GroundSlip({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const { build, plan, edit, stepId, selectStep } = useDesk();
  const units = useUnits();
  const add = (operation: Operation) => {
    selectStep(operation.id);
    void edit({ kind: 'addOperation', operation, index: build.recipe.length });
  };
  const draw = (kind: 'channel' | 'pond' | 'pad') => {
    if (tool.kind === kind) setTool({ kind: 'hand' });
    else if (kind === 'channel') setTool({ kind, points: [] });
    else setTool({ kind, from: null, to: null });
  };
  return (
    <>
      <header className="slip-head">
        <h2>Ground</h2>
        <p>
          {plan.ground.lowestMm.toFixed(1)} to {plan.ground.highestMm.toFixed(1)} mm over the board
        </p>
      </header>
      <section>
        <div className="tool-row" role="group" aria-label="Draw on the Sheet">
          {(['channel', 'pond', 'pad'] as const).map((kind) => (
            <Button
              key={kind}
              size="sm"
              variant={tool.kind === kind ? 'primary' : 'outline-primary'}
              aria-pressed={tool.kind === kind}
              onClick={() => draw(kind)}
            >
              {{ channel: 'Scoop a channel', pond: 'Dig a pond', pad: 'Level a pad' }[kind]}
            </Button>
          ))}
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() =>
              add({
                kind: 'foamSheet',
                id: freshId('foam'),
                name: 'Foam sheet',
                enabled: true,
                thicknessMm: 10,
                outline: rise(build.board),
                carvedBackMm: 20,
              })
            }
          >
            Lay foam
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() =>
              add({
                kind: 'plasterSkin',
                id: freshId('skin'),
                name: 'Plaster skin',
                enabled: true,
                thicknessMm: 2,
                outline: null,
                roughMm: 0.8,
                seed: build.recipe.length,
              })
            }
          >
            Skin with plaster
          </Button>
        </div>
      </section>
      <section>
        <h3>Steps, first to last</h3>
        {build.recipe.length === 0 && <p>The board is bare. Lay a sheet of foam, then scoop the water out of it.</p>}
        <ol className="steps">
          {build.recipe.map((operation, i) => (
            <li key={operation.id} className={operation.id === stepId ? 'selected' : ''}>
              <div className="step-row">
                <input
                  type="checkbox"
                  className="form-check-input"
                  checked={operation.enabled}
                  aria-label={`${operation.name} is part of the ground`}
                  onChange={() =>
                    void edit({ kind: 'replaceOperation', operation: { ...operation, enabled: !operation.enabled } })
                  }
                />
                <button
                  type="button"
                  className="step-name"
                  aria-expanded={operation.id === stepId}
                  onClick={() => selectStep(operation.id === stepId ? null : operation.id)}
                >
                  {operation.name} <span>{KIND[operation.kind]}</span>
                </button>
                <button
                  type="button"
                  className="step-tool"
                  disabled={i === 0}
                  aria-label={`Move ${operation.name} earlier`}
                  onClick={() => void edit({ kind: 'moveOperation', id: operation.id, index: i - 1 })}
                >
                  ↑
                </button>
                <button
                  type="button"
                  className="step-tool"
                  disabled={i === build.recipe.length - 1}
                  aria-label={`Move ${operation.name} later`}
                  onClick={() => void edit({ kind: 'moveOperation', id: operation.id, index: i + 1 })}
                >
                  ↓
                </button>
                <button
                  type="button"
                  className="step-tool"
                  aria-label={`Remove ${operation.name}`}
                  onClick={() => void edit({ kind: 'removeOperation', id: operation.id })}
                >
                  ×
                </button>
              </div>
              {operation.id === stepId && <StepFields operation={operation} />}
            </li>
          ))}
        </ol>
      </section>
      {plan.ground.skinMl > 0 && (
        <section>
          <h3>Plaster</h3>
          <p>
            <strong>
              {formatVolume(plan.ground.skinMl, units)} {unitOf('volume', units)}
            </strong>{' '}
            wet, over {(plan.ground.skinAreaMm2 / 100).toFixed(0)} cm² of true surface.
          </p>
          <p className="caution">
            Dust mask for sanding plaster and foam; a hot wire on foam needs an open window and extraction.
          </p>
        </section>
      )}
    </>
  );
}

/** A new sheet lies over the back half, to be dragged where it is wanted. */
function rise(board: { widthMm: number; depthMm: number }) {
  const { widthMm: w, depthMm: d } = board;
  const points = [
    { xMm: w * 0.15, yMm: d * 0.1 },
    { xMm: w * 0.85, yMm: d * 0.1 },
    { xMm: w * 0.85, yMm: d * 0.4 },
    { xMm: w * 0.15, yMm: d * 0.4 },
  ];
  return { points, curved: true };
}
