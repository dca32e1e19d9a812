using InkBasin.Core.Ground;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Sight;

public class MirrorViewTests
{
    // A wall of 60 at the back, water at 10 before it down to the row given, dry ground of 12 in front.
    private static HeightField Lake(int shoreRow) =>
        Fields.From(30, 100, 2, (_, row) => row < 4 ? 60 : row < shoreRow ? 5 : 12);

    private static MirrorView Look(HeightField field, double eyeMm = 60, double eyeY = 198) =>
        MirrorView.Look(WetRegion.Flood(field, field.CellAt(new PointMm(31, 20)), 10), new PointMm(31, eyeY), eyeMm, new PointMm(31, 7));

    [Fact]
    public void Water_to_the_reflecting_point_mirrors_the_peak_whole()
    {
        // e = 50, o = 50: halfway between eye and peak.
        var view = Look(Lake(shoreRow: 80));
        Assert.Equal(191, view.DistanceMm, 9);
        Assert.Equal(95.5, view.ReflectMm, 9);
        Assert.Equal(new PointMm(31, 198 - 95.5), view.ReflectAt);
        Assert.Equal(0, view.MissingMm);
        Assert.Null(view.HiddenAtMm);
        Assert.Equal(190, view.WaterToMm!.Value, 1.01);
        Assert.Equal(Standing.Holds, MirrorNotices.Of(view, "Lake").Standing);
    }

    [Fact]
    public void A_shorter_water_says_how_much_nearer_it_must_reach()
    {
        // Water only to y = 60, 138 mm from the eye: 42.5 mm short of the 95.5 wanted.
        var view = Look(Lake(shoreRow: 30));
        Assert.Equal(42.5, view.MissingMm, 1.01);
        Assert.Contains($"must reach {view.MissingMm:0} mm nearer", MirrorNotices.Of(view, "Lake").Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_higher_eye_needs_water_farther_from_itself() =>
        Assert.True(Look(Lake(80), eyeMm: 110).ReflectMm > Look(Lake(80)).ReflectMm);

    [Fact]
    public void A_nearer_bank_is_mirrored_in_the_peaks_stead()
    {
        // At y = 15 the ray from the mirror (y = 102.5) to the peak (y = 7) stands at 56: a foothill of 58 hides the peak, one of 40 does not.
        static HeightField Foothill(double height) => Fields.From(30, 100, 2, (_, row) => row < 4 ? 60 : row == 7 ? height : row < 8 ? 12 : row < 80 ? 5 : 12);
        Assert.Null(Look(Foothill(40)).HiddenAtMm);
        var hidden = Look(Foothill(58));
        Assert.NotNull(hidden.HiddenAtMm);
        Assert.Equal(Standing.Stop, MirrorNotices.Of(hidden, "Lake").Standing);
    }

    [Theory]
    [InlineData(-0.9, 0, "mirroredWhole", Standing.Holds)]
    [InlineData(-1.1, 0, "behindTheBank", Standing.Stop)]
    [InlineData(40, 0.49, "mirroredWhole", Standing.Holds)]
    [InlineData(40, 0.51, "waterTooShort", Standing.Tight)]
    public void What_is_mirrored_turns_at_the_far_bank_and_at_half_a_millimetre_of_water(double bankBehindMm, double missingMm, string kind, Standing standing)
    {
        var view = Look(Lake(shoreRow: 80));
        var notice = MirrorNotices.Of(view with { WaterToMm = view.ReflectMm + bankBehindMm, MissingMm = missingMm }, "Lake");
        Assert.Equal((kind, standing), (notice.Kind, notice.Standing));
    }

    [Fact]
    public void A_peak_under_water_or_off_the_board_is_refused()
    {
        var field = Lake(80);
        var region = WetRegion.Flood(field, field.CellAt(new PointMm(31, 20)), 10);
        Assert.Equal("peak", Assert.Throws<RefusedException>(() => MirrorView.Look(region, new PointMm(31, 198), 60, new PointMm(31, 50))).Field);
        Assert.Equal("peak", Assert.Throws<RefusedException>(() => MirrorView.Look(region, new PointMm(31, 198), 60, new PointMm(-3, 50))).Field);
        Assert.Equal("eye.heightMm", Assert.Throws<RefusedException>(() => MirrorView.Look(region, new PointMm(31, 198), 9, new PointMm(31, 7))).Field);
    }
}
