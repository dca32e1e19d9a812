/** A line in board mm; a closed one ends in the point it began with. */
export type Line = [number, number][];

/** Whether a line comes back to where it began. */
export function isClosed(line: Line): boolean {
  const [first, last] = [line[0], line.at(-1)];
  return line.length > 3 && first?.[0] === last?.[0] && first?.[1] === last?.[1];
}

/**
 * An SVG path of lines in mm, rounded through the middles of their sides: the corners lie where the lines between cells are
 * crossed and are no corners of the water or of the ground.
 */
export function roundedPath(lines: Line[]): string {
  return lines.map((line) => (isClosed(line) ? roundedRing(line.slice(0, -1)) : roundedLine(line))).join('');
}

function roundedRing(points: Line): string {
  const curve = points.map((point, k) => bend(point, points[(k + 1) % points.length] ?? point));
  return `M${middle(points.at(-1), points[0])}${curve.join('')}Z`;
}

function roundedLine(points: Line): string {
  if (points.length < 2) return '';
  const curve = points.slice(1, -1).map((point, k) => bend(point, points[k + 2] ?? point));
  return `M${told(points[0])}L${middle(points[0], points[1])}${curve.join('')}L${told(points.at(-1))}`;
}

const told = ([x, y]: [number, number] = [0, 0]) => `${x.toFixed(2)},${y.toFixed(2)}`;

const middle = ([x0, y0]: [number, number] = [0, 0], [x1, y1]: [number, number] = [0, 0]) =>
  told([(x0 + x1) / 2, (y0 + y1) / 2]);

const bend = (corner: [number, number], next: [number, number]) => `Q${told(corner)} ${middle(corner, next)}`;
