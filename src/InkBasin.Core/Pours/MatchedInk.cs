using InkBasin.Core.Ink;

namespace InkBasin.Core.Pours;

/// <summary>What a maker wishes a water to look like.</summary>
/// <param name="Hex">The colour, '#rrggbb'.</param>
/// <param name="DepthMm">Where the water is so deep, mm; null at the deepest place.</param>
/// <param name="SeeMm">One is to see so deep, mm; null leaves that open.</param>
/// <param name="TintIds">Tints to choose from; null for all in the stores.</param>
public sealed record InkWish(string? Hex, double? DepthMm = null, double? SeeMm = null, IReadOnlyList<string>? TintIds = null);

/// <summary>The ink that comes nearest a wish.</summary>
/// <param name="Ink">The recipe: the strongest part leads.</param>
/// <param name="DepthMm">Where the water is so deep, mm.</param>
/// <param name="WantedHex">What was wished, '#rrggbb'.</param>
/// <param name="Hex">What it comes to there, '#rrggbb'.</param>
/// <param name="DeltaE">How far off that is, CIEDE2000.</param>
/// <param name="FadeMm">How deep one sees, mm; null when the bed never fades.</param>
/// <param name="Sentence">How well it is met.</param>
public sealed record MatchedInk(InkChoice Ink, double DepthMm, string WantedHex, string Hex, double DeltaE, double? FadeMm, string Sentence)
{
    /// <summary>Less of a tint than this nobody sees, nor measures out, ml in 100 ml.</summary>
    public const double LeastMlPer100Ml = 2e-4;

    // How deep one sees is met when it is within this share.
    private const double SeeShare = 0.15;

    /// <summary>Finds the ink for a wish over a water's own bed.</summary>
    /// <param name="water">The water.</param>
    /// <param name="wish">The wish.</param>
    /// <param name="shelf">Tints in the stores.</param>
    /// <param name="cancel">Looked at before every trial.</param>
    /// <exception cref="RefusedException">The wish cannot be read, nothing is wet, or no tint is left to choose from.</exception>
    public static MatchedInk Of(PourCase water, InkWish wish, IReadOnlyList<Tint> shelf, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(wish);
        ArgumentNullException.ThrowIfNull(shelf);
        var target = LinearRgb.FromHex(wish.Hex, "hex");
        var depth = wish.DepthMm ?? water.Water.Region.MaxDepthMm;
        if (wish.DepthMm is not null) Require.Within(depth, 0.1, 500, "depthMm");
        else if (depth <= 0) throw new RefusedException("depthMm", "Nothing is wet: raise the waterline first.", RefusalKind.Impossible);
        if (wish.SeeMm is { } see) Require.Within(see, 0.2, 1000, "seeMm");
        List<Tint> tints = [.. shelf.Where(tint => wish.TintIds is null || wish.TintIds.Contains(tint.Id)).Take(InkMatch.MostTints)];
        if (tints.Count == 0) throw new RefusedException("tintIds", "Choose at least one tint that is in the stores.", RefusalKind.Impossible);
        var (pale, dark) = water.Patches;
        var twoPart = water.Sheet is { Traits.IsOnePart: false };
        var match = InkMatch.Of(
            new WantedLook(BareResin.Layer, water.Paint.At(depth), depth, target) { SeeMm = wish.SeeMm, Patches = (pale, dark), TintLimitPercent = Math.Min(InkChoice.MostMlPer100Ml, water.Sheet?.TintLimitPercent ?? InkChoice.MostMlPer100Ml) },
            [.. tints.Select(tint => new TintAtHand(tint.Id, tint.Colour, twoPart ? tint.Traits.UsualLimitPercent : null))],
            cancel);
        InkPart[] parts = [.. match.Doses.Where(dose => dose.MlPer100Ml >= LeastMlPer100Ml).OrderByDescending(dose => dose.MlPer100Ml).Take(InkChoice.MostTints).Select(dose => new InkPart(dose.Id, Math.Round(dose.MlPer100Ml, 4)))];
        var ink = parts.Length == 0 ? new InkChoice(null, 0) : new InkChoice(parts[0].TintId, parts[0].MlPer100Ml) { Shades = parts[1..] };

        // What is told is of the recipe as it is given, rounded, and of nothing finer.
        var mixed = InkLayer.Mixed(BareResin.Layer, ink.Parts.Select(part => (tints.First(tint => tint.Id == part.TintId).Colour, part.MlPer100Ml)));
        var colour = mixed.Over(water.Paint.At(depth), depth);
        var off = Lab.DeltaE(colour, target);
        var fade = mixed.FadeDepthMm(pale, dark);
        return new MatchedInk(ink, depth, target.ToHex(), colour.ToHex(), off, fade, Said(off, fade, wish.SeeMm));
    }

    private static string Said(double off, double? fade, double? see)
    {
        var colour = off switch
        {
            < InkMatch.JustSeen => "The colour is met.",
            < 3 => $"The colour is nearly met, {off:0.0} off.",
            _ => $"With these tints the colour cannot be met: the nearest is {off:0.0} off.",
        };
        if (see is not { } wished) return colour;
        return fade is not { } at ? $"{colour} But the bed never fades in it, to be seen into {wished:0.#} mm."
            : Math.Abs(at - wished) <= SeeShare * wished ? $"{colour} One sees {at:0.#} mm deep."
            : $"{colour} But one sees {at:0.#} mm deep instead of {wished:0.#}.";
    }
}
