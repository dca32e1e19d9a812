using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

/// <summary>What is remembered of a basin is what would be measured.</summary>
public class BasinMemoryTests
{
    [Property(MaxTest = 40)]
    public bool Asked_of_one_memory_in_any_order_every_basin_is_the_one_measured_anew(int seed)
    {
        var random = new Random(seed);
        var memory = new BasinMemory();
        HeightField[] fields = [Bumpy(random), Bumpy(random)];
        IReadOnlyList<Dam>[] dams = [[], [new Dam(BoardSide.Left, 0, 12, 9)], [new Dam(BoardSide.Left, 0, 12, 9), new Dam(BoardSide.Front, 4, 30, 7)]];
        PointMm[] seeds = [new(5, 5), new(17, 9), new(30, 20)];
        for (var k = 0; k < 60; k++)
        {
            var field = fields[random.Next(2)];
            var held = dams[random.Next(3)];

            // The same dams in another list are the same dams.
            if (random.Next(3) == 0) held = [.. held];
            var at = seeds[random.Next(3)];
            double waterline = random.Next(12), dimple = random.Next(2) * 0.5;
            Basin known = memory.Measure(field, held, at, waterline, dimple), measured = Basin.Measure(field, held, at, waterline, dimple);
            if (!known.Region.Cells.SequenceEqual(measured.Region.Cells) || !known.Region.LevelMm.Equals(waterline) || known.Spill != measured.Spill
                || !known.OpenEdges.SequenceEqual(measured.OpenEdges) || !SameCurve(known.Storage, measured.Storage)) return false;
        }

        return true;
    }

    [Fact]
    public void A_basin_asked_again_is_the_one_at_hand_and_one_that_cannot_be_is_refused_all_the_same()
    {
        var memory = new BasinMemory();
        var field = Bumpy(new Random(3));
        var basin = memory.Measure(field, [], new(5, 5), 6, 0.5);
        Assert.Same(basin, memory.Measure(field, [], new(5, 5), 6, 0.5));
        Assert.NotSame(basin, memory.Measure(field, [], new(5, 5), 7, 0.5));
        Assert.Equal("seed", Assert.Throws<RefusedException>(() => memory.Measure(field, [], new(-5, 5), 6, 0.5)).Field);
        Assert.Equal("waterlineMm", Assert.Throws<RefusedException>(() => memory.Measure(field, [], new(5, 5), double.NaN, 0.5)).Field);
    }

    // A large water's curve is read off the ground in order, a small one's is sorted: to the last bit the same.
    private static bool SameCurve(StageStorage? one, StageStorage? other) => one is null || other is null
        ? one is null == other is null
        : one.Knots == other.Knots && one.BedMm.Equals(other.BedMm) && one.TopMm.Equals(other.TopMm)
            && Enumerable.Range(0, 60).All(k => one.VolumeAt(k * 0.25).Equals(other.VolumeAt(k * 0.25)));

    private static HeightField Bumpy(Random random) => Fields.From(20, 14, 2, (_, _) => random.Next(12));
}
