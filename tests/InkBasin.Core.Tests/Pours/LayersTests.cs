using FsCheck.Xunit;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Pours;

public class LayersTests
{
    private static readonly StageStorage Tank = StageStorage.Through([0, 24], [0, 48]);

    private static readonly StageStorage Wedge = StageStorage.Through(
        [.. Enumerable.Range(0, 101).Select(i => i * 0.3)],
        [.. Enumerable.Range(0, 101).Select(i => i * 0.3 * i * 0.3 / 10)]);

    [Fact]
    public void A_depth_of_whole_safe_rises_gets_no_extra_layer()
    {
        var layers = Layers.Cut(Tank, new LayerRequest(0, 18, 6, LayerStrategy.Fewest));
        Assert.Equal(3, layers.Count);
        Assert.All(layers, layer => Assert.Equal(12, layer.VolumeMl, 9));
    }

    [Fact]
    public void Water_no_deeper_than_the_seal_is_one_layer() =>
        Assert.Single(Layers.Cut(Tank, new LayerRequest(0, 1.5, 6, LayerStrategy.SealFirst)));

    [Fact]
    public void Shrinkage_is_made_up_and_calibration_multiplies()
    {
        var plain = Layers.Cut(Tank, new LayerRequest(0, 6, 6, LayerStrategy.Fewest))[0].VolumeMl;
        var madeUp = Layers.Cut(Tank, new LayerRequest(0, 6, 6, LayerStrategy.Fewest, ShrinkPercent: 20, Calibration: 1.1))[0].VolumeMl;
        Assert.Equal(plain * 1.1 / 0.8, madeUp, 9);
    }

    [Property]
    public bool Every_strategy_keeps_to_the_safe_depth_joins_up_and_loses_nothing(byte depth, byte safe, byte strategy)
    {
        var top = 1 + (depth / 255.0 * 28);

        // The first of n equal volumes of a wedge is top/√n deep: at 1 mm of 29 that is 841 of the 1000 layers allowed.
        var most = 1 + (safe / 255.0 * 12);
        var layers = Layers.Cut(Wedge, new LayerRequest(0, top, most, (LayerStrategy)(strategy % 4)));
        var joined = layers[0].FromMm == 0 && layers[^1].ToMm == top;
        for (var i = 1; i < layers.Count; i++) joined &= layers[i].FromMm == layers[i - 1].ToMm;
        return joined
            && layers.All(layer => layer.DepthMm > 0 && layer.DepthMm <= most * (1 + 1e-8))
            && Math.Abs(layers.Sum(layer => layer.VolumeMl) - Wedge.VolumeAt(top)) < 1e-9;
    }

    [Fact]
    public void Equal_volumes_are_equal()
    {
        var layers = Layers.Cut(Wedge, new LayerRequest(0, 20, 8, LayerStrategy.EqualVolume));
        Assert.All(layers, layer => Assert.Equal(Wedge.VolumeAt(20) / layers.Count, layer.VolumeMl, 6));
    }

    [Theory]
    [InlineData(5, 5, 6, "waterlineMm")]
    [InlineData(0, 25, 6, "waterlineMm")]
    [InlineData(0, 20, 0, "safeMm")]
    [InlineData(0, 20, 0.001, "safeMm")]
    [InlineData(double.NaN, 20, 5, "bedMm")]
    public void What_cannot_be_cut_is_refused(double bed, double top, double safe, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => Layers.Cut(Tank, new LayerRequest(bed, top, safe, LayerStrategy.Fewest))).Field);
}
