import type { PointMm, Water } from '../api/types';
import { freshId } from './DeskContext';

/** What a first water is planned with until the maker chooses: the first of the sheets that ship. */
const FIRST_PRODUCT = 'coating-epoxy';

/** A bed nobody has painted yet: earth all over, the same as the server takes one for. */
const EARTH = { earth: '#8a6f52', middle: null, middleFromMm: 8, beach: null, beachToMm: 1.5 };

/** A water put on the board: poured as the last one is, with nothing settled that is only true of that one. */
export function newWater(name: string, seed: PointMm, waterlineMm: number, last: Water | undefined): Water {
  return {
    id: freshId('water'),
    name,
    seed,
    waterlineMm,
    productId: last?.productId ?? FIRST_PRODUCT,
    strategy: last?.strategy ?? 'equalDepth',
    sealMm: last?.sealMm ?? 2,
    topUpMm: last?.topUpMm ?? 0,
    ink:
      last === undefined
        ? { tintId: null, mlPer100Ml: 0.1, firstTimes: 1, shades: [], places: [], blendMm: 30 }
        : { ...last.ink, places: [] },
    paint: last?.paint ?? EARTH,
    bedStrokes: [],
    ownTopsMm: null,
    barrier: null,
    gel: null,
    wind: last?.wind ?? 'light',
    flow: last?.flow ?? 'standing',
    firstPourAt: null,
  };
}
