using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>What the water of a build costs, in the maker's own money, by what resin and tints at hand cost or are sold for.</summary>
/// <param name="BuildName">The build.</param>
/// <param name="SoFar">Resin of what is poured, as weighed, else as planned.</param>
/// <param name="ToCome">Resin and tints of the sessions ahead.</param>
/// <param name="OnModelMl">Resin on the model when all is poured, ml.</param>
/// <param name="Evenings">Days resin is poured on, those that have a date.</param>
/// <param name="Unpriced">What has no price and is not in it.</param>
public sealed record BuildCost(string BuildName, double SoFar, double ToCome, double OnModelMl, int Evenings, IReadOnlyList<string> Unpriced)
{
    /// <summary>All of it.</summary>
    public double Sum => SoFar + ToCome;

    /// <summary>For 100 ml on the model, with what cups keep; null without any.</summary>
    public double? Per100Ml => OnModelMl > 0 ? Sum / OnModelMl * 100 : null;

    /// <summary>For an evening of pouring; null without any.</summary>
    public double? PerEvening => Evenings > 0 ? Sum / Evenings : null;

    /// <summary>The cost of a build.</summary>
    /// <param name="answers">What follows from it.</param>
    /// <param name="needs">What it still takes.</param>
    public static BuildCost Of(BuildAnswers answers, Needs needs)
    {
        ArgumentNullException.ThrowIfNull(answers);
        ArgumentNullException.ThrowIfNull(needs);
        var (build, stores) = (answers.Build, answers.Stores);
        var unpriced = new SortedSet<string>(StringComparer.Ordinal);
        double Resin(string productId, double oneG, double twoG)
        {
            if (oneG + twoG <= 0) return 0;
            var (one, two) = (PricePerG(stores, productId, Part.One), PricePerG(stores, productId, Part.Two));
            if ((one is null && oneG > 0) || (two is null && twoG > 0)) unpriced.Add(stores.Sheet(productId)?.Name ?? productId);
            return (oneG * (one ?? 0)) + (twoG * (two ?? 0));
        }

        double soFar = 0, onModelMl = 0;
        foreach (var pour in build.Begun)
        {
            if (build.Waters.All(water => water.Id != pour.WaterId) || answers.Of(pour.WaterId) is not { Case.Sheet: { } sheet, Layers.Is: { } plans } || pour.Layer > plans.Layers.Count) continue;
            var layer = plans.Layers[pour.Layer - 1];
            soFar += Resin(sheet.Id, pour.Result?.OneG ?? layer.Mix.Batches.Sum(batch => batch.AG), pour.Result?.TwoG ?? layer.Mix.Batches.Sum(batch => batch.BG));
            onModelMl += layer.VolumeMl;
        }

        var toCome = needs.Resin.Sum(need => Resin(need.ProductId, need.OneG, need.TwoG));
        foreach (var need in needs.Goods.Where(need => need.Kind == GoodKind.Tint))
        {
            if (stores.Goods.FirstOrDefault(good => need.Takes(good) && good.PriceEach is not null) is { } good) toCome += need.Amount * good.PriceEach!.Value;
            else unpriced.Add(need.Name);
        }

        var days = build.Begun.Select(pour => DateOnly.FromDateTime(Clock.On(pour.At, answers.Bench.Zone).DateTime)).Concat(needs.Resin.Select(need => need.On).OfType<DateOnly>()).Distinct().Count();
        return new BuildCost(build.Name, soFar, toCome, onModelMl + needs.Resin.Sum(need => need.OnModelMl), days, [.. unpriced]);
    }

    // What the bottles at hand cost, by their grams when new; without one what its cheapest pack costs.
    private static double? PricePerG(Stores stores, string productId, Part part)
    {
        var bottles = stores.Bottles.Where(bottle => bottle.ProductId == productId && bottle.Part == part && bottle.PricePerG is not null).ToList();
        if (bottles.Count > 0) return bottles.Sum(bottle => bottle.Price!.Value) / bottles.Sum(bottle => bottle.FullG!.Value);
        return stores.Packs.Where(pack => pack.ProductId == productId && (part == Part.One ? pack.OneG : pack.TwoG) > 0).Min(pack => pack.Price / (pack.OneG + pack.TwoG));
    }
}
