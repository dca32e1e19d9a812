using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>What a maker should be told about a planned water, worst first.</summary>
internal static class Notices
{
    private const double NearC = 8;
    private const double DampPercent = 70;

    public static (IReadOnlyList<Notice> All, IReadOnlyList<string> PourStops) Of(Build build, Water water, Basin basin, IReadOnlyList<string> joined, ProductSheet? sheet, Tint? tint, List<PlannedLayer> layers, SafePlan? safe, LayerCourse? course, bool attacksFoam)
    {
        var notices = new List<Notice>();
        Level(notices, water, basin, joined);
        if (sheet is null)
            notices.Add(new Notice(Standing.Stop, "The product sheet is not in the stores: choose another product."));
        if (water.Ink.TintId is not null && tint is null)
            notices.Add(new Notice(Standing.Stop, "The tint is not in the stores: choose another."));
        var ofLevel = notices.Count;
        if (sheet is not null && layers.Count > 0)
        {
            if (!sheet.Traits.IsOnePart) Heat(notices, build, sheet, layers, safe);
            Kind(notices, build, water, sheet, safe, course, attacksFoam);
            Pouring(notices, water, sheet, tint, layers, safe);
        }

        return ([.. notices.OrderByDescending(notice => notice.Standing)], [.. notices.Skip(ofLevel).Where(notice => notice.Standing == Standing.Stop).Select(notice => notice.Sentence)]);
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

    private static void Heat(List<Notice> notices, Build build, ProductSheet sheet, List<PlannedLayer> layers, SafePlan? safe)
    {
        if (safe is null) notices.Add(new Notice(Standing.Stop, "No layer is safe here: even a film would be too hot in this room. Wait for cooler air."));
        else if (safe.SafeMm < sheet.LeastLayerMm - 1e-9) notices.Add(new Notice(Standing.Stop, $"No layer over {safe.SafeMm:0.0} mm is safe here, and the sheet wants at least {sheet.LeastLayerMm:0.#} mm: another product, or a cooler room."));
        else if (safe.LimitedBy != DepthLimit.Sheet) notices.Add(new Notice(Standing.Tight, safe.Sentence));
        var hottest = layers.MaxBy(layer => layer.Cure.PeakC)!;
        if (hottest.Cure.PeakC > SafeDepth.ResinLimitC - NearC)
        {
            notices.Add(new Notice(
                hottest.Cure.PeakC > SafeDepth.ResinLimitC ? Standing.Stop : Standing.Tight,
                $"Layer {layers.IndexOf(hottest) + 1} would reach {hottest.Cure.PeakC:0} °C: {(hottest.Cure.PeakC > SafeDepth.ResinLimitC ? "pour thinner layers, or in a cooler room." : "near the cliff, where a little more depth or warmth runs away.")}"));
        }

        double coldest = Math.Min(build.Room.AirC, build.Room.NightC ?? build.Room.AirC), warmest = Math.Max(build.Room.AirC, build.Room.NightC ?? build.Room.AirC);
        if (coldest < sheet.WorkFromC) notices.Add(new Notice(Standing.Tight, $"At {coldest:0.#} °C it is too cold for {sheet.Name}, from {sheet.WorkFromC:0.#} °C: it may stay soft. Warm the room, the bottles and the board."));
        if (warmest > sheet.WorkToC) notices.Add(new Notice(Standing.Tight, $"At {warmest:0.#} °C it is too warm for {sheet.Name}, up to {sheet.WorkToC:0.#} °C."));
    }

    private static void Kind(List<Notice> notices, Build build, Water water, ProductSheet sheet, SafePlan? safe, LayerCourse? course, bool attacksFoam)
    {
        if (sheet.Traits.IsForSurface)
            notices.Add(new Notice(Standing.Stop, $"{sheet.Name} is for the surface and holds its shape: it never fills a bed. Choose another product to pour."));
        if (attacksFoam)
        {
            notices.Add(water.Barrier is { } barrier
                ? new Notice(Standing.Holds, $"Between it and the foam: {barrier.What}. One pinhole is enough: test a hidden spot first.")
                : new Notice(Standing.Stop, $"{sheet.Name} dissolves bare polystyrene, and there is foam under this water. Seal all of it, plaster too, with something it does not dissolve, and log that barrier first."));
        }

        if (sheet.Kind == ProductKind.OnePartWater)
        {
            notices.Add(new Notice(Standing.Holds, $"It does not level itself: coax each coat to the banks with a damp brush. It dries {sheet.ShrinkPercent:0} % smaller, so a coat is poured {DryingCoats.WetMm(1, sheet.ShrinkPercent):0.0#} times as deep as it is left; clouds go as it dries."));
            if (build.Room.HumidityPercent > DampPercent)
                notices.Add(new Notice(Standing.Tight, $"At {build.Room.HumidityPercent:0} % humidity a coat takes {course?.Slowdown ?? 1:0.0} times as long as on the sheet: dry the room."));
        }

        if (course is FlashedLayers flashed && safe is { LimitedBy: DepthLimit.Ink })
        {
            notices.Add(flashed.TooDark
                ? new Notice(Standing.Stop, $"This ink is too dark for the lamp: a flash would harden {flashed.FlashMm:0.0#} mm, under the least layer of {sheet.LeastLayerMm:0.0#} mm. It would stay liquid below. Less ink, or a resin in two parts.")
                : new Notice(Standing.Tight, safe.Sentence));
        }
    }

    private static void Pouring(List<Notice> notices, Water water, ProductSheet sheet, Tint? tint, List<PlannedLayer> layers, SafePlan? safe)
    {
        var tooDeep = layers.FirstOrDefault(layer => layer.Cure.Standing == Standing.Stop && layer.Poured is null);
        if (tooDeep is not null && safe is not null && tooDeep.DepthMm > safe.SafeMm + 0.05)
            notices.Add(new Notice(Standing.Stop, $"Layer {layers.IndexOf(tooDeep) + 1} is {tooDeep.DepthMm:0.0} mm deep; {safe.SafeMm:0.0} mm are safe here. Bring its top down, or put one more in."));

        // A top-up is meant to be thin: it only evens out.
        var thinnest = layers.Where((layer, i) => layer.Poured is null && !(water.TopUpMm > 0 && i == layers.Count - 1)).Select(layer => layer.DepthMm).DefaultIfEmpty(sheet.LeastLayerMm).Min();
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
            notices.Add(new Notice(Standing.Tight, $"A batch is too small for even one whole drop of tint: mix more at once, or thin the tint in {MixSessions.Thinner(sheet)} first."));
        else if (worst > 10)
            notices.Add(new Notice(Standing.Tight, $"Whole drops put a batch {worst:0} % off the wanted tint: mix more at once, or thin the tint in {MixSessions.Thinner(sheet)} first."));
        notices.Add(new Notice(Standing.Holds, $"{water.Ink.MlPer100Ml:0.###} ml of {tint.Name} in every 100 ml, the same in each batch{(water.Ink.FirstTimes > 1 ? $"; {water.Ink.FirstTimes:0.#} times that in the first layer" : "")}."));
    }
}
