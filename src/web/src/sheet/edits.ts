import type { BuildEdit, Operation, Stroke } from '../api/types';

/** A new step goes under the plaster and the hand's strokes: before the last of them. */
export function placeFor(recipe: Operation[]): number {
  let index = recipe.length;
  while (index > 0 && ['plasterSkin', 'strokes'].includes(recipe[index - 1]?.kind ?? '')) index -= 1;
  return index;
}

/** A stroke joins the last set of strokes when that ends the recipe, else it begins a set over everything. */
export function strokeEdit(recipe: Operation[], stroke: Stroke, id: string): BuildEdit {
  const last = recipe.at(-1);
  if (last?.kind === 'strokes' && last.enabled) return { kind: 'addStroke', id: last.id, stroke };
  const operation: Operation = { kind: 'strokes', id, name: 'By hand', enabled: true, items: [stroke] };
  return { kind: 'addOperation', operation, index: recipe.length };
}
