import type { Tint } from './types';

/** A tint's name among all there are. */
export function nameOfTint(tints: Tint[], tintId: string): string {
  return tints.find((tint) => tint.id === tintId)?.name ?? 'A tint that is gone';
}
