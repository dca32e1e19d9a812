using InkBasin.Core.Ground;
using InkBasin.Core.Ink;

namespace InkBasin.Core.Pours;

/// <summary>What is said of a water's ink beyond its doses.</summary>
internal static class InkNotices
{
    /// <summary>The recipe was changed after something of it was poured: how that would be seen. Null when it was not, or nothing more is poured.</summary>
    public static Notice? Changed(PourCase water, IReadOnlyList<PlannedLayer> layers)
    {
        var poured = layers.Count(layer => layer.Poured is not null);
        if (poured == 0 || poured == layers.Count || water.Begun[poured - 1].Ink is not { } kept || kept.SameAs(water.Ink)) return null;
        var begun = water with { Ink = kept };
        var bed = water.Paint.At(water.Water.Region.MaxDepthMm);

        // Where colours stand side by side each of them may be another.
        PointMm[] places = [water.Water.Seed, .. kept.Places.Concat(water.Ink.Places).Select(place => place.At)];
        double side = 0, above = 0;
        foreach (var at in places)
        {
            LinearRgb From(PourCase one) => new InkColumn([.. layers.Select((layer, i) => (layer.DepthMm, one.InkAt(i, at)))]).Over(bed, layers.Sum(layer => layer.DepthMm));
            side = Math.Max(side, Lab.DeltaE(begun.InkAt(poured, at).Over(bed, WaterInk.IntoSideMm), water.InkAt(poured, at).Over(bed, WaterInk.IntoSideMm)));
            above = Math.Max(above, Lab.DeltaE(From(begun), From(water)));
        }

        return Notice.Of(
            "inkChanged",
            Standing.Tight,
            $"The ink is not the one layer {poured} was poured with: from above the water will differ by {above:0.0} from what was begun, and through a clear side the layers by {side:0.0}{(Math.Max(above, side) < InkMatch.JustSeen ? ", which is hardly seen" : "")}.",
            ("layer", poured),
            ("aboveDeltaE", above),
            ("sideDeltaE", side));
    }

    /// <summary>Several colours side by side in one layer: what the hands have to do at once. Null when there is one colour.</summary>
    public static Notice? SideBySide(PourCase water, IReadOnlyList<PlannedLayer> layers)
    {
        if (layers.FirstOrDefault(layer => layer.Poured is null && layer.Zones.Count > 1) is not { } next) return null;
        var (colours, work) = (next.Zones.Count, next.Zones.Sum(zone => zone.WorkMin * zone.Mix.Batches.Count));
        var inTime = next.PotLifeMin is not { } pot || pot >= work;
        return Notice.Of(
            "sideBySide",
            inTime ? Standing.Holds : Standing.Tight,
            inTime
                ? $"{colours} colours side by side: have every cup mixed before the first is poured, then draw each into the next over {water.Ink.BlendMm:0} mm with a stick, while all are runny."
                : $"{colours} colours side by side take about {Math.Ceiling(work):0} min of stirring and pouring, and a cup turns after {Math.Floor(next.PotLifeMin ?? 0):0}: take a second pair of hands, fewer colours or a slower product.",
            ("colours", colours),
            ("workMin", work),
            ("blendMm", water.Ink.BlendMm));
    }
}
