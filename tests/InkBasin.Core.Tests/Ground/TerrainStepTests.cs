using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class TerrainStepTests
{
    private static readonly Board Small = new(200, 100, 1);

    private static readonly FoamSheet Base = new() { Id = "base", Name = "Base", ThicknessMm = 30 };

    private static double[] Heights(params GroundStep[] steps) => GroundRecipe.Compile(Small, steps).Surface.HeightsMm;

    private static double At(double[] heights, int column, int row) => heights[(row * 200) + column];

    private static Outline Box(double left, double back, double right, double front) =>
        new([new(left, back), new(right, back), new(right, front), new(left, front)]);

    [Fact]
    public void A_hill_holds_three_tenths_of_its_cylinder()
    {
        // ∫ smooth(1 − r) 2πr dr over the unit disc is 0.3 π.
        var taken = Heights(Base, new Ridge { Id = "h", Name = "Hill", Points = [new(100, 50)], HeightMm = 12, WidthMm = 80 }).Sum() - (30.0 * 200 * 100);
        Assert.Equal(0.3 * Math.PI * 40 * 40 * 12, taken, 0.3 * Math.PI * 40 * 40 * 12 * 0.005);
    }

    [Fact]
    public void A_ridge_has_its_full_height_all_along_its_crest()
    {
        var h = Heights(Base, new Ridge { Id = "r", Name = "Ridge", Points = [new(20, 50.5), new(180, 50.5)], HeightMm = 10, WidthMm = 40 });
        foreach (var column in new[] { 25, 100, 170 }) Assert.Equal(40, At(h, column, 50), 3);
        Assert.Equal(30, At(h, 100, 75), 9);
    }

    [Fact]
    public void A_track_bed_keeps_its_grade_through_cutting_and_embankment()
    {
        var hill = new FoamSheet { Id = "h", Name = "Hill", ThicknessMm = 12, Outline = Box(-1, -1, 100, 101) };
        var track = new TrackBed { Id = "t", Name = "Track", Points = [new(0, 50), new(200, 50)], StartMm = 32, EndMm = 36, WidthMm = 20, BatterDeg = 45 };
        var h = Heights(Base, hill, track);
        foreach (var column in new[] { 10, 60, 150, 190 }) Assert.Equal(32 + (4 * (column + 0.5) / 200), At(h, column, 52), 6);
        Assert.Equal(At(h, 50, 50) + 5.5, At(h, 50, 65), 6);
        Assert.Equal(At(h, 150, 50) - 3.5, At(h, 150, 63), 6);
        Assert.Equal(42, At(h, 50, 95));
        Assert.Equal(2, track.GradePercent(1), 6);
    }

    [Fact]
    public void A_wall_stands_to_its_top_and_leaves_higher_ground()
    {
        var hill = new FoamSheet { Id = "h", Name = "Hill", ThicknessMm = 12, Outline = Box(-1, -1, 100, 101) };
        var h = Heights(Base, hill, new RetainingWall { Id = "w", Name = "Wall", Points = [new(20, 50), new(180, 50)], TopMm = 38, ThicknessMm = 4 });
        Assert.Equal(42, At(h, 50, 50));
        Assert.Equal(38, At(h, 150, 50));
        Assert.Equal(30, At(h, 150, 55));
    }

    [Fact]
    public void Even_a_thin_slanting_wall_leaves_no_way_through()
    {
        var board = new Board(60, 60, 2);
        var field = GroundRecipe.Compile(board, [new RetainingWall { Id = "w", Name = "W", Points = [new(-5, 11), new(65, 47)], TopMm = 9, ThicknessMm = 0.5 }]).Surface;
        var water = InkBasin.Core.Water.WetRegion.Flood(field, field.CellAt(new PointMm(50, 5)), 5);
        Assert.DoesNotContain(field.CellAt(new PointMm(10, 55)), water.Cells);
    }

    [Fact]
    public void A_fill_block_raises_only_what_is_lower_and_saves_what_it_fills()
    {
        var pond = new Pond { Id = "p", Name = "Pond", Outline = Box(40, 20, 120, 70), DepthMm = 20, SlopeDeg = 90 };
        var fill = new FillBlock { Id = "f", Name = "Block", Outline = Box(60, 30, 100, 60), TopMm = 22 };
        double[] before = Heights(Base, pond), after = Heights(Base, pond, fill);
        Assert.Equal(40 * 30 * 12, after.Sum() - before.Sum(), 6);
        Assert.Equal(22, At(after, 80, 45));
        Assert.Equal(Heights(Base), Heights(Base, fill));
    }

    [Fact]
    public void Rocks_lie_inside_their_outline_rise_and_are_the_same_each_time()
    {
        var rocks = new RockGroup { Id = "r", Name = "Rocks", Outline = Box(60, 30, 140, 70), Count = 12, LeastMm = 6, GreatestMm = 14, Seed = 3 };
        double[] h = Heights(Base, rocks), flat = Heights(Base);
        Assert.Equal(h, Heights(Base, rocks));
        Assert.NotEqual(h, Heights(Base, rocks with { Seed = 4 }));
        Assert.True(h.Max() > 32);
        Assert.InRange(h.Max(), 30, 30 + (14 * 0.6 * 12));
        for (var i = 0; i < h.Length; i++)
        {
            Assert.True(h[i] >= flat[i]);
            int column = i % 200, row = i / 200;
            if (column < 52 || column > 148 || row < 22 || row > 78) Assert.Equal(30, h[i]);
        }
    }

    private static Channel Straight => new() { Id = "c", Name = "C", Points = [new(-50, 50, 30), new(250, 50, 30)], BedStartMm = 10, BedEndMm = 10, BankAngleDeg = 60 };

    [Fact]
    public void A_ford_rises_across_the_bed_and_an_island_stands_in_it()
    {
        var h = Heights(Base, Straight with { Fords = [new Ford(0.4, 40, 5)], Islands = [new Island(0.7, 0, 60, 16, 25)] });
        Assert.Equal(15, At(h, 70, 50), 1);
        Assert.Equal(10, At(h, 20, 50), 6);
        Assert.Equal(30, At(h, 160, 50), 1);
        Assert.Equal(10, At(h, 160, 62), 1);
    }

    [Fact]
    public void An_island_never_stands_over_the_ground_it_is_left_of() =>
        Assert.All(Heights(Base, Straight with { Islands = [new Island(0.5, 0, 80, 20, 90)] }), h => Assert.True(h <= 30));

    [Fact]
    public void The_bed_is_scoured_toward_the_outside_of_a_bend()
    {
        // Turns right (toward the viewer): the outer bank is the left one, further back.
        var bend = new Channel
        {
            Id = "c",
            Name = "C",
            Points = [new(-20, 30, 30), new(90, 30, 30), new(130, 50, 30), new(140, 120, 30)],
            BedStartMm = 10,
            BedEndMm = 10,
            BankAngleDeg = 80,
            OutsideDeepMm = 4,
        };
        var h = Heights(Base, bend);
        var line = bend.CentreLine(1).Points;
        var apex = line.MinBy(p => p.DistanceMm(new PointMm(120, 38)));
        double outer = At(h, (int)(apex.XMm + 6), (int)(apex.YMm - 6)), inner = At(h, (int)(apex.XMm - 6), (int)(apex.YMm + 6));
        Assert.True(outer < 9, $"outer {outer}");
        Assert.Equal(10, inner, 2);
        Assert.True(h.Min() > 5.9);
    }

    [Fact]
    public void A_ragged_bank_wanders_within_its_measure()
    {
        double[] even = Heights(Base, Straight), ragged = Heights(Base, Straight with { RaggedMm = 4 });
        Assert.NotEqual(even, ragged);
        for (var column = 0; column < 200; column++)
        {
            var foot = Enumerable.Range(50, 50).First(row => At(ragged, column, row) > 10.001);
            Assert.InRange(foot, 50 + 15 - 6, 50 + 15 + 6);
        }
    }

    [Fact]
    public void A_ragged_pond_only_draws_its_shore_in()
    {
        var pond = new Pond { Id = "p", Name = "Pond", Outline = Box(40, 20, 160, 80), DepthMm = 12, SlopeDeg = 60 };
        double[] even = Heights(Base, pond), ragged = Heights(Base, pond with { RaggedMm = 5 });
        Assert.True(ragged.Sum() > even.Sum());
        for (var i = 0; i < even.Length; i++) Assert.True(ragged[i] >= even[i] - 1e-9);
        Assert.Equal(even[(50 * 200) + 100], ragged[(50 * 200) + 100]);
    }
}
