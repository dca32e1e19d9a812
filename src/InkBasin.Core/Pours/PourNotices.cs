using InkBasin.Core.Ink;
using InkBasin.Core.Drying;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>What is said of how a water is poured.</summary>
internal static class PourNotices
{
    /// <summary>Air damper than this is told to one who pours what dries, %.</summary>
    public const double DampPercent = 70;

    private const double Hair = 1e-9;

    /// <summary>What of the stores is missing.</summary>
    public static IEnumerable<Notice> OfStores(PourCase water)
    {
        if (water.Sheet is null) yield return Notice.Of("noProduct", Standing.Stop, "The product sheet is not in the stores: choose another product.");
        if (water.Ink.TintIds.Any(id => water.Tints.All(tint => tint.Id != id))) yield return Notice.Of("noTint", Standing.Stop, "A tint of the ink is not in the stores: choose another.");
    }

    /// <summary>That a layer of it is noted as soft: what is reckoned of its hours is no longer said.</summary>
    public static IEnumerable<Notice> OfSoft(PourCase water)
    {
        if (water.Soft is not { } soft) yield break;
        var warm = water.Sheet is { } sheet ? $" Keep it at {sheet.WorkFromC:0.#} to {sheet.WorkToC:0.#} °C, nights too." : "";
        yield return Notice.Of("stayedSoft", Standing.Stop, $"Layer {soft.Layer} stayed soft, by the log: put nothing on it and leave any dam on.{warm} Gloves on: when a fingernail at its edge leaves no mark, note it firm in the log.", ("layer", soft.Layer));
    }

    /// <summary>That what lies in it is of another product than is chosen now.</summary>
    public static IEnumerable<Notice> OfAnother(PourCase water)
    {
        if (!water.LastIsOfAnother) yield break;
        var number = water.Begun.Count;
        yield return Notice.Of(
            "anotherProduct", Standing.Stop,
            $"Layer {number} was mixed of another product than is chosen here: no hour told here is its own. Let it cure fully by its own sheet, scuff and wipe it, and try a drop of the new one on a scrap of it first. Was it this one after all, say so under After.", ("layer", number));
    }

    /// <summary>What is said of the pours ahead, and of a full water only its ink’s recipe; none without layers.</summary>
    /// <param name="water">The water.</param>
    /// <param name="course">How its layers set.</param>
    /// <param name="safe">How deep one may be.</param>
    /// <param name="layers">Its layers.</param>
    /// <param name="sessions">The mixing sessions ahead, of all waters.</param>
    public static IEnumerable<Notice> Of(PourCase water, LayerCourse? course, SafePlan? safe, IReadOnlyList<PlannedLayer> layers, IReadOnlyList<MixSession> sessions)
    {
        if (water.Sheet is not { } sheet || layers.Count == 0) return [];
        List<MixSession> mine = [.. sessions.Where(session => session.Pools.Any(pool => pool.WaterId == water.Water.Id))];
        if (layers.All(layer => layer.Poured is not null)) return OfInk(water, sheet, layers, mine);
        return
        [
            .. sheet.Traits.IsOnePart ? [] : OfHeat(water.Bench.Room, sheet, layers, safe),
            .. OfKind(water, sheet, safe, course, layers),
            .. OfLayers(water, sheet, layers, safe),
            .. OfMixing(sheet, layers, mine),
            .. OfInk(water, sheet, layers, mine),
        ];
    }

    private static IEnumerable<Notice> OfHeat(Room room, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, SafePlan? safe)
    {
        if (safe is null)
            yield return Notice.Of("noSafeDepth", Standing.Stop, "No layer is safe here: even a film would be too hot in this room. Wait for cooler air.");
        else if (safe.SafeMm < sheet.LeastLayerMm - Hair)
            yield return Notice.Of("safeUnderLeast", Standing.Stop, $"No layer over {safe.SafeMm:0.0} mm is safe here, and the sheet wants at least {sheet.LeastLayerMm:0.#} mm: another product, or a cooler room.", ("safeMm", safe.SafeMm), ("leastMm", sheet.LeastLayerMm));
        else if (safe.LimitedBy != DepthLimit.Sheet)
            yield return Notice.Of("heatLimits", Standing.Tight, safe.Sentence, ("safeMm", safe.SafeMm));

        // That a pour ran hot is said after it: nothing poured thinner now mends it.
        var hottest = layers.Index().Where(one => one.Item.Poured is null).MaxBy(one => one.Item.Cure.PeakC);
        var peak = hottest.Item.Cure.PeakC;
        if (peak > SafeDepth.ResinLimitC)
            yield return Notice.Of("tooHot", Standing.Stop, $"Layer {hottest.Index + 1} would reach {peak:0} °C: pour thinner layers, or in a cooler room.", ("peakC", peak));
        else if (peak > SafeDepth.ResinLimitC - Curing.TightC)
            yield return Notice.Of("nearTheCliff", Standing.Tight, $"Layer {hottest.Index + 1} would reach {peak:0} °C: near the cliff, where a little more depth or warmth runs away.", ("peakC", peak));

        double coldest = Math.Min(room.AirC, room.NightC ?? room.AirC), warmest = Math.Max(room.AirC, room.NightC ?? room.AirC);
        if (coldest < sheet.WorkFromC)
            yield return Notice.Of("tooCold", Standing.Tight, $"At {coldest:0.#} °C it is too cold for {sheet.Name}, from {sheet.WorkFromC:0.#} °C: it may stay soft. Warm the room, the bottles and the board.", ("roomC", coldest), ("fromC", sheet.WorkFromC));
        if (warmest > sheet.WorkToC)
            yield return Notice.Of("tooWarm", Standing.Tight, $"At {warmest:0.#} °C it is too warm for {sheet.Name}, up to {sheet.WorkToC:0.#} °C.", ("roomC", warmest), ("toC", sheet.WorkToC));
    }

    private static IEnumerable<Notice> OfKind(PourCase water, ProductSheet sheet, SafePlan? safe, LayerCourse? course, IReadOnlyList<PlannedLayer> layers)
    {
        if (sheet.Traits.IsForSurface)
            yield return Notice.Of("forSurface", Standing.Stop, $"{sheet.Name} is for the surface and holds its shape: it never fills a bed. Choose another product to pour.");
        if (sheet.Traits.AttacksPolystyrene && water.Bed.OnFoam)
        {
            yield return water.Barrier is { } barrier
                ? Notice.Of("barrier", Standing.Holds, $"Between it and the foam: {barrier.What}. One pinhole is enough: test a hidden spot first.")
                : Notice.Of("noBarrier", Standing.Stop, $"{sheet.Name} dissolves bare polystyrene, and there is foam under this water. Seal all of it, plaster too, with something it does not dissolve, and log that barrier first.");
        }

        if (sheet.Kind == ProductKind.OnePartWater)
        {
            yield return Notice.Of("doesNotLevel", Standing.Holds, $"It does not level itself: coax each coat to the banks with a damp brush. It dries {sheet.ShrinkPercent:0} % smaller, so a coat is poured {DryingCoats.WetMm(1, sheet.ShrinkPercent):0.0#} times as deep as it is left; clouds go as it dries.");
            var humidity = water.Bench.Room.HumidityPercent;
            if (humidity > DampPercent)
                yield return Notice.Of("damp", Standing.Tight, $"At {humidity:0} % humidity a coat takes {course?.Slowdown ?? 1:0.0} times as long as on the sheet: dry the room.", ("humidityPercent", humidity));
        }

        if (course is FlashedLayers && sheet.Flash is { } flash && layers.Where(layer => layer.Poured is null).MaxBy(layer => layer.Cure.PeakC) is { } warmest && warmest.Cure.PeakC > SafeDepth.ResinLimitC)
            yield return Notice.Of("lampHeat", Standing.Tight, $"{warmest.DepthMm:0.0#} mm under a flash of {flash.Seconds:0.#} s come to about {warmest.Cure.PeakC:0} °C: so much at once heats, cracks and may smoke. Give the light in short flashes with pauses, or pour thinner; fresh air.", ("peakC", warmest.Cure.PeakC), ("depthMm", warmest.DepthMm), ("seconds", flash.Seconds));

        if (course is FlashedLayers flashed && safe is { LimitedBy: DepthLimit.Ink })
        {
            yield return flashed.TooDark
                ? Notice.Of("tooDarkForTheLamp", Standing.Stop, $"This ink is too dark for the lamp: a flash would harden {flashed.FlashMm:0.0#} mm, under the least layer of {sheet.LeastLayerMm:0.0#} mm. It would stay liquid below. Less ink, or a resin in two parts.", ("flashMm", flashed.FlashMm))
                : Notice.Of("inkLimits", Standing.Tight, safe.Sentence, ("safeMm", safe.SafeMm));
        }
    }

    private static IEnumerable<Notice> OfLayers(PourCase water, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, SafePlan? safe)
    {
        var tooDeep = layers.Index().FirstOrDefault(one => one.Item.Cure.Standing == Standing.Stop && one.Item.Poured is null);
        if (tooDeep.Item is { } deep && safe is not null && deep.DepthMm > safe.SafeMm + LayerCourse.HandMm)
            yield return Notice.Of("tooDeep", Standing.Stop, $"Layer {tooDeep.Index + 1} is {deep.DepthMm:0.0} mm deep; {safe.SafeMm:0.0} mm are safe here. Bring its top down, or put one more in.", ("layer", tooDeep.Index + 1), ("depthMm", deep.DepthMm), ("safeMm", safe.SafeMm));

        if (layers.Index().FirstOrDefault(one => one.Item.Poured is null && one.Item.Pools.Each.Any(pool => pool.Standing == Standing.Stop)) is { Item: { } over } where && over.DepthMm <= (safe?.SafeMm ?? 0) + LayerCourse.HandMm)
        {
            var (number, pool) = over.Pools.Each.Index().First(one => one.Item.Standing == Standing.Stop);
            yield return Notice.Of("poolTooDeep", Standing.Stop, $"Layer {where.Index + 1} is {pool.DepthMm:0.0} mm deep in its pool {number + 1}; over the foam there {pool.SafeMm ?? 0:0.0} mm are safe. Bring its top down, or put one more in.", ("layer", where.Index + 1), ("pool", number + 1), ("depthMm", pool.DepthMm), ("safeMm", pool.SafeMm ?? 0));
        }

        // A top-up is meant to be thin: it only evens out.
        var thinnest = layers.Index().Where(one => one.Item.Poured is null && !(water.Layering.TopUpMm > 0 && one.Index == layers.Count - 1)).Select(one => one.Item.DepthMm).DefaultIfEmpty(sheet.LeastLayerMm).Min();
        if (thinnest < sheet.LeastLayerMm - Hair)
            yield return Notice.Of("tooThin", Standing.Tight, $"A layer of {thinnest:0.0} mm is thinner than the sheet's least, {sheet.LeastLayerMm:0.#} mm: it may stay soft or pull away from the bank.", ("depthMm", thinnest), ("leastMm", sheet.LeastLayerMm));
    }

    // As it will be measured and counted out: what takes the same is mixed in one, and its batch is another than the layer's own would be.
    private static IEnumerable<Notice> OfMixing(ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, List<MixSession> sessions)
    {
        if (sessions.Count > 0) return sessions.SelectMany(session => session.Notices).Where(MixNotices.IsOfTheBatch).DistinctBy(notice => notice.Kind == MixNotices.LetDown ? notice.Sentence : notice.Kind);

        // Where no session can be planned, each by itself. The smallest batch is the hardest to measure and the largest the one that may not fit: those two speak for all.
        var bySize = layers.Where(layer => layer.Poured is null).OrderBy(layer => layer.Mix.Batches[0].MixedMl).ToList();
        return
        [
            .. bySize.Where(layer => layer.MixStop is not null).Take(1).Select(layer => layer.MixStop!),
            .. bySize.Take(1).Concat(bySize.TakeLast(1)).SelectMany(layer => layer.Mix.Notices).DistinctBy(notice => notice.Kind),
            .. bySize.SelectMany(Inks).Distinct().SelectMany(ink => MixNotices.OfInk(ink, sheet)).DistinctBy(notice => notice.Sentence),
        ];
    }

    private static IEnumerable<BatchInk> Inks(PlannedLayer layer) => layer.Zones.Select(zone => zone.Ink).Append(layer.Ink).OfType<BatchInk>();

    private static IEnumerable<Notice> OfInk(PourCase water, ProductSheet sheet, IReadOnlyList<PlannedLayer> layers, List<MixSession> sessions)
    {
        // What is in the water already cannot be mixed otherwise any more. A whole drop is less of a cup for several waters than of one's own.
        List<BatchInk> ahead = [.. sessions.Count > 0 ? sessions.SelectMany(session => session.Cards.Take(1)).Select(card => card.Ink).OfType<BatchInk>() : layers.Where(layer => layer.Poured is null).SelectMany(Inks).Distinct()];
        var given = ahead.Select(batch => batch.GivenMlPer100Ml).DefaultIfEmpty().Max();
        if (given > sheet.TintLimitPercent + Hair)
            yield return Notice.Of("tooMuchTint", Standing.Stop, $"Tint of {given:0.##} % is over the sheet's limit of {sheet.TintLimitPercent:0.##} %: the resin may stay soft.", ("givenPercent", given), ("limitPercent", sheet.TintLimitPercent));
        foreach (var tint in water.Tints.Where(tint => !sheet.Traits.IsOnePart))
        {
            var most = ahead.SelectMany(batch => batch.Doses).Where(dose => dose.TintId == tint.Id).Select(dose => dose.GivenMlPer100Ml).DefaultIfEmpty().Max();
            if (most > tint.Traits.UsualLimitPercent + Hair)
                yield return Notice.Of("tooMuchOfItsKind", Standing.Tight, $"{tint.Name} at {most:0.##} % is more than resin usually bears of its kind, {tint.Traits.UsualLimitPercent:0.#} %. {tint.Traits.Caution}", ("givenPercent", most), ("limitPercent", tint.Traits.UsualLimitPercent));
        }

        if (InkNotices.Changed(water, layers) is { } changed) yield return changed;
        if (InkNotices.SideBySide(water, layers) is { } beside) yield return beside;
        if (water.RecipeOf(1) is not { Count: > 0 } recipe || water.Ink.MlPer100Ml <= 0) yield break;
        yield return Notice.Of(
            "recipe",
            Standing.Holds,
            $"{string.Join(", ", recipe.Select(part => $"{part.MlPer100Ml:0.###} ml of {part.Tint.Name}"))} in every 100 ml, the same in each batch{(water.Ink.FirstTimes > 1 ? $"; {water.Ink.FirstTimes:0.#} times that in the first layer" : "")}.",
            ("mlPer100Ml", water.Ink.MlPer100Ml));
    }
}
