namespace InkBasin.Core.Ink;

/// <summary>Colour as linear light, 0…1 a channel.</summary>
/// <param name="R">Red.</param>
/// <param name="G">Green.</param>
/// <param name="B">Blue.</param>
public readonly record struct LinearRgb(double R, double G, double B)
{
    /// <summary>Luminance (IEC 61966-2-1 primaries).</summary>
    public double Y => (0.2126 * R) + (0.7152 * G) + (0.0722 * B);

    /// <summary>From sRGB as on a screen, 0…255 a channel (IEC 61966-2-1).</summary>
    public static LinearRgb FromSrgb(double r, double g, double b)
    {
        static double Linear(double value) => value / 255 is var v && v <= 0.04045 ? v / 12.92 : Math.Pow((v + 0.055) / 1.055, 2.4);
        return new LinearRgb(Linear(r), Linear(g), Linear(b));
    }

    /// <summary>As on a screen: '#' and six lower-case digits; what no screen shows is clamped.</summary>
    public string ToHex()
    {
        static int Byte(double linear)
        {
            var v = Math.Clamp(linear, 0, 1);
            v = v <= 0.0031308 ? v * 12.92 : (1.055 * Math.Pow(v, 1 / 2.4)) - 0.055;
            return (int)Math.Floor((v * 255) + 0.5);
        }

        return $"#{Byte(R):x2}{Byte(G):x2}{Byte(B):x2}";
    }
}

/// <summary>
/// Inked resin as Kubelka &amp; Munk (1931) see it: how much it swallows and scatters of each channel over a mm.
/// </summary>
/// <param name="Absorption">K of the three channels, 1/mm.</param>
/// <param name="Scatter">S of the three channels, 1/mm.</param>
public sealed record InkLayer(LinearRgb Absorption, LinearRgb Scatter)
{
    /// <summary>Contrast at which two patches of bed can no longer be told apart (models.md §6).</summary>
    public const double FadedContrast = 0.02;

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
            k = Add(k, tint.Absorption, strength);
            s = Add(s, tint.Scatter, strength);
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

    /// <summary>
    /// The least depth at which a light and a dark patch of bed can no longer be told apart, mm; null where that never happens within a
    /// metre, or where no light is left to tell by: a clear dye turns black without hiding anything.
    /// </summary>
    /// <param name="light">The light patch.</param>
    /// <param name="dark">The dark patch.</param>
    public double? FadeDepthMm(LinearRgb light, LinearRgb dark)
    {
        if (Contrast(light, dark, 0) is { } bare && bare <= FadedContrast) return 0;
        double clear = 0, faded = 0;

        // Steps that grow, so that a shallow answer is found as surely as a deep one; then bisection.
        for (var depth = 0.001; ; depth *= 1.05)
        {
            depth = Math.Min(depth, DeepestMm);
            if (Contrast(light, dark, depth) is not { } contrast) return null;
            if (contrast <= FadedContrast)
            {
                faded = depth;
                break;
            }

            if (depth >= DeepestMm) return null;
            clear = depth;
        }

        while (faded - clear > 1e-4)
        {
            var middle = (clear + faded) / 2;
            if (Contrast(light, dark, middle) <= FadedContrast) faded = middle;
            else clear = middle;
        }

        return faded;
    }

    private double? Contrast(LinearRgb light, LinearRgb dark, double depthMm)
    {
        double a = Over(light, depthMm).Y, b = Over(dark, depthMm).Y;
        return a + b < 1e-6 ? null : Math.Abs(a - b) / (a + b);
    }

    // The stable form: β = √(K(K+2S)), T = tanh(βd)/β; where β is nothing, T is the depth.
    private static double Reflectance(double k, double s, double bed, double depthMm)
    {
        if (s <= 0) return bed * Math.Exp(-2 * k * depthMm);
        var beta = Math.Sqrt(k * (k + (2 * s)));
        var t = beta * depthMm < 1e-9 ? depthMm : Math.Tanh(beta * depthMm) / beta;
        return (((s - ((k + s) * bed)) * t) + bed) / (((k + s - (s * bed)) * t) + 1);
    }

    private static LinearRgb Add(LinearRgb a, LinearRgb b, double by) => new(a.R + (b.R * by), a.G + (b.G * by), a.B + (b.B * by));
}
