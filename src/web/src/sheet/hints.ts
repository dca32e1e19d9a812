import type { PointWish, SpanWish, Tool } from './tools';

/** What to do with what is in the hand. */
const HINT: Record<Exclude<Tool['kind'], 'hand' | 'point' | 'span'> | PointWish | SpanWish, string> = {
  line: 'Press along the line; past the edge to run off the board. Enter or a double press ends it, Escape drops it.',
  box: 'Press and drag across it. Enter puts one in the middle, Escape drops it.',
  brush: 'Draw on the board with the brush. Escape lays it down.',
  paint: 'Paint on the bed with the brush. Escape lays it down.',
  colour: 'Press where the colour of its own is poured. Enter puts it in the middle, Escape drops it.',
  water: 'Press where the water is to stand. Enter puts it in the middle, Escape drops it.',
  standIn: 'Press where it is to stand. Enter puts it in the middle, Escape drops it.',
  drowned: 'Press where it is to lie. Enter puts it in the middle, Escape drops it.',
  sounding: 'Press where the stick stood, for each depth. Escape lays it down.',
  eye: 'Press where the eye is, on the board or beside it.',
  peak: 'Press on the peak that is to be mirrored.',
  pour: 'Press where you pour. Press again to add, Escape puts the jug down.',
  datum: 'Press on the place that heights are to be told over: a rail, a sill, a corner of the board.',
  ruler: 'Press and drag from one place to another. Escape lays the ruler down.',
  photo: 'Drag on the photo from one place to another whose distance you know.',
};

/** What to do with a tool, in a sentence; null for the bare hand. */
export function hintOf(tool: Tool): string | null {
  return tool.kind === 'hand' ? null : HINT['wants' in tool ? tool.wants : tool.kind];
}
