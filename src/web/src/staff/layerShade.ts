/** The band of a layer, dark at the bed and clearer toward the surface: the same on the Staff and in the Cut. */
export function layerShade(index: number, count: number): string {
  const share = count <= 1 ? 0.5 : index / (count - 1);
  const mix = (from: number, to: number) => Math.round(from + (to - from) * share);
  return `rgb(${mix(17, 96)} ${mix(74, 166)} ${mix(80, 163)})`;
}
