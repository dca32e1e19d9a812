using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class TestedCurveTests
{
    // A dock of 10 cm² with its bed at 4: 1 ml a mm.
    private static readonly StageStorage Dock = StageStorage.Through([4, 20], [0, 16]);

    private static WaterTestPlan Test(double levelMm, double? factor, int day, bool changed = false) =>
        new($"t{day}", Samples.Evening.AddDays(day), levelMm, levelMm - 4, 0, factor * (levelMm - 4), factor, null, 30, 0, changed, Notice.Of("off", Standing.Holds, "x"));

    private static double At(double levelMm, params WaterTestPlan[] tests) => Math.Round(WaterTestPlan.Corrected(Dock, tests).VolumeAt(levelMm), 9);

    [Fact]
    public void Several_tests_correct_the_curve_level_by_level()
    {
        WaterTestPlan[] tests = [Test(8, 1.2, 1), Test(14, 1.1, 2)];
        Assert.Equal([2.4, 4.8, 7.9, 11, 13.2], new[] { 6.0, 8, 11, 14, 16 }.Select(level => At(level, tests)));
        Assert.Equal([2.4, 4.8, 7.9, 11, 13.2], new[] { 6.0, 8, 11, 14, 16 }.Select(level => At(level, [tests[1], tests[0]])));
    }

    [Fact]
    public void One_test_is_one_factor_everywhere() => Assert.Equal([2.2, 13.2], new[] { 6.0, 16 }.Select(level => At(level, Test(9, 1.1, 1))));

    [Theory]
    [InlineData(14.4, 1.3, 1.3)]
    [InlineData(14.6, 1.22, 1.2)]
    public void Under_half_a_millimetre_apart_two_tests_are_of_one_level_and_the_newer_counts(double level, double newer, double underBoth) =>
        Assert.Equal(underBoth * 6, At(10, Test(14, 1.2, 1), Test(level, newer, 2)), 6);

    [Theory]
    [InlineData(1.99, true)]
    [InlineData(2.01, false)]
    [InlineData(0.51, true)]
    [InlineData(0.49, false)]
    public void Where_two_contradict_each_other_the_older_is_left_out(double between, bool both)
    {
        // The newer at 14 takes 14; the older at 8 so much that what lies between is so many times as drawn.
        var older = (14 - (between * 6)) / 4;
        Assert.Equal((both ? older : 1.4) * 4, At(8, Test(8, older, 1), Test(14, 1.4, 2)), 6);
    }

    [Fact]
    public void What_looked_only_for_leaks_or_speaks_of_another_bed_changes_nothing() =>
        Assert.Equal(11, At(14, Test(14, 1.1, 1), Test(14, null, 2), Test(14, 1.4, 3, changed: true)));

    [Property]
    public bool Corrected_a_level_is_still_found_by_its_volume(int seed, byte a, byte b, byte share)
    {
        var field = Fields.Random(seed);
        var region = WetRegion.Flood(field, field.HeightsMm.Length / 2, 18.3);
        if (region.Cells.Length == 0) return true;
        var curve = StageStorage.Of(region);
        double Level(double part) => curve.BedMm + ((18.3 - curve.BedMm) * part);
        var corrected = curve.Corrected([(Level(0.4), 0.9 + (a / 1000.0)), (Level(0.8), 0.9 + (b / 1000.0))]);
        var level = Level(0.05 + (share / 270.0));
        return Math.Abs(corrected.LevelFor(corrected.VolumeAt(level)) - level) < 1e-6
            && Math.Abs(corrected.VolumeAt(Level(0.4)) - ((0.9 + (a / 1000.0)) * curve.VolumeAt(Level(0.4)))) < 1e-9;
    }

    [Fact]
    public void A_stone_that_stood_in_the_test_is_not_taken_off_twice()
    {
        // The log lies on the bed, all of it under the level: what was measured is what the creek takes with it in.
        var log = new Displacer(Samples.Log.VolumeMl, 8, 5);
        Build Tested(params Displacer[] things) => Samples.Furnished with { WaterTests = [Samples.Test with { InMl = 96 - log.VolumeMl, OutMl = null, Things = things }] };
        var takes = Planner.Plan(Tested(log), Stores.Examples).Waters[0].Takes;
        Assert.Equal(1, takes.Calibration, 9);
        Assert.Equal(96 - log.VolumeMl, takes.Range!.ExpectedMl, 6);
        Assert.Equal(log.VolumeMl, takes.Tests[0].DisplacedMl, 9);
        Assert.Equal("Just what the plan reckons.", takes.Tests[0].Notice.Sentence);

        // Forgotten, it is.
        Assert.Equal(96 - (2 * log.VolumeMl), Planner.Plan(Tested(), Stores.Examples).Waters[0].Takes.Range!.ExpectedMl, 1);
    }

    [Fact]
    public void The_layers_follow_the_corrected_curve()
    {
        var water = Samples.Creek.Waters[0] with { OwnTopsMm = [12, 16] };
        WaterTest At(double level, double factor, int day) => Samples.Test with { Id = $"t{day}", At = Samples.Evening.AddDays(day), LevelMm = level, ReckonedMl = (level - 8) * 8, InMl = (level - 8) * 8 * factor, OutMl = null };
        var plan = Planner.Plan(Samples.Creek with { Waters = [water], WaterTests = [At(12, 1.05, -3), At(20, 0.95, -2)] }, Stores.Examples).Waters[0];
        var shrink = 1 - (Stores.Examples.Sheet("coating-epoxy")!.ShrinkPercent / 100);
        Assert.Equal(32 * 1.05 / shrink, plan.Layers.Is!.Layers[0].VolumeMl, 6);
        Assert.Equal(96 * 0.95 / shrink, plan.Layers.Is!.Layers.Sum(layer => layer.VolumeMl), 6);
        Assert.Equal(0.95, plan.Takes.Calibration, 9);
    }

    [Theory]
    [InlineData(0, true)]
    [InlineData(500, true)]
    [InlineData(501, false)]
    public void A_test_remembers_so_many_things(int count, bool kept)
    {
        var test = Samples.Test with { Things = [.. Enumerable.Repeat(new Displacer(1, 0, 1), count)] };
        var refused = Record.Exception(() => test.Check("t"));
        Assert.Equal(kept, refused is null);
        Assert.NotNull(Record.Exception(() => (Samples.Test with { Things = [new Displacer(1, 0, 0)] }).Check("t")));
    }
}
