using FsCheck.Xunit;
using InkBasin.Core.Bench;

namespace InkBasin.Core.Tests.Bench;

/// <summary>Putting a slip of the hand right: the ratio holds, and nothing is ladled out.</summary>
public class CupMixTests
{
    // Two to one by volume of 1.12 and 0.99 g/ml.
    private static CupMix TwoToOne(double graduationG = 0.1, double tolerancePercent = 3) => new(2 * 1.12 / 0.99, 67.9, 30, 1.12, 0.99, tolerancePercent, 900, graduationG, [new(97.9, 40), new(110, 36), new(195.8, 25)]);

    [Theory]
    [InlineData(67.9, 30.0)]
    [InlineData(70.4, 31.1)]
    [InlineData(75, 33.1)]
    [InlineData(60, 26.5)]
    public void Part_two_follows_part_one(double oneG, double twoG) => Assert.Equal(twoG, TwoToOne().TwoFor(oneG), 9);

    [Theory]
    [InlineData(3.0, true)]
    [InlineData(3.1, false)]
    [InlineData(-3.0, true)]
    [InlineData(-3.1, false)]
    public void Within_the_tolerance_it_stands_over_it_something_is_put_in(double offPercent, bool met)
    {
        var mix = TwoToOne(0.001);
        var one = 30 * mix.OnePerTwoG * (1 + (offPercent / 100));
        var cup = mix.With(one, 30);
        Assert.Equal(offPercent, cup.RatioOffPercent, 9);
        Assert.Equal(met, cup.Met);
        Assert.Equal(met ? 0 : offPercent > 0 ? 0.93 : 0, cup.TwoMoreG, 2);
        Assert.Equal(met ? 0 : offPercent < 0 ? 2.10 : 0, cup.OneMoreG, 2);
    }

    [Property(MaxTest = 500)]
    public bool What_is_put_in_brings_it_back_as_near_as_the_scale_shows(byte ratio, byte one, byte two, byte step)
    {
        var graduation = new[] { 0.01, 0.1, 1 }[step % 3];
        var mix = new CupMix(0.5 + (ratio / 64.0), 50, 25, 1.1, 1, 2, 900, graduation, []);
        double a = Math.Round((5 + one) / graduation) * graduation, b = Math.Round((3 + (two / 2.0)) / graduation) * graduation;
        var cup = mix.With(a, b);
        var (a1, b1) = (a + cup.OneMoreG, b + cup.TwoMoreG);
        var then = Math.Abs((a1 / b1 / mix.OnePerTwoG) - 1) * 100;

        // One graduation of the smaller part at most, in the ratio.
        var finest = graduation / 2 * Math.Max(1 / a1, 1 / b1) * 100 * 1.05;
        return cup.OneMoreG >= 0 && cup.TwoMoreG >= 0 && (cup.OneMoreG == 0 || cup.TwoMoreG == 0)
            && (cup.Met ? cup.OneMoreG + cup.TwoMoreG == 0 : then <= Math.Max(finest, 0.0001) || then < Math.Abs(cup.RatioOffPercent) && graduation > 0.5)
            && (Math.Abs(cup.RatioOffPercent) > 2 || cup.Met);
    }

    [Fact]
    public void What_one_step_of_the_scale_takes_further_off_is_left_and_told()
    {
        // One gram and one: a whole gram more would be further off than it is.
        var mix = new CupMix(1.2, 1, 1, 1.1, 1, 3, 900, 1, []);
        var cup = mix.With(1, 1);
        Assert.True(cup.Met);
        Assert.Equal(-16.67, cup.RatioOffPercent, 2);
    }

    [Theory]
    [InlineData(90, 40)]
    [InlineData(97.9, 40)]
    [InlineData(98, 36)]
    [InlineData(110, 36)]
    [InlineData(111, 25)]
    [InlineData(391.6, 12.5)]
    public void A_larger_mass_has_the_time_of_the_next_one_reckoned(double massG, double minutes) => Assert.Equal(minutes, TwoToOne().MinutesOf(massG)!.Value, 9);

    [Fact]
    public void What_is_one_part_has_no_other()
    {
        var mix = new CupMix(0, 40, 0, 1.05, 1, 3, 900, 0.1, []);
        Assert.Equal(40 / 1.05, mix.PlannedMl, 9);
        Assert.Null(mix.MinutesOf(40));
        Assert.Throws<RefusedException>(() => mix.TwoFor(40));
        Assert.Throws<RefusedException>(() => mix.With(40, 1));
        Assert.Throws<RefusedException>(() => TwoToOne().TwoFor(0));
    }
}
