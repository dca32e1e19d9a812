using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>How the figures of a water came about, so that each can be opened.</summary>
internal static class PourWorkings
{
    public static IEnumerable<KeyValuePair<string, Working>> Of(PourCase water, LayerCourse? course, SafePlan? safe, IReadOnlyList<PlannedLayer> layers, IReadOnlyList<MixSession> sessions)
    {
        if (water.Sheet is not { } sheet || layers.Count == 0) yield break;
        yield return new("layers", LayerWorking(water, sheet, layers, safe));
        if (course?.Curing is { } curing && safe is not null) yield return new("heat", HeatWorking(water.Bench, sheet, layers, curing, safe));
        yield return new("mix", MixWorking(water.Bench.Measuring, sheet, layers));
        yield return new("times", sheet.Traits.IsOnePart ? OnePartTimeWorking(water.Bench, sheet, layers, course?.Slowdown ?? 1) : TimeWorking(water.Bench, sheet, layers, course?.Slowdown ?? 1));

        // Of the cup it is mixed in first, with whatever other water takes the same.
        var cup = sessions.FirstOrDefault(session => session.Pools.Any(pool => pool.WaterId == water.Water.Id && pool.PlaceId is null)) is { Cards: [var first, ..] } ? first : null;
        if ((cup is null ? layers[0].Ink : cup.Ink) is { } ink) yield return new("drops", DropWorking(water, ink, (cup?.Batch ?? layers[0].Mix.Batches[0]).MixedMl));
    }

    private static Working LayerWorking(PourCase water, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, SafePlan? safe)
    {
        var how = water.Layering.OwnTopsMm is not null ? "Where you set the tops; each is held against what is safe." : water.Layering.Strategy switch
        {
            LayerStrategy.Fewest => "As deep as the sheet allows from the bed up, the rest on top.",
            LayerStrategy.EqualDepth => "The fewest equal rises that each keep to the sheet's greatest layer.",
            LayerStrategy.EqualVolume => "The fewest equal volumes whose rises all keep to the sheet's greatest layer.",
            _ => "A thin pour first that finds the leaks, then the fewest equal rises that keep to the sheet's greatest layer.",
        };
        return new Working(
            "Layers",
            [
                new("bed", layers[0].FromMm, "mm"),
                new("waterline", water.Layering.WaterlineMm, "mm"),
                new("greatest layer of the sheet", sheet.GreatestLayerMm, "mm"),
                new("safe over this bed, in this room", safe?.SafeMm ?? sheet.GreatestLayerMm, "mm"),
                new("shrinkage", sheet.ShrinkPercent, "%"),
                new("of the ml, to make up for shrinkage", layers.Sum(layer => layer.VolumeMl) * sheet.ShrinkPercent / 100, "ml"),
                new("layers", layers.Count, ""),
            ],
            how + (water.Layering.TopUpMm > 0 ? " A thin pour of its own comes last and evens out what the others have shrunk." : "") + " A layer's ml is the stage–storage volume between its two levels × the water test’s calibration ÷ (1 − shrinkage), less what stands in it.",
            $"{sheet.Source} and the heat in the bed: the smaller depth counts");
    }

    private static Working MixWorking(Measuring measuring, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers)
    {
        var unit = measuring.Device.Kind == DeviceKind.Scale ? "g" : "ml";
        if (sheet.Traits.IsOnePart)
        {
            return new Working(
                "What to pour out",
                [
                    new("density", sheet.DensityA, "g/ml"),
                    new("lost on sticks and walls", measuring.LossPercent, "%"),
                    new(measuring.ResidueCalled, measuring.ResidueMl, "ml"),
                    new("one graduation", measuring.Device.Graduation, unit),
                ],
                "Volume + loss + what the cup keeps, rounded up to a graduation. It is one part: nothing is mixed with it but the ink.",
                sheet.Source);
        }

        return new Working(
            "What to weigh or measure",
            [
                new(sheet.Ratio.Basis == RatioBasis.Volume ? "part one, by volume" : "part one, by weight", sheet.Ratio.A, ""),
                new(sheet.Ratio.Basis == RatioBasis.Volume ? "part two, by volume" : "part two, by weight", sheet.Ratio.B, ""),
                new("density of part one", sheet.DensityA, "g/ml"),
                new("density of part two", sheet.DensityB, "g/ml"),
                new("lost on sticks and walls", measuring.LossPercent, "%"),
                new(measuring.ResidueCalled, measuring.ResidueMl, "ml"),
                new("one graduation", measuring.Device.Graduation, unit),
                new("worst ratio error", layers.Max(layer => layer.Mix.Batches.Max(batch => batch.WorstRatioErrorPercent)), "%"),
                new("tolerance of the sheet", sheet.TolerancePercent, "%"),
                new($"least batch this {(unit == "g" ? "scale" : "cup")} measures within it", layers.Min(layer => layer.Mix.LeastBatchMl), "ml"),
                new($"one {unit} more hardener in the smallest batch is off by", 100 / (layers.Min(layer => layer.Mix.Batches.Min(batch => unit == "g" ? batch.BG : batch.BMl)) + 1), "%"),
            ],
            "Volume + loss + what the cup keeps, split by the sheet's ratio and rounded up so that neither part is short. The sheet’s ratio stands: a little extra hardener for luck sets nothing faster, it only takes the mix that much off the ratio and leaves it brittle or tacky.",
            sheet.Source);
    }

    private static Working HeatWorking(PourBench bench, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, Curing curing, SafePlan safe) => new(
        "How hot it gets",
        [
            new("safe depth", safe.SafeMm, "mm"),
            new("peak at that depth", safe.PeakC, "°C"),
            new("hottest planned layer", layers.Max(layer => layer.Cure.PeakC), "°C"),
            new("limit of the resin", SafeDepth.ResinLimitC, "°C"),
            new("room", bench.Room.AirC, "°C"),
            new("room by night", bench.Room.NightC ?? bench.Room.AirC, "°C"),
            new(sheet.Learnt is null ? "gel time of the sheet" : "gel time, as learnt here", sheet.GelH, "h"),
            new("mean of day and night", curing.MeanC, "°C"),
        ],
        $"Heat is followed up the column under the deepest point, through board, foam, plaster and the layers already poured, {Cover(bench.Care)} and {(bench.Care.FlatOnBench ? "flat on the bench" : "raised from the bench")}, while the resin cures. One dimension: sideways loss is left out, so narrow water is cooler than this. The safe depth is found by halving; past it a little more depth runs away.",
        "Horie 1970, Chern & Poehlein 1987 for the cure; heat conduction by finite volumes; heat of reaction, conductivities usual for the kind and assumed, gel time from the sheet" + (sheet.Learnt is null ? "" : $", {sheet.Learnt}"));

    private static string Cover(CureCare care) =>
        !care.Covered ? "open to the air" : care.CoverAfterH > 0 ? $"under a cover from {Said.Short(care.CoverAfterH)} h on" : "under a cover";

    private static Working TimeWorking(PourBench bench, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, double slowdown) => new(
        "When the next one may go on",
        [
            new("recoat from", sheet.RecoatFromH, "h"),
            new("recoat until", sheet.RecoatToH, "h"),
            new("strip dams after", sheet.DemouldH, "h"),
            new("full cure after", sheet.FullCureH, "h"),
            new("at", sheet.ReferenceC, "°C"),
            new("room", bench.Room.AirC, "°C"),
            new("all takes so many times as long", slowdown, ""),
            new("firm by the model after the last pour", layers[^1].Cure.FirmH ?? 0, "h"),
        ],
        "The sheet’s hours × how much slower this room is, laid end to end from the first pour. Dams come off at the later of that and the model’s own time. Past the recoat window the surface is scuffed and wiped first. Feel before you pour.",
        $"{sheet.Source}, scaled by k(T_ref) ÷ k(T_room) with 55 kJ/mol");

    private static Working OnePartTimeWorking(PourBench bench, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, double slowdown) => sheet.Flash is { } flash
        ? new Working(
            "When the next one may go on",
            [
                new("one flash", flash.Seconds, "s"),
                new("hardens of clear resin", flash.DepthMm, "mm"),
                new("layers", layers.Count, ""),
                new("full cure after", sheet.FullCureH, "h"),
            ],
            "One flash a layer, and the next may follow. Light fades in the depth; ink takes its share of it, so a flash reaches less deep.",
            "The product’s sheet; Jacobs 1992, working curve")
        : new Working(
            "When the next one may go on",
            [
                new("coat of the sheet", sheet.Drying!.CoatMm, "mm"),
                new("dries in", sheet.Drying.Hours, "h"),
                new("at a humidity of", sheet.Drying.AtHumidityPercent, "%"),
                new("humidity here", bench.Room.HumidityPercent, "%"),
                new("all takes so many times as long", slowdown, ""),
                new("deepest coat, wet", DryingCoats.WetMm(layers.Max(layer => layer.DepthMm), sheet.ShrinkPercent), "mm"),
            ],
            "The sheet’s hours × (wet depth ÷ its depth)² × (1 − its humidity) ÷ (1 − the room’s): water has to find its way out through all of the coat. Wait until it is clear.",
            $"{sheet.Source}; drying by diffusion");

    private static Working DropWorking(PourCase water, BatchInk ink, double mixedMl) => new(
        "Tint for a batch",
        [
            new("first batch, mixed", mixedMl, "ml"),
            new("times as strong in the first layer", water.ChoiceOf(0).FirstTimes, ""),
            .. ink.Doses.SelectMany(InputsOf),
            new("colour off the recipe’s, CIEDE2000", ink.DeltaE, ""),
        ],
        "Strength × mixed ml ÷ 100 ÷ the finest step (a drop, 1 mg, half a millimetre on the stick), to whole steps. Where that shows by more than 2, the tint is let down first. The same strength in every batch, or the layers do not match.",
        "The maker’s choice of ink; CIE 142:2001 for the difference, in the layer or in all the water, whichever is more");

    private static IEnumerable<WorkingInput> InputsOf(TintDose dose)
    {
        yield return new($"{dose.Name}, wanted in 100 ml", dose.WantedMlPer100Ml, "ml");
        yield return new($"{dose.Name}, that is", dose.ExactMl, "ml");
        if (dose.LetDown is { } let) yield return new($"{dose.Name}, parts it is thinned with to one of it", let.PartsToOne, "");
        yield return new($"{dose.Name}, measured out", dose.Amount, dose.Unit switch { TintUnit.Milligram => "mg", TintUnit.StickMm => "mm", _ => "drops" });
    }
}
