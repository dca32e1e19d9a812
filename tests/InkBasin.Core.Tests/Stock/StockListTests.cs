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
        Between(0.01, 1000, "ratio.a", (of, value) => of with { Ratio = of.Ratio with { A = value } });
        Between(0.01, 1000, "ratio.b", (of, value) => of with { Ratio = of.Ratio with { B = value } });
        Between(0.5, 3, "densityA", (of, value) => of with { DensityA = value });
        Between(0.5, 3, "densityB", (of, value) => of with { DensityB = value });
        Between(0.05, 200, "greatestLayerMm", (of, value) => of with { GreatestLayerMm = value, LeastLayerMm = 0 });
        Between(0, 100, "leastLayerMm", (of, value) => of with { LeastLayerMm = value, GreatestLayerMm = 200 });
        Between(0.1, 1_000_000, "maxBatchG", (of, value) => of with { MaxBatchG = value });
        Between(0, 5000, "recoatFromH", (of, value) => of with { RecoatFromH = value, RecoatToH = 50_000, FullCureH = 50_000 });
        Between(0, 50_000, "recoatToH", (of, value) => of with { RecoatFromH = 0, RecoatToH = value });
        Between(0, 5000, "demouldH", (of, value) => of with { DemouldH = value });
        Between(0, 50_000, "fullCureH", (of, value) => of with { RecoatFromH = 0, FullCureH = value });
        Between(-20, 60, "workFromC", (of, value) => of with { WorkFromC = value, WorkToC = 60 });
        Between(-20, 60, "workToC", (of, value) => of with { WorkFromC = -20, WorkToC = value });
        Between(1, 1_000_000, "mixedViscosityMPaS", (of, value) => of with { MixedViscosityMPaS = value });
        Between(0, 90, "shrinkPercent", (of, value) => of with { ShrinkPercent = value });
        Between(0, 50, "tintLimitPercent", (of, value) => of with { TintLimitPercent = value });
        Between(0, 60, "stirMin", (of, value) => of with { StirMin = value });
        void Between(double least, double most, string field, Func<ProductSheet, double, ProductSheet> with)
        {
            with(sheet, least).Check("sheet");
            with(sheet, most).Check("sheet");
            foreach (var beyond in (double[])[least - (0.001 * Math.Max(Math.Abs(least), 1e-3)), most * 1.001]) Assert.Equal($"sheet.{field}", Assert.Throws<RefusedException>(() => with(sheet, beyond).Check("sheet")).Field);
        }
    }

    [Fact]
    public void What_a_label_says_twice_says_the_same()
    {
        var sheet = ExampleSheets.All.First(one => one.Id == "casting-epoxy");
        (sheet with { Id = new string('s', 64), SafetyNote = new string('n', 600) }).Check("sheet");
        Refused("sheet.id", sheet with { Id = new string('s', 65) });
        Refused("sheet.id", sheet with { Id = "" });
        Refused("sheet.safetyNote", sheet with { SafetyNote = new string('n', 601) });
        (sheet with { LeastLayerMm = sheet.GreatestLayerMm }).Check("sheet");
        Refused("sheet.leastLayerMm", sheet with { LeastLayerMm = sheet.GreatestLayerMm + 0.1 });
        (sheet with { RecoatToH = sheet.RecoatFromH }).Check("sheet");
        Refused("sheet.recoatToH", sheet with { RecoatToH = sheet.RecoatFromH - 0.1 });
        (sheet with { FullCureH = sheet.RecoatFromH }).Check("sheet");
        Refused("sheet.fullCureH", sheet with { FullCureH = sheet.RecoatFromH - 0.1 });
        (sheet with { WorkToC = sheet.WorkFromC }).Check("sheet");
        Refused("sheet.workToC", sheet with { WorkToC = sheet.WorkFromC - 0.1 });
        static void Refused(string field, ProductSheet sheet) => Assert.Equal(field, Assert.Throws<RefusedException>(() => sheet.Check("sheet")).Field);
    }

    [Fact]
    public void What_stands_on_the_shelf_has_an_id_of_at_most_64_characters()
    {
        (Hardener with { Id = new string('b', 64) }).Check("bottle");
        (Cup with { Id = new string('u', 64) }).Check("good");
        foreach (var id in (string[])["", " ", new string('b', 65)])
        {
            Assert.Equal("bottle.id", Assert.Throws<RefusedException>(() => (Hardener with { Id = id }).Check("bottle")).Field);
            Assert.Equal("good.id", Assert.Throws<RefusedException>(() => (Cup with { Id = id }).Check("good")).Field);
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
