using FsCheck.Xunit;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

/// <summary>Which packs to buy: held to trying every choice.</summary>
public class PackChoiceTests
{
    private static Pack Kit(string id, double oneG, double twoG, double? price) => new(id, "p", oneG, twoG, price);

    [Fact]
    public void The_cheapest_packs_that_hold_both_parts()
    {
        // Two small kits cost less than the large one, and hold 900 + 450.
        var choice = PackChoice.Cheapest([Kit("s", 500, 250, 20), Kit("l", 2000, 1000, 79)], 900, 450)!;
        Assert.Equal([("s", 2)], choice.Packs.Select(one => (one.Pack.Id, one.Count)));
        Assert.Equal((100, 50, 40.0), (choice.OneOverG, choice.TwoOverG, choice.Price!.Value));

        // Where the hardener is the shorter, it decides.
        Assert.Equal(3, PackChoice.Cheapest([Kit("s", 500, 250, 20)], 100, 600)!.Packs[0].Count);
    }

    [Fact]
    public void Of_two_as_cheap_the_one_that_leaves_less_over()
    {
        var choice = PackChoice.Cheapest([Kit("large", 1000, 0, 30), Kit("fits", 700, 0, 30)], 650, 0)!;
        Assert.Equal("fits", choice.Packs.Single().Pack.Id);
    }

    [Fact]
    public void Without_a_price_what_leaves_least_over()
    {
        var choice = PackChoice.Cheapest([Kit("a", 300, 0, null), Kit("b", 1000, 0, 5)], 850, 0)!;
        Assert.Equal([("a", 3)], choice.Packs.Select(one => (one.Pack.Id, one.Count)));
        Assert.Null(choice.Price);
    }

    [Fact]
    public void Nothing_missing_or_nothing_that_holds_it()
    {
        Assert.Null(PackChoice.Cheapest([Kit("a", 300, 0, 1)], 0, 0));
        Assert.Null(PackChoice.Cheapest([Kit("a", 300, 0, 1)], 0, 10));
        Assert.Null(PackChoice.Cheapest([], 10, 0));
        Assert.Null(PackChoice.Cheapest([Kit("a", 10, 0, 1)], (10 * PackChoice.MostOfOne) + 1, 0));
        Assert.Equal(PackChoice.MostOfOne, PackChoice.Cheapest([Kit("a", 10, 0, 1)], 10 * PackChoice.MostOfOne, 0)!.Packs[0].Count);
        Assert.Throws<RefusedException>(() => PackChoice.Cheapest([.. Enumerable.Range(0, PackChoice.MostSizes + 1).Select(i => Kit($"{i}", 10, 0, 1))], 5, 0));
    }

    [Property(MaxTest = 300)]
    public bool It_is_the_best_of_all_choices(int seed)
    {
        var random = new Random(seed);
        var priced = random.Next(4) > 0;
        Pack[] packs = [.. Enumerable.Range(0, random.Next(1, 4)).Select(i => Kit($"{i}", random.Next(1, 9) * 50, random.Next(3) == 0 ? 0 : random.Next(1, 9) * 25, priced ? random.Next(1, 60) : null))];
        var (one, two) = (random.Next(0, 12) * 70.0, packs.Any(pack => pack.TwoG > 0) ? random.Next(0, 12) * 35.0 : 0);
        var choice = PackChoice.Cheapest(packs, one, two);
        if (one + two == 0) return choice is null;
        var most = packs.Select(pack => (int)Math.Ceiling(Math.Max(one / pack.OneG, pack.TwoG > 0 ? two / pack.TwoG : 0))).ToArray();
        var best = (Cost: double.PositiveInfinity, Over: double.PositiveInfinity);
        void Try(int at, double oneG, double twoG, double price)
        {
            if (at == packs.Length)
            {
                if (oneG < one || twoG < two) return;
                var cost = priced ? price : oneG + twoG;
                if (cost < best.Cost || (cost == best.Cost && oneG + twoG - one - two < best.Over)) best = (cost, oneG + twoG - one - two);
                return;
            }

            for (var count = 0; count <= most[at]; count++) Try(at + 1, oneG + (count * packs[at].OneG), twoG + (count * packs[at].TwoG), price + (count * (packs[at].Price ?? 0)));
        }

        Try(0, 0, 0, 0);
        if (choice is null) return double.IsInfinity(best.Cost);
        var bought = choice.Packs.Sum(pack => pack.Count * (priced ? pack.Pack.Price!.Value : pack.Pack.OneG + pack.Pack.TwoG));
        var over = choice.Packs.Sum(pack => pack.Count * (pack.Pack.OneG + pack.Pack.TwoG)) - one - two;
        return Math.Abs(bought - best.Cost) < 1e-6 && Math.Abs(over - best.Over) < 1e-6;
    }

    [Fact]
    public void Many_sizes_as_good_as_each_other_do_not_take_for_ever()
    {
        Pack[] packs = [.. Enumerable.Range(0, PackChoice.MostSizes).Select(i => Kit($"{i}", 100 + i, 50 + i, 10 + (i * 0.1)))];
        var choice = PackChoice.Cheapest(packs, 40_000, 20_000)!;
        Assert.True(choice.Packs.Sum(one => one.Count * one.Pack.OneG) >= 40_000);
        Assert.True(choice.Packs.Sum(one => one.Count * one.Pack.TwoG) >= 20_000);
    }

    [Theory]
    [InlineData(GoodKind.Tint, GoodUnit.Ml)]
    [InlineData(GoodKind.Plaster, GoodUnit.G)]
    [InlineData(GoodKind.Growth, GoodUnit.G)]
    [InlineData(GoodKind.Foam, GoodUnit.Pieces)]
    [InlineData(GoodKind.DamSheet, GoodUnit.Pieces)]
    [InlineData(GoodKind.Cup, GoodUnit.Pieces)]
    [InlineData(GoodKind.Sealant, GoodUnit.Ml)]
    public void A_good_is_counted_by_its_kind(GoodKind kind, GoodUnit unit) => Assert.Equal(unit, new Good("g", kind, "Good", 1).Unit);

    [Fact]
    public void Nothing_holds_more_than_it_held_new()
    {
        var good = new Good("g", GoodKind.Glue, "White glue", 500) { Full = 500 };
        good.Check("good");
        Assert.Throws<RefusedException>(() => (good with { Left = 500.1 }).Check("good"));
        Assert.Throws<RefusedException>(() => (good with { TintId = "umber" }).Check("good"));
        Assert.Throws<RefusedException>(() => (good with { Name = " " }).Check("good"));
        var bottle = new Bottle("b", "p", Part.One, 900, null, null) { FullG = 900, Price = 18 };
        bottle.Check("bottle");
        Assert.Equal(0.02, bottle.PricePerG!.Value, 12);
        Assert.Throws<RefusedException>(() => (bottle with { LeftG = 901 }).Check("bottle"));
    }
}
