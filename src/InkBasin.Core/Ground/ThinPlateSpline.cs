using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;

namespace InkBasin.Core.Ground;

/// <summary>
/// The thin-plate spline through scattered heights: f(x) = Σ wᵢ φ(|x − xᵢ|) + a plane, φ(r) = r² ln r (Duchon 1977), with
/// the smoothing added to the diagonal (Wahba's form). Coordinates are centred and scaled to half the larger extent before
/// solving; the smoothing counts in those units (readings.md 24).
/// </summary>
public sealed class ThinPlateSpline
{
    private readonly double[] _x;
    private readonly double[] _y;
    private readonly double[] _weight;
    private readonly double[] _plane;
    private readonly PointMm _centre;
    private readonly double _half;

    private ThinPlateSpline(double[] x, double[] y, double[] weight, double[] plane, PointMm centre, double half, double[] leftOut)
    {
        (_x, _y, _weight, _plane, _centre, _half) = (x, y, weight, plane, centre, half);
        LeftOutErrors = leftOut;
    }

    /// <summary>
    /// For each point, its value less what the spline through all the others says there. In closed form from the inverse of
    /// the whole system, wᵢ / (A⁻¹)ᵢᵢ (Rippa 1999), so that no point needs a solution of its own.
    /// </summary>
    public IReadOnlyList<double> LeftOutErrors { get; }

    /// <summary>Fits the spline.</summary>
    /// <param name="points">At least three distinct points, not all on one line.</param>
    /// <param name="values">Their values.</param>
    /// <param name="smoothing">0 passes through every value; more lets the surface bend less, ≥ 0.</param>
    /// <exception cref="RefusedException">The points lie on one line.</exception>
    public static ThinPlateSpline Fit(IReadOnlyList<PointMm> points, IReadOnlyList<double> values, double smoothing = 0)
    {
        ArgumentNullException.ThrowIfNull(points);
        ArgumentNullException.ThrowIfNull(values);
        Require.NotNegative(smoothing, "smoothing");
        double left = points.Min(p => p.XMm), right = points.Max(p => p.XMm), back = points.Min(p => p.YMm), front = points.Max(p => p.YMm);
        var centre = new PointMm((left + right) / 2, (back + front) / 2);
        var half = Math.Max(right - left, front - back) / 2;
        if (!(half > 0)) throw OnOneLine();
        var count = points.Count;
        double[] x = [.. points.Select(p => (p.XMm - centre.XMm) / half)], y = [.. points.Select(p => (p.YMm - centre.YMm) / half)];

        var system = new DenseMatrix(count + 3, count + 3);
        for (var i = 0; i < count; i++)
        {
            for (var j = 0; j < i; j++) system[i, j] = system[j, i] = Kernel(Squared(x[i] - x[j], y[i] - y[j]));
            system[i, i] = smoothing;
            system[i, count] = system[count, i] = 1;
            system[i, count + 1] = system[count + 1, i] = x[i];
            system[i, count + 2] = system[count + 2, i] = y[i];
        }

        var right0 = Vector<double>.Build.Dense(count + 3, i => i < count ? values[i] : 0);
        var inverse = system.Inverse();
        var solved = inverse * right0;
        if (!solved.All(double.IsFinite)) throw OnOneLine();
        double[] weight = [.. solved.Take(count)];
        double[] leftOut = [.. weight.Select((w, i) => w / inverse[i, i])];
        return new ThinPlateSpline(x, y, weight, [solved[count], solved[count + 1], solved[count + 2]], centre, half, leftOut);
    }

    /// <summary>The surface at a place.</summary>
    public double At(double xMm, double yMm)
    {
        double u = (xMm - _centre.XMm) / _half, v = (yMm - _centre.YMm) / _half;
        var sum = _plane[0] + (_plane[1] * u) + (_plane[2] * v);
        for (var i = 0; i < _weight.Length; i++) sum += _weight[i] * Kernel(Squared(u - _x[i], v - _y[i]));
        return sum;
    }

    // r² ln r = ½ r² ln r².
    private static double Kernel(double squared) => squared > 0 ? 0.5 * squared * Math.Log(squared) : 0;

    private static double Squared(double dx, double dy) => (dx * dx) + (dy * dy);

    private static RefusedException OnOneLine() =>
        new("outline", "All the points lie on one line: draw the shore round the water.", RefusalKind.Impossible);
}
