using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class PourTestTests
{
    // Cells of 10 mm, so that a cell and 10 mm of depth are 1 ml.
    private const double Cell = 10;

    private static PourOutcome Pour(HeightField field, IReadOnlyList<Dam> dams, params Pour[] pours)
    {
        var test = new PourTest(field, new EdgeOutlets(field, dams));
        foreach (var pour in pours) test.Add(pour);
        return test.Outcome();
    }

    private static PointMm At(int column, int row) => new((column + 0.5) * Cell, (row + 0.5) * Cell);

    // A trough of two ponds with a sill of 6 between them, walled in by 20: beds 0 and 2, three cells each.
    private static readonly HeightField Ponds = Fields.Of(
        Cell,
        [20, 20, 20, 20, 20, 20, 20, 20, 20],
        [20, 0, 0, 0, 6, 2, 2, 2, 20],
        [20, 20, 20, 20, 20, 20, 20, 20, 20]);

    [Fact]
    public void A_little_stands_where_it_was_poured()
    {
        var pool = Assert.Single(Pour(Ponds, [], new Pour(At(2, 1), 0.9)).Pools);
        Assert.Equal((3, 0.9, 300, 3), (Math.Round(pool.LevelMm, 9), Math.Round(pool.VolumeMl, 9), pool.AreaMm2, Math.Round(pool.MaxDepthMm, 9)));
        Assert.Equal(At(1, 1), pool.LowestAt);
    }

    [Fact]
    public void More_than_it_holds_spills_over_the_sill_into_the_next()
    {
        // The left pond holds 3 cells × 6 mm = 1.8 ml; 0.6 ml go on and stand 2 mm over a bed of 2.
        var outcome = Pour(Ponds, [], new Pour(At(1, 1), 2.4));
        Assert.Equal([1.8, 0.6], outcome.Pools.Select(pool => Math.Round(pool.VolumeMl, 9)));
        Assert.Equal([6, 4], outcome.Pools.Select(pool => Math.Round(pool.LevelMm, 9)));
        Assert.Equal(0, outcome.RunOffMl);
    }

    [Fact]
    public void When_both_are_full_they_are_one_and_rise_together()
    {
        // 1.8 + 1.2 ml to the sill; 0.7 ml more over 7 cells is 1 mm.
        var pool = Assert.Single(Pour(Ponds, [], new Pour(At(1, 1), 3.7)).Pools);
        Assert.Equal(7, pool.LevelMm, 9);
        Assert.Equal(7 * Cell * Cell, pool.AreaMm2);
    }

    [Fact]
    public void Filled_just_to_the_sill_they_still_are_two() =>
        Assert.Equal(2, Pour(Ponds, [], new Pour(At(1, 1), 1.8), new Pour(At(7, 1), 1.2)).Pools.Count);

    [Fact]
    public void Over_an_open_edge_it_leaves_and_a_dam_holds_it()
    {
        // The trough's right end is open at a height of 4: the right pond holds 3 cells × 2 mm.
        var open = Fields.Of(Cell, [20, 20, 20, 20, 20], [20, 2, 2, 2, 4], [20, 20, 20, 20, 20]);
        var outcome = Pour(open, [], new Pour(At(2, 1), 1.5));
        Assert.Equal(0.9, outcome.RunOffMl, 9);
        Assert.Equal(new RunOff(BoardSide.Right, 15, outcome.RunOffMl), Assert.Single(outcome.RunOff));
        var dammed = Pour(open, [new Dam(BoardSide.Right, 0, 30, 12)], new Pour(At(2, 1), 1.5));
        Assert.Equal(0, dammed.RunOffMl);
        Assert.Equal(1.5, Assert.Single(dammed.Pools).VolumeMl, 9);
        var over = Pour(open, [new Dam(BoardSide.Right, 0, 30, 12)], new Pour(At(2, 1), 50));
        Assert.Equal(12, Assert.Single(over.Pools).LevelMm, 9);
        Assert.Equal(50 - ((3 * 10) + 8) / 10.0, over.RunOffMl, 9);
    }

    // One cell in the corner at the back and the left: it leaves over whichever of the two is lower.
    [Fact]
    public void From_a_corner_it_leaves_over_the_side_that_is_open()
    {
        foreach (var (column, row, one, other) in (ReadOnlySpan<(int, int, BoardSide, BoardSide)>)[(0, 0, BoardSide.Back, BoardSide.Left), (4, 0, BoardSide.Back, BoardSide.Right), (0, 2, BoardSide.Front, BoardSide.Left), (4, 2, BoardSide.Front, BoardSide.Right)])
        {
            var field = Fields.From(5, 3, Cell, (c, r) => c == column && r == row ? 2 : 20);
            RunOff Leaves(params Dam[] dams) => Assert.Single(Pour(field, dams, new Pour(At(column, row), 3)).RunOff);
            double AtMm(BoardSide side) => side is BoardSide.Back or BoardSide.Front ? At(column, row).XMm : At(column, row).YMm;
            Assert.Equal(new RunOff(other, AtMm(other), 3), Leaves(new Dam(one, 0, 50, 12)));
            Assert.Equal(new RunOff(one, AtMm(one), 3), Leaves(new Dam(other, 0, 50, 12)));
            Assert.Equal((other, 2.2), (Leaves(new Dam(one, 0, 50, 12), new Dam(other, 0, 50, 10)).Side, Math.Round(Leaves(new Dam(one, 0, 50, 12), new Dam(other, 0, 50, 10)).VolumeMl, 9)));
        }
    }

    [Fact]
    public void The_steepest_way_down_counts_a_diagonal_by_its_length()
    {
        // From the middle: 4 straight down to the right, 5 down across the corner (5/√2 = 3.5).
        var field = Fields.Of(Cell, [9, 9, 9, 9, 9], [9, 9, 9, 9, 9], [9, 9, 8, 4, 9], [9, 9, 9, 3, 9], [9, 9, 9, 9, 9]);
        var hollow = Fields.Of(Cell, [9, 9, 9, 9, 9], [9, 9, 9, 9, 9], [9, 9, 8, 4, 9], [9, 3, 9, 9, 9], [9, 9, 9, 9, 9]);
        Assert.Equal(At(3, 3), Assert.Single(Pour(field, [], new Pour(At(2, 2), 0.01)).Pools).LowestAt);
        Assert.Equal(At(3, 2), Assert.Single(Pour(hollow, [], new Pour(At(2, 2), 0.01)).Pools).LowestAt);
    }

    [Fact]
    public void Three_may_meet_in_one_saddle()
    {
        // Three arms of one cell each round a middle of 5.
        var field = Fields.Of(Cell, [9, 9, 9, 9, 9], [9, 1, 9, 1, 9], [9, 9, 5, 9, 9], [9, 9, 1, 9, 9], [9, 9, 9, 9, 9]);
        Assert.Equal(3, Pour(field, [], new Pour(At(1, 1), 1.1)).Pools.Count);
        var one = Assert.Single(Pour(field, [], new Pour(At(1, 1), 1.6)).Pools);
        Assert.Equal(6, one.LevelMm, 9);
        Assert.Equal(4 * Cell * Cell, one.AreaMm2);
    }

    [Property(MaxTest = 300)]
    public bool Nothing_is_lost_and_no_pool_stands_over_where_it_would_spill(int seed)
    {
        var (field, dams, pours) = Scene(seed);
        var outcome = Pour(field, dams, pours);
        var poured = pours.Sum(pour => pour.VolumeMl);
        if (Math.Abs(poured - outcome.RunOffMl - outcome.Pools.Sum(pool => pool.VolumeMl)) > 1e-6 * Math.Max(1, poured)) return false;
        var flood = PriorityFlood.Fill(field, new EdgeOutlets(field, dams));
        foreach (var pool in outcome.Pools)
        {
            // Its cells are one water, it holds what it says, and every cell could hold it.
            var wet = WetRegion.Flood(field, field.CellAt(pool.LowestAt), pool.LevelMm);
            if (!wet.Cells.Order().SequenceEqual(pool.Cells)) return false;
            if (Math.Abs(wet.VolumeMl - pool.VolumeMl) > 1e-6) return false;
            if (pool.Cells.Any(cell => pool.LevelMm > flood.FilledMm[cell] + 1e-6)) return false;
        }

        return true;
    }

    [Property(MaxTest = 200)]
    public bool The_order_and_the_portions_of_the_pours_do_not_matter(int seed)
    {
        var (field, dams, pours) = Scene(seed);
        var whole = Pour(field, dams, pours);
        var random = new Random(seed);
        Pour[] portions = [.. pours.SelectMany(pour => Enumerable.Repeat(pour with { VolumeMl = pour.VolumeMl / 3 }, 3)).OrderBy(_ => random.Next())];
        return Same(whole, Pour(field, dams, portions), 1e-6);
    }

    [Property(MaxTest = 200)]
    public bool Adding_liquid_never_lowers_a_level(int seed)
    {
        var (field, dams, pours) = Scene(seed);
        double[] Levels(PourOutcome outcome)
        {
            var levels = Enumerable.Repeat(double.NegativeInfinity, field.HeightsMm.Length).ToArray();
            foreach (var pool in outcome.Pools)
            {
                foreach (var cell in pool.Cells) levels[cell] = pool.LevelMm;
            }

            return levels;
        }

        var (less, more) = (Levels(Pour(field, dams, pours[..1])), Levels(Pour(field, dams, pours)));
        return less.Zip(more).All(pair => pair.Second >= pair.First - 1e-7);
    }

    [Property(MaxTest = 150)]
    public bool A_flood_of_liquid_fills_every_depression_it_reaches_to_its_filled_height(int seed)
    {
        var (field, dams, _) = Scene(seed);
        var pours = Enumerable.Range(0, field.HeightsMm.Length).Select(cell => new Pour(field.CentreOf(cell), 1000)).ToArray();
        var outcome = Pour(field, dams, pours);
        var flood = PriorityFlood.Fill(field, new EdgeOutlets(field, dams));
        var levels = new double[field.HeightsMm.Length];
        field.HeightsMm.CopyTo(levels, 0);
        foreach (var pool in outcome.Pools)
        {
            foreach (var cell in pool.Cells) levels[cell] = pool.LevelMm;
        }

        return levels.Zip(flood.FilledMm).All(pair => Math.Abs(pair.First - pair.Second) < 1e-6);
    }

    [Fact]
    public void Beside_the_board_or_less_than_nothing_is_refused()
    {
        Assert.Throws<RefusedException>(() => Pour(Ponds, [], new Pour(new PointMm(-1, 5), 1)));
        Assert.Throws<RefusedException>(() => Pour(Ponds, [], new Pour(At(1, 1), -1)));
        Assert.Empty(Pour(Ponds, [], new Pour(At(1, 1), 0)).Pools);
    }

    // Rough ground of round numbers, so that flats and ties occur, with dams and two or three pours.
    private static (HeightField Field, IReadOnlyList<Dam> Dams, Pour[] Pours) Scene(int seed)
    {
        var field = Fields.Random(seed, 12, 10);
        var random = new Random(seed ^ 0x5bd1);
        Pour[] pours = [.. Enumerable.Range(0, 2 + random.Next(2)).Select(_ => new Pour(
            new PointMm(random.NextDouble() * 24, random.NextDouble() * 20),
            Math.Round(Math.Pow(10, random.NextDouble() * 2.5) / 100, 3)))];
        return (field, Fields.RandomDams(seed, field), pours);
    }

    private static bool Same(PourOutcome a, PourOutcome b, double tolerance) =>
        a.Pools.Count == b.Pools.Count
        && Math.Abs(a.RunOffMl - b.RunOffMl) < tolerance
        && a.Pools.OrderBy(p => p.Cells[0]).Zip(b.Pools.OrderBy(p => p.Cells[0])).All(pair => Math.Abs(pair.First.LevelMm - pair.Second.LevelMm) < tolerance && pair.First.Cells.SequenceEqual(pair.Second.Cells));
}
