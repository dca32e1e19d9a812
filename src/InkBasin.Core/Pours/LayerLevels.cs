using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>
/// Where the layers of a water end: those poured where they came to, the rest cut from there to the waterline. A pour that fell short or ran over
/// so moves all that follow.
/// </summary>
internal static class LayerLevels
{
    /// <summary>Thinner than this nothing is poured or told apart, mm: a sliver is no layer.</summary>
    public const double LeastMm = LayerCourse.HandMm;

    /// <summary>The levels, mm, rising: the bed, then the top of each layer; and how many of them are poured.</summary>
    /// <exception cref="RefusedException">The rest cannot be cut in that way.</exception>
    public static (IReadOnlyList<double> LevelsMm, int Poured) Of(StageStorage storage, Layering wish, IReadOnlyList<BegunPour> begun, double safeMm)
    {
        List<double> levels = [storage.BedMm];
        List<double>? planned = null;
        foreach (var pour in begun)
        {
            if (wish.WaterlineMm - levels[^1] <= LeastMm) break;
            var top = pour.Result?.ReachedMm ?? pour.ToMm;
            if (top is null)
            {
                // A pour logged without a level, as older builds have it: where the plan from the bed would have ended it.
                planned ??= Ahead(storage, wish, storage.BedMm, true, safeMm);
                top = pour.Layer <= planned.Count ? planned[pour.Layer - 1] : wish.WaterlineMm;
            }

            levels.Add(Math.Clamp(top.Value, levels[^1] + LeastMm, wish.WaterlineMm));
        }

        var poured = levels.Count - 1;
        levels.AddRange(Ahead(storage, wish, levels[^1], poured == 0, safeMm));
        return (levels, poured);
    }

    private static List<double> Ahead(StageStorage storage, Layering wish, double fromMm, bool fromBed, double safeMm)
    {
        if (wish.WaterlineMm - fromMm <= LeastMm) return [];
        if (wish.OwnTopsMm is { } own) return ByHand(own, fromMm, wish.WaterlineMm);
        var last = wish.TopUpMm >= LeastMm && wish.WaterlineMm - wish.TopUpMm - fromMm > LeastMm ? wish.WaterlineMm - wish.TopUpMm : wish.WaterlineMm;

        // Leaks are found by the first pour alone: what comes after it needs no second seal.
        var strategy = wish.Strategy == LayerStrategy.SealFirst && !fromBed ? LayerStrategy.EqualDepth : wish.Strategy;
        var cut = WithoutSlivers(Layers.Levels(storage, new LayerRequest(fromMm, last, safeMm, strategy, wish.SealMm)), safeMm);
        return last < wish.WaterlineMm ? [.. cut.Skip(1), wish.WaterlineMm] : [.. cut.Skip(1)];
    }

    private static List<double> ByHand(IReadOnlyList<double> own, double fromMm, double waterlineMm)
    {
        var tops = new List<double>();
        foreach (var top in own)
        {
            if (top > (tops.Count > 0 ? tops[^1] : fromMm) + LeastMm && top < waterlineMm - LeastMm) tops.Add(top);
        }

        return [.. tops, waterlineMm];
    }

    // A rise too thin to pour goes to its neighbour, or shares with it where the two together are deeper than is safe.
    private static List<double> WithoutSlivers(IReadOnlyList<double> levels, double safeMm)
    {
        List<double> kept = [.. levels];
        for (var i = 1; i < kept.Count && kept.Count > 2;)
        {
            if (kept[i] - kept[i - 1] >= LeastMm)
            {
                i++;
                continue;
            }

            // Between it and the one under it; for the first, the one over it.
            var between = i > 1 ? i - 1 : i;
            double under = kept[between - 1], over = kept[between + 1];
            if (over - under <= safeMm) kept.RemoveAt(between);
            else kept[between] = (under + over) / 2;
            i = Math.Max(1, between);
            if (over - under > safeMm && (over - under) / 2 < LeastMm) break;
        }

        return kept;
    }
}
