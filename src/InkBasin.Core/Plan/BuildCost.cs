using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>What a build costs, in the maker's own money, by what things at hand cost or are sold for.</summary>
/// <param name="BuildName">The build.</param>
/// <param name="SoFar">Resin and tints of what is poured, as weighed, else as planned, and resin that was mixed and poured nowhere.</param>
/// <param name="ToCome">Resin and tints of the sessions ahead.</param>
/// <param name="OtherSoFar">What else the work done has taken: foam, plaster, sealer, sealant, glue, sheets, cups, as reckoned for it.</param>
/// <param name="OtherToCome">The same of the work ahead.</param>
/// <param name="OnModelMl">Resin on the model when all is poured, ml.</param>
/// <param name="Evenings">Days resin is poured on, those that have a date.</param>
/// <param name="Unpriced">What has no price and is not in it.</param>
public sealed record BuildCost(string BuildName, double SoFar, double ToCome, double OtherSoFar, double OtherToCome, double OnModelMl, int Evenings, IReadOnlyList<string> Unpriced)
{
    /// <summary>All of it.</summary>
    public double Sum => Water + OtherSoFar + OtherToCome;

    /// <summary>Resin and tints for 100 ml on the model, with what cups keep; null without any.</summary>
    public double? Per100Ml => OnModelMl > 0 ? Water / OnModelMl * 100 : null;

    /// <summary>Resin and tints for an evening of pouring; null without any.</summary>
    public double? PerEvening => Evenings > 0 ? Water / Evenings : null;

    private double Water => SoFar + ToCome;

    /// <summary>The cost of a build.</summary>
    /// <param name="buildName">The build.</param>
    /// <param name="needs">What it has taken and still takes.</param>
    /// <param name="atHand">What is at hand, with its prices.</param>
    public static BuildCost Of(string buildName, Needs needs, AtHand atHand)
    {
        ArgumentNullException.ThrowIfNull(needs);
        ArgumentNullException.ThrowIfNull(atHand);
        var unpriced = new SortedSet<string>(StringComparer.Ordinal);
        double Resin(ResinNeed need)
        {
            var (one, two) = (PricePerG(atHand, need.ProductId, Part.One), PricePerG(atHand, need.ProductId, Part.Two));
            if ((one is null && need.OneG > 0) || (two is null && need.TwoG > 0)) unpriced.Add(atHand.Sheet(need.ProductId)?.Name ?? need.ProductId);
            return (need.OneG * (one ?? 0)) + (need.TwoG * (two ?? 0));
        }

        double Priced(GoodNeed need)
        {
            if (atHand.Goods.FirstOrDefault(good => need.Takes(good) && good.PriceEach is not null) is { } good) return need.Amount * good.PriceEach!.Value;
            unpriced.Add(need.Name);
            return 0;
        }

        var all = needs.Poured.Concat(needs.Resin).ToList();
        return new BuildCost(
            buildName,
            needs.Poured.Sum(Resin) + needs.PouredTints.Sum(Priced),
            needs.Resin.Sum(Resin) + needs.Goods.Where(need => need.Kind == GoodKind.Tint).Sum(Priced),
            needs.Taken.Sum(Priced),
            needs.Goods.Where(need => need.Kind != GoodKind.Tint).Sum(Priced),
            all.Sum(need => need.OnModelMl),
            all.Select(need => need.On).OfType<DateOnly>().Distinct().Count(),
            [.. unpriced]);
    }

    // What the bottles at hand cost, by their grams when new; without one what its cheapest pack costs.
    private static double? PricePerG(AtHand atHand, string productId, Part part)
    {
        var bottles = atHand.Bottles.Where(bottle => bottle.ProductId == productId && bottle.Part == part && bottle.PricePerG is not null).ToList();
        if (bottles.Count > 0) return bottles.Sum(bottle => bottle.Price!.Value) / bottles.Sum(bottle => bottle.FullG!.Value);
        return atHand.Packs.Where(pack => pack.ProductId == productId && (part == Part.One ? pack.OneG : pack.TwoG) > 0).Min(pack => pack.Price / (pack.OneG + pack.TwoG));
    }
}
