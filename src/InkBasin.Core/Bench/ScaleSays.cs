namespace InkBasin.Core.Bench;

/// <summary>What is said of a scale while something is poured on it.</summary>
public static class ScaleSays
{
    /// <summary>So far under nought nothing was poured: a cup was lifted, or it is another one, g.</summary>
    public const double LiftedG = 1;

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
