using System.Globalization;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>Where what is left in the cup can go.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="TakesMl">How much of it, ml.</param>
/// <param name="Sentence">In the maker's words.</param>
public sealed record LeftoverPlace(string WaterId, string Name, int Layer, double TakesMl, string Sentence);

/// <summary>What the last pour of a water came to, and what to do now.</summary>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="MixedMl">Really mixed, ml; null when not weighed.</param>
/// <param name="UsedMl">Really used, ml; null when not known.</param>
/// <param name="PlannedMl">What the layer was to take, ml.</param>
/// <param name="RatioOffPercent">How far part one to part two was off the sheet's ratio, %; positive is too little of part two.</param>
/// <param name="ShortMm">How far the level fell short of what was meant, mm; negative when it stands over it; null when not looked at.</param>
/// <param name="ShortMl">The same in ml.</param>
/// <param name="LeftMl">Left in the cup, ml.</param>
/// <param name="Places">Where that can go, best first.</param>
/// <param name="Notices">What to know and do, worst first.</param>
public sealed record AfterPour(
    int Layer,
    double? MixedMl,
    double? UsedMl,
    double PlannedMl,
    double? RatioOffPercent,
    double? ShortMm,
    double? ShortMl,
    double? LeftMl,
    IReadOnlyList<LeftoverPlace> Places,
    IReadOnlyList<Notice> Notices)
{
    private const double NearMm = 0.3;
    private const double LeastLeftMl = 1;

    /// <summary>Looks at the last pour of a water; null when nothing of it is noted.</summary>
    /// <param name="at">Which water of the build.</param>
    /// <param name="build">The build.</param>
    /// <param name="waters">Its waters, planned.</param>
    /// <param name="stores">The product sheets.</param>
    /// <param name="volumeBetween">Resin between two levels of the water, calibrated, ml.</param>
    internal static AfterPour? Of(int at, Build build, IReadOnlyList<WaterPlan> waters, Stores stores, Func<double, double, double> volumeBetween)
    {
        var plan = waters[at];
        var poured = plan.Layers.LastOrDefault(layer => layer.Poured is not null);
        if (poured?.Poured?.Result is not { } result || stores.Sheets.FirstOrDefault(one => one.Id == build.Waters[at].ProductId) is not { } sheet) return null;
        double? mixed = result.OneG is { } one ? (one / sheet.DensityA) + ((result.TwoG ?? 0) / sheet.DensityB) : null;
        if (!sheet.Traits.IsOnePart && result.TwoG is null) mixed = null;
        var shortMm = poured.Poured.ToMm - result.ReachedMm;
        double? shortMl = shortMm is { } mm && result.ReachedMm is { } reached ? (mm >= 0 ? volumeBetween(reached, reached + mm) : -volumeBetween(reached + mm, reached)) : null;
        var planned = poured.Poured.ToMm is { } to ? volumeBetween(poured.FromMm, to) : poured.VolumeMl;
        var ratio = RatioOff(result, sheet);
        var places = PlacesFor(at, build, waters, result, shortMm > NearMm ? shortMl ?? 0 : 0);
        var notices = new List<Notice>();
        Ratio(notices, ratio, sheet);
        Level(notices, plan, poured, result, shortMm, MoreNow(shortMm > NearMm ? shortMl : null, result, build, sheet));
        Left(notices, result, places);
        return new AfterPour(
            poured.Poured.Layer, mixed, mixed - result.LeftMl, planned, ratio, shortMm, shortMl, result.LeftMl, places, [.. notices.OrderByDescending(notice => notice.Standing)]);
    }

    private static double? RatioOff(PourResult result, ProductSheet sheet)
    {
        if (sheet.Traits.IsOnePart || result is not { OneG: > 0 and var one, TwoG: > 0 and var two }) return null;
        var wanted = sheet.Ratio.Basis == RatioBasis.Weight ? sheet.Ratio.A / sheet.Ratio.B : sheet.Ratio.A * sheet.DensityA / (sheet.Ratio.B * sheet.DensityB);
        return ((one / two / wanted) - 1) * 100;
    }

    private static void Ratio(List<Notice> notices, double? off, ProductSheet sheet)
    {
        if (off is not { } percent) return;
        var words = $"The parts were {Math.Abs(percent).ToString("0.0", CultureInfo.InvariantCulture)} % off the ratio, with too {(percent > 0 ? "little" : "much")} of part two";
        notices.Add(Math.Abs(percent) > sheet.TolerancePercent
            ? new Notice(Standing.Stop, $"{words}; the sheet allows {sheet.TolerancePercent:0.#} %. It may stay soft or turn brittle: pour nothing over it until a fingernail leaves no mark. Nothing stirred in now mends it.")
            : new Notice(Standing.Holds, $"{words}: within the sheet’s {sheet.TolerancePercent:0.#} %."));
    }

    private static void Level(List<Notice> notices, WaterPlan plan, PlannedLayer poured, PourResult result, double? shortMm, (double? ShortMl, string Words) more)
    {
        if (poured.Cure.Standing == Standing.Stop)
            notices.Add(new Notice(Standing.Stop, $"It stands {poured.DepthMm:0.0} mm deep, deeper than is safe, and may reach {poured.Cure.PeakC:0} °C: cover off, air over it, nothing that burns beside it, and stay by it until it has gelled."));
        if (shortMm is not { } mm || result.ReachedMm is not { } reached) return;
        var next = plan.Layers.FirstOrDefault(layer => layer.Poured is null);
        var ahead = next is null
            ? reached >= plan.WaterlineMm - 0.05 ? "It is at the waterline: nothing more is poured." : ""
            : $"The {Count(plan.Layers.Count(layer => layer.Poured is null))} ahead {(plan.Layers.Count(layer => layer.Poured is null) == 1 ? "is" : "are")} cut anew from there: the next to {next.ToMm.ToString("0.0", CultureInfo.InvariantCulture)} mm, {next.VolumeMl:0} ml.";
        if (Math.Abs(mm) <= NearMm) notices.Add(new Notice(Standing.Holds, $"It came to where it was meant to. {ahead}".Trim()));
        else if (mm > 0) notices.Add(new Notice(Standing.Tight, $"It fell {mm.ToString("0.0", CultureInfo.InvariantCulture)} mm short, {more.ShortMl:0} ml: look for a leak, or the bed drank it. {more.Words}{ahead}".Trim()));
        else notices.Add(new Notice(reached > plan.WaterlineMm + NearMm ? Standing.Stop : Standing.Tight, $"It stands {(-mm).ToString("0.0", CultureInfo.InvariantCulture)} mm over what was meant{(reached > plan.WaterlineMm + NearMm ? $" and {(reached - plan.WaterlineMm).ToString("0.0", CultureInfo.InvariantCulture)} mm over the waterline: draw it off with a syringe while it is thin, and watch the freeboard" : "")}. {ahead}".Trim()));
    }

    // What to mix to bring it up while it is liquid, once the cup's rest is in; nothing where that cannot be measured.
    private static (double? ShortMl, string Words) MoreNow(double? shortMl, PourResult result, Build build, ProductSheet sheet)
    {
        var wanted = shortMl - (result.LeftMl ?? 0);
        if (wanted is not { } ml || ml < LeastLeftMl || sheet.Traits.IsOnePart) return (shortMl, "");
        var batch = Batches.Of(ml, sheet, build.Measuring, build.Room.AirC, pools: 1).Mix.Batches[0];
        var scale = build.Measuring.Device.Kind == DeviceKind.Scale;
        string Part(double g, double volumeMl) => (scale ? g : volumeMl).ToString("0.##", CultureInfo.InvariantCulture);
        return (shortMl, batch.Ok
            ? $"While it is still liquid, {Part(batch.AG, batch.AMl)} + {Part(batch.BG, batch.BMl)} {(scale ? "g" : "ml")} more would bring it up. "
            : "So little cannot be mixed in the right ratio with this measure. ");
    }

    private static string Count(int layers) => layers == 1 ? "layer" : $"{layers} layers";

    private static void Left(List<Notice> notices, PourResult result, List<LeftoverPlace> places)
    {
        if (result.LeftMl is not { } left || left < LeastLeftMl) return;
        var placed = places.Sum(place => place.TakesMl);
        notices.Add(new Notice(
            Standing.Tight,
            $"{left.ToString("0.#", CultureInfo.InvariantCulture)} ml are left in the cup: {(places.Count > 0 ? $"{string.Join(" ", places.Select(place => place.Sentence))} " : "no other water takes the same product and ink now. ")}{(placed < left - LeastLeftMl ? "Spread the rest thin on a scrap of plastic at once; it must not stand in the cup." : "At once, while it is thin.")}"));
    }

    // This water first, where it fell short; then what else takes the same product at the same strength and is next to be poured.
    private static List<LeftoverPlace> PlacesFor(int at, Build build, IReadOnlyList<WaterPlan> waters, PourResult result, double shortMl)
    {
        var places = new List<LeftoverPlace>();
        if (result.LeftMl is not { } left || left < LeastLeftMl) return places;
        var water = build.Waters[at];
        var own = waters[at].Layers.LastOrDefault(layer => layer.Poured is not null);
        var strength = water.Ink.StrengthOf((own?.Poured?.Layer ?? 1) - 1);
        if (shortMl >= LeastLeftMl)
        {
            var here = Math.Min(left, shortMl);
            left -= here;
            places.Add(new LeftoverPlace(
                water.Id, water.Name, own?.Poured?.Layer ?? 1, here,
                $"{water.Name} itself can take {here.ToString("0.#", CultureInfo.InvariantCulture)} ml more while it is still liquid."));
        }

        for (var w = 0; w < waters.Count && left >= LeastLeftMl; w++)
        {
            var other = build.Waters[w];
            var index = waters[w].Layers.ToList().FindIndex(layer => layer.Poured is null);
            if (w == at || index < 0 || other.ProductId != water.ProductId || other.Ink.TintId != water.Ink.TintId) continue;
            if (Math.Abs(other.Ink.StrengthOf(index) - strength) > 1e-9) continue;
            var layer = waters[w].Layers[index];
            if (index > 0 && layer.PourAt is { } due && due > result.At) continue;
            var takes = Math.Min(left, layer.VolumeMl);
            left -= takes;
            places.Add(new LeftoverPlace(
                other.Id, other.Name, index + 1, takes,
                $"{other.Name} can take {takes.ToString("0.#", CultureInfo.InvariantCulture)} ml of its layer {index + 1} ({layer.VolumeMl:0.#} ml), if its own list is answered."));
        }

        return places;
    }
}
