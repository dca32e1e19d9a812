using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Pours;

public class PlannedPoolTests
{
    // Of what does not shrink, so that ml are ml.
    private static Stores Unshrinking { get; } = Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { ShrinkPercent = 0 })] };

    // Foam of 30; a deep pit down to 10 and a shallow one down to 20, joined over a sill of 24 by a groove.
    private static Build TwoPits { get; } = Samples.Creek with
    {
        Recipe =
        [
            new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 },
            Groove(6),
            Pit("deep", 20, 60, 14),
            Pit("shallow", 110, 60, 4),
        ],
        StandIns = [],
        Photo = null,
        Dams = [],
        Waters = [Samples.Creek.Waters[0] with { Seed = new PointMm(50, 50), WaterlineMm = 28, OwnTopsMm = [16, 22, 28], Ink = new(null, 0) }],
    };

    private static Outline Square(double x, double y, double width, double depth) => new([new(x, y), new(x + width, y), new(x + width, y + depth), new(x, y + depth)], Curved: false);

    private static Pond Pit(string id, double x, double side, double depth) =>
        new() { Id = id, Name = id, Outline = Square(x, 20, side, side), DepthMm = depth, ShelfDepthMm = depth, SlopeDeg = 90 };

    private static Pond Groove(double depth) => new() { Id = "groove", Name = "Groove", Outline = Square(80, 45, 30, 10), DepthMm = depth, ShelfDepthMm = depth, SlopeDeg = 90 };

    private static BuildPlan PlanOf(Build build) => Planner.Plan(build, Unshrinking);

    private static IReadOnlyList<PlannedLayer> LayersOf(Build build) => PlanOf(build).Waters[0].Layers.Is!.Layers;

    [Fact]
    public void A_layer_on_both_sides_of_a_sill_is_two_pours_each_with_its_ml_place_and_depth()
    {
        var layers = LayersOf(TwoPits);
        Assert.Equal([1, 2, 1], layers.Select(layer => layer.Pools.Each.Count));
        var (deep, shallow) = (layers[1].Pools.Each[0], layers[1].Pools.Each[1]);

        // 6 mm over 60 × 60 in the one, 2 mm in the other.
        Assert.Equal((21.6, 6), (Math.Round(deep.VolumeMl, 1), Math.Round(deep.DepthMm, 6)));
        Assert.Equal((7.2, 2), (Math.Round(shallow.VolumeMl, 1), Math.Round(shallow.DepthMm, 6)));
        Assert.InRange(deep.At.XMm, 20, 80);
        Assert.InRange(shallow.At.XMm, 110, 170);
        Assert.Equal(layers[1].VolumeMl, deep.VolumeMl + shallow.VolumeMl, 9);
        Assert.Equal(0, layers[1].Pools.Puddles);
    }

    [Fact]
    public void The_card_names_each_place_in_order_and_how_much_goes_there()
    {
        var session = PlanOf(TwoPits).Sessions.Is!.Single(one => one.Pools.Any(pool => pool.Layer == 2));
        Assert.Equal(2, session.Pools[0].Parts);
        var lines = session.Cards.SelectMany(card => card.Lines).ToList();
        Assert.Equal([(1, 2), (2, 2)], lines.Select(line => (line.Pool!.Value, line.Pools)).Distinct());
        Assert.Equal([21.6, 7.2], lines.GroupBy(line => line.Pool).Select(pool => Math.Round(pool.Sum(line => line.VolumeMl), 1)));
        Assert.All(lines.Where(line => line.Finishes), line => Assert.Equal(22, line.ToMm, 9));
        Assert.All(lines, line => Assert.NotNull(line.At));
        Assert.Null(PlanOf(TwoPits).Sessions.Is!.First(one => one.Pools.Any(pool => pool.Layer == 1)).Cards[0].Lines[0].Pool);
    }

    [Fact]
    public void A_cup_that_fills_a_pool_in_part_says_how_high_it_comes_there()
    {
        // So small a greatest batch that the deep pool takes several cups.
        var small = Unshrinking with { Sheets = [.. Unshrinking.Sheets.Select(sheet => sheet with { MaxBatchG = 14 })] };
        var lines = Planner.Plan(TwoPits, small).Sessions.Is!.Single(one => one.Pools.Any(pool => pool.Layer == 2)).Cards.SelectMany(card => card.Lines).ToList();
        double poured = 0;
        foreach (var line in lines.Where(line => line.Pool == 1))
        {
            poured += line.VolumeMl;
            Assert.Equal(16 + (poured / 3.6), line.ToMm, 3);
        }

        Assert.Contains(lines, line => line is { Pool: 1, Finishes: false });
    }

    [Fact]
    public void The_next_layer_has_the_cells_of_its_pools_where_it_is_several()
    {
        var water = PlanOf(TwoPits).Waters[0];
        Assert.Empty(water.Layers.Is!.PlacesAhead(100));

        // To 22 mm at once both pits are wet, 60 mm square each, of cells of 2 mm on a board 100 cells wide.
        var places = PlanOf(TwoPits with { Waters = [TwoPits.Waters[0] with { OwnTopsMm = [22, 28] }] }).Waters[0].Layers.Is!.PlacesAhead(100);
        Assert.Equal([(1, 22.0), (2, 22.0)], places.Select(place => (place.Pool, Math.Round(place.ToMm, 9))));
        foreach (var (place, firstColumn) in places.Zip([10, 55]))
        {
            var runs = place.WetRuns.Chunk(3).ToList();
            Assert.Equal(30, runs.Count);
            Assert.Equal(Enumerable.Range(10, 30), runs.Select(run => run[0]));
            Assert.All(runs, run => Assert.Equal((firstColumn, firstColumn + 30), (run[1], run[2])));
        }
    }

    [Fact]
    public void A_stone_takes_the_place_of_resin_in_the_pool_it_stands_in()
    {
        var stone = Samples.Log with { At = new PointMm(140, 50), LengthMm = 10, WidthMm = 10, HeightMm = 10, DensityGPerMl = 2.5, Skin = Skin.Dense };
        var (with, without) = (LayersOf(TwoPits with { Drowned = [stone] }), LayersOf(TwoPits));
        Assert.Equal(without[1].Pools.Each[0].VolumeMl, with[1].Pools.Each[0].VolumeMl, 9);
        Assert.Equal(without[1].Pools.Each[1].VolumeMl - 0.2, with[1].Pools.Each[1].VolumeMl, 3);
    }

    [Fact]
    public void Over_thicker_foam_less_depth_may_be_safe_and_the_pool_that_is_too_deep_there_stops_the_pour()
    {
        // The deep pit is cut down to the board, which carries heat away; the shallow one stands on foam.
        var build = TwoPits with
        {
            Recipe = [TwoPits.Recipe[0], Groove(2), Pit("deep", 20, 60, 28), Pit("shallow", 110, 60, 18)],
            Room = new(27),
            Waters = [TwoPits.Waters[0] with { WaterlineMm = 29, OwnTopsMm = [5, 10, 15, 20, 25, 29] }],
        };
        var plan = PlanOf(build).Waters[0];
        var split = plan.Layers.Is!.Layers.First(layer => layer.Pools.Each.Count == 2);
        Assert.True(split.Pools.Each[1].SafeMm < split.Pools.Each[0].SafeMm, $"{split.Pools.Each[1].SafeMm} over foam, {split.Pools.Each[0].SafeMm} over the board");
        Assert.All(plan.Layers.Is!.Layers.SelectMany(layer => layer.Pools.Each), pool => Assert.Equal(pool.DepthMm > (pool.SafeMm ?? 0) + 0.05, pool.Standing == Standing.Stop));
        Assert.Equal(plan.Layers.Is!.Layers.Any(layer => layer.DepthMm <= plan.Safe!.SafeMm + 0.05 && layer.Pools.Each.Any(pool => pool.Standing == Standing.Stop)), plan.Notices.Any(notice => notice.Kind == "poolTooDeep"));
    }

    // Over the board 6 mm are safe by the sheet; over the foam of the shallow pit less.
    [Theory]
    [InlineData(-0.2, false)]
    [InlineData(0.2, true)]
    public void A_pool_deeper_than_is_safe_over_its_own_foam_is_told_with_its_number(double overSafeMm, bool told)
    {
        var build = TwoPits with
        {
            Recipe = [TwoPits.Recipe[0], Groove(2), Pit("deep", 20, 60, 28), Pit("shallow", 110, 60, 18)],
            Room = new(27),
            Waters = [TwoPits.Waters[0] with { WaterlineMm = 29, OwnTopsMm = [4, 8, 12, 15, 18, 21, 24, 27, 29] }],
        };
        var over = PlanOf(build).Waters[0];
        var safe = over.Layers.Is!.Layers[3].Pools.Each[1].SafeMm!.Value;
        Assert.True(safe < over.Safe!.SafeMm - 0.3, $"{safe} over foam, {over.Safe.SafeMm} over the board");
        var top = 12 + safe + overSafeMm;
        var plan = PlanOf(build with { Waters = [build.Waters[0] with { OwnTopsMm = [4, 8, 12, top, top + 3, top + 6, 29] }] }).Waters[0];
        var notice = plan.Notices.FirstOrDefault(one => one.Kind == "poolTooDeep");
        Assert.Equal(told, notice is not null);
        if (told) Assert.Equal((4.0, 2.0), (notice!.Numbers["layer"], notice.Numbers["pool"]));
    }

    [Property(MaxTest = 40)]
    public bool Following_the_card_in_the_pour_test_leaves_every_pool_at_the_layers_top(int seed)
    {
        var random = new Random(seed);
        var pits = Enumerable.Range(0, 7).Select(i => (GroundStep)(Pit($"pit-{i}", random.Next(10, 150), random.Next(18, 45), random.Next(4, 18)) with { SlopeDeg = random.Next(40, 90), RaggedMm = random.Next(3) }));
        var build = TwoPits with
        {
            Recipe = [TwoPits.Recipe[0], .. pits],
            Waters = [TwoPits.Waters[0] with { Seed = new PointMm(random.Next(20, 180), random.Next(25, 60)), WaterlineMm = 26, OwnTopsMm = null, Strategy = (LayerStrategy)random.Next(4) }],
        };
        var answers = Planner.Answers(build, Unshrinking);
        var water = answers.Waters[0];
        if (water.Layers.Is is not { Layers.Count: > 0 } plans) return true;
        var test = new PourTest(answers.Surface, new EdgeOutlets(answers.Surface, []));
        var split = LayerPools.Of(water.Standing.Region, [.. plans.Layers.Select(layer => layer.ToMm)]);
        foreach (var (layer, session, onGround) in plans.Layers.Zip(answers.Sessions.Is!, split))
        {
            foreach (var line in session.Cards.SelectMany(card => card.Lines))
            {
                if (line.At is { } at) test.Add(new Pour(at, line.VolumeMl));
            }

            // Some drops into each puddle, as the card says.
            foreach (var puddle in onGround.Pools.Where(pool => !layer.Pools.Each.Any(one => answers.Surface.CellAt(one.At) == pool.LowestCell)))
                test.Add(new Pour(answers.Surface.CentreOf(puddle.LowestCell), puddle.VolumeMl));
            foreach (var pool in layer.Pools.Each)
            {
                var there = test.Outcome().Pools.Single(one => one.Cells.Contains(answers.Surface.CellAt(pool.At)));
                if (Math.Abs(there.LevelMm - layer.ToMm) > 0.1) return false;
            }
        }

        return true;
    }
}
