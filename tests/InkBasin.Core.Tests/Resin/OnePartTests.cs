using FsCheck.Xunit;
using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Resin;

public class OnePartTests
{
    [Theory]
    [InlineData(3, 50, 24)] // the sheet's own coat and air
    [InlineData(1.5, 50, 6)] // half as deep: a quarter
    [InlineData(3, 75, 48)] // half the room for vapour: twice as long
    [InlineData(6, 75, 192)]
    public void A_coat_dries_by_its_depth_squared_and_by_the_room_left_in_the_air(double wetMm, double humidity, double hours) =>
        Assert.Equal(hours, DryingCoats.Hours(new CoatDrying(3, 24), wetMm, humidity), 9);

    [Property]
    public bool Deeper_or_damper_never_dries_sooner(byte depth, byte more, byte humidity, byte damper)
    {
        var drying = new CoatDrying(2, 10);
        double wet = depth / 50.0, air = humidity / 256.0 * 90;
        return DryingCoats.Hours(drying, wet + (more / 50.0), air) >= DryingCoats.Hours(drying, wet, air)
            && DryingCoats.Hours(drying, wet, Math.Min(100, air + (damper / 25.0))) >= DryingCoats.Hours(drying, wet, air);
    }

    [Fact]
    public void A_flash_reaches_the_sheets_depth_in_clear_resin_and_less_with_ink()
    {
        var flash = new UvFlash(3, 60);
        var clear = BareResin.Layer;
        Assert.Equal(3, FlashDepth.Mm(flash, clear, clear), 12);

        // D = C/(1 + C·β/2): a dye of 2/3 per mm at the blue end halves a flash of three mm.
        var dye = new InkLayer(new(0, 0, 2.0 / 3), new(0, 0, 0));
        Assert.Equal(1.5, FlashDepth.Mm(flash, new InkLayer(new(0, 0, 0), new(0, 0, 0)), dye), 12);
        var black = ExampleTints.All.Single(tint => tint.Id == "black-ink").Colour;
        double before = 3;
        for (var strength = 0.05; strength < 4; strength *= 1.5)
        {
            var depth = FlashDepth.Mm(flash, clear, InkLayer.Mixed(clear, (black, strength)));
            Assert.True(depth < before);
            before = depth;
        }
    }

    [Fact]
    public void One_part_is_poured_out_whole_and_rounded_up_to_what_the_scale_shows()
    {
        var answer = Mix.OnePart(new MixRequest(100, new MixRatio(1, 0, RatioBasis.Volume), 1.05, 1.05, new MeasuringDevice(DeviceKind.Scale, 1), 5, 3, Cup: new Cup(66, 88, 110)));
        var batch = Assert.Single(answer.Batches);
        Assert.Equal((114, 0, 0), (batch.AG, batch.BG, batch.WorstRatioErrorPercent)); // 108 ml × 1.05 = 113.4 g
        Assert.True(batch.Ok);
        Assert.Equal(batch.Marks!.FirstMm, batch.Marks.BothMm);
        var three = Mix.OnePart(new MixRequest(100, new MixRatio(1, 0, RatioBasis.Volume), 1.05, 1.05, new MeasuringDevice(DeviceKind.Cup, 1), 0, 0, MaxBatchG: 40));
        Assert.Equal(3, three.Batches.Count);
        Assert.All(three.Batches, one => Assert.Equal(34, one.AMl));
    }
}
