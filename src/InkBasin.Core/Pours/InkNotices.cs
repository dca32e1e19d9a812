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
        LinearRgb From(PourCase one) => new InkColumn([.. layers.Select((layer, i) => (layer.DepthMm, one.InkOf(i)))]).Over(bed, layers.Sum(layer => layer.DepthMm));
        double side = Lab.DeltaE(begun.InkOf(poured).Over(bed, WaterInk.IntoSideMm), water.InkOf(poured).Over(bed, WaterInk.IntoSideMm)), above = Lab.DeltaE(From(begun), From(water));
        return Notice.Of(
            "inkChanged",
            Standing.Tight,
            $"The ink is not the one layer {poured} was poured with: from above the water will differ by {above:0.0} from what was begun, and through a clear side the layers by {side:0.0}{(Math.Max(above, side) < InkMatch.JustSeen ? ", which is hardly seen" : "")}.",
            ("layer", poured),
            ("aboveDeltaE", above),
            ("sideDeltaE", side));
    }
}
