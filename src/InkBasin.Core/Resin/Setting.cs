namespace InkBasin.Core.Resin;

/// <summary>When ripples nudged into setting resin stay (models.md §3; Orchard 1963, levelling of a viscous layer).</summary>
/// <param name="WatchFromH">When the watch begins: it passes 100 Pa·s, h after mixing.</param>
/// <param name="OpensAtH">Earliest time from which enough of a ripple's height survives to the gel point, h.</param>
/// <param name="ClosesAtH">The gel point, h.</param>
public sealed record RippleWindow(double WatchFromH, double OpensAtH, double ClosesAtH)
{
    private const double Gravity = 9.80665;
    private const double WatchPaS = 100;

    /// <summary>Finds the window of a setting surface.</summary>
    /// <param name="surface">The surface: a thin film's, or the top of a column.</param>
    /// <param name="densityGPerMl">Density of the resin, g/ml.</param>
    /// <param name="depthMm">Depth of the layer, mm, above 0.</param>
    /// <param name="wavelengthMm">Wavelength of the ripples, mm, above 0.</param>
    /// <param name="keepPercent">Share of the height that must survive, %, over 0 and under 100.</param>
    /// <param name="surfaceTensionNPerM">Surface tension, N/m.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static RippleWindow Of(SettingSurface surface, double densityGPerMl, double depthMm, double wavelengthMm = 15, double keepPercent = 70, double surfaceTensionNPerM = 0.035)
    {
        ArgumentNullException.ThrowIfNull(surface);
        Require.Within(depthMm, 0.01, 500, "depthMm");
        Require.Within(wavelengthMm, 0.1, 1000, "wavelengthMm");
        Require.Within(surfaceTensionNPerM, 0.001, 1, "surfaceTensionNPerM");
        if (!(Require.Finite(keepPercent, "keepPercent") is > 0 and < 100)) throw new RefusedException("keepPercent", "Say how much is to be kept: over 0 and under 100 %.");
        double k = 2 * Math.PI / (wavelengthMm / 1000), kd = k * depthMm / 1000;
        var shape = kd > 300 ? 1 : ((Math.Sinh(kd) * Math.Cosh(kd)) - kd) / ((Math.Cosh(kd) * Math.Cosh(kd)) + (kd * kd));
        var perFlow = ((densityGPerMl * 1000 * Gravity) + (surfaceTensionNPerM * k * k)) / (2 * k) * shape;
        var mayFlow = -Math.Log(keepPercent / 100) / perFlow;
        return new RippleWindow(surface.ThickerThanH(WatchPaS), surface.WhenLeftH(mayFlow), surface.GelH);
    }
}

/// <summary>The largest bubble that is still trapped when the resin gels: a clean bubble in Stokes flow (Hadamard 1911, Rybczynski 1911).</summary>
/// <param name="LargestTrappedMm">Its diameter, mm.</param>
/// <param name="GelH">The gel point, h.</param>
public sealed record TrappedBubbles(double LargestTrappedMm, double GelH)
{
    private const double Gravity = 9.80665;

    /// <summary>Finds it.</summary>
    /// <param name="film">The film.</param>
    /// <param name="densityGPerMl">Density of the resin, g/ml.</param>
    /// <param name="depthMm">Where it starts, mm under the surface, above 0.</param>
    /// <param name="bornAtH">When it starts, h after mixing, ≥ 0.</param>
    /// <exception cref="RefusedException">A number is out of range, or it is born after the gel point.</exception>
    public static TrappedBubbles Of(ThinFilm film, double densityGPerMl, double depthMm, double bornAtH = 0)
    {
        ArgumentNullException.ThrowIfNull(film);
        Require.Within(depthMm, 0.01, 500, "depthMm");
        Require.NotNegative(bornAtH, "bornAtH");
        if (bornAtH >= film.GelH) throw new RefusedException("bornAtH", $"By then it has gelled, after {film.GelH:0.0} h: nothing rises any more.", RefusalKind.Impossible);
        var flow = film.FlowToGel - film.FlowUntil(bornAtH);
        return new TrappedBubbles(1000 * Math.Sqrt(12 * (depthMm / 1000) / (densityGPerMl * 1000 * Gravity * flow)), film.GelH);
    }
}
