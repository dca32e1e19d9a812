using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class ExistingGroundTests
{
    private static readonly Board Small = new(40, 30, 2);

    private static HeightGrid Grid(int columns, int rows, double cell, Func<int, int, float> height) =>
        new(columns, rows, cell, [.. Enumerable.Range(0, columns * rows).Select(i => height(i % columns, i / columns))]);

    private static double[] Laid(HeightGrid grid, ExistingGround step) =>
        GroundRecipe.Compile(Small, [step], new GroundGrids(new Dictionary<string, HeightGrid> { [step.GridId] = grid })).Surface.HeightsMm;

    private static ExistingGround Step(HeightGrid grid, bool real = false, double mmPerLength = 1) =>
        ExistingGround.Proposed("0123456789", grid, Small, mmPerLength, real);

    [Fact]
    public void A_grid_of_the_boards_own_cells_is_laid_down_height_for_height()
    {
        var grid = Grid(20, 15, 2, (c, r) => c + (100 * r) - 3);
        var heights = Laid(grid, Step(grid));
        for (var i = 0; i < heights.Length; i++) Assert.Equal(grid.Heights[i], heights[i], 4);
    }

    [Fact]
    public void A_landscape_in_metres_comes_through_the_scale_with_its_lowest_place_over_the_board()
    {
        // 1:100: a cell of 0.2 m is 2 mm, and 7 m of height are 70 mm.
        var grid = Grid(20, 15, 0.2, (c, _) => 300 + (c * 7f / 19));
        var step = Step(grid, real: true, mmPerLength: 1000.0 / 100);
        Assert.Equal((40.0, 30.0), (Math.Round(step.Lies(grid).WidthMm, 9), Math.Round(step.Lies(grid).DepthMm, 9)));
        var heights = Laid(grid, step);
        Assert.Equal(5, heights.Min(), 3);
        Assert.Equal(75, heights.Max(), 3);
        Assert.Equal(5 + (70 * 2.5), Laid(grid, step with { Exaggeration = 2.5 }).Max(), 2);
    }

    // What is measured on the board keeps its level; a level no board has is taken as the farthest there is.
    [Theory]
    [InlineData(-12.5f, false, -12.5)]
    [InlineData(499.5f, false, 499.5)]
    [InlineData(740, false, 500)]
    [InlineData(-740, false, -500)]
    [InlineData(740, true, 5)]
    public void Its_lowest_place_lies_where_the_file_says_and_a_landscapes_five_over_the_board(float lowest, bool real, double lowestMm) =>
        Assert.Equal(lowestMm, Step(Grid(20, 15, 2, (c, _) => lowest + c), real).LowestMm, 9);

    [Fact]
    public void Where_the_grid_has_a_hole_the_ground_stays_as_it_was()
    {
        var grid = Grid(20, 15, 2, (c, r) => c == 7 && r == 4 ? float.NaN : 9);
        var foam = new FoamSheet { Id = "f", Name = "Foam", ThicknessMm = 4 };
        var grids = new GroundGrids(new Dictionary<string, HeightGrid> { ["0123456789"] = grid });
        var heights = GroundRecipe.Compile(Small, [foam, Step(grid)], grids).Surface.HeightsMm;
        Assert.Equal(1, grid.Holes);
        Assert.Equal(4, heights[(4 * 20) + 7]);
        Assert.All(heights.Where((_, i) => i != (4 * 20) + 7), height => Assert.Equal(9, height));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void Quarter_turns_turn_clockwise_and_four_of_them_are_none(int turns)
    {
        // A square grid, so that the turned one lies in the same place.
        var grid = Grid(10, 10, 3, (c, r) => (c * 10) + r);
        var heights = Laid(grid, Step(grid) with { QuarterTurns = turns, LeftMm = 0, BackMm = 0 });
        var turned = Grid(10, 10, 3, (c, r) => turns switch
        {
            1 => grid.Heights[((9 - c) * 10) + r],
            2 => grid.Heights[((9 - r) * 10) + 9 - c],
            _ => grid.Heights[(c * 10) + 9 - r],
        });
        var wanted = Laid(turned, Step(grid) with { LeftMm = 0, BackMm = 0 });
        for (var i = 0; i < wanted.Length; i++) Assert.Equal(wanted[i], heights[i], 9);
    }

    [Fact]
    public void A_finer_grid_is_averaged_over_the_boards_cells()
    {
        // A spike of 100 in each hundredth cell: the mean is 1, and the board must not catch spikes by chance.
        var grid = Grid(200, 150, 0.2, (c, r) => (c % 10 == 5 && r % 10 == 5) ? 100 : 0);
        Assert.All(Laid(grid, Step(grid)), height => Assert.InRange(height, 0.9, 1.1));
    }

    [Fact]
    public void Lengths_that_cannot_be_meant_are_refused_with_what_they_would_come_to()
    {
        var grid = Grid(20, 15, 0.0003, (_, _) => 1);
        var refused = Assert.Throws<RefusedException>(() => Step(grid, real: true, mmPerLength: 10));
        Assert.Contains("0.06 × 0.045 mm", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_grid_that_is_not_at_hand_is_told_in_a_sentence() =>
        Assert.Throws<RefusedException>(() => GroundRecipe.Compile(Small, [Step(Grid(2, 2, 1, (_, _) => 1) is var grid ? grid : grid) with { WidthMm = 10 }]));

    [Fact]
    public void A_grid_of_holes_only_or_of_too_many_cells_is_refused()
    {
        Assert.Throws<RefusedException>(() => Grid(2, 2, 1, (_, _) => float.NaN));
        Assert.Throws<RefusedException>(() => new HeightGrid(3000, 3000, 1, []));
        Assert.Throws<RefusedException>(() => Grid(2, 1, 1, (_, _) => float.PositiveInfinity));
    }
}

public class SurveyedBedTests
{
    // A paraboloid dish of radius 60 and depth 15 round the middle of the board: volume π·r²·d/2.
    private static SurveyedBed Dish(int depths) => new()
    {
        Id = "bed",
        Name = "Old pond",
        Outline = new Outline([.. Enumerable.Range(0, 16).Select(k => new PointMm(100 + (60 * Math.Cos(k * Math.PI / 8)), 100 + (60 * Math.Sin(k * Math.PI / 8))))], Curved: true),
        WaterlineMm = 20,
        Soundings = [.. Enumerable.Range(0, depths).Select(k => (R: 55 * Math.Sqrt((k + 0.5) / depths), Angle: k * 2.39996)).Select(p =>
            new Sounding(new PointMm(100 + (p.R * Math.Cos(p.Angle)), 100 + (p.R * Math.Sin(p.Angle))), 15 * (1 - (p.R * p.R / 3600))))],
    };

    [Fact]
    public void The_bed_is_the_waterline_less_the_depths_and_holds_what_the_dish_holds()
    {
        var bed = Dish(40);
        var ground = GroundRecipe.Compile(new Board(200, 200, 1), [new FoamSheet { Id = "f", Name = "Foam", ThicknessMm = 20 }, bed]).Surface;
        Assert.Equal(5, ground.HeightsMm[ground.CellAt(new PointMm(100, 100))], 0.2);
        Assert.Equal(20, ground.HeightsMm[ground.CellAt(new PointMm(10, 10))]);
        var volume = ground.HeightsMm.Sum(height => 20 - height) / 1000;
        var figures = bed.Figures(1);
        Assert.Equal(Math.PI * 3600 * 15 / 2 / 1000, volume, volume * 0.02);
        Assert.Equal(volume, figures.VolumeMl, volume * 0.02);
    }

    [Fact]
    public void More_depths_leave_less_doubt()
    {
        var (few, many) = (Dish(5).Figures(2), Dish(40).Figures(2));
        Assert.True(many.RmseMm < few.RmseMm, $"{many.RmseMm} < {few.RmseMm}");
        Assert.True(many.BandMl < few.BandMl);
    }

    [Fact]
    public void A_depth_measured_ashore_and_too_many_are_refused()
    {
        var bed = Dish(5);
        var ashore = bed with { Soundings = [.. bed.Soundings, new Sounding(new PointMm(5, 5), 3)] };
        Assert.Equal("step.soundings[5]", Assert.Throws<RefusedException>(() => ashore.Check("step")).Field);
        Assert.Throws<RefusedException>(() => (bed with { Soundings = [.. Enumerable.Repeat(bed.Soundings[0], 201)] }).Check("step"));
        bed.Check("step");
    }
}

public class EdgeProfileTests
{
    private static readonly Board Small = new(40, 30, 2);
    private static readonly FoamSheet Foam = new() { Id = "f", Name = "Foam", ThicknessMm = 10 };

    [Theory]
    [InlineData(BoardSide.Back)]
    [InlineData(BoardSide.Front)]
    [InlineData(BoardSide.Left)]
    [InlineData(BoardSide.Right)]
    public void The_cells_at_the_side_take_the_profile_and_those_behind_the_blend_stay(BoardSide side)
    {
        var step = new EdgeProfile { Id = "e", Name = "Joint", Side = side, Profile = [new(0, 4), new(40, 24)], BlendMm = 10 };
        step.Check("step");
        var field = GroundRecipe.Compile(Small, [Foam, step]).Surface;
        for (var cell = 0; cell < field.HeightsMm.Length; cell++)
        {
            int column = cell % 20, row = cell / 20;
            var (along, inward) = side switch
            {
                BoardSide.Back => (column, row),
                BoardSide.Front => (column, 14 - row),
                BoardSide.Left => (row, column),
                _ => (row, 19 - column),
            };
            var wanted = 4 + (0.5 * ((along * 2) + 1));

            // 1 at the side, 0 at the end of the blend, level at both.
            var share = Math.Min(1, inward * 2 / 10.0);
            Assert.Equal(10 + ((wanted - 10) * (1 - (share * share * (3 - (2 * share))))), field.HeightsMm[cell], 9);
            if (inward >= 5) Assert.Equal(10, field.HeightsMm[cell]);
        }
    }

    [Fact]
    public void A_profile_that_goes_back_on_itself_is_refused() =>
        Assert.Throws<RefusedException>(() => new EdgeProfile { Id = "e", Name = "Joint", Side = BoardSide.Left, Profile = [new(5, 1), new(5, 2)] }.Check("step"));
}
