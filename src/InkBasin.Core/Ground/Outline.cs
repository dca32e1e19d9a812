namespace InkBasin.Core.Ground;

/// <summary>
/// A closed outline on the board, drawn straight or as a smooth curve through its points. At least three points.
/// </summary>
/// <param name="Points">Corners or curve points in order; the last joins the first.</param>
/// <param name="Curved">True for a smooth closed curve through the points.</param>
public sealed record Outline(IReadOnlyList<PointMm> Points, bool Curved = false)
{
    private readonly Remembered<(IReadOnlyList<PointMm> Points, double StepMm), PointMm[]> _traced = new();
    private readonly Remembered<(IReadOnlyList<PointMm> Points, double StepMm), PointMm[]> _ring = new();

    /// <summary>Refuses an outline that encloses nothing.</summary>
    /// <exception cref="RefusedException">Under three points, or a point that is not a number.</exception>
    public void Check(string field)
    {
        Require.Present(Points, $"{field}.points");
        if (Points.Count < 3) throw new RefusedException($"{field}.points", "An outline needs at least three points.");
        if (Points.Count > 2000) throw new RefusedException($"{field}.points", "Keep an outline to 2000 points.");
        PointMm.CheckAll(Points, $"{field}.points");
    }

    /// <summary>
    /// The outline as a closed ring of straight pieces. A curve is cut into pieces of about <paramref name="stepMm"/>,
    /// and those that lie within a hundredth of a step of one straight line are made one. Kept for the next who asks: to be read only.
    /// </summary>
    public PointMm[] Ring(double stepMm) =>
        Curved ? _ring.Of((Points, stepMm), () => Rings.Straightened(Traced(stepMm), stepMm / 100)) : [.. Points];

    /// <summary>The points its ring is made of, with those that lie along: enough for what it reaches, and much sooner at hand. To be read only.</summary>
    public PointMm[] Traced(double stepMm) =>
        Curved ? _traced.Of((Points, stepMm), () => SmoothLine.Through(Points, stepMm, closed: true).Points) : [.. Points];
}

/// <summary>Geometry of a closed ring of straight pieces.</summary>
public static class Rings
{
    /// <summary>Even–odd test: true when (x, y) lies inside the ring. A point on the border may fall either way.</summary>
    public static bool Contains(ReadOnlySpan<PointMm> ring, double x, double y)
    {
        var inside = false;
        for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
        {
            PointMm a = ring[i], b = ring[j];
            if (a.YMm > y != b.YMm > y && x < ((b.XMm - a.XMm) * (y - a.YMm) / (b.YMm - a.YMm)) + a.XMm) inside = !inside;
        }

        return inside;
    }

    /// <summary>Distance from (x, y) to the nearest piece of the ring, mm.</summary>
    public static double DistanceMm(ReadOnlySpan<PointMm> ring, double x, double y)
    {
        var best = double.PositiveInfinity;
        for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
            best = Math.Min(best, SegmentDistanceSquared(ring[j], ring[i], x, y, out _));
        return Math.Sqrt(best);
    }

    /// <summary>
    /// The ring with runs of points left out that lie within <paramref name="toleranceMm"/> of the piece that replaces
    /// them. Greedy: each piece is made as long as it may be, to at most 64 points.
    /// </summary>
    public static PointMm[] Straightened(PointMm[] ring, double toleranceMm)
    {
        ArgumentNullException.ThrowIfNull(ring);
        var kept = new List<PointMm>();
        for (var from = 0; from < ring.Length;)
        {
            kept.Add(ring[from]);
            var to = from + 1;
            while (to < ring.Length && to - from < 64 && LiesAlong(ring, from, to + 1, toleranceMm)) to++;
            from = to;
        }

        return [.. kept];
    }

    private static bool LiesAlong(PointMm[] ring, int from, int to, double toleranceMm)
    {
        var end = ring[to % ring.Length];
        for (var k = from + 1; k < to; k++)
        {
            if (SegmentDistanceSquared(ring[from], end, ring[k].XMm, ring[k].YMm, out _) > toleranceMm * toleranceMm) return false;
        }

        return true;
    }

    /// <summary>Area enclosed by a simple ring, mm² (shoelace).</summary>
    public static double AreaMm2(ReadOnlySpan<PointMm> ring)
    {
        double twice = 0;
        for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
            twice += (ring[j].XMm * ring[i].YMm) - (ring[i].XMm * ring[j].YMm);
        return Math.Abs(twice) / 2;
    }

    /// <summary>
    /// Squared distance from (x, y) to the piece a–b, mm², and where along it (0…1) the nearest place lies.
    /// </summary>
    public static double SegmentDistanceSquared(PointMm a, PointMm b, double x, double y, out double along)
    {
        double dx = b.XMm - a.XMm, dy = b.YMm - a.YMm, px = x - a.XMm, py = y - a.YMm;
        var length2 = (dx * dx) + (dy * dy);
        along = length2 > 0 ? Math.Clamp(((px * dx) + (py * dy)) / length2, 0, 1) : 0;
        double ex = px - (along * dx), ey = py - (along * dy);
        return (ex * ex) + (ey * ey);
    }
}
