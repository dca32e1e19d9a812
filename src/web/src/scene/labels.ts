/** A box on the screen, px. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What must not be written over: by any label, or only by those of a rank and the less important. */
export interface Taken extends Box {
  fromRank?: number;
}

/** Where a line of text may stand: its anchor on its baseline, turned by quarters. */
export interface Spot {
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
  turn?: 90 | -90;
}

/** How a kind of label is written; the styles write it so. */
export interface Lettering {
  size: number;
  weight: number;
  figures?: boolean;
}

/** A label that asks for a place: the more important (the lower its rank), the earlier it chooses. */
export interface Wish {
  key: string;
  text: string;
  rank: number;
  lettering: Lettering;
  /** Where it would stand, best first. */
  spots: Spot[];
}

export type Placed = ReadonlyMap<string, { text: string; spot: Spot }>;

const AIR = 1.5;

/**
 * Gives each label the first of its places that is clear of all that has one, of what must not be covered, and of the edge.
 * One that finds none is left out: better unsaid than unreadable.
 */
export function place(wishes: Wish[], taken: Taken[], area: Box, measure = textWidth): Placed {
  const boxes: Box[] = [];
  const placed = new Map<string, { text: string; spot: Spot }>();
  for (const wish of [...wishes].sort((a, b) => a.rank - b.rank)) {
    const width = measure(wish.text, wish.lettering);
    const kept = taken.filter(({ fromRank = 0 }) => wish.rank >= fromRank);
    for (const spot of wish.spots) {
      const box = boxOf(spot, width, wish.lettering.size);
      const clear = (others: Box[]) => !others.some((other) => overlap(box, other));
      if (!inside(box, area) || !clear(kept) || !clear(boxes)) continue;
      boxes.push(box);
      placed.set(wish.key, { text: wish.text, spot });
      break;
    }
  }
  return placed;
}

/** The box a line of text takes. */
export function boxOf(spot: Spot, width: number, size: number): Box {
  const [up, down] = [size * 0.88, size * 0.32];
  const along = spot.anchor === 'start' ? 0 : spot.anchor === 'middle' ? -width / 2 : -width;
  const box =
    spot.turn === undefined
      ? { x: spot.x + along, y: spot.y - up, width, height: up + down }
      : spot.turn === -90
        ? { x: spot.x - up, y: spot.y - along - width, width: up + down, height: width }
        : { x: spot.x - down, y: spot.y + along, width: up + down, height: width };
  return { x: box.x - AIR, y: box.y - AIR, width: box.width + 2 * AIR, height: box.height + 2 * AIR };
}

export function overlap(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

function inside(box: Box, area: Box): boolean {
  return (
    box.x >= area.x &&
    box.y >= area.y &&
    box.x + box.width <= area.x + area.width &&
    box.y + box.height <= area.y + area.height
  );
}

let pen: CanvasRenderingContext2D | null = null;
const widths = new Map<string, number>();

/** How wide a text is on the screen, px. */
function textWidth(text: string, { size, weight, figures }: Lettering): number {
  pen ??= document.createElement('canvas').getContext('2d');
  const family =
    figures === true
      ? "'Azeret Mono Variable', monospace"
      : "'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif";
  if (pen === null) return text.length * size * 0.62;
  // Until the faces are there, what is measured is of another face and is measured again.
  const font = `${weight} ${size}px ${family}`;
  const known = document.fonts.status === 'loaded' ? widths.get(font + text) : undefined;
  if (known !== undefined) return known;
  pen.font = font;
  const { width } = pen.measureText(text);
  if (widths.size > 2000) widths.clear();
  widths.set(font + text, width);
  return width;
}

/** Places round a point, from the right on, so many px off it. */
export function around(x: number, y: number, off: number, size: number): Spot[] {
  const low = y + size * 0.35;
  return [
    { x: x + off, y: low, anchor: 'start' },
    { x: x - off, y: low, anchor: 'end' },
    { x, y: y - off, anchor: 'middle' },
    { x, y: y + off + size * 0.8, anchor: 'middle' },
    { x: x + off, y: low - size * 1.4, anchor: 'start' },
    { x: x - off, y: low - size * 1.4, anchor: 'end' },
    { x: x + off, y: low + size * 1.4, anchor: 'start' },
    { x: x - off, y: low + size * 1.4, anchor: 'end' },
  ];
}

/** The same labels, those that stand where they stood being the same objects: whoever draws one need not draw it anew. */
export function asBefore(before: Placed, now: Placed): Placed {
  return new Map(
    [...now].map(([key, label]) => {
      const old = before.get(key);
      const same =
        old !== undefined &&
        old.text === label.text &&
        old.spot.x === label.spot.x &&
        old.spot.y === label.spot.y &&
        old.spot.anchor === label.spot.anchor &&
        old.spot.turn === label.spot.turn;
      return [key, same ? old : label];
    }),
  );
}
