import Button from 'react-bootstrap/Button';
import type { Operation } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import type { Tool } from '../../sheet/tools';
import { useUnits } from '../../units/UnitsContext';
import { formatVolume, unitOf } from '../../units/units';
import { BrushFields } from './BrushFields';
import { StepFields } from './StepFields';

const KIND: Record<Operation['kind'], string> = {
  foamSheet: 'foam',
  channel: 'channel',
  pond: 'pond',
  pad: 'pad',
  plasterSkin: 'plaster',
  ridge: 'ridge',
  trackBed: 'track',
  retainingWall: 'wall',
  fillBlock: 'false bed',
  rockGroup: 'rocks',
  strokes: 'by hand',
};

const DRAWN: { tool: Tool; words: string }[] = [
  { tool: { kind: 'line', makes: 'channel', points: [] }, words: 'Scoop a channel' },
  { tool: { kind: 'box', makes: 'pond', from: null, to: null }, words: 'Dig a pond' },
  { tool: { kind: 'line', makes: 'ridge', points: [] }, words: 'Raise a ridge' },
  { tool: { kind: 'box', makes: 'pad', from: null, to: null }, words: 'Level a pad' },
  { tool: { kind: 'line', makes: 'trackBed', points: [] }, words: 'Lay a track bed' },
  { tool: { kind: 'line', makes: 'retainingWall', points: [] }, words: 'Build a wall' },
  { tool: { kind: 'box', makes: 'fillBlock', from: null, to: null }, words: 'Fill the bed' },
  { tool: { kind: 'box', makes: 'rockGroup', from: null, to: null }, words: 'Strew rocks' },
];

function sameTool(a: Tool, b: Tool): boolean {
  return a.kind === b.kind && ('makes' in a ? a.makes : '') === ('makes' in b ? b.makes : '');
}

/** The recipe of the ground: its steps in order, and what they come to. */
export function GroundSlip({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const { id, build, plan, edit, stepId, selectStep } = useDesk();
  const units = useUnits();
  const add = (operation: Operation) => {
    selectStep(operation.id);
    void edit({ kind: 'addOperation', operation, index: build.recipe.length });
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
          {DRAWN.map(({ tool: one, words }) => (
            <Button
              key={words}
              size="sm"
              variant={sameTool(tool, one) ? 'primary' : 'outline-primary'}
              aria-pressed={sameTool(tool, one)}
              onClick={() => setTool(sameTool(tool, one) ? { kind: 'hand' } : one)}
            >
              {words}
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
      <BrushFields tool={tool} setTool={setTool} />
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
      <section>
        <h3>Take the ground out</h3>
        <p>
          As{' '}
          <a href={`/api/builds/${id}/ground.asc`} download>
            a grid
          </a>
          ,{' '}
          <a href={`/api/builds/${id}/ground.png`} download>
            a grey picture
          </a>
          , or a body to print:{' '}
          <a href={`/api/builds/${id}/ground.stl`} download>
            STL
          </a>{' '}
          or{' '}
          <a href={`/api/builds/${id}/ground.obj`} download>
            OBJ
          </a>
          , in mm.
        </p>
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
