using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Ground;

public class JugBedTests
{
    private static readonly FoamSheet Foam = new() { Id = "foam", Name = "Foam", ThicknessMm = 40 };

    // 100 × 60 with a bay cut out of its front: two arms and a neck between them.
    private static readonly JugBed Horseshoe = new()
    {
        Id = "bed",
        Name = "Pond",
        Outline = new Outline([new(20, 20), new(120, 20), new(120, 90), new(90, 90), new(90, 40), new(50, 40), new(50, 90), new(20, 90)]),
        WaterlineMm = 36,
        Deepest = new PointMm(105, 75),
        DeepestMm = 12,
        Marks = [new(4, 9), new(9, 30)],
    };

    private static CompiledGround Compile(params GroundStep[] steps) => GroundRecipe.Compile(new Board(140, 110, 1), [Foam, .. steps], RandomRecipe.Grids);

    private static WetRegion WaterOf(JugBed bed, double overDeepestMm)
    {
        var field = Compile(bed).Surface;
        return WetRegion.Flood(field, field.CellAt(bed.Deepest), bed.WaterlineMm - bed.DeepestMm!.Value + overDeepestMm);
    }

    private static JugFigures FiguresOf(JugBed bed) => bed.Figures(new Board(140, 110, 1)).Figures.Is!;

    [Fact]
    public void The_ground_on_the_sheet_holds_at_each_mark_what_was_poured_and_its_whole_at_the_waterline()
    {
        Assert.All(Horseshoe.Marks, mark => Assert.Equal(mark.VolumeMl, WaterOf(Horseshoe, mark.HeightMm).VolumeMl, 0.01 * mark.VolumeMl));
        Assert.Equal(FiguresOf(Horseshoe).TotalMl, WaterOf(Horseshoe, 12).VolumeMl, 0.02);
        Assert.All(FiguresOf(Horseshoe).MissesMl, miss => Assert.InRange(Math.Abs(miss), 0, 0.2));
        Assert.InRange(FiguresOf(Horseshoe).BandMl, 1, 20);
    }

    [Fact]
    public void It_is_deepest_where_the_maker_put_the_rule_and_comes_up_to_the_shore()
    {
        var field = Compile(Horseshoe).Surface;
        var lowest = Enumerable.Range(0, field.HeightsMm.Length).MinBy(cell => field.HeightsMm[cell]);
        Assert.InRange(field.CentreOf(lowest).DistanceMm(Horseshoe.Deepest), 0, 1);
        Assert.InRange(field.HeightsMm[lowest], 24, 24.5);
        Assert.InRange(field.HeightsMm[field.CellAt(new PointMm(20.5, 50.5))], 34, 36);
        Assert.Equal(40, field.HeightsMm[field.CellAt(new PointMm(70, 60))]);
    }

    [Property(MaxTest = 60)]
    public bool One_jug_filled_it_so_it_is_one_pool_at_every_level(int seed)
    {
        var random = new Random(seed);
        PointMm[] shore = [.. Enumerable.Range(0, 8).Select(i => new PointMm(70 + (random.Next(15, 60) * Math.Cos(i * Math.PI / 4)), 55 + (random.Next(12, 50) * Math.Sin(i * Math.PI / 4))))];
        var bed = Horseshoe with { Outline = new Outline(shore, true), Deepest = new PointMm(random.Next(40, 100), random.Next(30, 80)), Marks = [new(6, 3 + (6 * random.NextDouble()))] };
        if (bed.Figures(new Board(140, 110, 1)).Figures.Is is null) return true;
        var water = WaterOf(bed with { Deepest = Lowest(bed) }, 12);
        double[] tops = [.. Enumerable.Range(1, 6).Select(k => 24 + (2.0 * k))];
        return tops[0] <= water.LowestBedMm || LayerPools.Of(water, tops).All(layer => layer.Pools.Count == 1);
    }

    // Where the deepest place lies ashore, the nearest inside is.
    private static PointMm Lowest(JugBed bed)
    {
        var field = Compile(bed).Surface;
        return field.CentreOf(Enumerable.Range(0, field.HeightsMm.Length).MinBy(cell => field.HeightsMm[cell]));
    }

    [Fact]
    public void Reshaped_when_another_mark_comes()
    {
        var more = Horseshoe with { Marks = [.. Horseshoe.Marks, new(11, 39)] };
        Assert.Equal(39, WaterOf(more, 11).VolumeMl, 0.3);
        Assert.NotEqual(39, WaterOf(Horseshoe, 11).VolumeMl, 0.3);
        Assert.True(FiguresOf(more).BandMl < FiguresOf(Horseshoe).BandMl);
    }

    [Fact]
    public void Until_it_is_measured_it_leaves_the_ground_as_it_is_and_says_nothing()
    {
        foreach (var bed in new[] { Horseshoe with { DeepestMm = null }, Horseshoe with { Marks = [] } })
        {
            Assert.All(Compile(bed).Surface.HeightsMm, height => Assert.Equal(40, height));
            Assert.Equal(new Answer<JugFigures>(null, null), bed.Figures(new Board(140, 110, 1)).Figures);
        }
    }

    [Theory]
    [InlineData(9, 30, 4, 9, "higher")]
    [InlineData(4, 15, 9, 9, "hold more")]
    [InlineData(4, 9, 13, 40, "over the waterline")]
    [InlineData(4, 9, 5, 30, "straight down")]
    public void Marks_no_water_leaves_stop_that_bed_alone(double low, double ml, double high, double more, string says)
    {
        var bed = Horseshoe with { Marks = [new(low, ml), new(high, more)] };
        bed.Check("step");
        Assert.Contains(says, bed.Figures(new Board(140, 110, 1)).Figures.Stop!.Sentence, StringComparison.Ordinal);
        Assert.All(Compile(bed).Surface.HeightsMm, height => Assert.Equal(40, height));
    }

    [Fact]
    public void A_shore_off_the_board_is_stopped_too()
    {
        var away = Horseshoe with { Outline = new Outline([new(-60, 20), new(-20, 20), new(-20, 60)]) };
        Assert.Contains("nothing of the board", away.Figures(new Board(140, 110, 1)).Figures.Stop!.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Numbers_no_rule_or_jug_shows_are_refused()
    {
        Assert.Equal("s.deepestMm", Assert.Throws<RefusedException>(() => (Horseshoe with { DeepestMm = 0 }).Check("s")).Field);
        Assert.Equal("s.marks[0].heightMm", Assert.Throws<RefusedException>(() => (Horseshoe with { Marks = [new(double.NaN, 1)] }).Check("s")).Field);
        Assert.Equal("s.marks[0].volumeMl", Assert.Throws<RefusedException>(() => (Horseshoe with { Marks = [new(1, 0)] }).Check("s")).Field);
        Assert.Equal("s.marks", Assert.Throws<RefusedException>(() => (Horseshoe with { Marks = [.. Enumerable.Range(1, 7).Select(i => new JugMark(i, i))] }).Check("s")).Field);
        (Horseshoe with { Marks = [.. Enumerable.Range(1, 6).Select(i => new JugMark(i, i))] }).Check("s");
    }

    [Fact]
    public void Its_band_is_the_waters()
    {
        var water = Samples.Creek.Waters[0] with { Seed = Horseshoe.Deepest, WaterlineMm = 36 };
        var build = Samples.Creek with { Board = new Board(140, 110, 1), Recipe = [Foam, Horseshoe], Waters = [water], Dams = [], StandIns = [], Photo = null };
        var plan = Planner.Plan(build, Stores.Examples);
        var (band, reading) = (plan.Ground.JugBeds[0].Figures.Is!.BandMl, plan.Waters[0].Level.AreaMm2 * 0.25 / 1000);
        Assert.Equal(Math.Sqrt((band * band) + (reading * reading)), plan.Waters[0].Takes!.Range!.DeviationMl, 6);

        // One nobody has measured yet is as unsure as any that was drawn.
        var unmeasured = Planner.Plan(build with { Recipe = [Foam, Horseshoe with { Marks = [] }, new Pond { Id = "p", Name = "P", Outline = Horseshoe.Outline, DepthMm = 12 }] }, Stores.Examples);
        Assert.True(unmeasured.Waters[0].Takes!.Range!.DeviationMl > unmeasured.Waters[0].Level.AreaMm2 * VolumeRange.CarvedToMm / 1000);
    }
}
