import type { PlannedLayer } from '../api/types';

/** Least rise of a layer a hand can set, mm. */
const LEAST_MM = 0.3;

type Ends = Pick<PlannedLayer, 'fromMm' | 'toMm' | 'poured'>;

/** The tops a maker can move: of the layers ahead, all but the last, which ends at the waterline. */
export function movableTops(layers: Ends[]): number[] {
  return layers.slice(0, -1).flatMap((layer, i) => (layer.poured === null ? [i] : []));
}

/** The tops set by hand once the top of one layer is brought to a level: it stays between its neighbours. */
export function movedTop(layers: Ends[], index: number, toMm: number): number[] {
  const below = layers[index]?.fromMm ?? 0;
  const above = layers[index + 1]?.toMm ?? 0;
  const held = Math.min(above - LEAST_MM, Math.max(below + LEAST_MM, toMm));
  return movableTops(layers).map((i) => (i === index ? Math.round(held * 100) / 100 : (layers[i]?.toMm ?? 0)));
}

/** The tops with the deepest layer ahead cut in two. */
export function anotherTop(layers: Ends[], waterlineMm: number): number[] {
  const ahead = layers.filter((layer) => layer.poured === null);
  const deepest = ahead.reduce<Ends | null>(
    (most, layer) => (most === null || layer.toMm - layer.fromMm > most.toMm - most.fromMm + 1e-9 ? layer : most),
    null,
  );
  const tops = ahead.map((layer) => layer.toMm).filter((top) => top < waterlineMm - 1e-9);
  if (deepest !== null) tops.push(Math.round(((deepest.fromMm + deepest.toMm) / 2) * 100) / 100);
  return tops.sort((a, b) => a - b);
}
