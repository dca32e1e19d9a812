namespace InkBasin.Core.Resin;

/// <summary>When to look at a setting surface and nudge it, again and again until it holds (models.md §3).</summary>
/// <param name="FirstLookH">First look: half the time to gel, or when it passes 100 Pa·s, whichever is sooner; h after mixing.</param>
/// <param name="VisitsH">All looks, the first among them: each half hour, in the last one each ten minutes; h after mixing.</param>
/// <param name="HoldsFromH">From when a third of a nudge would stay, h.</param>
/// <param name="ClosesAtH">The gel point: from then on it takes none, h.</param>
public sealed record RippleVisits(double FirstLookH, IReadOnlyList<double> VisitsH, double HoldsFromH, double ClosesAtH)
{
    /// <summary>A nudge holds when this share of it stays, %.</summary>
    public const double KeepPercent = 100.0 / 3;

    private const double EachH = 0.5;
    private const double LastEachH = 1.0 / 6;

    /// <summary>Finds them.</summary>
    /// <param name="surface">The surface: a thin film's, or the top of a column.</param>
    /// <param name="densityGPerMl">Density of the resin, g/ml.</param>
    /// <param name="depthMm">Depth of the layer, mm, above 0.</param>
    /// <param name="wavelengthMm">Wavelength of the ripples, mm, above 0.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static RippleVisits Of(SettingSurface surface, double densityGPerMl, double depthMm, double wavelengthMm)
    {
        ArgumentNullException.ThrowIfNull(surface);
        var window = RippleWindow.Of(surface, densityGPerMl, depthMm, wavelengthMm, KeepPercent);
        double gel = window.ClosesAtH, first = Math.Min(gel / 2, window.WatchFromH);
        var visits = new List<double>();
        for (var at = first; at < gel - 1e-9; at += at < gel - EachH - 1e-9 ? Math.Min(EachH, gel - EachH - at) : LastEachH) visits.Add(at);
        return new RippleVisits(first, visits, window.OpensAtH, gel);
    }
}
