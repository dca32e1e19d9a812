namespace InkBasin.Core.Ink;

/// <summary>A grey patch that lies in the same light as what is read: it takes the light's own colour out.</summary>
/// <param name="Seen">Its colour as the photo shows it, '#rrggbb'.</param>
/// <param name="Truly">Its colour as it is, '#rrggbb'.</param>
public sealed record GreyPatch(string Seen, string Truly)
{
    /// <summary>An eighteen per cent grey card.</summary>
    public const string UsualCard = "#767676";

    // Darker than this in one channel, half a step of the photo is a quarter of what is divided by.
    private const double LeastSeen = 0.005;

    /// <summary>What each channel's light is multiplied by.</summary>
    /// <exception cref="RefusedException">A colour cannot be read, or the patch is too dark in the photo to divide by.</exception>
    public LinearRgb Gain(string field)
    {
        var (seen, truly) = (LinearRgb.FromHex(Seen, $"{field}.seen"), LinearRgb.FromHex(Truly, $"{field}.truly"));
        if (Math.Min(seen.R, Math.Min(seen.G, seen.B)) < LeastSeen || Math.Min(truly.R, Math.Min(truly.G, truly.B)) < LeastSeen)
            throw new RefusedException($"{field}.seen", "The grey patch is too dark to correct by: use a mid grey, in the same light as the wedge.", RefusalKind.Impossible);
        return new LinearRgb(truly.R / seen.R, truly.G / seen.G, truly.B / seen.B);
    }
}

/// <summary>Two colours read on a step of a wedge.</summary>
/// <param name="DepthMm">Depth of resin there, mm, ≥ 0.</param>
/// <param name="Bed">The bare backing, '#rrggbb'.</param>
/// <param name="Colour">What is seen through the resin, '#rrggbb'.</param>
public sealed record WedgeReading(double DepthMm, string Bed, string Colour);

/// <summary>A step wedge as its maker read it off: one tint in clear resin, poured to several depths on a light and a dark backing.</summary>
/// <param name="MlPer100Ml">Tint in the resin, ml in 100 ml, 0.001…20.</param>
/// <param name="Readings">1…500 readings, all in one light.</param>
public sealed record StepWedge(double MlPer100Ml, IReadOnlyList<WedgeReading> Readings)
{
    /// <summary>Channels whose light was multiplied further apart than this were read in coloured light.</summary>
    public const double ColouredLight = 2.5;

    /// <summary>A grey patch in the same photo; null when the colours are taken as they are read.</summary>
    public GreyPatch? Grey { get; init; }

    /// <summary>What was read, with the light's own colour taken out.</summary>
    /// <exception cref="RefusedException">A colour cannot be read, there are too many, or the grey patch is too dark.</exception>
    public IReadOnlyList<WedgePatch> Patches(string field)
    {
        if (Require.Present(Readings, $"{field}.readings").Count > InkCalibration.MostPatches) throw new RefusedException($"{field}.readings", $"Give at most {InkCalibration.MostPatches} readings.");
        var gain = Grey?.Gain($"{field}.grey") ?? new LinearRgb(1, 1, 1);
        LinearRgb Light(string? hex, string of) => LinearRgb.FromHex(hex, of) is var seen ? new LinearRgb(seen.R * gain.R, seen.G * gain.G, seen.B * gain.B) : default;
        return [.. Readings.Select((reading, i) =>
        {
            var at = $"{field}.readings[{i}]";
            Require.Present(reading, at);
            return new WedgePatch(Require.Within(reading.DepthMm, 0, 500, $"{at}.depthMm"), Light(reading.Bed, $"{at}.bed"), Light(reading.Colour, $"{at}.colour"));
        })];
    }

    /// <summary>The tint that made it.</summary>
    /// <exception cref="RefusedException">A number is out of range, a colour cannot be read, or there is no reading.</exception>
    public InkCalibration Fit(string field)
    {
        var patches = Patches(field);
        Require.Within(MlPer100Ml, 0.001, 20, $"{field}.mlPer100Ml");
        var fit = InkCalibration.Of(BareResin.Layer, MlPer100Ml, patches);
        return fit with { Warnings = [.. fit.Warnings, .. LightDoubts(patches)] };
    }

    private IEnumerable<Notice> LightDoubts(IReadOnlyList<WedgePatch> patches)
    {
        if (Grey?.Gain("grey") is var (r, g, b) && Math.Max(r, Math.Max(g, b)) / Math.Min(r, Math.Min(g, b)) is var apart and > ColouredLight)
            yield return TintNotices.ColouredLight(apart);
        var burnt = Readings.Count(reading => Burnt(reading.Bed) || Burnt(reading.Colour));
        if (burnt > 0) yield return TintNotices.BurntOut(burnt);
        var bright = patches.Count(patch => Math.Max(patch.Bed.R, Math.Max(patch.Bed.G, patch.Bed.B)) > 1.02);
        if (bright > 0) yield return TintNotices.OverWhite(bright);
    }

    // The end of the scale: how much lighter it really was is lost.
    private static bool Burnt(string hex) => hex.AsSpan(1, 2) is "ff" or "FF" || hex.AsSpan(3, 2) is "ff" or "FF" || hex.AsSpan(5, 2) is "ff" or "FF";
}
