using InkBasin.Core.Resin;

namespace InkBasin.Core.Pours;

/// <summary>What can be done to the last layer while it sets.</summary>
/// <param name="Ripples">When ripples stay; null when it does not gel in the time looked at.</param>
/// <param name="Minutes">Length of that window, minutes.</param>
/// <param name="OneDegreeMin">How much earlier it opens in a room one degree warmer, minutes.</param>
/// <param name="OpensAt">When it opens, if the last layer has a date.</param>
/// <param name="WatchFromAt">When the watch begins.</param>
/// <param name="ClosesAt">When it closes.</param>
/// <param name="LargestBubbleMm">Largest bubble from the bottom of the last layer that stays, mm.</param>
/// <param name="Sentence">In the maker's words.</param>
/// <param name="Working">How it came about.</param>
public sealed record SurfacePlan(
    RippleWindow? Ripples,
    double? Minutes,
    double? OneDegreeMin,
    DateTimeOffset? WatchFromAt,
    DateTimeOffset? OpensAt,
    DateTimeOffset? ClosesAt,
    double LargestBubbleMm,
    string Sentence,
    Working Working)
{
    private const double ShortMin = 20;
    private const double WavelengthMm = 15;
    private const double KeepPercent = 70;

    /// <summary>Looks at the last layer of a water.</summary>
    /// <param name="water">The water.</param>
    /// <param name="layers">Its layers.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">Nothing of it can be poured, or its product holds no ripples.</exception>
    public static SurfacePlan Of(PourCase water, IReadOnlyList<PlannedLayer> layers, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(layers);
        if (layers.Count == 0 || water.Sheet is not { } sheet) throw new RefusedException("waterId", "There is nothing to pour in it: raise the waterline, or choose a product.", RefusalKind.Impossible);
        if (sheet.Traits.IsOnePart)
            throw new RefusedException("productId", $"{sheet.Name} holds no ripples while it sets: shape gloss gel on the finished surface instead.", RefusalKind.Impossible);
        var (bench, last) = (water.Bench, layers[^1]);
        List<double> depths = [.. layers.Select(layer => layer.DepthMm)];
        RippleWindow? Window(double warmer) =>
            Curing.Over(water.Bed.Layers, bench.Room with { AirC = bench.Room.AirC + warmer, NightC = bench.Room.NightC + warmer }, bench.Care, sheet, bench.Memory, cancel)
                .SurfaceOf(depths) is { } surface ? RippleWindow.Of(surface, sheet.MixedDensity, last.DepthMm, WavelengthMm, KeepPercent) : null;
        var ripples = Window(0);
        var warm = Window(1);
        double? minutes = ripples is null ? null : (ripples.ClosesAtH - ripples.OpensAtH) * 60;
        var words = ripples is null || minutes is null ? "It does not gel in the time looked at: no ripples can be nudged into it."
            : minutes < ShortMin ? $"Ripples stay for only {minutes:0} minutes before it gels: too short to trust. Stipple gloss gel on the cured surface instead."
            : "Nudge ripples in while it holds them; look every half hour from the watch on. Or stipple gloss gel on the cured surface, which needs no window.";
        return new SurfacePlan(
            ripples,
            minutes,
            (ripples?.OpensAtH - warm?.OpensAtH) * 60,
            Clock.After(last.PourAt, ripples?.WatchFromH),
            Clock.After(last.PourAt, ripples?.OpensAtH),
            Clock.After(last.PourAt, ripples?.ClosesAtH),
            last.Cure.LargestBubbleMm ?? 0,
            words,
            new Working(
                "When ripples stay",
                [
                    new("depth of the last layer", last.DepthMm, "mm"),
                    new("from crest to crest", WavelengthMm, "mm"),
                    new("to be kept", KeepPercent, "%"),
                    new("viscosity just mixed", sheet.MixedViscosityMPaS / 1000, "Pa·s"),
                    new("opens", ripples?.OpensAtH ?? 0, "h"),
                    new("gels at the top", ripples?.ClosesAtH ?? 0, "h"),
                ],
                "Gravity and surface tension level a ripple, the slower the thicker the resin. The window opens when no more than the rest is lost until the top of this layer gels, in its own warmth. The watch begins when it is as thick as cold honey, 100 Pa·s.",
                "Orchard 1963, Castro & Macosko 1980; the column’s top cell"));
    }
}
