using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

/// <summary>What decides a sentence or a stand of a water, tried on both sides of where it turns.</summary>
public class WaterJudgementTests
{
    private static WaterTestPlan Tested(Func<WaterTest, WaterTest> change) =>
        Planner.Plan(Samples.Creek with { WaterTests = [change(Samples.Test)] }, Stores.Examples).Waters[0].Takes.Tests[0];

    // The creek holds 96 ml today.
    [Theory]
    [InlineData(0.996, false)]
    [InlineData(1.004, false)]
    [InlineData(0.99, true)]
    [InlineData(1.01, true)]
    public void A_bed_that_holds_another_half_percent_is_another_bed(double times, bool changed) =>
        Assert.Equal(changed, Tested(test => test with { ReckonedMl = 96 * times, InMl = 96 * times, OutMl = null }).GroundChanged);

    [Theory]
    [InlineData(1.09, Standing.Holds)]
    [InlineData(0.91, Standing.Holds)]
    [InlineData(1.11, Standing.Stop)]
    [InlineData(0.89, Standing.Stop)]
    public void A_test_over_a_tenth_off_is_not_believed(double times, Standing standing) =>
        Assert.Equal(standing == Standing.Stop, Tested(test => test with { InMl = 96 * times, OutMl = null, LostMl = null }).Notice.Standing == Standing.Stop);

    // Nearer than anybody reads a jug.
    [Theory]
    [InlineData(1.0014, true)]
    [InlineData(0.9986, true)]
    [InlineData(1.0016, false)]
    [InlineData(0.9984, false)]
    public void A_test_within_a_seventh_of_a_percent_is_just_what_was_reckoned(double times, bool just) =>
        Assert.Equal(just, Tested(test => test with { InMl = 96 * times, OutMl = null, LostMl = null }).Notice.Sentence.StartsWith("Just what", StringComparison.Ordinal));

    [Fact]
    public void Low_and_high_hold_nineteen_of_twenty_and_enough_is_one_sided()
    {
        var range = VolumeRange.Of(100, 0, 0, 10, null);
        Assert.Equal(10, range.DeviationMl, 12);
        Assert.Equal(80.40036, range.LowMl, 5);
        Assert.Equal(119.59964, range.HighMl, 5);
        Assert.Equal(116.44854, range.SureMl, 5);
        Assert.Equal(0, VolumeRange.Of(15, 0, 0, 10, null).LowMl);
    }

    [Theory]
    [InlineData(130, 300, false)]
    [InlineData(149.9, 300, false)]
    [InlineData(150, 300, true)]
    [InlineData(150, 500, true)]
    [InlineData(150, 501, false)]
    public void Beside_a_track_is_long_from_150_mm_and_three_tenths_of_the_stream(double longestMm, double streamMm, bool isLong) =>
        Assert.Equal(isLong, new BesideTrack(longestMm, streamMm, 0, 0).IsLong);

    [Fact]
    public void A_dam_that_ends_on_a_cells_centre_holds_that_cell()
    {
        var outlets = new EdgeOutlets(Fields.From(10, 6, 2, (_, _) => 5), []);
        Assert.Equal([1, 2, 3], outlets.Along(new Dam(BoardSide.Back, 3, 7, 9)));
        Assert.Equal([2], outlets.Along(new Dam(BoardSide.Back, 3.01, 6.99, 9)));
    }

    [Fact]
    public void A_seam_ends_on_the_ground_at_either_end()
    {
        // 14 cells of 2 mm: the one half at 10, the other at 6; the dam to 12 has 2 mm to seal at its one end and 6 at its other, and the step between.
        var field = Fields.From(20, 14, 2, (_, r) => r < 7 ? 10 : 6);
        var measures = DamMeasures.Of(field, new EdgeOutlets(field, []), new Dam(BoardSide.Left, 0, 28, 12), 0);
        Assert.Equal(28 + 4 + 2 + 6, measures.SeamMm);
    }
}
