using InkBasin.Core.Drying;

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
    public void Air_nobody_works_in_is_refused()
    {
        Assert.Throws<RefusedException>(() => DryingEstimate.Hours(5, new Room(20, 100)));
        Assert.Throws<RefusedException>(() => DryingEstimate.Hours(-1, new Room()));
    }
}
