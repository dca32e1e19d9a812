using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Sight;

namespace InkBasin.Core.Tests.Plan;

public class StandInPlanTests
{
    private static StandInPlan Of(StandIn thing) =>
        Planner.Plan(Samples.Creek with { StandIns = [thing] }, Stores.Examples).StandIns[0];

    [Fact]
    public void Real_metres_become_millimetres_by_the_scale_and_it_stands_on_the_ground_under_it()
    {
        var plan = Of(Samples.Alder);
        Assert.Equal((10.0, 10.0, 100.0, 20.0), (plan.LengthMm, plan.WidthMm, plan.HeightMm, plan.OverhangMm));

        // Foam 30 and a skin of 2.
        Assert.Equal(32, plan.BaseMm);
        Assert.Equal(32, plan.LowestGroundMm);
    }

    [Theory]
    [InlineData(0.38, Standing.Holds, "17 mm clear")]
    [InlineData(-1, Standing.Tight, "by only 1 mm")]
    [InlineData(-2, Standing.Stop, "4 mm into the resin")]
    public void Branches_over_the_water_are_held_against_the_waterline(double fromM, Standing standing, string words)
    {
        // Waterline 20: at base 32 the branches from 0.38 m (5 mm) are 17 mm clear; lower ones are tried by lowering the base.
        var thing = fromM > 0 ? Samples.Alder : Samples.Alder with { BaseMm = fromM < -1 ? 11 : 16 };
        var plan = Of(thing);
        Assert.Equal(standing, plan.Standing);
        Assert.Contains(plan.Notices, notice => notice.Sentence.Contains(words, StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(1.8, Standing.Tight)]
    [InlineData(2.0, Standing.Holds)]
    public void Two_millimetres_are_clear(double clearMm, Standing standing)
    {
        // Branches from 5 mm over its base, over a waterline of 20.
        Assert.Equal(standing, Of(Samples.Alder with { BaseMm = 20 + clearMm - 5 }).Standing);
    }

    [Fact]
    public void A_crown_is_round_at_its_corners()
    {
        // The water begins at y = 30. A trunk of 10 with a crown of 20 at y = 7 reaches 32; turned by an eighth at y = 2 its corner
        // reaches 2 + 5√2 + 20 = 29, where a square crown would reach 37.
        Assert.Contains(Of(Samples.Alder with { Centre = new PointMm(100, 7) }).Notices, notice => notice.Sentence.Contains("hangs over", StringComparison.Ordinal));
        Assert.DoesNotContain(Of(Samples.Alder with { Centre = new PointMm(100, 2), TurnDeg = 45 }).Notices, notice => notice.Sentence.Contains("hangs over", StringComparison.Ordinal));
    }

    [Fact]
    public void Clear_of_the_water_nothing_is_said() =>
        Assert.Empty(Of(Samples.Alder with { OverhangM = 0.1 }).Notices);

    [Fact]
    public void A_bridge_too_long_for_the_board_says_how_much_more_it_needs()
    {
        // 238 mm of bridge on 200 mm of board.
        var bridge = new StandIn { Id = "b", Name = "Bridge", Centre = new PointMm(100, 50), LengthM = 0.238 * 76, WidthM = 2, HeightM = 3 };
        var plan = Of(bridge);
        Assert.Equal(38, plan.MoreWidthMm, 9);
        Assert.Equal("Bridge needs 38 mm more board in its width, or another turn.", plan.Notices[0].Sentence);
        Assert.Equal(Standing.Stop, plan.Standing);

        // Turned by a quarter it is too long for the depth instead.
        Assert.Equal(138, Of(bridge with { TurnDeg = 90 }).MoreDepthMm, 9);
    }

    [Fact]
    public void One_that_only_hangs_over_the_edge_is_to_be_moved_in()
    {
        var plan = Of(Samples.Alder with { Centre = new PointMm(197, 20) });
        Assert.Equal(0, plan.MoreWidthMm);
        Assert.Equal((Standing.Tight, "Alder stands 2 mm over the right edge: move it in, or give it that much more board."), (plan.Notices[0].Standing, plan.Notices[0].Sentence));
    }

    [Fact]
    public void A_boat_floats_at_its_draught_and_runs_aground_where_it_is_too_shallow()
    {
        var boat = new StandIn { Id = "b", Name = "Boat", Centre = new PointMm(100, 50), LengthM = 3.8, WidthM = 1.5, HeightM = 1, DraughtM = 0.38 };
        var afloat = Of(boat);
        Assert.Equal(20 - 5, afloat.BaseMm, 9);
        Assert.Empty(afloat.Notices);

        // The water is 12 mm deep.
        var aground = Of(boat with { DraughtM = 1.14 });
        Assert.Equal("Boat is aground in Creek: it needs 3 mm more water under it.", Assert.Single(aground.Notices).Sentence);
    }

    [Fact]
    public void A_bridge_over_the_water_is_held_against_it_by_its_clear_opening()
    {
        var bridge = new StandIn { Id = "b", Name = "Bridge", Centre = new PointMm(100, 50), LengthM = 5, WidthM = 1, HeightM = 2, TurnDeg = 90, UnderM = 0.76, BaseMm = 15 };
        Assert.Contains("spans Creek, 5 mm clear", Assert.Single(Of(bridge).Notices).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Off_the_board_it_has_no_ground()
    {
        var plan = Of(Samples.Alder with { Centre = new PointMm(-400, -400), OverhangM = 0 });
        Assert.Null(plan.LowestGroundMm);
        Assert.Equal(0, plan.BaseMm);
    }

    [Fact]
    public void Everything_in_the_catalogue_can_be_put_down() =>
        Assert.All(StandInCatalogue.All, kind => (Samples.Creek with { StandIns = [kind.Thing with { Centre = new PointMm(100, 50) }] }).Check());
}

public class TracePhotoTests
{
    [Fact]
    public void Two_points_a_known_distance_apart_size_it_about_the_first()
    {
        var photo = new TracePhoto("p", 800, 600, new PointMm(100, 50), 0.5);
        var sized = photo.SizedBy(new PointMm(20, 10), new PointMm(60, 40), 100);

        // 50 mm apart now, 100 wanted: twice as large, and what lay under the first point lies there still.
        Assert.Equal(1, sized.MmPerPx, 9);
        Assert.Equal(new PointMm(180, 90), sized.Centre);
        Assert.Throws<RefusedException>(() => photo.SizedBy(new PointMm(1, 1), new PointMm(1, 1), 100));
    }
}
