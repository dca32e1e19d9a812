using FsCheck.Xunit;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class TestReckoningTests
{
    private static readonly Displacer Stone = new(6, 4, 3);

    // A dock of 10 cm² with its bed at 4: 1 ml a mm.
    private static TestReckoning Of(TestMeasure measure, double level = 14, double waterline = 16, bool inTest = true, double dries = 0) =>
        TestReckoning.Of(at => Math.Max(0, at - 4), level, waterline, [(Stone, inTest)], measure, dries);

    [Fact]
    public void A_true_test_with_a_stone_in_it_corrects_nothing_and_takes_the_stone_off_once()
    {
        var told = Of(new TestMeasure(4, null, null, 30));
        Assert.Equal((4, 6, 4, 1, 6), (told.ReckonedMl, told.DisplacedInTestMl, told.MeasuredMl, told.Calibration, told.PlanMl));
    }

    [Fact]
    public void Tested_bare_it_is_the_same_plan()
    {
        var told = Of(new TestMeasure(10, null, null, 30), inTest: false);
        Assert.Equal((10, 0, 1, 6), (told.ReckonedMl, told.DisplacedInTestMl, told.Calibration, told.PlanMl));
    }

    [Fact]
    public void A_leak_is_what_goes_beyond_what_dries_off_and_corrects_nothing()
    {
        var told = Of(new TestMeasure(null, null, 3, 90), dries: 0.8);
        Assert.Equal((null, 6), (told.Calibration, told.PlanMl));
        Assert.Equal(1.2, told.LeakMlPerH, 12);
        Assert.Equal(0, Of(new TestMeasure(null, null, 1, 90), dries: 0.8).LeakMlPerH);
    }

    [Fact]
    public void What_came_out_counts_with_what_was_lost() => Assert.Equal(1.05, Of(new TestMeasure(null, 4, 0.5, 30)).Calibration!.Value, 12);

    [Theory]
    [InlineData(0, 1)]
    [InlineData(30, 0)]
    public void A_test_that_did_not_stand_and_a_thing_without_height_are_refused(double stoodMin, double heightMm) =>
        Assert.Throws<RefusedException>(() => TestReckoning.Of(at => at, 5, 5, [(new Displacer(1, 0, heightMm), true)], new TestMeasure(4, null, null, stoodMin), 0));

    [Property]
    public bool Whatever_stood_in_it_a_true_test_says_one(byte level, byte ml, byte baseAt, byte high)
    {
        var thing = new Displacer(ml / 60.0, baseAt / 20.0, 0.5 + (high / 20.0));
        double at = 6 + (level / 30.0), holds = 3 * at;
        return Math.Abs(TestReckoning.Of(l => 3 * l, at, at, [(thing, true)], new TestMeasure(holds - thing.UnderMl(at), null, null, 20), 0).Calibration!.Value - 1) < 1e-12;
    }
}
