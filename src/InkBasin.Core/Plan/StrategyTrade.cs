using InkBasin.Core.Ground;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Plan;

/// <summary>What a way of cutting a water into layers comes to.</summary>
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
    /// <summary>All ways for a water, side by side.</summary>
    /// <param name="build">The build.</param>
    /// <param name="ground">Its ground.</param>
    /// <param name="waterId">The water.</param>
    /// <param name="stores">The product sheets.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">The water is not there, or nothing of it can be poured.</exception>
    public static IReadOnlyList<StrategyTrade> Of(Build build, CompiledGround ground, string waterId, Stores stores, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        var at = Lists.WaterAt(build, waterId);
        var trades = new List<StrategyTrade>();
        foreach (var strategy in Enum.GetValues<LayerStrategy>())
        {
            cancel.ThrowIfCancellationRequested();
            var plan = Planner.Plan(build with { Waters = Lists.Replace(build.Waters, at, build.Waters[at] with { Strategy = strategy, OwnTopsMm = null }) }, ground, stores, cancel).Waters[at];
            if (plan.Layers.Count == 0) throw new RefusedException("waterId", "There is nothing to pour in it: raise the waterline, or choose a product.", RefusalKind.Impossible);
            var batches = plan.Layers.SelectMany(layer => layer.Mix.Batches).ToList();
            var heat = plan.Layers.Max(layer => layer.Cure.Standing);
            trades.Add(new StrategyTrade(
                strategy,
                plan.Layers.Count,
                plan.Layers.Max(layer => layer.DepthMm),
                plan.StripH ?? 0,
                plan.FullCureH ?? 0,
                plan.Layers.Max(layer => layer.Cure.PeakC),
                batches.Min(batch => batch.MixedMl),
                plan.MixedMl,
                heat == Standing.Holds && batches.Exists(batch => !batch.Ok) ? Standing.Tight : heat));
        }

        return trades;
    }
}
