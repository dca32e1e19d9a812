using System.Numerics;

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
        var (row0, row1, column0, column1) = work.Window([a, b], reachMm);
        var wide = column0 + ((column1 - column0) / Vector<double>.Count * Vector<double>.Count);
        for (var row = row0; row < row1; row++)
        {
            var py = work.YMm(row) - a.YMm;
            var first = row * work.Columns;

            // As many cells at once as the machine takes, each by the same sums in the same order as a single one.
            for (var column = column0; column < wide; column += Vector<double>.Count)
            {
                var cell = first + column;
                var px = ((Vector.CreateSequence(0.5, 1) + new Vector<double>(work.BoardColumn(column))) * work.CellMm) - new Vector<double>(a.XMm);
                var along = Vector.Min(Vector.Max(((px * dx) + new Vector<double>(py * dy)) * scale, Vector<double>.Zero), Vector<double>.One);
                Vector<double> ex = px - (along * dx), ey = new Vector<double>(py) - (along * dy), d2 = (ex * ex) + (ey * ey);
                var known = new Vector<double>(distance2[cell..]);
                var nearer = Vector.LessThan(d2, known);
                if (nearer == Vector<long>.Zero) continue;
                Vector.ConditionalSelect(nearer, d2, known).CopyTo(distance2[cell..]);
                if (piece.IsEmpty) continue;
                Vector.ConditionalSelect(nearer, new Vector<long>(number), new Vector<long>(piece[cell..])).CopyTo(piece[cell..]);
                Vector.ConditionalSelect(nearer, along, new Vector<double>(alongs[cell..])).CopyTo(alongs[cell..]);
            }

            for (var column = wide; column < column1; column++)
            {
                var cell = first + column;
                var px = work.XMm(column) - a.XMm;
                var along = ((px * dx) + (py * dy)) * scale;
                along = along < 0 ? 0 : along > 1 ? 1 : along;
                double ex = px - (along * dx), ey = py - (along * dy), d2 = (ex * ex) + (ey * ey);
                if (d2 >= distance2[cell]) continue;
                distance2[cell] = d2;
                if (piece.IsEmpty) continue;
                piece[cell] = number;
                alongs[cell] = along;
            }
        }
    }
}
