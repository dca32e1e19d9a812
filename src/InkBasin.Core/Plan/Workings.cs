using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>How the figures of a water came about, so that each can be opened.</summary>
internal static class Workings
{
    public static IReadOnlyDictionary<string, Working> Of(Build build, Water water, Basin basin, ProductSheet? sheet, Tint? tint, List<PlannedLayer> layers, VolumeRange? takes, double calibration, double displacedMl)
    {
        var workings = new Dictionary<string, Working>
        {
            ["volume"] = new(
                "Volume to the waterline",
                [
                    new("waterline", water.WaterlineMm, "mm"),
                    new("wet area", basin.Region.AreaMm2, "mm²"),
                    new("mean depth", basin.Region.MeanDepthMm, "mm"),
                    new("wet cells", basin.Region.Cells.Length, ""),
                    new("side of a cell", basin.Region.Field.CellMm, "mm"),
                ],
                "Every cell joined to the water's starting point with ground under the waterline counts: depth × area of the cell, added up. Open edges count as if dammed.",
                "Stage–storage of the compiled ground"),
            ["freeboard"] = new(
                "Freeboard",
                [new("spill level", basin.Spill.LevelMm, "mm"), new("waterline", water.WaterlineMm, "mm")],
                "Spill level − waterline. The water is raised until it first meets an open edge, a dam's top, or lower ground it does not yet cover. Under 2 mm is tight; under nothing it runs over.",
                "Priority-Flood, Barnes, Lehman & Mulla 2014, grown from this water"),
        };
        if (takes is not null) workings["takes"] = TakesWorking(basin, takes, calibration, displacedMl);
        if (sheet is null || layers.Count == 0) return workings;
        workings["layers"] = LayerWorking(water, basin, sheet, layers);
        workings["mix"] = MixWorking(build, sheet, layers);
        workings["times"] = TimeWorking(sheet);
        if (tint is not null) workings["drops"] = DropWorking(water, tint, layers);
        return workings;
    }

    private static Working TakesWorking(Basin basin, VolumeRange takes, double calibration, double displacedMl) => new(
        "What it takes, and how well that is known",
        [
            new("volume to the waterline", basin.Region.VolumeMl, "ml"),
            new("measured over reckoned", calibration, ""),
            new("displaced by drowned things", displacedMl, "ml"),
            new("waterline read to", VolumeRange.ReadToMm, "mm"),
            new("roughness of the bed", VolumeRange.RoughnessMm(basin.Region), "mm"),
            new("standard deviation", takes.DeviationMl, "ml"),
            new("enough in 19 of 20 cases", takes.SureMl, "ml"),
        ],
        $"Volume × calibration − displaced. Unknown are the reading of the waterline over the whole area; for a bed nobody has measured, how far carving lies off the drawing (about {VolumeRange.CarvedToMm:0.0} mm) and its roughness; for a sounded one, the band of its soundings; after a water test, the jug. Added by their squares; the range holds 95 %, the last figure is the one-sided bound.",
        "Independent errors; a water test narrows them best");

    private static Working LayerWorking(Water water, Basin basin, ProductSheet sheet, List<PlannedLayer> layers)
    {
        var how = water.Strategy switch
        {
            LayerStrategy.Fewest => "As deep as the sheet allows from the bed up, the rest on top.",
            LayerStrategy.EqualDepth => "The fewest equal rises that each keep to the sheet's greatest layer.",
            LayerStrategy.EqualVolume => "The fewest equal volumes whose rises all keep to the sheet's greatest layer.",
            _ => "A thin pour first that finds the leaks, then the fewest equal rises that keep to the sheet's greatest layer.",
        };
        return new Working(
            "Layers",
            [
                new("bed", basin.Storage!.BedMm, "mm"),
                new("waterline", water.WaterlineMm, "mm"),
                new("greatest layer", sheet.GreatestLayerMm, "mm"),
                new("shrinkage", sheet.ShrinkPercent, "%"),
                new("layers", layers.Count, ""),
            ],
            how + " A layer's ml is the stage–storage volume between its two levels × the water test’s calibration ÷ (1 − shrinkage), less what stands in it.",
            $"The sheet of {sheet.Name}; the room's heat is not looked at yet, so keep to the sheet's temperatures");
    }

    private static Working MixWorking(Build build, ProductSheet sheet, List<PlannedLayer> layers)
    {
        var unit = build.Measuring.Device.Kind == DeviceKind.Scale ? "g" : "ml";
        return new Working(
            "What to weigh or measure",
            [
                new(sheet.Ratio.Basis == RatioBasis.Volume ? "part one, by volume" : "part one, by weight", sheet.Ratio.A, ""),
                new(sheet.Ratio.Basis == RatioBasis.Volume ? "part two, by volume" : "part two, by weight", sheet.Ratio.B, ""),
                new("density of part one", sheet.DensityA, "g/ml"),
                new("density of part two", sheet.DensityB, "g/ml"),
                new("lost on sticks and walls", build.Measuring.LossPercent, "%"),
                new("kept back by each cup", build.Measuring.ResidueMl, "ml"),
                new("one graduation", build.Measuring.Device.Graduation, unit),
                new("worst ratio error", layers.Max(layer => layer.Mix.Batches.Max(batch => batch.WorstRatioErrorPercent)), "%"),
            ],
            "Volume + loss + what the cup keeps, split by the sheet's ratio and rounded up so that neither part is short. The sheet's ratio stands: extra hardener leaves it brittle or soft.",
            $"The sheet of {sheet.Name}");
    }

    private static Working TimeWorking(ProductSheet sheet) => new(
        "When the next one may go on",
        [
            new("recoat from", sheet.RecoatFromH, "h"),
            new("recoat until", sheet.RecoatToH, "h"),
            new("strip dams after", sheet.DemouldH, "h"),
            new("full cure after", sheet.FullCureH, "h"),
            new("at", sheet.ReferenceC, "°C"),
        ],
        "The sheet's hours, laid end to end from the first pour. Past the recoat window the surface is scuffed and wiped first. A colder room takes longer: feel before you pour.",
        $"The sheet of {sheet.Name}");

    private static Working DropWorking(Water water, Tint tint, List<PlannedLayer> layers) => new(
        "Drops of tint",
        [
            new("wanted, ml in 100 ml", water.Ink.MlPer100Ml, ""),
            new("one drop", tint.DropMl, "ml"),
            new("first batch, mixed", layers[0].Mix.Batches[0].MixedMl, "ml"),
            new("first batch", layers[0].Tint!.Drops, "drops"),
        ],
        "Strength × mixed ml ÷ 100 ÷ one drop, to whole drops. The same strength in every batch, or the layers do not match.",
        "The maker's choice of ink");
}
