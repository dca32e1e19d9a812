using InkBasin.Core.Ground;

namespace InkBasin.Core.Ink;

/// <summary>A colour read off a poured step wedge.</summary>
/// <param name="DepthMm">Depth of resin there, mm, ≥ 0.</param>
/// <param name="Bed">What it was poured on.</param>
/// <param name="Colour">What is seen.</param>
public sealed record WedgePatch(double DepthMm, LinearRgb Bed, LinearRgb Colour);

/// <summary>A tint as a step wedge of it shows.</summary>
/// <param name="Tint">What 1 ml in 100 ml of mixed resin swallows and scatters, 1/mm; never negative.</param>
/// <param name="FitDeltaE">Median over the patches of how far the fitted colour lies from the one read, CIEDE2000.</param>
/// <param name="Warnings">Why scatter is a guess, if it is.</param>
public sealed record InkCalibration(InkLayer Tint, double FitDeltaE, IReadOnlyList<Notice> Warnings)
{
    /// <summary>No wedge has more patches.</summary>
    public const int MostPatches = 500;

    /// <summary>A fit farther from what was read than this is no fit of one tint in clear resin.</summary>
    public const double PoorFitDeltaE = 3;

    // Beds whose luminance differs by less are one backing.
    private const double SameBacking = 0.1;

    private static readonly double[] StartsPerMm = [0, 1e-4, 1e-3, 3e-3, 0.01, 0.03, 0.1, 0.3, 1, 3, 10];

    /// <summary>
    /// k and s of a tint from colours of it at known depths, channel by channel: least squares of what a screen shows (so that a step of a photo counts the same
    /// in the dark as in the light), from a grid of starts.
    /// </summary>
    /// <param name="resin">The resin alone.</param>
    /// <param name="mlPer100Ml">Tint in it, ml in 100 ml, above 0.</param>
    /// <param name="patches">1…500 patches.</param>
    /// <exception cref="RefusedException">A number is out of range, or there is no patch.</exception>
    public static InkCalibration Of(InkLayer resin, double mlPer100Ml, IReadOnlyList<WedgePatch> patches)
    {
        ArgumentNullException.ThrowIfNull(resin);
        ArgumentNullException.ThrowIfNull(patches);
        Require.Positive(mlPer100Ml, "mlPer100Ml");
        if (patches.Count == 0) throw new RefusedException("patches", "Read off at least one patch of the wedge.", RefusalKind.Impossible);
        if (patches.Count > MostPatches) throw new RefusedException("patches", $"Give at most {MostPatches} patches.");
        foreach (var (i, patch) in patches.Index()) Require.NotNegative(patch.DepthMm, $"patches[{i}].depthMm");

        (double K, double S) Channel(Func<LinearRgb, double> of) =>
            Fitted(of(resin.Absorption), of(resin.Scatter), [.. patches.Select(patch => (patch.DepthMm, of(patch.Bed), LinearRgb.Encoded(of(patch.Colour))))]);
        var (r, g, b) = (Channel(one => one.R), Channel(one => one.G), Channel(one => one.B));
        var tint = new InkLayer(new(r.K / mlPer100Ml, g.K / mlPer100Ml, b.K / mlPer100Ml), new(r.S / mlPer100Ml, g.S / mlPer100Ml, b.S / mlPer100Ml));

        var inked = InkLayer.Mixed(resin, (tint, mlPer100Ml));
        double[] off = [.. patches.Select(patch => Lab.DeltaE(inked.Over(patch.Bed, patch.DepthMm), patch.Colour)).Order()];
        var median = (off[(off.Length - 1) / 2] + off[off.Length / 2]) / 2;
        return new InkCalibration(tint, median, [.. Doubts(patches, median)]);
    }

    private static IEnumerable<Notice> Doubts(IReadOnlyList<WedgePatch> patches, double median)
    {
        var depths = patches.Select(patch => patch.DepthMm).Where(depth => depth > 0).Distinct().Count();
        if (depths < 3) yield return TintNotices.FewDepths(depths);
        if (patches.Max(patch => patch.Bed.Y) - patches.Min(patch => patch.Bed.Y) < SameBacking) yield return TintNotices.OneBacking();
        if (median > PoorFitDeltaE) yield return TintNotices.PoorFit(median);
    }

    // What the tint adds to one channel's K and S, 1/mm.
    private static (double K, double S) Fitted(double k0, double s0, (double DepthMm, double Bed, double Encoded)[] patches)
    {
        void Off(ReadOnlySpan<double> x, Span<double> r)
        {
            for (var i = 0; i < patches.Length; i++) r[i] = LinearRgb.Encoded(InkLayer.Reflectance(k0 + x[0], s0 + x[1], patches[i].Bed, patches[i].DepthMm)) - patches[i].Encoded;
        }

        var r = new double[patches.Length];
        var starts = new List<(double K, double S, double Cost)>();
        foreach (var k in StartsPerMm)
        {
            foreach (var s in StartsPerMm)
            {
                Off([k, s], r);
                starts.Add((k, s, r.Sum(one => one * one)));
            }
        }

        var (best, least) = (new double[2], double.PositiveInfinity);
        foreach (var start in starts.OrderBy(one => one.Cost).Take(5))
        {
            double[] x = [start.K, start.S];
            var cost = BoundedLeastSquares.Descend(Off, patches.Length, x, [0, 0], [Require.Greatest, Require.Greatest]);
            if (cost < least) (best, least) = (x, cost);
        }

        return (best[0], best[1]);
    }
}
