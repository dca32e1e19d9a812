import type { Dam } from '../api/types';

export type DamEnd = 'from' | 'to';

const LEAST_DAM_MM = 4;

/** A dam with one end moved along its side: kept on the side, and on its own side of the other end. */
export function damEnd(dam: Dam, end: DamEnd, byMm: number, sideMm: number): Dam {
  const half = (mm: number) => Math.round(mm * 2) / 2;
  return end === 'from'
    ? { ...dam, fromMm: Math.max(0, Math.min(dam.toMm - LEAST_DAM_MM, half(dam.fromMm + byMm))) }
    : { ...dam, toMm: Math.min(sideMm, Math.max(dam.fromMm + LEAST_DAM_MM, half(dam.toMm + byMm))) };
}
