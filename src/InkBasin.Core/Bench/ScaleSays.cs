using System.Text.Json.Serialization;

namespace InkBasin.Core.Bench;

/// <summary>Whether part two touches part one, by the scale.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Touch>))]
public enum Touch
{
    /// <summary>Nothing of it is in.</summary>
    [JsonStringEnumMemberName("nought")] Nought,

    /// <summary>The first of it is.</summary>
    [JsonStringEnumMemberName("firstDrop")] FirstDrop,
}

/// <summary>What is said of a scale while something is poured on it.</summary>
public static class ScaleSays
{
    /// <summary>So far under nought nothing was poured: a cup was lifted, or it is another one, g.</summary>
    public const double LiftedG = 1;

    /// <summary>From so much on the scale the first of part two is in, g: more than a scale wavers or a sleeve brushes.</summary>
    public const double FirstDropG = 1;

    /// <summary>Whether what the scale shows is nought, or the first of part two that goes into a cup: a rise from the one to the other is the parts meeting.</summary>
    /// <param name="script">The session's script.</param>
    /// <param name="state">Where it stands.</param>
    /// <param name="grams">What the scale shows, g; null when it does not answer.</param>
    /// <returns>Null where the parts have met, are not poured together now, or it cannot be told.</returns>
    public static Touch? TouchOf(BenchScript script, BenchState state, double? grams)
    {
        ArgumentNullException.ThrowIfNull(script);
        ArgumentNullException.ThrowIfNull(state);
        if (state.Step is not { Kind: BenchStepKind.PartTwo } step || grams is not { } shown || !script.ByScale || state.Cups[step.Cup - 1].MetAt is not null) return null;

        // A scale of whole grams shows one for anything over a half.
        var first = Math.Max(FirstDropG, 2 * script.Mixes[step.Cup - 1].GraduationG);
        return shown >= first ? Touch.FirstDrop : Math.Abs(shown) < first / 2 ? Touch.Nought : null;
    }

    /// <summary>What the figure on the scale means at the open step; null where it needs no words.</summary>
    /// <param name="script">The session's script.</param>
    /// <param name="state">Where it stands.</param>
    /// <param name="grams">What the scale shows, g; null when it does not answer.</param>
    public static Notice? Of(BenchScript script, BenchState state, double? grams)
    {
        ArgumentNullException.ThrowIfNull(script);
        ArgumentNullException.ThrowIfNull(state);
        if (state.Step is not { TargetG: { } target } step) return null;
        if (grams is not { } shown) return Notice.Of("scaleLost", Standing.Tight, "The scale does not answer. Go on by hand: type what it shows, or go on without a figure.");
        var mix = script.Mixes[step.Cup - 1];
        if (shown < -LiftedG)
            return Notice.Of("cupLifted", Standing.Stop, $"The scale shows {Said.Tenth(shown)} g: the cup was lifted, or this is another one. Put the right cup back and look at the figure before you pour on.", ("shownG", shown));
        var over = shown - target;
        if (over < mix.GraduationG / 2) return null;
        if (step.Kind == BenchStepKind.PartOne && mix.HasTwo)
        {
            var two = mix.TwoFor(shown);
            return Notice.Of(
                "over",
                shown + two > mix.MaxBatchG * (1 + 1e-9) ? Standing.Stop : Standing.Tight,
                shown + two > mix.MaxBatchG * (1 + 1e-9)
                    ? $"{Said.Tenth(over)} g over, and with part two {Said.Tenth(shown + two)} g: the sheet mixes {mix.MaxBatchG:0} g at most. Take part one out again now."
                    : $"{Said.Tenth(over)} g over: leave it. Part two becomes {Said.Tenth(two)} g, not {Said.Tenth(mix.TwoG)}, and the cup will hold {Said.Tenth(shown + two)} g.",
                ("overG", over), ("twoG", two), ("sumG", shown + two));
        }

        return Notice.Of("over", Standing.Tight, step.Kind is BenchStepKind.PartOne ? $"{Said.Tenth(over)} g over: leave it; it stays in the cup." : $"{Said.Tenth(over)} g over: stop. Once it is in, the bench says whether the other part follows.", ("overG", over));
    }
}
