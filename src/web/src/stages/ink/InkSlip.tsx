import { useState } from 'react';
import { useDesk } from '../../desk/DeskContext';
import type { Tool } from '../../sheet/tools';
import { WaterTabs } from '../water/WaterTabs';
import { BedPart } from './BedPart';
import { MatchPart } from './MatchPart';
import { PlacesPart } from './PlacesPart';
import { RecipePart } from './RecipePart';
import { TrialPart } from './TrialPart';

const PARTS = [
  { part: 'recipe', name: 'Recipe' },
  { part: 'match', name: 'Match' },
  { part: 'bed', name: 'Bed' },
  { part: 'places', name: 'Places' },
  { part: 'trial', name: 'Trial' },
] as const;

/** The colour of the selected water: the tints in it, tints for a wished colour, the paint under it. */
export function InkSlip({ tool, setTool }: { tool: Tool; setTool: (tool: Tool) => void }) {
  const { water, waterPlan } = useDesk('water', 'waterPlan');
  const [part, setPart] = useState<(typeof PARTS)[number]['part']>('recipe');
  if (water === null || waterPlan === null) {
    return (
      <section>
        <p>No water to ink yet: put one on the board under Water.</p>
      </section>
    );
  }
  return (
    <>
      <WaterTabs />
      <nav className="slip-parts" aria-label="Ink">
        {PARTS.map((one) => (
          <button key={one.part} type="button" aria-pressed={part === one.part} onClick={() => setPart(one.part)}>
            {one.name}
          </button>
        ))}
      </nav>
      {part === 'recipe' && <RecipePart key={water.id} water={water} plan={waterPlan} />}
      {part === 'match' && <MatchPart key={water.id} water={water} plan={waterPlan} />}
      {part === 'trial' && <TrialPart key={water.id} water={water} plan={waterPlan} />}
      {part === 'places' && <PlacesPart key={water.id} water={water} tool={tool} setTool={setTool} />}
      {part === 'bed' && <BedPart key={water.id} water={water} plan={waterPlan} tool={tool} setTool={setTool} />}
    </>
  );
}
