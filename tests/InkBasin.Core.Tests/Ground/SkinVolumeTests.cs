using FsCheck.Xunit;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class SkinVolumeTests
{
    // Every width, so that a row ends in the middle of what is reckoned at once, and patches of plaster with bare ground between.
    [Property(MaxTest = 100)]
    public bool Plaster_is_the_sum_of_its_cells_whatever_the_boards_size(int seed)
    {
        var random = new Random(seed);
        int columns = random.Next(1, 24), rows = random.Next(1, 9);
        var field = Fields.From(columns, rows, 0.5 + random.NextDouble(), (_, _) => random.NextDouble() * 20);
        var skin = Enumerable.Range(0, columns * rows).Select(_ => random.Next(3) == 0 ? 0 : random.NextDouble() * 4).ToArray();
        var (area, ml) = SkinVolume.Of(new CompiledGround(field, skin));
        double sum = 0, volume = 0;
        for (var cell = 0; cell < skin.Length; cell++)
        {
            if (skin[cell] <= 0) continue;
            sum += SkinVolume.TrueAreaMm2(field, cell);
            volume += SkinVolume.TrueAreaMm2(field, cell) * skin[cell] / 1000;
        }

        return Math.Abs(area - sum) <= 1e-12 * sum && Math.Abs(ml - volume) <= 1e-12 * volume;
    }

    [Property(MaxTest = 100)]
    public bool The_range_of_a_ground_is_its_lowest_and_its_highest(int seed)
    {
        var random = new Random(seed);
        var field = Fields.From(random.Next(1, 40), random.Next(1, 4), 1, (_, _) => (random.NextDouble() * 40) - 20);
        return new CompiledGround(field, new double[field.HeightsMm.Length]).RangeMm == (field.HeightsMm.Min(), field.HeightsMm.Max());
    }
}
