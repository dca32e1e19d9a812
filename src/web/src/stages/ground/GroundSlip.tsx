import Button from 'react-bootstrap/Button';
import type { Step } from '../../api/types';
import { freshId, useDesk } from '../../desk/DeskContext';
import { copyOf } from '../../sheet/edits';
import { kindsDrawn, STEP_KINDS } from '../../sheet/stepKinds';
import type { Tool } from '../../sheet/tools';
import { BrushFields } from './BrushFields';
import { CopyMark } from '../../slip/CopyMark';
import { ImportPart } from './ImportPart';
import { MakingPart } from './MakingPart';
import { StepFields } from './StepFields';
import { ToolButton } from '../../slip/ToolButton';
import { formatLength } from '../../units/units';
import { useUnits } from '../../units/UnitsContext';
import { addTo, moveIn, removeFrom, setIn } from '../../desk/changes';

interface Drawn {
  tool: Tool;
  words: string;
}

// Begun with nothing drawn yet.
const DRAWN: Drawn[] = (Object.keys(STEP_KINDS) as Step['kind'][]).flatMap((kind): Drawn[] => {
  const words = STEP_KINDS[kind].invites;
  if (words === null) return [];
  if (isIn(kindsDrawn('line'), kind)) return [{ tool: { kind: 'line', makes: kind, points: [] }, words }];
  if (isIn(kindsDrawn('box'), kind)) return [{ tool: { kind: 'box', makes: kind, from: null, to: null }, words }];
  return [];
});

function isIn<T extends string>(kinds: T[], kind: string): kind is T {
  return (kinds as string[]).includes(kind);
}

function sameTool(a: Tool, b: Tool): boolean {
  return a.kind === b.kind && ('makes' in a ? a.makes : '') === ('makes' in b ? b.makes : '');
}

/** The recipe of the ground: its steps in order, and what they come to. */
export function GroundSlip({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const { id, build, plan, edit, stepId, selectStep } = useDesk('id', 'build', 'plan', 'edit', 'stepId', 'selectStep');
  const units = useUnits();
  const add = (step: Step) => {
    selectStep(step.id);
    void edit(addTo('recipe', step, build.recipe.length));
  };
  return (
    <>
      <header className="slip-head">
        <h2>Ground</h2>
        <p>
          {formatLength(plan.ground.lowestMm, units)} to {formatLength(plan.ground.highestMm, units)} {units.length}{' '}
          over the board
        </p>
      </header>
      <section>
        <div className="tool-row" role="group" aria-label="Draw on the Sheet">
          {DRAWN.map(({ tool: one, words }) => (
            <ToolButton
              key={words}
              inHand={sameTool(tool, one)}
              onClick={() => setTool(sameTool(tool, one) ? { kind: 'hand' } : one)}
            >
              {words}
            </ToolButton>
          ))}
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
          {build.recipe.map((step, i) => (
            <li key={step.id} className={step.id === stepId ? 'selected' : ''}>
              <div className="step-row">
                <input
                  type="checkbox"
                  className="form-check-input"
                  checked={step.enabled}
                  aria-label={`${step.name} is part of the ground`}
                  onChange={() => void edit(setIn('recipe', step.id, { enabled: !step.enabled }))}
                />
                <button
                  type="button"
                  className="step-name"
                  aria-expanded={step.id === stepId}
                  onClick={() => selectStep(step.id === stepId ? null : step.id)}
                >
                  {step.name} <span>{STEP_KINDS[step.kind].word}</span>
                </button>
                <button
                  type="button"
                  className="step-tool"
                  disabled={i === 0}
                  aria-label={`Move ${step.name} earlier`}
                  onClick={() => void edit(moveIn('recipe', step.id, i - 1))}
                >
                  ↑
                </button>
                <button
                  type="button"
                  className="step-tool"
                  disabled={i === build.recipe.length - 1}
                  aria-label={`Move ${step.name} later`}
                  onClick={() => void edit(moveIn('recipe', step.id, i + 1))}
                >
                  ↓
                </button>
                <button
                  type="button"
                  className="step-tool"
                  aria-label={`Copy ${step.name}`}
                  onClick={() => {
                    const copy = copyOf(step, freshId('copy'), new Set(build.recipe.map((one) => one.name)));
                    selectStep(copy.id);
                    void edit(addTo('recipe', copy, i + 1));
                  }}
                >
                  <CopyMark />
                </button>
                <button
                  type="button"
                  className="step-tool"
                  aria-label={`Remove ${step.name}`}
                  onClick={() => void edit(removeFrom('recipe', step.id))}
                >
                  ×
                </button>
              </div>
              {step.id === stepId && <StepFields step={step} tool={tool} setTool={setTool} />}
            </li>
          ))}
        </ol>
      </section>
      <MakingPart />
      <ImportPart />
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
    </>
  );
}
