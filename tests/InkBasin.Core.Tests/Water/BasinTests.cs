using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class BasinTests
{
    // Two ponds of 5 mm bed joined by a sill at 10 inside a wall of 25.
    private static readonly HeightField TwoPonds = Fields.Of(
        2,
        [25, 25, 25, 25, 25, 25, 25, 25],
        [25, 5, 5, 12, 14, 5, 4, 25],
        [25, 5, 5, 10, 11, 5, 5, 25],
        [25, 25, 25, 25, 25, 25, 25, 25]);

    [Fact]
    public void Under_the_sill_it_spills_at_the_sill()
    {
        var basin = Basin.Measure(TwoPonds, [], new PointMm(3, 3), 9);
        Assert.Equal(4 * 4 * 4 / 1000.0, basin.Region.VolumeMl, 9);
        Assert.Equal(11, basin.Spill.LevelMm);
        Assert.Equal(new PointMm(9, 5), TwoPonds.CentreOf(basin.Spill.Cell));
        Assert.Equal(2, basin.FreeboardMm);
    }

    [Fact]
    public void Over_the_sill_the_two_are_one_water_and_spill_at_the_wall()
    {
        var basin = Basin.Measure(TwoPonds, [], new PointMm(3, 3), 12);
        Assert.Equal(25, basin.Spill.LevelMm);
        Assert.True(basin.Region.Cells.Length > 8);
    }

    [Fact]
    public void Exactly_at_the_sill_it_touches_the_lower_ground_beyond()
    {
        var basin = Basin.Measure(TwoPonds, [], new PointMm(3, 3), 11);
        Assert.Equal(11, basin.Spill.LevelMm);
        Assert.Equal(0, basin.FreeboardMm);
    }

    [Fact]
    public void A_dimple_in_the_bank_is_no_other_basin_until_it_is_deeper_than_said()
    {
        var field = Fields.Of(1, [9, 9, 9, 9, 9], [9, 1, 5, 4.4, 9], [9, 9, 9, 9, 9]);
        Assert.Equal(9, Basin.Measure(field, [], new PointMm(1.5, 1.5), 3, dimpleMm: 1).Spill.LevelMm);
        Assert.Equal(5, Basin.Measure(field, [], new PointMm(1.5, 1.5), 3, dimpleMm: 0.5).Spill.LevelMm);
    }

    [Fact]
    public void A_seed_on_dry_ground_in_a_hollow_spills_at_the_hollows_rim()
    {
        // An island of 14, three cells wide, in a bed of 4, inside a wall of 20: water over the island has drowned the bed already.
        var field = Fields.Of(
            2,
            [20, 20, 20, 20, 20, 20, 20],
            [20, 4, 14, 14, 14, 4, 20],
            [20, 4, 14, 14, 14, 4, 20],
            [20, 4, 14, 14, 14, 4, 20],
            [20, 20, 20, 20, 20, 20, 20]);
        var basin = Basin.Measure(field, [], new PointMm(7, 5), 10);
        Assert.Equal((0, 20.0, 10.0), (basin.Region.Cells.Length, basin.Spill.LevelMm, basin.FreeboardMm));

        // Beyond a sill over the island there is lower ground it has not met.
        var beyond = Fields.Of(
            2,
            [20, 20, 20, 20, 20, 20, 20],
            [20, 4, 14, 14, 16, 4, 20],
            [20, 20, 20, 20, 20, 20, 20]);
        var sill = Basin.Measure(beyond, [], new PointMm(5, 3), 10);
        Assert.Equal((16.0, beyond.CellAt(new PointMm(9, 3))), (sill.Spill.LevelMm, sill.Spill.Cell));
    }

    [Fact]
    public void A_dam_that_reaches_the_waterline_closes_the_edge_and_a_lower_one_does_not()
    {
        var valley = Fields.From(11, 6, 2, (column, _) => 2 + Math.Abs(column - 5));
        var seed = new PointMm(11, 6);
        Dam back = new(BoardSide.Back, 0, 22, 9), front = new(BoardSide.Front, 0, 22, 6), low = front with { TopMm = 5 };
        Assert.Empty(Basin.Measure(valley, [back, front], seed, 6).OpenEdges);
        Assert.Equal(6, Basin.Measure(valley, [back, front], seed, 6).Spill.LevelMm);
        var edge = Assert.Single(Basin.Measure(valley, [back, low], seed, 6).OpenEdges);
        Assert.Equal(new OpenEdge(BoardSide.Front, 4, 18, 2, 4), edge);
        Assert.Equal(-1, Basin.Measure(valley, [back, low], seed, 6).FreeboardMm);
    }

    [Fact]
    public void A_wet_corner_is_in_the_runs_of_both_its_sides()
    {
        var field = Fields.From(4, 4, 1, (c, r) => c < 2 && r < 2 ? 1 : 8);
        var edges = Basin.Measure(field, [], new PointMm(0.5, 0.5), 4).OpenEdges;
        Assert.Equal([new OpenEdge(BoardSide.Back, 0, 2, 1, 3), new OpenEdge(BoardSide.Left, 0, 2, 1, 3)], edges);
    }

    [Property]
    public bool The_spill_agrees_with_its_definition_tried_level_by_level(int seed, byte where, byte line)
    {
        var field = Fields.Random(seed, 9, 7);
        var dams = Fields.RandomDams(seed, field);
        var cell = where % field.HeightsMm.Length;
        var waterline = Math.Round(line / 255.0 * 44) / 2;
        var outlets = new EdgeOutlets(field, dams);
        var found = Spill.Of(field, outlets, cell, waterline, 0).LevelMm;
        return Math.Abs(found - SpillByDefinition(field, outlets, cell, waterline)) < 1e-12;
    }

    [Property]
    public bool Freeboard_is_negative_exactly_when_the_water_gets_off_the_board(int seed, byte where, byte line)
    {
        var field = Fields.Random(seed);
        var outlets = new EdgeOutlets(field, Fields.RandomDams(seed, field));
        var cell = where % field.HeightsMm.Length;
        var waterline = 0.25 + (line / 255.0 * 22);
        if (waterline <= field.HeightsMm[cell]) return true;
        var filled = PriorityFlood.Fill(field, outlets).FilledMm[cell];
        return Spill.Of(field, outlets, cell, waterline).LevelMm < waterline == filled < waterline;
    }

    [Fact]
    public void A_seed_off_the_board_is_refused() =>
        Assert.Equal("seed", Assert.Throws<RefusedException>(() => Basin.Measure(TwoPonds, [], new PointMm(16, 3), 9)).Field);

    // readings.md 8, word by word: the lowest S ≥ z0 among all heights and outlets at which the water touches an
    // outlet ≤ S or, over ground ≤ S, lower ground it does not cover.
    private static double SpillByDefinition(HeightField field, EdgeOutlets outlets, int seed, double waterline)
    {
        var h = field.HeightsMm;
        var off = PriorityFlood.Fill(field, outlets).FilledMm[seed];
        var start = Math.Max(waterline, h[seed]);
        if (off <= start) return off;
        var levels = h.Concat(Enumerable.Range(0, h.Length).Select(outlets.Of)).Append(start).Where(l => l >= start && double.IsFinite(l)).Distinct().Order();
        foreach (var level in levels)
        {
            var touched = Joined(field, seed, cell => h[cell] <= level);

            // Water that rose to a dry seed already covers all lower ground joined to it.
            var covered = level > h[seed] ? WetRegion.Flood(field, seed, level).Cells.ToHashSet() : touched;
            if (touched.Any(cell => outlets.Of(cell) <= level || (h[cell] < level && !covered.Contains(cell)))) return level;
        }

        throw new InvalidOperationException("no spill");
    }

    private static HashSet<int> Joined(HeightField field, int seed, Func<int, bool> belongs)
    {
        var joined = new HashSet<int>();
        if (!belongs(seed)) return joined;
        var queue = new Queue<int>([seed]);
        joined.Add(seed);
        while (queue.TryDequeue(out var cell))
        {
            int row = cell / field.Columns, column = cell % field.Columns;
            for (var r = Math.Max(0, row - 1); r <= Math.Min(field.Rows - 1, row + 1); r++)
            {
                for (var c = Math.Max(0, column - 1); c <= Math.Min(field.Columns - 1, column + 1); c++)
                {
                    var next = (r * field.Columns) + c;
                    if (belongs(next) && joined.Add(next)) queue.Enqueue(next);
                }
            }
        }

        return joined;
    }

    [Fact]
    public void What_nobody_waits_for_any_more_is_given_up()
    {
        using var gone = new CancellationTokenSource();
        gone.Cancel();
        var field = Fields.Random(3);
        Assert.Throws<OperationCanceledException>(() => Basin.Measure(field, [], field.CentreOf(40), 30, cancel: gone.Token));
        Assert.Throws<OperationCanceledException>(() => WetRegion.Flood(field, 40, 30, gone.Token));
        Assert.Throws<OperationCanceledException>(() => Spill.Of(field, new EdgeOutlets(field, []), 40, 5, cancel: gone.Token));
    }
}
