using InkBasin.Core.Drying;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Drying;

public class DryingEstimateTests
{
    [Fact]
    public void Five_millimetres_take_a_day_in_a_usual_room()
    {
        Assert.Equal(24, DryingEstimate.Hours(5, new Room()), 9);
        Assert.Equal(0, DryingEstimate.Hours(0, new Room()));
    }

    [Fact]
    public void Damp_air_takes_longer_by_what_it_can_still_take()
    {
        // At one temperature the deficit goes by 1 − RH: 75 % takes twice as long as 50 %.
        Assert.Equal(48, DryingEstimate.Hours(5, new Room(20, 75)), 9);

        // Saturation vapour pressure: 1228 Pa at 10 °C against 2339 Pa at 20 °C (tables).
        Assert.Equal(24 * 2339 / 1228.0, DryingEstimate.Hours(5, new Room(10, 50)), 0.2);
    }

    [Fact]
    public void A_wetter_mix_takes_longer_by_the_water_that_does_not_set()
    {
        Assert.Equal(1, DryingEstimate.MixFactor(Plaster.Usual), 12);

        // Of a gram of powder 0.46 g of 0.65 dry off, out of 1.65 g of mix; of 0.81 g, 0.62 out of 1.81.
        Assert.Equal(0.62 / 1.81 / (0.46 / 1.65), DryingEstimate.MixFactor(Plaster.Usual with { WaterPerPowder = 0.81 }), 9);
        Assert.Equal(0.2, DryingEstimate.MixFactor(Plaster.Usual with { WaterPerPowder = 0.1 }));
        Assert.Equal([1, 1.15, 1.45], new[] { 1, 2, 4 }.Select(DryingEstimate.CoatsFactor).Select(factor => Math.Round(factor, 9)));
    }

    [Fact]
    public void The_first_forecast_goes_by_mix_and_coats_and_says_so()
    {
        var plan = DryingPlan.Of(new DryingLog { Coats = 3 }, Plaster.Usual with { Name = "Paper-pulp paste", WaterPerPowder = 1.2 }, new Room(), 5, DateTimeOffset.UnixEpoch);
        Assert.Equal(24 * 1.3 * (1.01 / 2.2 / (0.46 / 1.65)), plan.EstimateH, 6);
        Assert.Equal("5 mm of Paper-pulp paste in 3 coats take about 51 h in this room. Say when it went on, or weigh the piece.", plan.Sentence);
        Assert.Throws<RefusedException>(() => new DryingLog { Coats = 0 }.Check("drying"));
        Assert.Throws<RefusedException>(() => new DryingLog { Coats = 11 }.Check("drying"));
    }

    [Fact]
    public void Air_nobody_works_in_is_refused()
    {
        Assert.Throws<RefusedException>(() => DryingEstimate.Hours(5, new Room(20, 100)));
        Assert.Throws<RefusedException>(() => DryingEstimate.Hours(-1, new Room()));
    }
}
