using InkBasin.Core.Resin;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>What can be done to the last layer while it sets.</summary>
/// <param name="Waves">Waves to scale.</param>
/// <param name="Ripples">When to look and nudge; null when it lies like glass, or does not gel in the time looked at.</param>
/// <param name="Minutes">From when a nudge holds until it gels, minutes.</param>
/// <param name="OneDegreeMin">How much earlier it begins to hold in a room one degree warmer, minutes.</param>
/// <param name="FirstLookAt">First look, if the last layer has a date.</param>
/// <param name="VisitsAt">All looks.</param>
/// <param name="HoldsFromAt">From when a nudge holds.</param>
/// <param name="ClosesAt">When it takes no more.</param>
/// <param name="PuddleMl">A puddle from the same cup, as deep, to try on first, ml.</param>
/// <param name="LargestBubbleMm">Largest bubble from the bottom of the last layer that stays, mm.</param>
/// <param name="Sentence">In the maker's words.</param>
/// <param name="Working">How it came about.</param>
public sealed record SurfacePlan(
    WaveScale Waves,
    RippleVisits? Ripples,
    double? Minutes,
    double? OneDegreeMin,
    DateTimeOffset? FirstLookAt,
    IReadOnlyList<DateTimeOffset> VisitsAt,
    DateTimeOffset? HoldsFromAt,
    DateTimeOffset? ClosesAt,
    double PuddleMl,
    double LargestBubbleMm,
    string Sentence,
    Working Working)
{
    /// <summary>Nothing shorter is nudged in with a stick, mm from crest to crest.</summary>
    public const double ShortestNudgedMm = 4;

    /// <summary>Waves lower than this nobody sees, mm.</summary>
    public const double SeenMm = 0.05;

    /// <summary>Across a lid with the puddle, mm: several ripples wide.</summary>
    public const double PuddleMm = 40;

    /// <summary>In a shorter window the gel is the surer way, minutes.</summary>
    public const double ShortMin = 20;

    /// <summary>Looks at the last layer of a water.</summary>
    /// <param name="water">The water.</param>
    /// <param name="layers">Its layers.</param>
    /// <param name="waves">Waves to scale.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">Nothing of it can be poured, or its product holds no ripples.</exception>
    public static SurfacePlan Of(PourCase water, IReadOnlyList<PlannedLayer> layers, WaveScale waves, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(layers);
        ArgumentNullException.ThrowIfNull(waves);
        if (layers.Count == 0 || water.Sheet is not { } sheet) throw new RefusedException("waterId", "There is nothing to pour in it: raise the waterline, or choose a product.", RefusalKind.Impossible);
        if (sheet.Traits.IsOnePart)
            throw new RefusedException("productId", $"{sheet.Name} holds no ripples while it sets: shape gloss gel on the finished surface instead.", RefusalKind.Impossible);
        var (bench, last) = (water.Bench, layers[^1]);
        List<double> depths = [.. layers.Select(layer => layer.DepthMm)];
        var (length, flat) = (Math.Max(ShortestNudgedMm, waves.LengthMm), waves.HeightMm < SeenMm);
        RippleVisits? Visits(double warmer) =>
            Curing.Over(water.Bed.Layers, bench.Room with { AirC = bench.Room.AirC + warmer, NightC = bench.Room.NightC + warmer }, bench.Care, sheet, bench.Memory, cancel)
                .SurfaceOf(depths) is { } surface ? RippleVisits.Of(surface, sheet.MixedDensity, last.DepthMm, length) : null;
        var ripples = flat ? null : Visits(0);
        var warm = ripples is null ? null : Visits(1);
        double? minutes = ripples is null ? null : (ripples.ClosesAtH - ripples.HoldsFromH) * 60;
        return new SurfacePlan(
            waves,
            ripples,
            minutes,
            (ripples?.HoldsFromH - warm?.HoldsFromH) * 60,
            Clock.After(last.PourAt, ripples?.FirstLookH),
            ripples is null || last.PourAt is null ? [] : [.. ripples.VisitsH.Select(h => Clock.After(last.PourAt, h)).OfType<DateTimeOffset>()],
            Clock.After(last.PourAt, ripples?.HoldsFromH),
            Clock.After(last.PourAt, ripples?.ClosesAtH),
            Math.PI * PuddleMm * PuddleMm / 4 * last.DepthMm / 1000,
            last.Cure.LargestBubbleMm ?? 0,
            WordsOf(waves, flat, minutes),
            new Working(
                "When ripples stay",
                [
                    new("depth of the last layer", last.DepthMm, "mm"),
                    new("waves to scale, from crest to crest", waves.LengthMm, "mm"),
                    new("reckoned with, no shorter than a stick nudges", length, "mm"),
                    new("a nudge holds when this much of it stays", RippleVisits.KeepPercent, "%"),
                    new("viscosity just mixed", sheet.MixedViscosityMPaS / 1000, "Pa·s"),
                    new("first look", ripples?.FirstLookH ?? 0, "h"),
                    new("a nudge holds from", ripples?.HoldsFromH ?? 0, "h"),
                    new("gels at the top", ripples?.ClosesAtH ?? 0, "h"),
                ],
                "Gravity and surface tension level a ripple, the slower the thicker the resin. The first look is at half the time to gel or when it is as thick as cold honey, 100 Pa·s, whichever is sooner. A nudge holds once a third of it would be left when the top of this layer gels, in its own warmth.",
                "Orchard 1963, Castro & Macosko 1980; the column’s top cell"));
    }

    private static string WordsOf(WaveScale waves, bool flat, double? minutes) =>
        flat ? "Like glass, to scale: leave the last layer as it levels itself."
        : minutes is not { } min ? "It does not gel in the time looked at: no ripples can be nudged into it."
        : (min < ShortMin
            ? $"A nudge holds for only {min:0} minutes before it gels. Try the puddle first, and have gloss gel ready: it needs no window."
            : "Look early, nudge, and nudge again at each look until it holds. Try the puddle first. Or stipple gloss gel on the cured surface, which needs no window.")
        + (waves.LengthMm < ShortestNudgedMm ? $" To scale they are shorter than a stick nudges ({Said.Tenth(waves.LengthMm)} mm): gel and a stiff brush come nearer." : "");
}
