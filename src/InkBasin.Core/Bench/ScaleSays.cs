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
        if (grams is not { } shown) return ScaleNotices.Lost();
        var mix = script.Mixes[step.Cup - 1];
        if (shown < -LiftedG) return ScaleNotices.CupLifted(shown);
        var over = shown - target;
        if (over < mix.GraduationG / 2) return null;
        return step.Kind != BenchStepKind.PartOne ? ScaleNotices.Over(over)
            : !mix.HasTwo ? ScaleNotices.OverAlone(over)
            : mix.TwoFor(shown) is var two && shown + two > mix.MaxBatchG * (1 + 1e-9) ? ScaleNotices.OverTheBatch(mix, over, shown, two)
            : ScaleNotices.PartTwoFollows(mix, over, shown, two);
    }
}
