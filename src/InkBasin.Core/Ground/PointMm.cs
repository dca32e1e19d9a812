using System.Text.Json.Serialization;

namespace InkBasin.Core.Ground;

/// <summary>
/// A place on the board in mm: <paramref name="XMm"/> to the right of the left edge, <paramref name="YMm"/> forward
/// (toward the viewer) of the back edge. May lie off the board.
/// </summary>
[method: JsonConstructor]
public readonly record struct PointMm(double XMm, double YMm)
{
    /// <summary>Distance to <paramref name="other"/>, mm.</summary>
    public double DistanceMm(PointMm other) => Math.Sqrt(DistanceSquared(other));

    /// <summary>Squared distance to <paramref name="other"/>, mm².</summary>
    public double DistanceSquared(PointMm other)
    {
        double dx = XMm - other.XMm, dy = YMm - other.YMm;
        return (dx * dx) + (dy * dy);
    }

    /// <summary>Refuses points whose numbers are not finite.</summary>
    /// <exception cref="RefusedException">A coordinate is NaN or infinite.</exception>
    public static void CheckAll(IReadOnlyList<PointMm> points, string field)
    {
        ArgumentNullException.ThrowIfNull(points);
        for (var i = 0; i < points.Count; i++)
        {
            // The path of a point is spelt out only for one that is refused: there may be thousands.
            if (!(Math.Abs(points[i].XMm) <= Require.Greatest && Math.Abs(points[i].YMm) <= Require.Greatest)) points[i].Check($"{field}[{i}]");
        }
    }

    /// <summary>Refuses a point whose numbers are not finite.</summary>
    /// <exception cref="RefusedException">A coordinate is NaN or infinite.</exception>
    public void Check(string field)
    {
        Require.Finite(XMm, $"{field}.xMm");
        Require.Finite(YMm, $"{field}.yMm");
    }
}
