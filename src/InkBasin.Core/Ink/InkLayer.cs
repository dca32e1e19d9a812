namespace InkBasin.Core.Ink;

/// <summary>
/// Inked resin as Kubelka &amp; Munk (1931) see it: how much it swallows and scatters of each channel over a mm.
/// </summary>
/// <param name="Absorption">K of the three channels, 1/mm.</param>
/// <param name="Scatter">S of the three channels, 1/mm.</param>
public sealed record InkLayer(LinearRgb Absorption, LinearRgb Scatter)
{
    /// <summary>Contrast at which two patches of bed can no longer be told apart (models.md §6).</summary>
    public const double FadedContrast = 0.02;

    /// <summary>Water that gives back less of the light looks black (models.md §6).</summary>
    public const double DarkY = 0.02;

    private const double DeepestMm = 1000;

    /// <summary>Clear resin with tint in it: K = K₀ + Σ c·k, S = S₀ + Σ c·s.</summary>
    /// <param name="resin">The resin alone.</param>
    /// <param name="tints">Tints, each with its strength in ml per 100 ml of mixed resin, ≥ 0.</param>
    public static InkLayer Mixed(InkLayer resin, params IEnumerable<(InkLayer Tint, double MlPer100Ml)> tints)
    {
        ArgumentNullException.ThrowIfNull(resin);
        ArgumentNullException.ThrowIfNull(tints);
        var (k, s) = (resin.Absorption, resin.Scatter);
        foreach (var (tint, strength) in tints)
        {
            Require.NotNegative(strength, "mlPer100Ml");
            k = k.Plus(tint.Absorption, strength);
            s = s.Plus(tint.Scatter, strength);
        }

        return new InkLayer(k, s);
    }

    /// <summary>The light a bed gives back through a depth of it.</summary>
    /// <param name="bed">What the bed gives back bare.</param>
    /// <param name="depthMm">Depth, mm, ≥ 0.</param>
    public LinearRgb Over(LinearRgb bed, double depthMm) => new(
        Reflectance(Absorption.R, Scatter.R, bed.R, depthMm),
        Reflectance(Absorption.G, Scatter.G, bed.G, depthMm),
        Reflectance(Absorption.B, Scatter.B, bed.B, depthMm));

    /// <summary>The bed that would look so through a depth of it: <see cref="Over"/> turned round. Darker than black or lighter than white is cut off there.</summary>
    /// <param name="seen">What is to be seen.</param>
    /// <param name="depthMm">Depth, mm, ≥ 0.</param>
    public LinearRgb BedFor(LinearRgb seen, double depthMm)
    {
        double Channel(double k, double s, double wanted)
        {
            var (over, through) = Passes(k, s, depthMm);
            var bed = (wanted - over) / (through + (over * (wanted - over)));
            return double.IsFinite(bed) ? Math.Clamp(bed, 0, 1) : 0;
        }

        return new(Channel(Absorption.R, Scatter.R, seen.R), Channel(Absorption.G, Scatter.G, seen.G), Channel(Absorption.B, Scatter.B, seen.B));
    }

    /// <summary>
    /// The least depth at which a light and a dark patch of bed can no longer be told apart, mm; null where that never happens within a
    /// metre, or where no light is left to tell by: a clear dye turns black without hiding anything.
    /// </summary>
    /// <param name="light">The light patch.</param>
    /// <param name="dark">The dark patch.</param>
    public double? FadeDepthMm(LinearRgb light, LinearRgb dark) => LeastDepthMm(depth => Contrast(light, dark, depth) is { } contrast ? contrast <= FadedContrast : null);

    /// <summary>The least depth from which even a light patch of bed gives back less than <see cref="DarkY"/>, mm; null where that never happens within a metre.</summary>
    /// <param name="light">The light patch.</param>
    public double? DarkDepthMm(LinearRgb light) => LeastDepthMm(depth => Over(light, depth).Y < DarkY);

    /// <summary>Michelson contrast of two patches through a depth of it; null where hardly any light comes back from either.</summary>
    internal double? Contrast(LinearRgb light, LinearRgb dark, double depthMm)
    {
        double a = Over(light, depthMm).Y, b = Over(dark, depthMm).Y;
        return a + b < 1e-6 ? null : Math.Abs(a - b) / (a + b);
    }

    // Steps that grow, so that a shallow answer is found as surely as a deep one; then bisection. What can no longer be told ends it.
    private static double? LeastDepthMm(Func<double, bool?> reached)
    {
        if (reached(0) == true) return 0;
        double before = 0, at = 0;
        for (var depth = 0.001; ; depth *= 1.05)
        {
            depth = Math.Min(depth, DeepestMm);
            if (reached(depth) is not { } there) return null;
            if (there)
            {
                at = depth;
                break;
            }

            if (depth >= DeepestMm) return null;
            before = depth;
        }

        while (at - before > 1e-4)
        {
            var middle = (before + at) / 2;
            if (reached(middle) == true) at = middle;
            else before = middle;
        }

        return at;
    }

    // What a channel gives back over a bed: R₀ + T²·R_g/(1 − R₀·R_g).
    internal static double Reflectance(double k, double s, double bed, double depthMm)
    {
        var (over, through) = Passes(k, s, depthMm);
        return over + (through * bed / (1 - (over * bed)));
    }

    // What a layer gives back over black, R₀, and what gets through it and back up, T². With β = √(K(K+2S)) and E = e^(−2βd) every term is
    // positive, so that nothing is lost however thick or clear the layer is; where β is next to nothing (only scatter, or no depth) the form with
    // tanh(βd)/β, which is then all but the depth.
    private static (double OverBlack, double Through) Passes(double k, double s, double depthMm)
    {
        var beta = Math.Sqrt(k * (k + (2 * s)));
        if (beta * depthMm < 1e-4)
        {
            double shrunk = beta * depthMm * beta * depthMm, t = depthMm * (1 - (shrunk / 3)), d = ((k + s) * t) + 1;
            return (s * t / d, (1 - shrunk) / (d * d));
        }

        double e = Math.Exp(-2 * beta * depthMm), down = ((k + s) * (1 - e)) + (beta * (1 + e));
        return (s * (1 - e) / down, 4 * beta * beta * e / (down * down));
    }
}
