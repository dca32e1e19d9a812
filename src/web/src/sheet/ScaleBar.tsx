/** How long so many px are: a bar that keeps its size while the board is looked at nearer. */
export function ScaleBar({
  left,
  top,
  scale,
  label,
}: {
  left: number;
  top: number;
  scale: number;
  label: (mm: number) => string;
}) {
  const length = [500, 200, 100, 50, 20, 10].find((mm) => mm * scale <= 160) ?? 5;
  const px = length * scale;
  return (
    <g className="scale-bar" transform={`translate(${left} ${top})`}>
      <rect className="scale-bar-ground" x={-8} y={-9} width={px + 190} height={22} />
      <rect width={px} height={5} className="scale-bar-frame" />
      {[0, 2].map((k) => (
        <rect key={k} x={(px / 4) * k} width={px / 4} height={5} className="scale-bar-dark" />
      ))}
      <text x={px + 10} y={7}>
        {label(length)}
      </text>
    </g>
  );
}

/** Nearer, further off, and back to the whole board. */
export function ZoomTools({
  times,
  zoomBy,
  setWhole,
}: {
  /** How many times as near as the whole board; null for the whole. */
  times: number | null;
  zoomBy: (factor: number, at: null) => void;
  setWhole: () => void;
}) {
  return (
    <div className="zoom-tools" role="group" aria-label="How near the Sheet is looked at">
      <button type="button" onClick={() => zoomBy(1.5, null)} title="Nearer (+)" aria-label="Nearer">
        +
      </button>
      <button
        type="button"
        onClick={() => zoomBy(1 / 1.5, null)}
        disabled={times === null}
        title="Further off (−)"
        aria-label="Further off"
      >
        −
      </button>
      <button type="button" onClick={setWhole} disabled={times === null} title="The whole board (0)">
        {times === null ? '1×' : `${times.toFixed(times < 3 ? 1 : 0)}×`}
      </button>
    </div>
  );
}
