using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

/// <summary>A water cut through its deepest place, for the paper that is taken to the bench.</summary>
public class WaterCutTests
{
    // Cells of 2 mm, dry at 20 mm; wet at 10 from one column to another in rows 14 to 17, deepest in one cell of row 15.
    private static StandingWater Standing(int columns, int from, int to, int deepest, double levelMm = 10, int islandAt = -1, bool turned = false, int lastRow = 17)
    {
        double At(int along, int across) => across < 14 || across > lastRow || along < from || along > to || (along == islandAt && across == 15) ? 20 : along == deepest && across == 15 ? 3 : 5;
        var field = turned ? Fields.From(60, columns, 2, (column, row) => At(row, column)) : Fields.From(columns, 60, 2, (column, row) => At(column, row));
        var cell = turned ? (deepest * 60) + 15 : (15 * columns) + deepest;
        return new StandingWater("w", "Water", field.CentreOf(cell), Basin.Measure(field, [], field.CentreOf(cell), levelMm));
    }

    [Fact]
    public void It_goes_through_the_deepest_place_with_15_mm_of_the_banks()
    {
        var cut = WaterCut.Of(Standing(60, 10, 29, 24))!;
        Assert.Equal((true, 31, 10, 3), (cut.AlongBoard, cut.AtMm, cut.LevelMm, cut.LowestMm));
        Assert.Equal(new WetStretch(20, 60), Assert.Single(cut.Wet));

        // 15 mm are eight cells: from the third column to the thirty-eighth, each told at its middle.
        Assert.Equal([.. Enumerable.Range(2, 36).Select(column => ((column + 0.5) * 2, column is < 10 or > 29 ? 20.0 : column == 24 ? 3 : 5))], cut.Ground);
    }

    [Fact]
    public void It_goes_the_way_that_shows_more_of_the_water_and_along_when_both_show_as_much()
    {
        var across = WaterCut.Of(Standing(60, 10, 29, 24, turned: true))!;
        Assert.Equal((false, 31), (across.AlongBoard, across.AtMm));
        Assert.Equal(new WetStretch(20, 60), Assert.Single(across.Wet));
        Assert.Equal(36, across.Ground.Count);
        Assert.Contains((49, 3), across.Ground);

        Assert.True(WaterCut.Of(Standing(60, 10, 13, 12))!.AlongBoard);
        Assert.True(WaterCut.Of(Standing(60, 10, 13, 12, turned: true))!.AlongBoard);
        Assert.False(WaterCut.Of(Standing(60, 10, 13, 12, lastRow: 18))!.AlongBoard);
    }

    [Fact]
    public void An_island_parts_it_in_two_stretches()
    {
        Assert.Equal([new(20, 40), new(42, 60)], WaterCut.Of(Standing(60, 10, 29, 24, islandAt: 20))!.Wet);
        Assert.Equal([new(20, 22), new(24, 60)], WaterCut.Of(Standing(60, 10, 29, 24, islandAt: 11))!.Wet);
        Assert.Equal([new(20, 56), new(58, 60)], WaterCut.Of(Standing(60, 10, 29, 24, islandAt: 28))!.Wet);
    }

    [Fact]
    public void Of_a_long_water_the_banks_are_12_percent_and_nothing_is_drawn_beside_the_board()
    {
        // 100 cells of 2 mm are 200 mm: 24 mm of each bank, twelve cells.
        var cut = WaterCut.Of(Standing(160, 30, 129, 70))!;
        Assert.Equal(((18 + 0.5) * 2, (141 + 0.5) * 2), (cut.Ground[0].AtMm, cut.Ground[^1].AtMm));

        var whole = WaterCut.Of(Standing(30, 3, 27, 20))!;
        Assert.Equal((30, 1, 59), (whole.Ground.Count, whole.Ground[0].AtMm, whole.Ground[^1].AtMm));
    }

    [Fact]
    public void Where_nothing_is_wet_there_is_nothing_to_cut()
    {
        Assert.Null(WaterCut.Of(Standing(60, 10, 29, 24, levelMm: 3)));
        Assert.NotNull(WaterCut.Of(Standing(60, 10, 29, 24, levelMm: 3.1)));
    }

    // Four columns by three rows of 2 mm, wherever they lie: eight by six, ten from corner to corner.
    [Theory]
    [InlineData(0, 0)]
    [InlineData(7, 5)]
    [InlineData(16, 17)]
    public void A_water_reaches_as_far_as_the_box_round_it(int column, int row)
    {
        var field = Fields.From(20, 20, 2, (c, r) => c >= column && c < column + 4 && r >= row && r < row + 3 ? 5 : 30);
        Assert.Equal(10, WetRegion.Flood(field, (row * 20) + column, 10).ExtentMm, 12);
        Assert.Equal(0, WetRegion.Flood(field, (row * 20) + column, 4).ExtentMm);
    }

    // Cells 3 to 5 of the first row of eight, the last of the second with the first two of the third, which do not touch.
    [Fact]
    public void Cells_are_told_as_runs_that_end_with_their_row()
    {
        Assert.Equal([0, 3, 6, 0, 7, 8, 1, 7, 8, 2, 0, 2], WetRegion.RunsOf([3, 4, 5, 7, 15, 16, 17], 8));
        Assert.Equal([1, 0, 8], WetRegion.RunsOf([8, 9, 10, 11, 12, 13, 14, 15], 8));
        Assert.Empty(WetRegion.RunsOf([], 8));
    }
}
