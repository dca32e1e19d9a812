namespace InkBasin.Core.Pours;

/// <summary>What a way of cutting a water into layers comes to; its depths, heat and batches are of the layers ahead, and of all once none is.</summary>
/// <param name="Strategy">The way.</param>
/// <param name="Layers">How many layers.</param>
/// <param name="DeepestMm">The deepest of them, mm.</param>
/// <param name="DoneH">Hours from the first pour until the dams come off.</param>
/// <param name="FullCureH">Hours from the first pour to full cure.</param>
/// <param name="HottestC">Hottest layer, °C.</param>
/// <param name="SmallestBatchMl">Smallest batch, ml mixed: small ones are the hardest to measure.</param>
/// <param name="MixedMl">All that is mixed, ml.</param>
/// <param name="Standing">The worst of its layers and batches.</param>
public sealed record StrategyTrade(
    LayerStrategy Strategy,
    int Layers,
    double DeepestMm,
    double DoneH,
    double FullCureH,
    double HottestC,
    double SmallestBatchMl,
    double MixedMl,
    Standing Standing)
{
    /// <summary>All ways for a water, side by side; one that cannot be cut so says why in its own place.</summary>
    /// <param name="water">The water.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">Nothing of it can be poured.</exception>
    public static IReadOnlyList<WayOfCutting> Of(PourCase water, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(water);
        if (water.Course(cancel) is null) throw new RefusedException("waterId", "There is nothing to pour in it: raise the waterline, or choose a product.", RefusalKind.Impossible);
        return [.. Enum.GetValues<LayerStrategy>().Select(strategy =>
        {
            cancel.ThrowIfCancellationRequested();
            return new WayOfCutting(strategy, Answer.Of(() => Trade(water with { Layering = water.Layering with { Strategy = strategy, OwnTopsMm = null } }, strategy, cancel)));
        })];
    }

    // A course follows its layers one after another: each way has one of its own, over a memory in common.
    private static StrategyTrade? Trade(PourCase water, LayerStrategy strategy, CancellationToken cancel)
    {
        var course = water.Course(cancel);
        var plan = LayerPlans.Of(water, course, LayerCut.Of(water, course));
        if (plan.Layers.Count == 0) return null;

        // What is poured is the same whichever way the rest is cut.
        List<PlannedLayer> ahead = [.. plan.Layers.Where(layer => layer.Poured is null)];
        var judged = ahead.Count > 0 ? ahead : plan.Layers;
        var batches = judged.SelectMany(layer => layer.Mix.Batches).ToList();
        var standing = ahead.Count == 0 ? Standing.Holds : ahead.Max(layer => layer.Cure.Standing);
        return new StrategyTrade(
            strategy,
            plan.Layers.Count,
            judged.Max(layer => layer.DepthMm),
            plan.StripH ?? 0,
            plan.FullCureH ?? 0,
            judged.Max(layer => layer.Cure.PeakC),
            batches.Min(batch => batch.MixedMl),
            plan.MixedMl,
            standing == Standing.Holds && ahead.Count > 0 && batches.Exists(batch => !batch.Ok) ? Standing.Tight : standing);
    }
}

/// <summary>A way of cutting a water, with what it comes to.</summary>
/// <param name="Strategy">The way.</param>
/// <param name="Trade">What it comes to.</param>
public sealed record WayOfCutting(LayerStrategy Strategy, Answer<StrategyTrade> Trade);
