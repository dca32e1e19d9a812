using FsCheck.Xunit;
using InkBasin.Core.Skins;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Skins;

public class SkinsTests
{
    [Fact]
    public void A_skin_is_split_into_powder_and_water_by_weight_and_into_mixes_by_time()
    {
        // 450 ml at 1.6 g/ml weigh 720 g; at 0.6 water to 1 powder that is 450 g and 270 g; 10 min at 20 ml/min place 200 ml.
        var mixes = PlasterMixes.Of(450, new Plaster("Test", 0.6, 1.6, 10, 20));
        Assert.Equal((450.0, 270.0), (Math.Round(mixes.PowderG, 9), Math.Round(mixes.WaterG, 9)));
        Assert.Equal(3, mixes.Mixes);
        Assert.Equal((150.0, 150.0, 90.0), (Math.Round(mixes.EachMl, 9), Math.Round(mixes.EachPowderG, 9), Math.Round(mixes.EachWaterG, 9)));
    }

    [Fact]
    public void No_plaster_takes_no_mix() => Assert.Equal(0, PlasterMixes.Of(0, Plaster.Usual).Mixes);

    [Property]
    public bool No_mix_is_more_than_can_be_placed_before_it_goes_off(ushort ml)
    {
        var mixes = PlasterMixes.Of(ml, Plaster.Usual);
        return mixes.EachMl <= (Plaster.Usual.MlPerMin * Plaster.Usual.WorkingMin) + 1e-6 && Math.Abs((mixes.EachMl * mixes.Mixes) - ml) < 1e-6;
    }

    [Fact]
    public void Cover_goes_by_area_and_the_glue_mix_by_its_parts()
    {
        // 5 dm²: 1 mm of texture is 50 ml; 8 ml of mix a dm² are 40 ml, 1 : 3.
        var cover = CoverAmounts.Of(50_000, new GroundCover(1, 1, 3, 8, 2));
        Assert.Equal(new CoverAmounts(50_000, 50, 10, 30, 10), cover);
    }

    [Fact]
    public void Numbers_nobody_mixes_by_are_refused()
    {
        Assert.Throws<RefusedException>(() => PlasterMixes.Of(-1, Plaster.Usual));
        Assert.Throws<RefusedException>(() => PlasterMixes.Of(1, Plaster.Usual with { WaterPerPowder = 0 }));
        Assert.Throws<RefusedException>(() => CoverAmounts.Of(1, new GroundCover(GlueParts: 0)));
        Assert.All(Plaster.Examples, plaster => plaster.Check("plaster"));
    }
}
