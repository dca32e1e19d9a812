using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class TintDoseTests
{
    [Fact]
    public void Drops_are_strength_times_batch_over_a_drop()
    {
        var dose = TintDose.For(0.2, 130, 0.05);
        Assert.Equal(0.26, dose.ExactMl, 9);
        Assert.Equal(5, dose.Drops);
        Assert.Equal(25 / 130.0, dose.GivenMlPer100Ml, 9);
        Assert.Equal(((25 / 130.0 / 0.2) - 1) * 100, dose.OffPercent, 9);
    }

    [Fact]
    public void No_tint_is_no_drops() => Assert.Equal(new TintDose(0, 0, 0, 0), TintDose.For(0, 50, 0.05));

    [Fact]
    public void A_negative_strength_is_refused() => Assert.Throws<RefusedException>(() => TintDose.For(-1, 50, 0.05));
}
