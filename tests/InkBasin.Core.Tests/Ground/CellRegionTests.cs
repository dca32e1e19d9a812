using FsCheck.Xunit;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

/// <summary>A region of cells is what its boxes cover, rounded out to whole tiles and no further.</summary>
public class CellRegionTests
{
    private static readonly CellGrid Grid = new(1100, 70, 1);

    [Property(MaxTest = 60)]
    public bool Its_boxes_cover_the_tiles_of_what_was_joined_once_each(int seed)
    {
        var random = new Random(seed);
        var wanted = new bool[Grid.Rows, Grid.Columns];
        var region = CellRegion.None(Grid);
        for (var k = random.Next(1, 6); k > 0; k--)
        {
            var box = Box(random);
            region = random.Next(2) == 0 ? region.Join(box) : region.Join(CellRegion.None(Grid).Join(box));
            Mark(wanted, box);
        }

        var within = Box(random);
        var covered = new int[Grid.Rows, Grid.Columns];
        foreach (var box in region.Boxes(within)) Count(covered, box);
        for (var row = 0; row < Grid.Rows; row++)
        {
            for (var column = 0; column < Grid.Columns; column++)
            {
                var inside = row >= within.Row0 && row < within.Row1 && column >= within.Column0 && column < within.Column1;
                if (covered[row, column] != (inside && wanted[row, column] ? 1 : 0)) return false;
            }
        }

        return region.Holds(CellRegion.None(Grid).Join(region.Round.Meet(region.All[0]))) && region.IsEmpty == (region.All.Count == 0);
    }

    [Fact]
    public void Joining_what_it_holds_leaves_it_itself()
    {
        var region = CellRegion.None(Grid).Join(new CellBox(0, 20, 3, 900));
        Assert.Same(region, region.Join(new CellBox(4, 9, 600, 700)));
        Assert.Same(region, region.Join(new CellBox(-30, 0, -5, 0)));
        Assert.True(region.Holds(CellRegion.None(Grid)));
        Assert.False(region.Holds(region.Join(new CellBox(30, 31, 1000, 1001))));
        Assert.True(CellRegion.None(Grid).IsEmpty);
        Assert.True(CellRegion.None(Grid).Round.IsEmpty);
    }

    [Fact]
    public void Boxes_that_nearly_fill_the_one_round_them_are_one_box()
    {
        var corner = CellRegion.None(Grid).Join(new CellBox(0, 16, 0, 16)).Join(new CellBox(0, 24, 0, 8));
        Assert.Equal(2, corner.Boxes(Grid.All).Count);
        Assert.Equal([new CellBox(0, 24, 0, 16)], corner.FewBoxes(Grid.All));
        var apart = CellRegion.None(Grid).Join(new CellBox(0, 8, 0, 8)).Join(new CellBox(16, 24, 80, 88));
        Assert.Equal(2, apart.FewBoxes(Grid.All).Count);
    }

    private static CellBox Box(Random random)
    {
        int row = random.Next(Grid.Rows), column = random.Next(Grid.Columns);
        return new CellBox(row, Math.Min(Grid.Rows, row + random.Next(1, 30)), column, Math.Min(Grid.Columns, column + random.Next(1, random.Next(2) == 0 ? 20 : 800)));
    }

    private static void Mark(bool[,] cells, CellBox box)
    {
        const int Tile = CellRegion.TileCells;
        for (var row = box.Row0 / Tile * Tile; row < Math.Min(Grid.Rows, (((box.Row1 - 1) / Tile) + 1) * Tile); row++)
        {
            for (var column = box.Column0 / Tile * Tile; column < Math.Min(Grid.Columns, (((box.Column1 - 1) / Tile) + 1) * Tile); column++) cells[row, column] = true;
        }
    }

    private static void Count(int[,] cells, CellBox box)
    {
        for (var row = box.Row0; row < box.Row1; row++)
        {
            for (var column = box.Column0; column < box.Column1; column++) cells[row, column]++;
        }
    }
}
