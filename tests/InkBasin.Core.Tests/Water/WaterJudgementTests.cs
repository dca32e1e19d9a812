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

    // What is not known adds up by its squares: half a millimetre read over 4,000 mm², so much carved, the soundings, and a fiftieth of the jug or a millilitre.
    [Fact]
    public void Each_part_of_what_is_not_known_has_its_own_measure()
    {
        static double Off(double areaMm2 = 0, double bedMm = 0, double soundingsMl = 0, double? jugMl = null) => VolumeRange.Of(500, areaMm2, bedMm, soundingsMl, jugMl).DeviationMl;
        Assert.Equal(4 * VolumeRange.ReadToMm, Off(4000), 12);
        Assert.Equal(Math.Sqrt(Math.Pow(4 * VolumeRange.ReadToMm, 2) + Math.Pow(4 * 1.5, 2)), Off(4000, 1.5), 12);
        Assert.Equal(7, Off(soundingsMl: 7), 12);
        Assert.Equal(300 * VolumeRange.JugShare, Off(jugMl: 300), 12);
        Assert.Equal(VolumeRange.JugMl, Off(jugMl: 0.9 * VolumeRange.JugMl / VolumeRange.JugShare), 12);
        Assert.Equal(0, Off());
        Assert.Equal(Math.Sqrt(Math.Pow(Off(4000, 1.5), 2) + 49 + Math.Pow(Off(jugMl: 300), 2)), Off(4000, 1.5, 7, 300), 12);
        var range = VolumeRange.Of(500, 0, 0, 20, null);
        Assert.Equal((500, 500 - (1.959964 * 20), 500 + (1.959964 * 20), 500 + (1.644854 * 20)), (range.ExpectedMl, range.LowMl, range.HighMl, range.SureMl));
    }

    // A bed of columns by turns 4 and 6 high: each lies 1 mm off the mean of its four neighbours, two of which are its like.
    [Fact]
    public void A_bed_is_as_rough_as_its_cells_lie_off_their_neighbours_and_its_banks_are_none()
    {
        var combed = Fields.From(24, 20, 2, (c, _) => c % 2 == 0 ? 4 : 6);
        Assert.Equal(Math.Sqrt(0.8), VolumeRange.RoughnessMm(WetRegion.Flood(combed, 0, 10)), 12);
        Assert.Equal(Math.Sqrt(0.8), VolumeRange.RoughnessMm(WetRegion.Flood(Fields.From(20, 24, 2, (_, r) => r % 2 == 0 ? 4 : 6), 0, 10)), 12);

        // Sloping evenly it is not rough at all, nor is a bank that rises out of it, whichever side it stands on; a cell a bank stands beside counts for nothing.
        foreach (var bank in (Func<int, int, bool>[])[(c, _) => c == 3, (c, _) => c == 20, (_, r) => r == 3, (_, r) => r == 16])
        {
            Assert.Equal(0, VolumeRange.RoughnessMm(WetRegion.Flood(Fields.From(24, 20, 2, (c, r) => bank(c, r) ? 30 : 2 + (0.1 * c) + (0.05 * r)), (10 * 24) + 12, 10)), 9);
        }

        Assert.Equal(0, VolumeRange.RoughnessMm(WetRegion.Flood(Fields.From(2, 20, 2, (c, _) => c), 0, 10)));
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
