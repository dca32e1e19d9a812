using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>What a maker should be told about a planned water, worst first.</summary>
internal static class Notices
{
    public static IReadOnlyList<Notice> Of(Water water, Basin basin, IReadOnlyList<string> joined, ProductSheet? sheet, Tint? tint, List<PlannedLayer> layers)
    {
        var notices = new List<Notice>();
        Level(notices, water, basin, joined);
        if (sheet is null)
            notices.Add(new Notice(Standing.Stop, "The product sheet is not in the stores: choose another product."));
        if (water.Ink.TintId is not null && tint is null)
            notices.Add(new Notice(Standing.Stop, "The tint is not in the stores: choose another."));
        if (sheet is not null && layers.Count > 0) Pouring(notices, water, sheet, tint, layers);
        return [.. notices.OrderByDescending(notice => notice.Standing)];
    }

    private static void Level(List<Notice> notices, Water water, Basin basin, IReadOnlyList<string> joined)
    {
        if (basin.Region.Cells.Length == 0)
        {
            notices.Add(new Notice(Standing.Stop, "Nothing is wet at this waterline: raise it, or move the water to lower ground."));
            return;
        }

        foreach (var edge in basin.OpenEdges)
        {
            notices.Add(new Notice(
                Standing.Stop,
                $"Open over the {edge.Side.ToString().ToLowerInvariant()} edge for {edge.ToMm - edge.FromMm:0} mm: it needs a dam to {water.WaterlineMm + 5:0.0} mm."));
        }

        var freeboard = basin.FreeboardMm;
        if (freeboard < 0 && basin.OpenEdges.Count == 0)
            notices.Add(new Notice(Standing.Stop, $"It runs over at {basin.Spill.LevelMm:0.0} mm, {-freeboard:0.0} mm under the waterline: lower the waterline or raise the bank there."));
        else if (freeboard is >= 0 and < Planner.TightFreeboardMm)
            notices.Add(new Notice(Standing.Tight, $"Only {freeboard:0.0} mm of freeboard before it runs over at {basin.Spill.LevelMm:0.0} mm: raise the bank or lower the waterline."));
        else if (freeboard >= 0)
            notices.Add(new Notice(Standing.Holds, $"Freeboard {freeboard:0.0} mm before it runs over."));

        foreach (var other in joined)
            notices.Add(new Notice(Standing.Stop, $"At this waterline it is one water with {other}: lower it, or keep only one of the two."));
    }

    private static void Pouring(List<Notice> notices, Water water, ProductSheet sheet, Tint? tint, List<PlannedLayer> layers)
    {
        var thinnest = layers.Min(layer => layer.DepthMm);
        if (thinnest < sheet.LeastLayerMm - 1e-9)
            notices.Add(new Notice(Standing.Tight, $"A layer of {thinnest:0.0} mm is thinner than the sheet's least, {sheet.LeastLayerMm:0.#} mm: it may stay soft or pull away from the bank."));
        // The smallest batch is the hardest to measure and the largest the one that may not fit: those two speak for all.
        var bySize = layers.OrderBy(layer => layer.Mix.Batches[0].MixedMl).ToList();
        foreach (var warning in bySize[0].Mix.Warnings.Union(bySize[^1].Mix.Warnings).DistinctBy(warning => warning[..9]))
            notices.Add(new Notice(Standing.Tight, warning));
        if (tint is null || water.Ink.MlPer100Ml <= 0) return;
        var given = layers.Max(layer => layer.Tint!.GivenMlPer100Ml);
        if (given > sheet.TintLimitPercent + 1e-9)
            notices.Add(new Notice(Standing.Stop, $"Tint of {given:0.##} % is over the sheet's limit of {sheet.TintLimitPercent:0.##} %: the resin may stay soft."));
        var worst = layers.Max(layer => Math.Abs(layer.Tint!.OffPercent));
        if (layers.Any(layer => layer.Tint!.Drops == 0))
            notices.Add(new Notice(Standing.Tight, "A batch is too small for even one whole drop of tint: mix more at once, or thin the tint in part one first."));
        else if (worst > 10)
            notices.Add(new Notice(Standing.Tight, $"Whole drops put a batch {worst:0} % off the wanted tint: mix more at once, or thin the tint in part one first."));
        notices.Add(new Notice(Standing.Holds, $"{water.Ink.MlPer100Ml:0.###} ml of {tint.Name} in every 100 ml, the same in each batch."));
    }
}
