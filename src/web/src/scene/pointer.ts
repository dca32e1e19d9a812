/** A place on the screen, px. */
export interface Place {
  x: number;
  y: number;
}

/** A finger, pen or mouse that is down: where it came down and where it is. */
interface Finger {
  pointer: number;
  from: Place;
  at: Place;
}

/** Who is down on a thing: one drags it, two pinch it. After a pinch the finger that is left only rests. */
export interface Pointers {
  fingers: readonly Finger[];
  resting: boolean;
}

export const NOBODY: Pointers = { fingers: [], resting: false };

/** What a pointer did. `lost`: it was taken away, by the system or by a window that came between. */
export interface Happening {
  kind: 'down' | 'move' | 'up' | 'lost';
  pointer: number;
  at: Place;
  /** Whether it is a second finger while another is down somewhere. */
  second: boolean;
  /** Whether a button is still held, or the finger still down. */
  held: boolean;
}

/** What that means for the thing under it. A drag always ends in `end` or in `drop`. */
export type Told =
  | { kind: 'begin' | 'move' | 'end'; from: Place; at: Place }
  | { kind: 'drop' }
  | { kind: 'pinch'; before: readonly [Place, Place]; after: readonly [Place, Place] };

/**
 * The one machine behind everything that is dragged: from who is down and what happened to who is down now and what it
 * means. It never keeps a pointer that is gone.
 */
export function follow(
  pointers: Pointers,
  happening: Happening,
  canPinch: boolean,
): { pointers: Pointers; told: Told | null } {
  const { fingers, resting } = pointers;
  const { kind, pointer, at } = happening;
  const unchanged = { pointers, told: null };
  const mine = fingers.find((finger) => finger.pointer === pointer);
  if (kind === 'down') {
    const finger = { pointer, from: at, at };
    if (fingers.length === 0) {
      if (happening.second) return unchanged;
      return { pointers: { fingers: [finger], resting: false }, told: { kind: 'begin', from: at, at } };
    }
    if (fingers.length > 1 || !canPinch || mine !== undefined) return unchanged;
    return { pointers: { fingers: [...fingers, finger], resting: false }, told: resting ? null : { kind: 'drop' } };
  }
  if (mine === undefined) return unchanged;
  const moved = fingers.map((finger) => (finger === mine ? { ...finger, at } : finger));
  if (kind === 'move' && happening.held) {
    const [one, other] = moved;
    if (one !== undefined && other !== undefined) {
      const [was, wasOther] = fingers as readonly [Finger, Finger];
      return {
        pointers: { fingers: moved, resting },
        told: { kind: 'pinch', before: [was.at, wasOther.at], after: [one.at, other.at] },
      };
    }
    return {
      pointers: { fingers: moved, resting },
      told: resting ? null : { kind: 'move', from: mine.from, at },
    };
  }
  const left = fingers.filter((finger) => finger !== mine);
  const after = { fingers: left, resting: left.length > 0 };
  if (fingers.length > 1 || resting) return { pointers: after, told: null };
  if (kind === 'lost') return { pointers: after, told: { kind: 'drop' } };
  // Let go where nobody saw it: what is shown is what was meant.
  const end = kind === 'up' ? at : mine.at;
  return { pointers: after, told: { kind: 'end', from: mine.from, at: end } };
}

/** How many times as far apart two fingers are as they were; fingers that touch count as a finger's breadth apart. */
export function spreadBy(before: readonly [Place, Place], after: readonly [Place, Place]): number {
  const apart = ([a, b]: readonly [Place, Place]) => Math.max(20, Math.hypot(a.x - b.x, a.y - b.y));
  return apart(after) / apart(before);
}
