namespace InkBasin.Core.Ground;

/// <summary>
/// A smooth curve through given points, cut into straight pieces: centripetal Catmull–Rom (Catmull &amp; Rom 1974;
/// Yuksel, Schaefer &amp; Keyser 2011: the centripetal parametrisation makes neither cusps nor loops inside a piece),
/// evaluated by the pyramid of Barry &amp; Goldman 1988.
/// </summary>
public sealed class SmoothLine
{
    private SmoothLine(PointMm[] points, double[] knot, double[] alongMm)
    {
        Points = points;
        Knot = knot;
        AlongMm = alongMm;
    }

    /// <summary>Ends of the straight pieces, in order. A closed line does not repeat its first point.</summary>
    public PointMm[] Points { get; }

    /// <summary>For each of <see cref="Points"/>: position among the given points, 0 at the first, 1 at the second…</summary>
    public double[] Knot { get; }

    /// <summary>Length from the first point to each of <see cref="Points"/>, mm.</summary>
    public double[] AlongMm { get; }

    /// <summary>Length of the whole line (open) or of its pieces up to the last point (closed), mm.</summary>
    public double LengthMm => AlongMm[^1];

    /// <param name="given">At least 2 points (3 when closed); neighbours that coincide are taken as one.</param>
    /// <param name="stepMm">Greatest length of a straight piece, about, mm, above 0.</param>
    /// <param name="closed">Whether the last point joins the first.</param>
    /// <returns>The line. One piece of two coinciding points when the points do not span any length.</returns>
    public static SmoothLine Through(IReadOnlyList<PointMm> given, double stepMm, bool closed = false)
    {
        ArgumentNullException.ThrowIfNull(given);
        var points = new List<PointMm>();
        var knots = new List<double>();
        var pieces = closed ? given.Count : given.Count - 1;
        for (var i = 0; i < pieces; i++)
        {
            PointMm p1 = given[i], p2 = given[(i + 1) % given.Count];
            var p0 = Neighbour(given, i - 1, closed, p1, p2);
            var p3 = Neighbour(given, i + 2, closed, p2, p1);
            var steps = Math.Clamp((int)Math.Ceiling(p1.DistanceMm(p2) * 1.1 / stepMm), 1, 4000);
            for (var k = 0; k < steps; k++)
            {
                points.Add(Evaluate(p0, p1, p2, p3, (double)k / steps));
                knots.Add(i + ((double)k / steps));
            }
        }

        if (!closed)
        {
            points.Add(given[^1]);
            knots.Add(given.Count - 1);
        }

        var along = new double[points.Count];
        for (var i = 1; i < along.Length; i++) along[i] = along[i - 1] + points[i].DistanceMm(points[i - 1]);
        return new SmoothLine([.. points], [.. knots], along);
    }

    // Beyond an open end the line goes on as the mirror image of the last piece, which leaves the end straight.
    private static PointMm Neighbour(IReadOnlyList<PointMm> given, int index, bool closed, PointMm near, PointMm far)
    {
        if (closed) return given[(index + given.Count) % given.Count];
        return index >= 0 && index < given.Count
            ? given[index]
            : new PointMm((2 * near.XMm) - far.XMm, (2 * near.YMm) - far.YMm);
    }

    private static PointMm Evaluate(PointMm p0, PointMm p1, PointMm p2, PointMm p3, double share)
    {
        double d01 = Math.Sqrt(p0.DistanceMm(p1)), d12 = Math.Sqrt(p1.DistanceMm(p2)), d23 = Math.Sqrt(p2.DistanceMm(p3));
        if (d12 == 0) return p1;
        if (d01 == 0) d01 = d12;
        if (d23 == 0) d23 = d12;
        double t0 = 0, t1 = d01, t2 = t1 + d12, t3 = t2 + d23, t = t1 + (share * d12);
        var a1 = Mix(p0, p1, t0, t1, t);
        var a2 = Mix(p1, p2, t1, t2, t);
        var a3 = Mix(p2, p3, t2, t3, t);
        var b1 = Mix(a1, a2, t0, t2, t);
        var b2 = Mix(a2, a3, t1, t3, t);
        return Mix(b1, b2, t1, t2, t);
    }

    private static PointMm Mix(PointMm a, PointMm b, double ta, double tb, double t)
    {
        double wa = (tb - t) / (tb - ta), wb = (t - ta) / (tb - ta);
        return new PointMm((wa * a.XMm) + (wb * b.XMm), (wa * a.YMm) + (wb * b.YMm));
    }
}
