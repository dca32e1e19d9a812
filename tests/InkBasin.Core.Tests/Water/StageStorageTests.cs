using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class StageStorageTests
{
    [Fact]
    public void A_paraboloid_bowl_holds_half_its_cylinder()
    {
        var bowl = Fields.From(141, 141, 0.5, (c, r) =>
        {
            double x = ((c + 0.5) * 0.5) - 35.25, y = ((r + 0.5) * 0.5) - 35.25;
            return Math.Min(14, 2 + (12 * ((x * x) + (y * y)) / 900));
        });
        var region = WetRegion.Flood(bowl, bowl.CellAt(new PointMm(35.25, 35.25)), 14);
        Assert.Equal(Math.PI * 900 * 12 / 2 / 1000, region.VolumeMl, 0.05);
        Assert.Equal(12, region.MaxDepthMm, 2);
        var curve = StageStorage.Of(region);
        Assert.Equal(Math.PI * 900 * 12 / 2 / 1000 / 4, curve.VolumeAt(8), 0.02);
    }

    [Property]
    public bool Level_for_volume_inverts_volume_at_level(int seed, byte share)
    {
        var field = Fields.Random(seed);
        var region = WetRegion.Flood(field, field.HeightsMm.Length / 2, 19);
        if (region.Cells.Length == 0) return true;
        var curve = StageStorage.Of(region);
        var level = curve.BedMm + ((19 - curve.BedMm) * share / 255);
        return Math.Abs(curve.LevelFor(curve.VolumeAt(level)) - level) < 1e-9;
    }

    [Property]
    public bool The_curve_is_the_sum_over_the_cells_at_every_level(int seed, byte share)
    {
        var field = Fields.Random(seed);
        var region = WetRegion.Flood(field, field.HeightsMm.Length / 2, 18.3);
        if (region.Cells.Length == 0) return true;
        var curve = StageStorage.Of(region);
        var level = curve.BedMm + ((18.3 - curve.BedMm) * share / 255);
        double volume = 0, area = 0;
        foreach (var cell in region.Cells)
        {
            volume += Math.Max(0, level - field.HeightsMm[cell]) * 4 / 1000;
            area += field.HeightsMm[cell] < level ? 4 : 0;
        }

        return Math.Abs(curve.VolumeAt(level) - volume) < 1e-9 && Math.Abs(curve.AreaAt(level) - area) < 1e-9;
    }

    [Fact]
    public void A_sample_runs_from_the_bed_to_the_waterline_and_rises()
    {
        var field = Fields.Random(3);
        var region = WetRegion.Flood(field, field.HeightsMm.Length / 2, 30);
        var sample = StageStorage.Of(region).Sample();
        Assert.InRange(sample.Length, 50, 500);
        Assert.Equal(0, sample[0].VolumeMl);
        Assert.Equal(region.VolumeMl, sample[^1].VolumeMl, 9);
        Assert.Equal(region.AreaMm2, sample[^1].AreaMm2, 9);
        for (var i = 1; i < sample.Length; i++) Assert.True(sample[i].LevelMm > sample[i - 1].LevelMm && sample[i].VolumeMl >= sample[i - 1].VolumeMl);
    }

    [Fact]
    public void A_sample_has_every_knot_or_as_many_even_levels_as_are_wanted_at_most()
    {
        var curve = StageStorage.Through([10, 12, 18], [0, 4, 40]);
        Assert.Equal([10, 12, 14, 16, 18], curve.Sample(least: 5, most: 3).Select(point => point.LevelMm));
        Assert.Equal([10, 12, 18], curve.Sample(least: 2, most: 3).Select(point => point.LevelMm));
        Assert.Equal([10, 18], curve.Sample(least: 5, most: 2).Select(point => point.LevelMm));
        Assert.Equal([(10, 0), (12, 4), (14, 16), (16, 28), (18, 40)], curve.Sample(least: 5, most: 3).Select(point => (point.LevelMm, Math.Round(point.VolumeMl, 9))));
    }

    [Fact]
    public void More_volume_than_the_curve_knows_stands_upright_on_its_last_area()
    {
        var curve = StageStorage.Through([0, 10], [0, 20]);
        Assert.Equal(15, curve.LevelFor(30), 9);
        Assert.Equal(30, curve.VolumeAt(15), 9);
    }

    [Theory]
    [InlineData(new double[] { 0 }, new double[] { 0 }, "curve")]
    [InlineData(new double[] { 0, 0 }, new double[] { 0, 1 }, "curve[1].levelMm")]
    [InlineData(new double[] { 0, 1 }, new double[] { 2, 1 }, "curve[1].volumeMl")]
    [InlineData(new double[] { 0, double.NaN }, new double[] { 0, 1 }, "curve[1].levelMm")]
    public void Points_that_make_no_curve_are_refused(double[] level, double[] volume, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => StageStorage.Through(level, volume)).Field);

    [Fact]
    public void Runs_list_every_wet_cell_once()
    {
        var field = Fields.Random(11);
        var region = WetRegion.Flood(field, field.HeightsMm.Length / 2, 15);
        var runs = region.Runs();
        var cells = new List<int>();
        for (var i = 0; i < runs.Length; i += 3)
        {
            for (var c = runs[i + 1]; c < runs[i + 2]; c++) cells.Add((runs[i] * field.Columns) + c);
        }

        Assert.Equal(region.Cells.Order(), cells);
    }
}
