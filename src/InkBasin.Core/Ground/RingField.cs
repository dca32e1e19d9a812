using System.Numerics;
using System.Runtime.InteropServices;

namespace InkBasin.Core.Ground;

/// <summary>
/// A ring laid over the grid being compiled: which cells lie inside and how far from it. Each piece of the ring visits
/// only the cells within reach, so the cost follows the ring's length and not the board's size.
/// </summary>
internal readonly ref struct RingField
{
    private readonly Span<bool> _inside;
    private readonly Span<double> _distance2;

    private RingField(Span<bool> inside, Span<double> distance2)
    {
        _inside = inside;
        _distance2 = distance2;
    }

    /// <summary>Whether the cell's centre lies inside (even–odd).</summary>
    public bool Inside(int cell) => _inside[cell];

    /// <summary>Distance from the cell's centre to the ring, mm; +∞ beyond the reach it was laid with.</summary>
    public double DistanceMm(int cell) => Math.Sqrt(_distance2[cell]);

    /// <param name="work">The grid.</param>
    /// <param name="ring">A closed ring of straight pieces.</param>
    /// <param name="reachMm">Distances are known up to here, mm, ≥ 0; 0 when they are not wanted.</param>
    public static RingField Lay(GroundWork work, ReadOnlySpan<PointMm> ring, double reachMm)
    {
        var inside = work.Inside();
        FillInside(work, ring, inside);
        var distance2 = work.Distance2();
        if (reachMm > 0) Measure(work, ring, reachMm, distance2);
        return new RingField(inside, distance2);
    }

    // Row by row: between each pair of crossings lies inside, as in Rings.Contains.
    private static void FillInside(GroundWork work, ReadOnlySpan<PointMm> ring, Span<bool> inside)
    {
        var (row0, row1, _, _) = work.Window(ring, 0);
        var crossings = new List<double>();
        for (var row = row0; row < row1; row++)
        {
            work.StopIfUnwanted();
            var y = work.YMm(row);
            crossings.Clear();
            for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
            {
                PointMm a = ring[i], b = ring[j];
                if (a.YMm > y != b.YMm > y) crossings.Add(((b.XMm - a.XMm) * (y - a.YMm) / (b.YMm - a.YMm)) + a.XMm);
            }

            crossings.Sort();
            for (var k = 0; k + 1 < crossings.Count; k += 2)
            {
                var from = (int)Math.Clamp(Math.Ceiling((crossings[k] / work.CellMm) - 0.5) - work.Box.Column0, 0, work.Columns);
                var to = (int)Math.Clamp(Math.Ceiling((crossings[k + 1] / work.CellMm) - 0.5) - work.Box.Column0, 0, work.Columns);
                if (to > from) inside.Slice((row * work.Columns) + from, to - from).Fill(true);
            }
        }
    }

    private static void Measure(GroundWork work, ReadOnlySpan<PointMm> ring, double reachMm, Span<double> distance2)
    {
        for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
            NearestPiece.Visit(work, ring[j], ring[i], reachMm, distance2, [], [], 0);
    }
}

/// <summary>
/// For every cell within reach of a line: the nearest of its straight pieces, where along it, and how far.
/// </summary>
internal readonly ref struct NearestPiece(GroundWork work)
{
    /// <summary>Squared distance, mm²; +∞ out of reach.</summary>
    public Span<double> Distance2 { get; } = work.Distance2();

    /// <summary>Number of the point the nearest piece ends at, from 1; 0 out of reach.</summary>
    public Span<long> Piece { get; } = work.Piece();

    /// <summary>Where along that piece, 0…1; unset out of reach.</summary>
    public Span<double> Along { get; } = work.Along();

    public static NearestPiece Lay(GroundWork work, ReadOnlySpan<PointMm> line, double reachMm)
    {
        var nearest = new NearestPiece(work);
        for (var i = 1; i < line.Length; i++)
            Visit(work, line[i - 1], line[i], reachMm, nearest.Distance2, nearest.Piece, nearest.Along, i);
        return nearest;
    }

    /// <summary>Lowers the distances of the cells within reach of the piece a–b, noting the piece unless the spans for it are empty.</summary>
    public static void Visit(GroundWork work, PointMm a, PointMm b, double reachMm, Span<double> distance2, Span<long> piece, Span<double> alongs, int number)
    {
        work.StopIfUnwanted();
        double dx = b.XMm - a.XMm, dy = b.YMm - a.YMm, length2 = (dx * dx) + (dy * dy);
        var scale = length2 > 0 ? 1 / length2 : 0;
        var (row0, row1, left, right) = work.Window([a, b], reachMm);
        var lanes = Vector<double>.Count;
        Vector<double> dxs = new(dx), dys = new(dy), scales = new(scale), cells = new(work.CellMm), from = new(a.XMm);
        var centres = Vector.CreateSequence(0.5, 1.0) + new Vector<double>(work.BoardColumn(0));
        var numbers = new Vector<long>(number);
        for (var row = row0; row < row1; row++)
        {
            // Beside the piece's own rows the reach goes round its ends: the window's corners lie beyond it.
            var py = work.YMm(row) - a.YMm;
            var off = Math.Max(0, Math.Max(Math.Min(0, dy) - py, py - Math.Max(0, dy)));
            if (off > reachMm) continue;
            var side = Math.Sqrt((reachMm * reachMm) - (off * off));
            var column0 = Math.Max(left, work.ColumnAt(Math.Min(a.XMm, b.XMm) - side) - 1);
            var column1 = Math.Min(right, work.ColumnAt(Math.Max(a.XMm, b.XMm) + side) + 2);
            var width = column1 - column0;
            if (width <= 0) continue;
            Vector<double> pys = new(py), pydys = new(py * dy);
            var first = (row * work.Columns) + column0;
            var distances = distance2.Slice(first, width);
            if (width < lanes)
            {
                for (var i = 0; i < width; i++)
                {
                    var px = work.XMm(column0 + i) - a.XMm;
                    var along = ((px * dx) + (py * dy)) * scale;
                    along = along < 0 ? 0 : along > 1 ? 1 : along;
                    double ex = px - (along * dx), ey = py - (along * dy), d2 = (ex * ex) + (ey * ey);
                    if (d2 >= distances[i]) continue;
                    distances[i] = d2;
                    if (piece.IsEmpty) continue;
                    piece[first + i] = number;
                    alongs[first + i] = along;
                }

                continue;
            }

            // As many cells at once as the machine takes, each by the same sums in the same order as a single one. The last of a
            // row reach back over cells already seen, where they find nothing nearer.
            ref var nearest = ref MemoryMarshal.GetReference(distances);
            for (var next = 0; next < width; next += lanes)
            {
                var i = Math.Min(next, width - lanes);
                var px = ((centres + new Vector<double>(column0 + i)) * cells) - from;
                var along = Vector.MinNative(Vector.MaxNative(((px * dxs) + pydys) * scales, Vector<double>.Zero), Vector<double>.One);
                Vector<double> ex = px - (along * dxs), ey = pys - (along * dys), d2 = (ex * ex) + (ey * ey);
                var known = Vector.LoadUnsafe(ref nearest, (nuint)i);
                Vector.MinNative(d2, known).StoreUnsafe(ref nearest, (nuint)i);
                if (piece.IsEmpty) continue;
                var nearer = Vector.LessThan(d2, known);
                if (nearer == Vector<long>.Zero) continue;
                Vector.ConditionalSelect(nearer, numbers, new Vector<long>(piece[(first + i)..])).CopyTo(piece[(first + i)..]);
                Vector.ConditionalSelect(nearer, along, new Vector<double>(alongs[(first + i)..])).CopyTo(alongs[(first + i)..]);
            }
        }
    }
}
