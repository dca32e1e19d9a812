using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
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

    // Fifteen millimetres over the bed are the casting sheet's greatest; a hair more was a layer of a few thousandths that no bubble leaves.
    [Theory]
    [InlineData(23.0)]
    [InlineData(23.004)]
    [InlineData(23.0098)]
    [InlineData(23.011)]
    [InlineData(23.2)]
    public void A_sliver_is_no_layer(double waterlineMm)
    {
        var creek = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { WaterlineMm = waterlineMm, ProductId = "casting-epoxy", Strategy = LayerStrategy.Fewest }] };
        var answer = Planner.Plan(creek, Stores.Examples).Waters[0].Layers;
        Assert.Null(answer.Stop);
        Assert.Equal(waterlineMm, answer.Is!.Layers[^1].ToMm, 9);
        Assert.All(answer.Is!.Layers, layer => Assert.True(layer.DepthMm >= 0.05, $"{layer.DepthMm} mm"));
    }

    [Fact]
    public void Over_a_thousand_layers_are_a_stop_in_their_own_place_and_all_else_is_answered()
    {
        var thin = Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { LeastLayerMm = 0.001, GreatestLayerMm = 0.005 })] };
        foreach (var strategy in Enum.GetValues<LayerStrategy>())
        {
            var creek = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { Strategy = strategy }] };
            var plan = Planner.Plan(creek, thin).Waters[0];
            Assert.Equal(Standing.Stop, plan.Layers.Stop!.Standing);
            Assert.Equal(96, plan.Level.VolumeMl, 9);
            Assert.Equal(96, plan.Takes.Range!.ExpectedMl, 9);
        }
    }

    [Theory]
    [InlineData(1000)]
    [InlineData(40)]
    public void A_layer_of_ones_own_however_deep_is_a_stop_and_not_an_error(double toMm)
    {
        var pit = new Channel { Id = "creek", Name = "Pit", Points = [new(-60, 50, 40), new(260, 50, 40)], BedStartMm = -490, BedEndMm = -490, BankAngleDeg = 90 };
        var creek = Samples.Creek with { Recipe = [Samples.Creek.Recipe[0], pit], Waters = [Samples.Creek.Waters[0] with { WaterlineMm = toMm, OwnTopsMm = [toMm] }] };
        var plan = Planner.Plan(creek, Stores.Examples).Waters[0];
        Assert.Contains(plan.Notices.Concat(plan.Layers.Stop is { } stop ? [stop] : []), notice => notice.Kind == "tooDeep" || notice.Kind == Answer.StoppedKind);
        Assert.Equal(toMm + 490, plan.Level.MaxDepthMm, 9);
    }
}
