using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>
/// Where the layers of a water end: those poured where they came to, the rest cut from there to the waterline. A pour that fell short or ran over
/// so moves all that follow.
/// </summary>
internal static class LayerLevels
{
    // Thinner than this nothing is poured or told apart.
    private const double LeastMm = 0.05;

    /// <summary>The levels, mm, rising: the bed, then the top of each layer; and how many of them are poured.</summary>
    public static (IReadOnlyList<double> LevelsMm, int Poured) Of(StageStorage storage, Water water, IReadOnlyList<BegunPour> begun, double safeMm)
    {
        List<double> levels = [storage.BedMm];
        foreach (var pour in begun)
        {
            if (water.WaterlineMm - levels[^1] <= LeastMm) break;
            var top = pour.Result?.ReachedMm ?? pour.ToMm ?? PlannedTop(storage, water, pour.Layer, safeMm);
            levels.Add(Math.Clamp(top, levels[^1] + LeastMm, water.WaterlineMm));
        }

        var poured = levels.Count - 1;
        levels.AddRange(Ahead(storage, water, levels[^1], poured == 0, safeMm));
        return (levels, poured);
    }

    // A pour logged without a level, as older builds have it: where the plan from the bed would have ended it.
    private static double PlannedTop(StageStorage storage, Water water, int layer, double safeMm)
    {
        var planned = Ahead(storage, water, storage.BedMm, true, safeMm).ToList();
        return layer <= planned.Count ? planned[layer - 1] : water.WaterlineMm;
    }

    private static IEnumerable<double> Ahead(StageStorage storage, Water water, double fromMm, bool fromBed, double safeMm)
    {
        if (water.WaterlineMm - fromMm <= LeastMm) return [];
        if (water.OwnTopsMm is { } own)
            return [.. own.Where(top => top > fromMm + LeastMm && top < water.WaterlineMm - LeastMm), water.WaterlineMm];
        var last = water.TopUpMm > 0 && water.WaterlineMm - water.TopUpMm - fromMm > LeastMm ? water.WaterlineMm - water.TopUpMm : water.WaterlineMm;

        // Leaks are found by the first pour alone: what comes after it needs no second seal.
        var strategy = water.Strategy == LayerStrategy.SealFirst && !fromBed ? LayerStrategy.EqualDepth : water.Strategy;
        var cut = Layers.Levels(storage, new LayerRequest(fromMm, last, safeMm, strategy, water.SealMm)).Skip(1);
        return last < water.WaterlineMm ? [.. cut, water.WaterlineMm] : cut;
    }
}
