using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

/// <summary>A list of the cupboard held against what is at hand, and what of a thing on the shelf is refused.</summary>
public class StockListTests
{
    private static readonly Bottle Hardener = new("b", "coating-epoxy", Part.Two, 655.25, new(2027, 1, 2), null) { FullG = 1340 };

    private static readonly Good Cup = new("u", GoodKind.Cup, "Tall cup", 12) { Shape = new Cup(66, 88, 110) };

    private static readonly AtHand AtHand = new(ExampleSheets.All, [new Bottle("a", "coating-epoxy", Part.One, 1, null, null), Hardener], [new Good("t", GoodKind.Tint, "Umber", 14), Cup], []);

    private static IReadOnlyList<StockChange> Held(params StockLine[] lines) => StockList.Changes(lines, AtHand);

    private static string Refusal(params StockLine[] lines) => Assert.Throws<RefusedException>(() => Held(lines)).Message;

    [Fact]
    public void Each_line_is_held_against_the_thing_of_its_own_id()
    {
        var changes = Held(
            new(2, Hardener, null),
            new(3, Hardener with { Id = "a", Part = Part.One, LeftG = 2, FullG = null, BoughtOn = null, OpenedOn = new(2027, 2, 3) }, null),
            new(4, Hardener with { Id = "new" }, null),
            new(5, null, Cup with { Shape = new Cup(66, 90, 110) }),
            new(6, null, Cup with { Id = "another" }));
        Assert.Equal([StockChangeKind.Same, StockChangeKind.Changed, StockChangeKind.New, StockChangeKind.Changed, StockChangeKind.New], changes.Select(change => change.Kind));
        Assert.Equal(["left 1 → 2", "opened nothing → 2027-02-03"], changes[1].Fields);
        Assert.Equal(["cup rim 88 → 90"], changes[3].Fields);
        Assert.All(changes.Where(change => change.Kind != StockChangeKind.Changed), change => Assert.Empty(change.Fields));
        Assert.Equal([2, 3, 4, 5, 6], changes.Select(change => change.Line));
    }

    [Fact]
    public void One_thing_is_named_once_and_what_is_one_part_has_no_part_two()
    {
        Assert.StartsWith("Line 3: It names the same thing", Refusal(new(2, Hardener, null), new(3, Hardener with { LeftG = 1 }, null)), StringComparison.Ordinal);
        Assert.StartsWith("Line 3: It names the same thing", Refusal(new(2, null, Cup), new(3, null, Cup)), StringComparison.Ordinal);
        var onePart = ExampleSheets.All.First(sheet => sheet.Traits.IsOnePart).Id;
        Assert.Contains("no part two", Refusal(new StockLine(2, Hardener with { Id = "x", ProductId = onePart }, null)), StringComparison.Ordinal);
        Assert.Equal(StockChangeKind.New, Held(new StockLine(2, Hardener with { Id = "x", ProductId = onePart, Part = Part.One }, null)).Single().Kind);
        Assert.Contains("no product sheet nowhere", Refusal(new StockLine(2, Hardener with { Id = "x", ProductId = "nowhere" }, null)), StringComparison.Ordinal);
        Assert.Contains("good", Refusal(new StockLine(2, null, null)), StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public void A_pack_has_an_id_holds_something_and_costs_no_less_than_nothing()
    {
        var pack = new Pack(new string('p', 64), "casting-epoxy", 100_000, 0, 1_000_000);
        pack.Check("pack");
        (pack with { OneG = 0.4, TwoG = 0.6, Price = 0 }).Check("pack");
        (pack with { TwoG = 100_000, Price = null }).Check("pack");
        Refused("pack.id", pack with { Id = new string('p', 65) });
        Refused("pack.id", pack with { Id = " " });
        Refused("pack.oneG", pack with { OneG = 100_000.1 });
        Refused("pack.twoG", pack with { TwoG = 100_000.1 });
        Refused("pack.oneG", pack with { OneG = 0.5, TwoG = 0.49 });
        Refused("pack.price", pack with { Price = -0.01 });
        Refused("pack.price", pack with { Price = 1_000_000.1 });
        static void Refused(string field, Pack pack) => Assert.Equal(field, Assert.Throws<RefusedException>(() => pack.Check("pack")).Field);
    }

    [Fact]
    public void A_good_is_within_what_there_is_and_has_no_sizes_of_another_kind()
    {
        var foam = new Good("f", GoodKind.Foam, "Foam", 4) { Full = 4, ThicknessMm = 200 };
        foam.Check("good");
        (foam with { ThicknessMm = 0.1, Full = null }).Check("good");
        (Cup with { Shape = new Cup(1, 1000, 1000) }).Check("good");
        Refused("good.thicknessMm", foam with { ThicknessMm = 200.1 });
        Refused("good.thicknessMm", foam with { ThicknessMm = 0.09 });
        Refused("good.left", foam with { Full = 3.9 });
        Refused("good.shape", foam with { Shape = new Cup(66, 88, 110) });
        Refused("good.shape.baseMm", Cup with { Shape = new Cup(1000.1, 88, 110) });
        Refused("good.shape.topMm", Cup with { Shape = new Cup(66, 1000.1, 110) });
        Refused("good.shape.heightMm", Cup with { Shape = new Cup(66, 88, 1000.1) });
        Refused("good.tintId", Cup with { TintId = "umber" });
        static void Refused(string field, Good good) => Assert.Equal(field, Assert.Throws<RefusedException>(() => good.Check("good")).Field);
    }

    [Fact]
    public void A_label_is_within_what_any_product_has_on_both_sides()
    {
        var sheet = ExampleSheets.All.First(one => one.Id == "casting-epoxy");
        Between(0.1, 600, "unopenedMonths", (of, value) => of with { UnopenedMonths = value });
        Between(0.1, 600, "openedMonths", (of, value) => of with { OpenedMonths = value });
        Between(0.001, 5000, "heatJPerG", (of, value) => of with { HeatJPerG = value });
        Between(0.001, 500, "activationKJPerMol", (of, value) => of with { ActivationKJPerMol = value });
        Between(1e-6, 100, "initialCatalysis", (of, value) => of with { InitialCatalysis = value });
        Between(0.5, 10_000, "potLifeMin", (of, value) => of with { PotLifeMin = value });
        Between(1, 100_000, "potLifeMassG", (of, value) => of with { PotLifeMassG = value });
        Between(0.001, 10_000, "gelH", (of, value) => of with { GelH = value });
        Between(0.1, 50, "tolerancePercent", (of, value) => of with { TolerancePercent = value });
        void Between(double least, double most, string field, Func<ProductSheet, double, ProductSheet> with)
        {
            with(sheet, least).Check("sheet");
            with(sheet, most).Check("sheet");
            foreach (var beyond in (double[])[least * 0.999, most * 1.001]) Assert.Equal($"sheet.{field}", Assert.Throws<RefusedException>(() => with(sheet, beyond).Check("sheet")).Field);
        }
    }

    [Fact]
    public void The_grams_of_part_one_to_a_gram_of_two_follow_the_basis_of_the_ratio()
    {
        var sheet = ExampleSheets.All.First(one => one.Id == "casting-epoxy") with { DensityA = 1.2, DensityB = 0.9 };
        Assert.Equal(2.5, (sheet with { Ratio = new MixRatio(5, 2, RatioBasis.Weight) }).OnePerTwoG, 12);
        Assert.Equal(5 * 1.2 / (2 * 0.9), (sheet with { Ratio = new MixRatio(5, 2, RatioBasis.Volume) }).OnePerTwoG, 12);
    }
}
