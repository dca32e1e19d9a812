using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class InkMatchTests
{
    private static readonly IReadOnlyList<TintAtHand> Shelf = [.. ExampleTints.All.Select(tint => new TintAtHand(tint.Id, tint.Colour))];

    private static readonly LinearRgb[] Beds = [UsualBed.Earth, UsualBed.Light, UsualBed.Dark, new(0.8, 0.8, 0.8), LinearRgb.FromSrgb(60, 80, 70)];

    private static IReadOnlyList<TintAtHand> Only(params string[] ids) => [.. Shelf.Where(tint => ids.Contains(tint.Id))];

    private static WantedLook Look(Random random, IReadOnlyList<TintAtHand> tints, int mixed, out InkLayer ink)
    {
        var bed = Beds[random.Next(Beds.Length)];
        var depth = 2 + (random.NextDouble() * 38);
        ink = InkLayer.Mixed(BareResin.Layer, Enumerable.Range(0, mixed).Select(_ => (tints[random.Next(tints.Count)].Colour, Math.Pow(10, -2.3 + (random.NextDouble() * 1.8)))));
        return new WantedLook(BareResin.Layer, bed, depth, ink.Over(bed, depth));
    }

    // 200 mixtures of one to four of the tints, each known by its colour alone.
    [Fact]
    public void Mixtures_are_found_by_their_colour_alone()
    {
        var random = new Random(14);
        List<double> off = [];
        for (var i = 0; i < 200; i++) off.Add(InkMatch.Of(Look(random, Shelf, 1 + (i % 4), out _), Shelf).DeltaE);
        off.Sort();
        Assert.InRange(off[100], 0, 0.5);
        Assert.InRange(off[^1], 0, 1);
    }

    // As a screen gives it: rounded to 1/255.
    [Fact]
    public void Colours_as_a_screen_gives_them_are_found_too()
    {
        var random = new Random(15);
        for (var i = 0; i < 40; i++)
        {
            var look = Look(random, Shelf, 2, out _);
            Assert.InRange(InkMatch.Of(look with { Target = LinearRgb.FromHex(look.Target.ToHex(), "target") }, Shelf).DeltaE, 0, 1);
        }
    }

    [Fact]
    public void Two_tints_are_told_apart_and_given_back_in_their_amounts()
    {
        var tints = Only("olive", "white-paste");
        var ink = InkLayer.Mixed(BareResin.Layer, (tints[0].Colour, 0.12), (tints[1].Colour, 0.03));
        var match = InkMatch.Of(new WantedLook(BareResin.Layer, UsualBed.Earth, 12, ink.Over(UsualBed.Earth, 12)), tints);
        Assert.Equal(0.12, match.Doses[0].MlPer100Ml, 0.003);
        Assert.Equal(0.03, match.Doses[1].MlPer100Ml, 0.001);
        Assert.True(match.Reachable);
    }

    // The bed's own colour needs nothing: any tint that does not show would do, and none is the least of them.
    [Fact]
    public void Among_equals_the_least_tint_is_taken()
    {
        var look = new WantedLook(BareResin.Layer, UsualBed.Earth, 5, BareResin.Layer.Over(UsualBed.Earth, 5));
        Assert.All(InkMatch.Of(look, Shelf).Doses, dose => Assert.Equal(0, dose.MlPer100Ml, 3));

        // The same tint in two bottles, one half as strong.
        var olive = Only("olive")[0];
        var thin = new TintAtHand("thin", new(new(olive.Colour.Absorption.R / 2, olive.Colour.Absorption.G / 2, olive.Colour.Absorption.B / 2), new(0.03, 0.03, 0.02)));
        var wanted = look with { Target = InkLayer.Mixed(BareResin.Layer, (olive.Colour, 0.2)).Over(UsualBed.Earth, 5) };
        var match = InkMatch.Of(wanted, [thin, olive]);
        Assert.Equal(0, match.Doses[0].MlPer100Ml, 2);
        Assert.Equal(0.2, match.Doses[1].MlPer100Ml, 2);
    }

    [Fact]
    public void A_colour_no_water_can_have_is_missed_by_as_much_as_it_is()
    {
        var red = LinearRgb.FromSrgb(240, 20, 30);
        var match = InkMatch.Of(new WantedLook(BareResin.Layer, UsualBed.Dark, 10, red), Only("transparent-blue", "emerald", "umber"));
        Assert.False(match.Reachable);
        Assert.Equal(Lab.DeltaE(match.Colour, red), match.DeltaE);
        Assert.InRange(match.DeltaE, 20, 80);
    }

    // No grid of doses comes nearer.
    [Fact]
    public void Nothing_on_a_grid_of_doses_comes_nearer_an_unreachable_colour()
    {
        var tints = Only("transparent-blue", "ochre", "black-ink");
        var target = LinearRgb.FromSrgb(120, 40, 90);
        var match = InkMatch.Of(new WantedLook(BareResin.Layer, UsualBed.Earth, 9, target) { TintLimitPercent = 3 }, tints);
        double[] grid = [0, 0.003, 0.01, 0.03, 0.06, 0.1, 0.15, 0.2, 0.3, 0.5, 0.8, 1];
        var least = (from a in grid from b in grid from c in grid select Lab.DeltaE(InkLayer.Mixed(BareResin.Layer, (tints[0].Colour, a), (tints[1].Colour, b), (tints[2].Colour, c)).Over(UsualBed.Earth, 9), target)).Min();
        Assert.InRange(match.DeltaE, 1, least + 0.05);
    }

    [Theory]
    [InlineData(0.02)]
    [InlineData(0.3)]
    public void Neither_a_tints_own_limit_nor_the_sheets_is_passed(double limit)
    {
        var random = new Random(16);
        for (var i = 0; i < 10; i++)
        {
            var look = Look(random, Shelf, 4, out _) with { TintLimitPercent = limit };
            var match = InkMatch.Of(look, [.. Shelf.Select((tint, j) => tint with { MostMlPer100Ml = j % 3 == 0 ? 0 : limit / 2 })]);
            Assert.True(match.Doses.Sum(dose => dose.MlPer100Ml) <= limit * (1 + 1e-9));
            Assert.All(match.Doses.Index(), one => Assert.InRange(one.Item.MlPer100Ml, 0, one.Index % 3 == 0 ? 0 : (limit / 2) + 1e-12));
        }
    }

    // A limit on every tint needs more of them together than three.
    [Fact]
    public void Where_limits_are_in_the_way_more_than_three_tints_are_used()
    {
        TintAtHand[] blues = [.. Enumerable.Range(0, 6).Select(i => new TintAtHand($"b{i}", ExampleTints.All[0].Colour, 0.02))];
        var look = new WantedLook(BareResin.Layer, UsualBed.Light, 10, InkLayer.Mixed(BareResin.Layer, (ExampleTints.All[0].Colour, 0.11)).Over(UsualBed.Light, 10));
        var match = InkMatch.Of(look, blues);
        Assert.True(match.Reachable);
        Assert.Equal(0.11, match.Doses.Sum(dose => dose.MlPer100Ml), 2);
    }

    [Theory]
    [InlineData(4)]
    [InlineData(12)]
    public void One_sees_as_deep_as_was_wished(double seeMm)
    {
        var look = new WantedLook(BareResin.Layer, UsualBed.Earth, 15, LinearRgb.FromSrgb(70, 100, 80)) { SeeMm = seeMm };
        var match = InkMatch.Of(look, Shelf);
        Assert.True(match.Reachable, $"{match.DeltaE}");
        Assert.Equal(seeMm, match.Ink.FadeDepthMm(UsualBed.Light, UsualBed.Dark)!.Value, seeMm * 0.05);
    }

    [Fact]
    public void A_shelf_of_sixty_is_looked_through_and_one_more_is_refused()
    {
        TintAtHand[] many = [.. Enumerable.Range(0, 60).Select(i => Shelf[i % 12] with { Id = $"t{i}" })];
        foreach (var seed in new[] { 17, 2017, 5017, 8017 }) Assert.InRange(InkMatch.Of(Look(new Random(seed), Shelf, 2, out _), many).DeltaE, 0, 1);
        var look = Look(new Random(17), Shelf, 2, out _);
        Assert.Equal("tints", Assert.Throws<RefusedException>(() => InkMatch.Of(look, [.. many, Shelf[0]])).Field);
        Assert.Empty(InkMatch.Of(look, []).Doses);
        Assert.Throws<RefusedException>(() => InkMatch.Of(look with { DepthMm = 0 }, Shelf));
    }

    [Fact]
    public void A_search_is_called_off() =>
        Assert.Throws<OperationCanceledException>(() => InkMatch.Of(Look(new Random(18), Shelf, 2, out _), Shelf, new CancellationToken(canceled: true)));
}
