using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class PriorityFloodTests
{
    [Fact]
    public void A_pit_fills_to_its_lowest_rim_and_a_slope_stays()
    {
        var field = Fields.Of(1, [9, 9, 9, 9], [9, 2, 3, 6], [9, 9, 9, 9]);
        var flood = PriorityFlood.Fill(field, new EdgeOutlets(field, []));
        Assert.Equal([6, 6, 6], flood.FilledMm[5..8]);
        Assert.Equal(1, flood.Depressions);
        Assert.Equal([0, 1, 1, 0], flood.Label[4..8]);
    }

    [Fact]
    public void A_dam_raises_the_level_behind_it()
    {
        var field = Fields.Of(1, [9, 9, 9, 9], [9, 2, 3, 6], [9, 9, 9, 9]);
        var flood = PriorityFlood.Fill(field, new EdgeOutlets(field, [new Dam(BoardSide.Right, 0, 3, 8)]));
        Assert.Equal([8, 8, 8], flood.FilledMm[5..8]);
    }

    [Property]
    public bool Filled_is_the_lowest_of_all_ways_off_the_board(int seed)
    {
        var field = Fields.Random(seed);
        var outlets = new EdgeOutlets(field, Fields.RandomDams(seed, field));
        var flood = PriorityFlood.Fill(field, outlets);
        var byRelaxing = Relaxed(field, outlets);
        return flood.FilledMm.SequenceEqual(byRelaxing);
    }

    // A basin of 60 × 60 cells behind a rim of 9: more cells stand open at once than the queues begin with.
    [Fact]
    public void A_large_basin_is_filled_to_its_lowest_way_out()
    {
        var field = Fields.From(62, 62, 1, (c, r) => c is 0 or 61 || r is 0 or 61 ? 9 : (c, r) == (30, 30) ? 1 : 5);
        var outlets = new EdgeOutlets(field, []);
        var flood = PriorityFlood.Fill(field, outlets);
        Assert.All(flood.FilledMm, level => Assert.Equal(9, level));
        Assert.Equal((1, 3600), (flood.Depressions, flood.Label.Count(label => label == 1)));
        Assert.Equal(Relaxed(field, outlets), flood.FilledMm);
    }

    [Property]
    public bool Labels_cover_exactly_the_raised_cells_with_one_level_each(int seed)
    {
        var field = Fields.Random(seed);
        var flood = PriorityFlood.Fill(field, new EdgeOutlets(field, Fields.RandomDams(seed, field)));
        var levels = new Dictionary<int, double>();
        for (var i = 0; i < flood.Label.Length; i++)
        {
            if (flood.Label[i] > 0 != flood.FilledMm[i] > field.HeightsMm[i]) return false;
            if (flood.Label[i] == 0) continue;
            if (!levels.TryAdd(flood.Label[i], flood.FilledMm[i]) && levels[flood.Label[i]] != flood.FilledMm[i]) return false;
        }

        return levels.Count == flood.Depressions;
    }

    // The minimax path level by plain relaxation to a fixed point.
    private static double[] Relaxed(HeightField field, EdgeOutlets outlets)
    {
        var level = Enumerable.Range(0, field.HeightsMm.Length).Select(outlets.Of).ToArray();
        for (var changed = true; changed;)
        {
            changed = false;
            for (var cell = 0; cell < level.Length; cell++)
            {
                int row = cell / field.Columns, column = cell % field.Columns;
                for (var r = Math.Max(0, row - 1); r <= Math.Min(field.Rows - 1, row + 1); r++)
                {
                    for (var c = Math.Max(0, column - 1); c <= Math.Min(field.Columns - 1, column + 1); c++)
                    {
                        var via = Math.Max(field.HeightsMm[cell], level[(r * field.Columns) + c]);
                        if (via >= level[cell]) continue;
                        level[cell] = via;
                        changed = true;
                    }
                }
            }
        }

        return level;
    }
}
