/** How the section lies on the screen: px from mm along it and from mm over the board. */
export interface Lie {
  left: number;
  widthPx: number;
  zero: number;
  along: number;
  up: number;
  x: (mm: number) => number;
  y: (mm: number) => number;
}
