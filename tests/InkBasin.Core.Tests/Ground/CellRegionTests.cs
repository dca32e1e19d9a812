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

    [Property(MaxTest = 60)]
    public bool Along_a_line_it_holds_every_cell_in_reach_and_no_tile_beyond_it(int seed)
    {
        var random = new Random(seed);
        var grid = new CellGrid(150, 90, random.Next(2) == 0 ? 1 : 0.7);
        PointMm[] line = [.. Enumerable.Range(0, random.Next(1, 5)).Select(_ => new PointMm((random.NextDouble() * 260) - 50, (random.NextDouble() * 180) - 50))];
        var reach = random.NextDouble() * 25;
        var region = CellRegion.Along(grid, line, reach);
        for (var row0 = 0; row0 < grid.Rows; row0 += CellRegion.TileCells)
        {
            for (var column0 = 0; column0 < grid.Columns; column0 += CellRegion.TileCells)
            {
                var tile = new CellBox(row0, row0 + CellRegion.TileCells, column0, column0 + CellRegion.TileCells).Meet(grid.All);
                var nearest = double.PositiveInfinity;
                for (var row = tile.Row0; row < tile.Row1; row++)
                {
                    for (var column = tile.Column0; column < tile.Column1; column++)
                        nearest = Math.Min(nearest, DistanceMm(line, (column + 0.5) * grid.CellMm, (row + 0.5) * grid.CellMm));
                }

                var held = region.Boxes(tile).Count > 0;
                if (nearest <= reach && !held) return false;
                if (nearest > reach + (2.5 * grid.CellMm) && held) return false;
            }
        }

        return true;
    }

    [Fact]
    public void A_slanting_line_takes_a_band_and_not_the_box_round_it()
    {
        var band = CellRegion.Along(new CellGrid(400, 400, 1), [new(0, 0), new(400, 400)], 10);
        Assert.InRange(band.All.Sum(box => box.Cells), 400 * 28, 400 * 48);
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

    private static double DistanceMm(PointMm[] line, double x, double y)
    {
        var nearest = Math.Sqrt(line[0].DistanceSquared(new PointMm(x, y)));
        for (var i = 1; i < line.Length; i++)
        {
            double dx = line[i].XMm - line[i - 1].XMm, dy = line[i].YMm - line[i - 1].YMm;
            var along = Math.Clamp((((x - line[i - 1].XMm) * dx) + ((y - line[i - 1].YMm) * dy)) / ((dx * dx) + (dy * dy)), 0, 1);
            nearest = Math.Min(nearest, Math.Sqrt(new PointMm(line[i - 1].XMm + (along * dx), line[i - 1].YMm + (along * dy)).DistanceSquared(new PointMm(x, y))));
        }

        return nearest;
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
