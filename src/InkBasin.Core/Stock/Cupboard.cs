namespace InkBasin.Core.Stock;

/// <summary>What is at hand.</summary>
/// <param name="Sheets">The products.</param>
/// <param name="Bottles">Their bottles.</param>
/// <param name="Goods">Other goods.</param>
/// <param name="Packs">The sizes products are sold in.</param>
public sealed record AtHand(IReadOnlyList<ProductSheet> Sheets, IReadOnlyList<Bottle> Bottles, IReadOnlyList<Good> Goods, IReadOnlyList<Pack> Packs)
{
    /// <summary>A sheet by its id; null when it is not there.</summary>
    public ProductSheet? Sheet(string id) => Sheets.FirstOrDefault(sheet => sheet.Id == id);
}

/// <summary>A bottle as it stands, and as the work ahead will leave it.</summary>
/// <param name="Bottle">The bottle.</param>
/// <param name="ProductName">Its product; null when its sheet is gone.</param>
/// <param name="KeepsUntil">The last day it keeps; null when nothing is known.</param>
/// <param name="IsStale">Whether that day is past.</param>
/// <param name="PlannedLeftG">What the sessions ahead of all builds leave in it, g.</param>
public sealed record StandingBottle(Bottle Bottle, string? ProductName, DateOnly? KeepsUntil, bool IsStale, double PlannedLeftG);

/// <summary>Another good as it stands, and as the work ahead will leave it.</summary>
/// <param name="Good">The good.</param>
/// <param name="IsStale">Whether it is past its date.</param>
/// <param name="PlannedLeft">What the work ahead leaves, in the unit of its kind.</param>
public sealed record StandingGood(Good Good, bool IsStale, double PlannedLeft)
{
    /// <summary>What a cup holds to its rim, ml; null for other goods, and for one nobody has measured.</summary>
    public double? BrimfulMl => Good.Shape?.BrimfulMl;

    /// <summary>Marks on a cup at round amounts; empty where its sizes are not known.</summary>
    public IReadOnlyList<CupMark> Marks => Good.Shape?.RoundMarks() ?? [];
}

/// <summary>Something to buy.</summary>
/// <param name="Name">What.</param>
/// <param name="ProductId">The product; null for other goods.</param>
/// <param name="OneG">Part one that is missing, g; 0 for other goods.</param>
/// <param name="TwoG">Part two that is missing, g.</param>
/// <param name="Amount">How much of another good is missing.</param>
/// <param name="Unit">What that is counted in; null for resin.</param>
/// <param name="Packs">The packs that hold it for least; null where no size is noted, or none holds it.</param>
/// <param name="Price">What they cost, or what is missing at what it cost last; null when nobody knows.</param>
/// <param name="Before">The first day it is missing on; null while undecided.</param>
/// <param name="Builds">For which builds.</param>
/// <param name="OverKeepsUntil">Until when what is left over keeps once opened that day; null when nobody knows.</param>
/// <param name="GoesOffFirst">Whether it goes off before the last of the work it is for.</param>
public sealed record ToBuy(
    string Name, string? ProductId, double OneG, double TwoG, double Amount, GoodUnit? Unit, PackChoice? Packs, double? Price, DateOnly? Before, IReadOnlyList<string> Builds, DateOnly? OverKeepsUntil, bool GoesOffFirst);

/// <summary>The cupboard over all builds: what stands in it, what the work ahead leaves of it, what is to be bought.</summary>
/// <param name="Bottles">The bottles.</param>
/// <param name="Goods">The other goods.</param>
/// <param name="Buy">What is missing, soonest first.</param>
/// <param name="BuyPrice">What all of it costs; null when of some of it nobody knows.</param>
/// <param name="Notices">What the maker should know of dates.</param>
public sealed record Cupboard(IReadOnlyList<StandingBottle> Bottles, IReadOnlyList<StandingGood> Goods, IReadOnlyList<ToBuy> Buy, double? BuyPrice, IReadOnlyList<Notice> Notices)
{
    /// <summary>The cupboard on a day.</summary>
    /// <param name="stores">What is at hand.</param>
    /// <param name="resin">What the sessions ahead of all builds take.</param>
    /// <param name="others">What they take of other goods.</param>
    /// <param name="today">The day.</param>
    public static Cupboard Of(AtHand stores, IReadOnlyList<ResinNeed> resin, IReadOnlyList<GoodNeed> others, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(stores);
        ArgumentNullException.ThrowIfNull(resin);
        ArgumentNullException.ThrowIfNull(others);
        var buy = new List<ToBuy>();
        var left = new Dictionary<string, double>(StringComparer.Ordinal);
        var notices = new List<Notice>();

        // By the day, as they will be poured; what has no day yet comes after.
        foreach (var product in resin.GroupBy(need => need.ProductId))
            Pour(stores, [.. product.OrderBy(need => need.On ?? DateOnly.MaxValue)], today, left, buy, notices);
        foreach (var good in others.GroupBy(need => (need.Kind, need.TintId, need.ThicknessMm, Name: need.Kind is GoodKind.Plaster or GoodKind.Growth ? need.Name.ToUpperInvariant() : "")))
            Use(stores, [.. good.OrderBy(need => need.On ?? DateOnly.MaxValue)], today, left, buy);
        List<StandingBottle> bottles = [.. stores.Bottles.Select(bottle =>
        {
            var sheet = stores.Sheet(bottle.ProductId);
            var keeps = sheet is null ? null : bottle.KeepsUntil(sheet);
            return new StandingBottle(bottle, sheet?.Name, keeps, keeps < today, left.GetValueOrDefault(bottle.Id, bottle.LeftG));
        })];
        notices.InsertRange(0, bottles.Where(one => one.IsStale && one.Bottle.LeftG > 0).Select(StockNotices.Stale));
        return new Cupboard(
            bottles,
            [.. stores.Goods.Select(good => new StandingGood(good, good.KeepsUntil < today, left.GetValueOrDefault(good.Id, good.Left)))],
            [.. buy.OrderBy(one => one.Before ?? DateOnly.MaxValue)],
            buy.Any(one => one.Price is null) ? null : buy.Sum(one => one.Price),
            notices);
    }

    private static void Pour(AtHand stores, IReadOnlyList<ResinNeed> needs, DateOnly today, Dictionary<string, double> left, List<ToBuy> buy, List<Notice> notices)
    {
        if (stores.Sheet(needs[0].ProductId) is not { } sheet) return;
        var stock = new RunDown(sheet, stores.Bottles);
        double one = 0, two = 0;
        ResinNeed? first = null;
        var builds = new List<string>();
        foreach (var need in needs)
        {
            var draw = stock.Take(need.OneG, need.TwoG, need.On is { } on && on > today ? on : today);
            if (draw.Enough) continue;
            (one, two, first) = (one + draw.OneShortG, two + draw.TwoShortG, first ?? need);
            if (!builds.Contains(need.BuildName)) builds.Add(need.BuildName);
        }

        foreach (var bottle in stores.Bottles)
        {
            if (stock.Find(bottle.Id) is not { } leftG) continue;
            left[bottle.Id] = leftG;

            // In date today and not when its turn comes: opened sooner it would have been used.
            if (leftG > 0 && bottle.KeepsUntil(sheet) is { } keeps && keeps >= today && needs.Any(need => need.On > keeps)) notices.Add(StockNotices.GoesOff(bottle, sheet, keeps, leftG));
        }

        if (first is null) return;
        var packs = PackChoice.Cheapest([.. stores.Packs.Where(pack => pack.ProductId == sheet.Id).Take(PackChoice.MostSizes)], one, two);
        var last = needs.Max(need => need.On);
        var keepsUntil = Bottle.Add(first.On ?? today, sheet.OpenedMonths);
        buy.Add(new ToBuy(sheet.Name, sheet.Id, one, two, 0, null, packs, packs?.Price, first.On, builds, keepsUntil, last > keepsUntil));
    }

    private static void Use(AtHand stores, IReadOnlyList<GoodNeed> needs, DateOnly today, Dictionary<string, double> left, List<ToBuy> buy)
    {
        List<Good> goods = [.. stores.Goods.Where(needs[0].Takes)];
        double missing = 0;
        GoodNeed? first = null;
        var builds = new List<string>();
        foreach (var need in needs)
        {
            var wanted = need.Amount;
            foreach (var (id, taken) in GoodsRunDown.Take(goods, need.Amount, need.On is { } day && day > today ? day : today, pastToo: false))
            {
                var at = goods.FindIndex(good => good.Id == id);
                goods[at] = goods[at] with { Left = goods[at].Left - taken };
                wanted -= taken;
            }

            if (wanted <= 1e-6) continue;
            (missing, first) = (missing + wanted, first ?? need);
            if (!builds.Contains(need.BuildName)) builds.Add(need.BuildName);
        }

        foreach (var good in goods) left[good.Id] = good.Left;

        // What was never noted at all is not known to be missing.
        if (first is null || goods.Count == 0) return;
        var priced = goods.Find(good => good.PriceEach is not null);
        buy.Add(new ToBuy(first.Name, null, 0, 0, missing, Good.UnitOf(first.Kind), null, priced is { Full: { } full, Price: { } price } ? Math.Ceiling((missing / full) - 1e-9) * price : null, first.On, builds, null, false));
    }
}
