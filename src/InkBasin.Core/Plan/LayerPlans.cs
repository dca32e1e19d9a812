using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>The layers of a water from the bed up: what is poured as it came out, the rest as it is to be.</summary>
internal static class LayerPlans
{
    private const double LeastJointShare = 0.05;

    /// <summary>Plans them.</summary>
    /// <param name="build">The build.</param>
    /// <param name="water">The water.</param>
    /// <param name="storage">Its stage–storage curve.</param>
    /// <param name="sheet">Its product.</param>
    /// <param name="tint">Its tint; null when clear.</param>
    /// <param name="calibration">Measured over reckoned volume.</param>
    /// <param name="things">What stands in it, with the levels of their bases.</param>
    /// <param name="course">How its layers set.</param>
    public static List<PlannedLayer> Of(
        Build build, Water water, StageStorage storage, ProductSheet sheet, Tint? tint, double calibration, IReadOnlyList<(DrownedThing Thing, double BaseMm)> things, LayerCourse course)
    {
        List<BegunPour> begun = [.. build.Begun.Where(pour => pour.WaterId == water.Id).OrderBy(pour => pour.Layer)];
        var (levels, poured) = LayerLevels.Of(storage, water, begun, course.Safe()?.SafeMm ?? sheet.GreatestLayerMm);
        var cut = Layers.Through(storage, levels, sheet.ShrinkPercent, calibration);
        var startAt = poured > 0 ? begun[0].At : water.FirstPourAt;
        var layers = new List<PlannedLayer>(cut.Count);
        double pourH = 0;
        for (var i = 0; i < cut.Count; i++)
        {
            // What stands in a layer takes the place of that much resin; a layer filled to its top with stones still has joints.
            var displaced = DrownedPlan.DisplacedUpToMl(things, cut[i].ToMm, water.WaterlineMm) - DrownedPlan.DisplacedUpToMl(things, cut[i].FromMm, water.WaterlineMm);
            var volume = Math.Max(cut[i].VolumeMl * LeastJointShare, cut[i].VolumeMl - (displaced / (1 - (sheet.ShrinkPercent / 100))));
            var batches = Batches.Of(volume, sheet, build.Measuring, build.Room.AirC, pools: 1);
            var waits = course.WaitsOf(cut[i].DepthMm);
            if (i < poured) pourH = (begun[i].At - begun[0].At).TotalHours;
            var nextH = i + 1 < poured ? (begun[i + 1].At - begun[0].At).TotalHours : pourH + waits.RecoatFromH;
            var strength = water.Ink.StrengthOf(i);
            layers.Add(new PlannedLayer(
                cut[i].FromMm,
                cut[i].ToMm,
                cut[i].DepthMm,
                volume,
                batches.Mix,
                tint is null ? null : TintDose.For(strength, batches.Mix.Batches[0].MixedMl, tint.DropMl),
                pourH,
                pourH + waits.RecoatFromH,
                pourH + waits.RecoatToH,
                At(startAt, pourH),
                At(startAt, pourH + waits.RecoatFromH),
                At(startAt, pourH + waits.RecoatToH),
                pourH + waits.StripH,
                pourH + waits.FullCureH,
                batches.PotLifeMin,
                course.Next(cut[i].DepthMm, Math.Max(0, nextH - pourH), i < poured ? RoomLog.Course(build, begun[i]) : null),
                i < poured ? begun[i] : null));
            pourH += waits.RecoatFromH;
        }

        return layers;
    }

    /// <summary>So many hours after the first pour, to the minute.</summary>
    public static DateTimeOffset? At(DateTimeOffset? startAt, double? hours) => hours is { } h ? startAt?.AddMinutes(Math.Round(h * 60)) : null;
}
