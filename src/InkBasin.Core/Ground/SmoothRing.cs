namespace InkBasin.Core.Ground;

/// <summary>
/// Takes the steps of a grid out of a ring drawn on it, for a knife to follow: each point to the middle of its neighbours, round after round, and what that took off smoothed in its turn and put back (twicing,
/// Tukey 1977), so that bends are not drawn in. Real corners stay where they are, as do points on the board's edge, and nothing moves farther than a cell's own error.
/// </summary>
public static class SmoothRing
{
    private const double Weight = 0.5;
    private const int Rounds = 120;

    // Steps are as wide as a few cells where a line runs nearly along the grid; a corner turns for good.
    private const int WindowCells = 4;
    private const double CornerCos = 0.5;

    private const double FarthestCells = 0.75;
    private const double StraightMm = 0.05;
    private const double EdgeMm = 1e-6;

    /// <summary>Smooths a ring.</summary>
    /// <param name="ring">Its points, mm; the last joins the first.</param>
    /// <param name="cellMm">Side of a cell of the grid it was drawn on, mm.</param>
    /// <param name="widthMm">The board's width, mm.</param>
    /// <param name="depthMm">The board's depth, mm.</param>
    public static IReadOnlyList<PointMm> Of(IReadOnlyList<PointMm> ring, double cellMm, double widthMm, double depthMm)
    {
        ArgumentNullException.ThrowIfNull(ring);
        var from = Sampled(ring, cellMm / 2);
        var n = from.Length;
        var window = WindowCells * 2;
        if (n < 4 * window) return ring;
        var held = Held(from, window, widthMm, depthMm);
        var now = Smoothed(from, held);
        var off = Smoothed([.. from.Zip(now, (a, b) => new PointMm(a.XMm - b.XMm, a.YMm - b.YMm))], held);
        for (var i = 0; i < n; i++) now[i] = new PointMm(now[i].XMm + off[i].XMm, now[i].YMm + off[i].YMm);
        var most = FarthestCells * cellMm;
        for (var i = 0; i < n; i++)
        {
            var moved = from[i].DistanceMm(now[i]);
            if (moved > most) now[i] = new PointMm(from[i].XMm + ((now[i].XMm - from[i].XMm) * most / moved), from[i].YMm + ((now[i].YMm - from[i].YMm) * most / moved));
        }

        var straight = Rings.Straightened(now, StraightMm);
        return straight.Length >= 3 ? straight : ring;
    }

    private static PointMm[] Smoothed(PointMm[] points, bool[] held)
    {
        var n = points.Length;
        var (now, next) = ((PointMm[])points.Clone(), (PointMm[])points.Clone());
        for (var round = 0; round < Rounds; round++)
        {
            for (var i = 0; i < n; i++)
            {
                if (held[i]) continue;
                PointMm a = now[i == 0 ? n - 1 : i - 1], b = now[i == n - 1 ? 0 : i + 1], p = now[i];
                next[i] = new PointMm(p.XMm + (Weight * (((a.XMm + b.XMm) / 2) - p.XMm)), p.YMm + (Weight * (((a.YMm + b.YMm) / 2) - p.YMm)));
            }

            (now, next) = (next, now);
        }

        return now;
    }

    // The ring's own points, and more between them.
    private static PointMm[] Sampled(IReadOnlyList<PointMm> ring, double stepMm)
    {
        var points = new List<PointMm>();
        for (var i = 0; i < ring.Count; i++)
        {
            PointMm a = ring[i], b = ring[(i + 1) % ring.Count];
            var pieces = Math.Max(1, (int)Math.Ceiling(a.DistanceMm(b) / stepMm));
            for (var k = 0; k < pieces; k++) points.Add(new PointMm(a.XMm + ((b.XMm - a.XMm) * k / pieces), a.YMm + ((b.YMm - a.YMm) * k / pieces)));
        }

        return [.. points];
    }

    private static bool[] Held(PointMm[] points, int window, double widthMm, double depthMm)
    {
        var n = points.Length;
        var turn = new double[n];
        for (var i = 0; i < n; i++)
        {
            PointMm a = points[(i + n - window) % n], p = points[i], b = points[(i + window) % n];
            double ux = p.XMm - a.XMm, uy = p.YMm - a.YMm, vx = b.XMm - p.XMm, vy = b.YMm - p.YMm;
            var lengths = Math.Sqrt(((ux * ux) + (uy * uy)) * ((vx * vx) + (vy * vy)));
            turn[i] = lengths > 0 ? ((ux * vx) + (uy * vy)) / lengths : 1;
        }

        var held = new bool[n];
        for (var i = 0; i < n; i++)
        {
            var p = points[i];
            held[i] = p.XMm <= EdgeMm || p.YMm <= EdgeMm || p.XMm >= widthMm - EdgeMm || p.YMm >= depthMm - EdgeMm;
            if (turn[i] > CornerCos) continue;

            // The sharpest within its window is the corner; its neighbours only look round it.
            var sharpest = true;
            for (var k = 1; k <= window && sharpest; k++) sharpest = turn[i] <= turn[(i + k) % n] && turn[i] < turn[(i + n - k) % n];
            held[i] |= sharpest;
        }

        return held;
    }
}
