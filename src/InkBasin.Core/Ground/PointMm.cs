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

    /// <summary>Refuses a point whose numbers are not finite.</summary>
    /// <exception cref="RefusedException">A coordinate is NaN or infinite.</exception>
    public void Check(string field)
    {
        Require.Finite(XMm, $"{field}.xMm");
        Require.Finite(YMm, $"{field}.yMm");
    }
}
