using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Tests.Builds;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Pours;

/// <summary>Things set before a layer, into it, on it or afloat in it: the creek has its bed at 8 and layers to 14 and 20, 48 ml each.</summary>
public class ThingsInLayersTests
{
    private const double Density = 1.07;

    private static IReadOnlyList<double> Levels { get; } = [8, 14, 20];

    private static DrownedThing Log => Samples.Log;

    private static Stores Unshrinking { get; } = Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { ShrinkPercent = 0 })] };

    private static BuildPlan PlanOf(params DrownedThing[] things) => Planner.Plan(Samples.Creek with { Drowned = things }, Unshrinking);

    private static PlacedThing Place(DrownedThing thing) => PlacedThing.Of(thing, 8, Levels, Density);

    [Theory]
    [InlineData(SetIn.Before, null, 1, 8)]
    [InlineData(SetIn.Before, 1, 1, 8)]
    [InlineData(SetIn.Before, 2, 2, 14)]
    [InlineData(SetIn.Into, 1, 1, 8)]
    [InlineData(SetIn.Into, null, 2, 14)]
    [InlineData(SetIn.On, 1, 1, 14)]
    [InlineData(SetIn.On, null, 2, 20)]
    [InlineData(SetIn.Into, 7, 2, 14)]
    public void It_stands_on_what_has_set_under_it(SetIn setIn, int? layer, int with, double baseMm)
    {
        var placed = Place(Log with { SetIn = setIn, Layer = layer });
        Assert.Equal(with, placed.Layer);
        Assert.Equal(baseMm, placed.BaseMm, 12);
    }

    [Fact]
    public void On_a_bank_over_the_layer_under_it_it_stands_on_the_bank() =>
        Assert.Equal(16.5, PlacedThing.Of(Log with { Layer = 2 }, 16.5, Levels, Density).BaseMm);

    [Fact]
    public void What_is_sunk_into_the_bed_or_a_set_layer_takes_the_place_of_no_resin_there()
    {
        // 5 high, 1 ml: three of it over the bed, two over the layer.
        Assert.Equal([0.6], Place(Log with { BaseMm = 6 }).Layers.Select(one => Math.Round(one.DisplacedMl, 9)));
        Assert.Equal([0.4], Place(Log with { BaseMm = 11, Layer = 2 }).Layers.Select(one => Math.Round(one.DisplacedMl, 9)));
        Assert.DoesNotContain(Place(Log with { BaseMm = 2 }).Layers, one => one.DisplacedMl != 0);
    }

    [Fact]
    public void Afloat_it_sinks_until_it_displaces_its_own_mass()
    {
        var placed = Place(Log with { SetIn = SetIn.Afloat, Layer = 1 });
        Assert.Equal(14 - (5 * 0.6 / Density), placed.BaseMm, 12);
        Assert.Equal(0.6 / Density, placed.In(1)!.DisplacedMl, 12);
        Assert.Equal(1 - (0.6 / Density), placed.In(2)!.DisplacedMl, 12);

        // What would float deeper than there is resin stands on the ground; so does what is heavier than it.
        Assert.Equal(8, Place(Log with { SetIn = SetIn.Afloat, Layer = 1, HeightMm = 20 }).BaseMm);
        Assert.Equal(14, Place(Log with { SetIn = SetIn.Afloat, MassG = 3 }).BaseMm);
    }

    [Theory]
    [InlineData(0.9, true)]
    [InlineData(1.1, false)]
    public void A_layer_that_has_set_round_a_millimetre_of_its_foot_keeps_it(double footMm, bool lifts)
    {
        var hold = Place(Log with { BaseMm = 14 - footMm, DensityGPerMl = 0.05 }).In(2)!.HoldDownG;
        Assert.Equal(lifts ? Density - 0.05 : 0, hold, 9);
    }

    [Fact]
    public void Each_layer_lifts_by_what_it_has_covered()
    {
        // 10 high, 2 ml, 0.2 g: it hangs 2 over the bed.
        var placed = Place(Log with { BaseMm = 13.5, HeightMm = 10, MassG = 0.2 });
        Assert.Equal([0.1, 1.2], placed.Layers.Select(one => Math.Round(one.DisplacedMl, 9)));
        Assert.Equal((0.1 * Density) - 0.2, placed.In(1)!.LiftG, 9);
        Assert.Equal(0, placed.In(1)!.HoldDownG);
        Assert.Equal((1.3 * Density) - 0.2, placed.In(2)!.HoldDownG, 9);
    }

    [Property(MaxTest = 60)]
    public bool The_layers_are_the_bed_less_all_that_displaces_in_any_order(byte count, int seed)
    {
        var random = new Random(seed);
        var things = Enumerable.Range(0, count % 7).Select(i => Log with
        {
            Id = $"{i}",
            At = new PointMm(10 + (random.NextDouble() * 180), 34 + (random.NextDouble() * 32)),
            HeightMm = 1 + (random.NextDouble() * 20),
            BaseMm = random.Next(3) == 0 ? random.NextDouble() * 22 : null,
            DensityGPerMl = 0.1 + (random.NextDouble() * 2),
            SetIn = (SetIn)random.Next(4),
            Layer = random.Next(2) == 0 ? random.Next(1, 5) : null,
        }).ToArray();
        var (bare, one) = (PlanOf().Waters[0], PlanOf(things));
        random.Shuffle(things);
        var other = PlanOf(things).Waters[0];
        var water = one.Waters[0];
        double Sum(WaterPlan plan) => plan.Layers.Is!.Layers.Sum(layer => layer.VolumeMl);
        return Math.Abs(Sum(bare) - Sum(water) - water.Takes.DisplacedMl) < 1e-9
            && Math.Abs(water.Takes.DisplacedMl - one.Drowned.Sum(thing => thing.Layers.Sum(layer => layer.DisplacedMl))) < 1e-9
            && water.Layers.Is!.Layers.Zip(other.Layers.Is!.Layers).All(pair => Math.Abs(pair.First.VolumeMl - pair.Second.VolumeMl) < 1e-9);
    }

    [Fact]
    public void Before_a_later_layer_it_leaves_those_under_it_alone()
    {
        var layers = PlanOf(Log with { Layer = 2 }).Waters[0].Layers.Is!.Layers;
        Assert.Equal(48, layers[0].VolumeMl, 9);
        Assert.Equal(47, layers[1].VolumeMl, 9);
    }

    [Fact]
    public void The_cup_stops_short_of_the_mark_for_what_is_set_in_after_it()
    {
        var plan = PlanOf(Log with { SetIn = SetIn.Into, Layer = 1 }, Log with { Id = "b", Name = "Stake", Layer = 1 });
        var line = plan.Sessions.Is![0].Cards.SelectMany(card => card.Lines).Last();
        Assert.Equal(46, plan.Waters[0].Layers.Is!.Layers[0].VolumeMl, 9);
        Assert.Equal(14 - (1 / 8.0), line.ToMm, 6);
        Assert.True(line.Finishes);
        Assert.Equal(20, plan.Sessions.Is![1].Cards.SelectMany(card => card.Lines).Last().ToMm, 9);
    }

    [Fact]
    public void The_card_says_what_goes_in_before_the_first_cup_and_after_the_last()
    {
        var small = Unshrinking with { Sheets = [.. Unshrinking.Sheets.Select(sheet => sheet with { MaxBatchG = 30 })] };
        DrownedThing[] things =
        [
            Log with { Id = "in", Name = "Stake", Layer = 1 },
            Log with { Id = "into", Name = "Hull", SetIn = SetIn.Into, Layer = 1 },
            Log with { Id = "afloat", Name = "Raft", SetIn = SetIn.Afloat, Layer = 1 },
            Log with { Id = "on", Name = "Leaf", SetIn = SetIn.On, Layer = 1 },
        ];
        var plan = Planner.Plan(Samples.Creek with { Drowned = things }, small);
        var session = plan.Sessions.Is![0];
        Assert.True(session.Cards.Count > 1);
        Assert.Equal(["in"], session.Cards[0].Things.Select(thing => thing.Id));
        Assert.Equal(["into", "afloat", "on"], session.Cards[^1].Things.Select(thing => thing.Id));
        Assert.All(session.Cards.Skip(1).SkipLast(1), card => Assert.Empty(card.Things));

        var film = new Core.Resin.ThinFilm(Core.Resin.ResinProperties.Of(small.Sheets[0]), small.Sheets[0].MixedViscosityMPaS, Samples.Creek.Room.AirC);
        var (hull, raft, leaf) = (session.Cards[^1].Things[0], session.Cards[^1].Things[1], session.Cards[^1].Things[2]);
        Assert.Equal(film.ThickerThanH(10), hull.FromH, 9);
        Assert.Equal(film.ThickerThanH(200), hull.ToH!.Value, 9);
        Assert.Equal(film.GelH, hull.HoldUntilH!.Value, 9);
        Assert.Equal(1, hull.PushesUpMl, 9);
        Assert.Equal(0, raft.FromH);
        Assert.Equal(0, raft.HoldDownG);
        Assert.Equal(film.GelH, raft.HoldUntilH!.Value, 9);
        Assert.Equal(film.GelH, leaf.FromH, 9);
        Assert.Null(leaf.ToH);

        // The leaf lies on the first layer; the second lifts it, and only that card says so.
        var lifted = plan.Sessions.Is![1].Cards.SelectMany(card => card.Things).ToList();
        Assert.Equal([("on", false)], lifted.Select(thing => (thing.Id, thing.Places)));
        Assert.Contains("this layer lifts it", lifted[0].How, StringComparison.Ordinal);
    }

    [Fact]
    public void With_a_date_its_moment_has_one()
    {
        var build = Samples.Creek with { Drowned = [Log with { SetIn = SetIn.Into }], Waters = [Samples.Creek.Waters[0] with { FirstPourAt = Samples.Evening }] };
        var layer = Planner.Plan(build, Unshrinking).Waters[0].Layers.Is!.Layers[1];
        var moment = layer.Things.Single();
        Assert.InRange((moment.FromAt!.Value - layer.PourAt!.Value).TotalHours - (moment.FromH - layer.PourH), -1 / 60.0, 1 / 60.0);
        Assert.True(moment.FromAt < moment.ToAt && moment.ToAt < moment.HoldUntilAt);
    }

    [Theory]
    [InlineData(SetIn.Into, false, "floats")]
    [InlineData(SetIn.Into, true, null)]
    [InlineData(SetIn.Afloat, false, "drifts")]
    [InlineData(SetIn.Afloat, true, null)]
    [InlineData(SetIn.On, false, null)]
    public void What_may_not_stay_where_it_is_put_is_told(SetIn setIn, bool held, string? told)
    {
        var plan = PlanOf(Log with { SetIn = setIn, Held = held }).Drowned[0];
        Assert.Contains(plan.Notices, notice => notice.Kind == "goesIn");
        Assert.Equal(told, plan.Notices.FirstOrDefault(notice => notice.Standing == Standing.Tight)?.Kind);
    }

    [Theory]
    [InlineData(-1, 50, "offTheBoard", Standing.Stop)]
    [InlineData(1, 10, "inNoWater", Standing.Tight)]
    public void What_lies_beside_the_board_or_on_dry_ground_is_told(double xMm, double yMm, string kind, Standing standing)
    {
        var notice = Assert.Single(PlanOf(Log with { At = new PointMm(xMm, yMm) }).Drowned[0].Notices);
        Assert.Equal((kind, standing), (notice.Kind, notice.Standing));
    }

    [Fact]
    public void A_heavy_thing_afloat_sinks_and_a_layer_there_is_not_is_told()
    {
        Assert.Contains(PlanOf(Log with { SetIn = SetIn.Afloat, MassG = 3 }).Drowned[0].Notices, notice => notice.Kind == "sinks");
        var plan = PlanOf(Log with { SetIn = SetIn.Into, Held = true, Layer = 3 }).Drowned[0];
        Assert.Contains(plan.Notices, notice => notice is { Kind: "noSuchLayer", Standing: Standing.Tight });
        Assert.Equal(2, plan.Layer);
        Assert.DoesNotContain(PlanOf(Log with { Layer = 2 }).Drowned[0].Notices, notice => notice.Kind == "noSuchLayer");
    }

    [Fact]
    public void Coats_that_dry_take_nothing_while_they_are_wet_but_carry_what_is_laid_on_them()
    {
        var dries = Stores.Examples.Sheets.First(sheet => sheet.Drying is not null);
        BuildPlan Plan(SetIn setIn) => Planner.Plan(Samples.Creek with { Drowned = [Log with { SetIn = setIn, Layer = 1 }], Waters = [Samples.Creek.Waters[0] with { ProductId = dries.Id, Ink = new(null, 0) }] }, Stores.Examples);
        Assert.Contains(Plan(SetIn.Into).Drowned[0].Notices, notice => notice is { Kind: "cannotBeSetIn", Standing: Standing.Stop });
        var layer = Plan(SetIn.On).Waters[0].Layers.Is!.Layers[0];
        Assert.Equal(layer.RecoatFromH, layer.Things.Single(thing => thing.Places).FromH, 9);
        Assert.Empty(Plan(SetIn.Into).Waters[0].Layers.Is!.Layers.SelectMany(one => one.Things));
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(1, true)]
    [InlineData(500, true)]
    [InlineData(501, false)]
    public void A_layer_nobody_means_is_refused(int layer, bool fine) =>
        Assert.Equal(fine, Record.Exception(() => Edits.Set("drowned", "log", new { layer }).Apply(Samples.Furnished)) is not RefusedException);
}
