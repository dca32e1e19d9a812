using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

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
    /// <summary>A level that near to what was meant is where it was meant, mm.</summary>
    public const double NearMm = 0.3;

    /// <summary>Less than this left in a cup is no matter, ml.</summary>
    public const double LeastLeftMl = 1;

    /// <summary>Looks at the last pour of a water; null when nothing of it is noted.</summary>
    /// <param name="at">Which water.</param>
    /// <param name="waters">All waters, with their layers.</param>
    public static AfterPour? Of(int at, IReadOnlyList<(PourCase Case, LayerPlans Plans)> waters)
    {
        ArgumentNullException.ThrowIfNull(waters);
        var (water, plans) = waters[at];
        var poured = plans.Layers.LastOrDefault(layer => layer.Poured is not null);
        if (poured?.Poured?.Result is not { } result || water is not { Sheet: { } sheet, Storage: { } storage }) return null;
        double Between(double fromMm, double toMm) => storage.VolumeAt(toMm) - storage.VolumeAt(fromMm);
        double? mixed = result.OneG is { } one ? (one / sheet.DensityA) + ((result.TwoG ?? 0) / sheet.DensityB) : null;
        if (!sheet.Traits.IsOnePart && result.TwoG is null) mixed = null;
        var shortMm = poured.Poured.ToMm - result.ReachedMm;
        double? shortMl = shortMm is { } mm && result.ReachedMm is { } reached ? Between(reached, reached + mm) : null;
        var planned = poured.Poured.ToMm is { } to ? Between(poured.FromMm, to) : poured.VolumeMl;
        var ratio = RatioOff(result, sheet);
        var places = PlacesFor(at, waters, result, shortMm > NearMm ? shortMl ?? 0 : 0);
        List<Notice> notices =
        [
            .. ratio is { } off ? [AfterNotices.Ratio(off, sheet)] : Array.Empty<Notice>(),
            .. poured.Cure.Standing == Standing.Stop ? [AfterNotices.TooDeep(poured)] : Array.Empty<Notice>(),
            .. shortMm is { } fell && result.ReachedMm is { } level ? [AfterNotices.Level(water.Water.WaterlineMm, plans, fell, level, MoreNow(fell > NearMm ? shortMl : null, result, water, sheet))] : Array.Empty<Notice>(),
            .. result.LeftMl is { } left and >= LeastLeftMl ? [AfterNotices.Left(left, places)] : Array.Empty<Notice>(),
        ];
        return new AfterPour(poured.Poured.Layer, mixed, mixed - result.LeftMl, planned, ratio, shortMm, shortMl, result.LeftMl, places, notices.WorstFirst());
    }

    private static double? RatioOff(PourResult result, ProductSheet sheet)
    {
        if (sheet.Traits.IsOnePart || result is not { OneG: > 0 and var one, TwoG: > 0 and var two }) return null;
        return ((one / two / sheet.OnePerTwoG) - 1) * 100;
    }

    // What to mix to bring it up while it is liquid, once the cup's rest is in; nothing where that cannot be measured.
    private static MoreNow MoreNow(double? shortMl, PourResult result, PourCase water, ProductSheet sheet)
    {
        var wanted = shortMl - (result.LeftMl ?? 0);
        if (wanted is not { } ml || ml < LeastLeftMl || sheet.Traits.IsOnePart) return new MoreNow(shortMl ?? 0, null, false);
        var batch = Batches.Of(ml, sheet, water.Bench, pools: 1).Mix.Batches[0];
        return new MoreNow(shortMl ?? 0, batch, water.Bench.Measuring.Device.Kind == DeviceKind.Scale);
    }

    // This water first, where it fell short; then what else takes the same product at the same strength and is next to be poured.
    private static List<LeftoverPlace> PlacesFor(int at, IReadOnlyList<(PourCase Case, LayerPlans Plans)> waters, PourResult result, double shortMl)
    {
        var places = new List<LeftoverPlace>();
        if (result.LeftMl is not { } left || left < LeastLeftMl) return places;
        var (water, plans) = waters[at];
        var number = plans.Layers.LastOrDefault(layer => layer.Poured is not null)?.Poured?.Layer ?? 1;
        if (shortMl >= LeastLeftMl)
        {
            var here = Math.Min(left, shortMl);
            left -= here;
            places.Add(new LeftoverPlace(water.Water.Id, water.Water.Name, number, here, $"{water.Water.Name} itself can take {Said.Short(here)} ml more while it is still liquid."));
        }

        foreach (var (other, theirs) in waters)
        {
            var index = theirs.Layers.Index().FirstOrDefault(one => one.Item.Poured is null) is { Item: not null } next ? next.Index : -1;
            if (left < LeastLeftMl || other == water || index < 0 || other.Sheet?.Id != water.Sheet?.Id) continue;

            // What is left of several colours is of none that another water takes.
            if (water.ChoiceOf(number - 1).Places.Count > 0 || other.ChoiceOf(index).Places.Count > 0) continue;
            if (other.ChoiceOf(index).KeyOf(index) != water.ChoiceOf(number - 1).KeyOf(number - 1)) continue;
            var layer = theirs.Layers[index];
            if (index > 0 && layer.PourAt is { } due && due > result.At) continue;
            var takes = Math.Min(left, layer.VolumeMl);
            left -= takes;
            places.Add(new LeftoverPlace(
                other.Water.Id, other.Water.Name, index + 1, takes,
                $"{other.Water.Name} can take {Said.Short(takes)} ml of its layer {index + 1} ({layer.VolumeMl:0.#} ml), if its own list is answered."));
        }

        return places;
    }
}

/// <summary>What would bring a layer that fell short up while it is liquid.</summary>
/// <param name="ShortMl">What it is short of, ml.</param>
/// <param name="Batch">What to mix for it; null when nothing is to be mixed.</param>
/// <param name="ByScale">Whether it is weighed.</param>
internal readonly record struct MoreNow(double ShortMl, Batch? Batch, bool ByScale);
