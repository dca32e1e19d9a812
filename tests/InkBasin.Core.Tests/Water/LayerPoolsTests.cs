using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class LayerPoolsTests
{
    // A trough of two ponds with a sill of 6 between them, walled in by 20: beds 0 and 2, three cells of 100 mm² each.
    private static readonly HeightField Ponds = Fields.Of(
        10,
        [20, 20, 20, 20, 20, 20, 20, 20, 20],
        [20, 0, 0, 0, 6, 2, 2, 2, 20],
        [20, 20, 20, 20, 20, 20, 20, 20, 20]);

    private static IReadOnlyList<LayerPools> Split(HeightField field, double waterlineMm, params double[] tops) =>
        LayerPools.Of(WetRegion.Flood(field, field.CellAt(new PointMm(15, 15)), waterlineMm), tops);

    [Fact]
    public void Under_the_sill_a_layer_stands_in_two_pools_and_over_it_in_one()
    {
        var layers = Split(Ponds, 9, 4, 9);
        Assert.Equal([(0, 4, 2), (4, 9, 1)], layers.Select(layer => (layer.FromMm, layer.ToMm, layer.Pools.Count)));
        Assert.Equal([(1.2, 300, 4), (0.6, 300, 2)], layers[0].Pools.Select(pool => (Math.Round(pool.VolumeMl, 9), pool.AreaMm2, pool.MaxDepthMm)));
        Assert.Equal([[10, 11, 12], [14, 15, 16]], layers[0].Pools.Select(pool => pool.Cells().ToArray()));
        Assert.Equal([10, 14], layers[0].Pools.Select(pool => pool.LowestCell));

        // Six cells rise by 5, the sill's by 3: its ground stands over the first layer's top.
        Assert.Equal((3.3, 700, 5), (Math.Round(layers[1].VolumeMl, 9), layers[1].Pools[0].AreaMm2, layers[1].Pools[0].MaxDepthMm));
    }

    [Fact]
    public void A_hollow_that_is_reached_only_now_begins_at_its_own_bed()
    {
        var layers = Split(Ponds, 9, 1, 4, 9);
        Assert.Equal([1, 2, 1], layers.Select(layer => layer.Pools.Count));
        Assert.Equal([(0.9, 3), (0.6, 2)], layers[1].Pools.Select(pool => (Math.Round(pool.VolumeMl, 9), pool.MaxDepthMm)));
    }

    // Every second cell of every second row stands alone under the posts between: 30 × 30 pools of one cell each.
    [Fact]
    public void As_many_pools_as_there_are_hollows_are_found()
    {
        var field = Fields.From(61, 61, 10, (c, r) => c % 2 == 1 && r % 2 == 1 ? 0 : c is 0 or 60 || r is 0 or 60 ? 20 : 6);
        var layers = Split(field, 9, 4, 9);
        Assert.Equal(900, layers[0].Pools.Count);
        Assert.All(layers[0].Pools, pool => Assert.Equal((0.4, 4), (Math.Round(pool.VolumeMl, 9), pool.MaxDepthMm)));
        Assert.Equal(layers[0].Pools.SelectMany(pool => pool.Cells().ToArray()).Order(), Enumerable.Range(0, field.HeightsMm.Length).Where(cell => field.HeightsMm[cell] == 0));
        Assert.Single(layers[1].Pools);
    }

    [Fact]
    public void At_the_height_of_the_sill_it_does_not_join()
    {
        Assert.Equal(2, Split(Ponds, 9, 6, 9)[0].Pools.Count);
        Assert.Single(Split(Ponds, 9, 6.001, 9)[0].Pools);
    }

    [Theory]
    [InlineData(9, new double[] { 4, 3, 9 }, "topsMm[1]")]
    [InlineData(9, new double[] { 4, 4, 9 }, "topsMm[1]")]
    [InlineData(9, new double[] { 0, 9 }, "topsMm[0]")]
    [InlineData(9, new double[] { 4, 8.99 }, "topsMm[1]")]
    [InlineData(9, new double[] { }, "topsMm")]
    [InlineData(-1, new double[] { -1 }, "waterlineMm")]
    [InlineData(9, new[] { double.NaN }, "topsMm[0]")]
    public void What_is_no_stack_of_layers_is_refused(double waterlineMm, double[] tops, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => Split(Ponds, waterlineMm, tops)).Field);

    [Property]
    public bool The_pools_of_each_layer_are_what_a_search_of_the_cells_finds(int seed, byte a, byte b)
    {
        var field = Fields.Random(seed);
        var region = WetRegion.Flood(field, field.HeightsMm.Length / 2, 18.3);
        if (region.LowestBedMm is not { } bed || region.Cells.Length < 2) return true;
        double[] tops = [.. new[] { bed + ((18.3 - bed) * (a + 1) / 258), bed + ((18.3 - bed) * (b + 1) / 258), 18.3 }.Distinct().Order()];
        var curve = StageStorage.Of(region);
        var from = bed;
        foreach (var (layer, top) in LayerPools.Of(region, tops).Zip(tops))
        {
            var found = Search(field, region, from, top);
            if (found.Count != layer.Pools.Count) return false;
            foreach (var (i, pool) in layer.Pools.Index())
            {
                var (ml, cells, lowest) = found.Single(one => one.Cells.Contains(pool.LowestCell));
                if (Math.Abs(pool.VolumeMl - ml) > 1e-9 || pool.AreaMm2 != cells.Count * 4 || Math.Abs(pool.MaxDepthMm - (top - Math.Max(from, lowest))) > 1e-12) return false;
                if (!pool.Cells().SequenceEqual(cells.Order()) || !cells.TrueForAll(pool.Holds)) return false;
                if (i > 0 && pool.VolumeMl > layer.Pools[i - 1].VolumeMl) return false;
            }

            if (Math.Abs(layer.VolumeMl - (curve.VolumeAt(top) - curve.VolumeAt(from))) > 1e-9) return false;
            from = top;
        }

        return true;
    }

    [Theory]
    [InlineData(4, 198)]
    [InlineData(4, 204)]
    public void Nothing_of_a_pool_lies_at_its_underside_not_a_rounding_under_it(int seed, byte part)
        => Assert.True(A_share_of_a_pool_comes_to_the_level_that_holds_it(seed, part, 0));

    [Property(MaxTest = 200)]
    public bool A_share_of_a_pool_comes_to_the_level_that_holds_it(int seed, byte part, byte tenths)
    {
        var field = Fields.Random(seed);
        var region = WetRegion.Flood(field, field.HeightsMm.Length / 2, 18.3);
        if (region.LowestBedMm is not { } bed) return true;
        double from = bed + ((18.3 - bed) * part / 257), share = Math.Min(1, tenths / 250.0);
        double[] tops = [.. new[] { from, 18.3 }.Where(top => top > bed)];
        return LayerPools.Of(region, tops)[^1].Pools.All(pool =>
        {
            var level = pool.LevelMm(field, from, 18.3, share);
            double Under(double top) => pool.Cells().Sum(cell => Math.Max(0, top - Math.Max(field.HeightsMm[cell], from)));
            return level >= from && level <= 18.3 && Math.Abs(Under(level) - (share * Under(18.3))) < 1e-7;
        });
    }

    [Property(MaxTest = 60)]
    public bool Poured_pool_by_pool_every_pool_comes_to_the_top(int seed)
    {
        // Walled in, and smooth enough for hollows of more than a cell.
        var random = new Random(seed);
        var hills = Enumerable.Range(0, 9).Select(_ => (X: random.NextDouble() * 60, Y: random.NextDouble() * 44, High: (random.NextDouble() * 16) - 8)).ToList();
        var field = Fields.From(30, 22, 2, (c, r) => c is 0 or 29 || r is 0 or 21
            ? 60
            : 12 + hills.Sum(hill => hill.High * Math.Exp(-(Math.Pow((2 * c) - hill.X, 2) + Math.Pow((2 * r) - hill.Y, 2)) / 120)));
        var region = WetRegion.Flood(field, field.CellAt(new PointMm(random.Next(4, 56), random.Next(4, 40))), 14);
        if (region.LowestBedMm is not { } bed) return true;
        double[] tops = [bed + ((14 - bed) * 0.3), bed + ((14 - bed) * 0.6), 14];
        var test = new PourTest(field, new EdgeOutlets(field, []));
        foreach (var layer in LayerPools.Of(region, tops))
        {
            foreach (var pool in layer.Pools) test.Add(new Pour(field.CentreOf(pool.LowestCell), pool.VolumeMl));
            var stands = test.Outcome().Pools;
            foreach (var pool in layer.Pools)
            {
                var there = stands.Single(one => one.Cells.Contains(pool.LowestCell));
                if (Math.Abs(there.LevelMm - layer.ToMm) > 0.1) return false;
            }
        }

        return true;
    }

    private static List<(double Ml, List<int> Cells, double Lowest)> Search(HeightField field, WetRegion region, double from, double top)
    {
        var left = region.Cells.Where(cell => field.HeightsMm[cell] < top).ToHashSet();
        var found = new List<(double, List<int>, double)>();
        while (left.Count > 0)
        {
            var (queue, cells) = (new Queue<int>([left.First()]), new List<int>());
            left.Remove(queue.Peek());
            while (queue.TryDequeue(out var cell))
            {
                cells.Add(cell);
                for (var dr = -1; dr <= 1; dr++)
                {
                    for (var dc = -1; dc <= 1; dc++)
                    {
                        int row = (cell / field.Columns) + dr, column = (cell % field.Columns) + dc;
                        if (row < 0 || row >= field.Rows || column < 0 || column >= field.Columns) continue;
                        if (left.Remove((row * field.Columns) + column)) queue.Enqueue((row * field.Columns) + column);
                    }
                }
            }

            found.Add((cells.Sum(cell => top - Math.Max(field.HeightsMm[cell], from)) * field.CellAreaMm2 / 1000, cells, cells.Min(cell => field.HeightsMm[cell])));
        }

        return found;
    }
}
