import type { BuildEdit, Step, Stroke } from '../api/types';
import { moveAll } from './shapes';
import { addTo } from '../desk/changes';

const COPY_MM = 12;

const LAST = ['plasterSkin', 'strokes', 'edgeProfile'];

/** A new step goes under the plaster, the hand's strokes and the joints: before the last of them. Plaster goes over all. */
export function placeFor(recipe: Step[], kind?: Step['kind']): number {
  let index = recipe.length;
  if (kind === 'plasterSkin') return index;
  while (index > 0 && LAST.includes(recipe[index - 1]?.kind ?? '')) index -= 1;
  return index;
}

/** A stroke joins the last set of strokes when that ends the recipe, else it begins a set over everything. */
export function strokeEdit(recipe: Step[], stroke: Stroke, id: string): BuildEdit {
  const last = recipe.at(-1);
  if (last?.kind === 'strokes' && last.enabled)
    return { kind: 'append', list: 'recipe', id: last.id, field: 'items', item: stroke };
  const step: Step = { kind: 'strokes', id, name: 'By hand', enabled: true, items: [stroke] };
  return addTo('recipe', step, recipe.length);
}

/** The same step once more, a little to the side so that both are seen. */
export function copyOf(step: Step, id: string, taken: Set<string>): Step {
  return { ...moveAll(step, COPY_MM, COPY_MM), id, name: unused(`${step.name} copy`, taken) };
}

/** A name nobody has yet. */
export function unused(name: string, taken: Set<string>): string {
  if (!taken.has(name)) return name;
  let k = 2;
  while (taken.has(`${name} ${k}`)) k += 1;
  return `${name} ${k}`;
}
