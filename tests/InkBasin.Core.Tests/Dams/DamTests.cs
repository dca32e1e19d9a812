using FsCheck.Xunit;
using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Dams;

public class DamTests
{
    private static DamPlan First(Func<Dam, Dam> change) =>
        Planner.Plan(Samples.Creek with { Dams = [change(Samples.Creek.Dams[0]), Samples.Creek.Dams[1]] }, Stores.Examples).Dams[0];

    [Fact]
    public void A_panel_is_as_high_as_top_bed_and_seating_make_it_and_its_seam_follows_the_ground()
    {
        // Cells of 2: six of ground at 10, two at 4 with upright sides, six at 10; the dam to 12 holds all.
        var field = Fields.From(20, 14, 2, (c, r) => r is 6 or 7 ? 4 : 10);
        var measures = DamMeasures.Of(field, new EdgeOutlets(field, []), new Dam(BoardSide.Left, 0, 28, 12), 6);
        Assert.Equal((28, 4, 14), (measures.LengthMm, measures.LowestBedMm, measures.HeightMm));
        Assert.Equal(28 + (2 * 6) + (2 * 2), measures.SeamMm);
    }

    [Fact]
    public void Ground_over_the_top_needs_no_seam()
    {
        var field = Fields.From(20, 14, 2, (c, r) => r is 6 or 7 ? 4 : 30);
        var measures = DamMeasures.Of(field, new EdgeOutlets(field, []), new Dam(BoardSide.Left, 0, 28, 12), 0);
        Assert.Equal((2 * 2) + (2 * 8), measures.SeamMm);
    }

    [Fact]
    public void It_holds_its_water_and_says_what_is_amiss()
    {
        var good = First(dam => dam with { Released = true });
        Assert.Equal(["w"], good.Holds);
        Assert.Equal(12, good.DeepestMm, 9);
        Assert.Equal(Standing.Holds, good.Standing);
        Assert.Contains(First(dam => dam).Notices, notice => notice.Sentence.StartsWith("No release agent", StringComparison.Ordinal));
        Assert.Contains(First(dam => dam with { TopMm = 19 }).Notices, notice => notice is { Standing: Standing.Stop } && notice.Sentence.Contains("1 mm under the waterline of Creek", StringComparison.Ordinal));
        Assert.Contains(First(dam => dam with { TopMm = 21 }).Notices, notice => notice.Sentence.StartsWith("Only 1 mm over", StringComparison.Ordinal));
        Assert.Contains(First(dam => dam with { FromMm = 26 }).Notices, notice => notice.Sentence.StartsWith("It ends", StringComparison.Ordinal));
        Assert.Contains(First(dam => dam with { FromMm = 0, ToMm = 10 }).Notices, notice => notice.Sentence == "No water stands at it.");
        Assert.Contains(First(dam => dam with { FromMm = 300, ToMm = 320 }).Notices, notice => notice.Sentence.StartsWith("It stands beside", StringComparison.Ordinal));
    }

    // Its water begins at 30 mm; ten past it at each end, less a cell.
    [Theory]
    [InlineData(22, false)]
    [InlineData(23, true)]
    public void A_dam_goes_ten_millimetres_past_its_water(double fromMm, bool told) =>
        Assert.Equal(told, First(dam => dam with { FromMm = fromMm, Released = true }).Notices.Any(notice => notice.Kind == "ends"));

    // Upright it would be two parts; turned it is one.
    [Fact]
    public void A_panel_that_goes_on_the_sheet_only_turned_is_one_part()
    {
        var cut = DamCut.Of([(1, new DamMeasures(250, 0, 180, 0))], new DamStock { WidthMm = 200, DepthMm = 300 });
        Assert.Equal(250, Assert.Single(cut.Panels).LengthMm);
        Assert.True(Assert.Single(Assert.Single(cut.Sheets).Placements).Turned);
    }

    [Fact]
    public void Tape_is_for_shallow_edges_and_needs_no_release()
    {
        Assert.Equal(Standing.Holds, First(dam => dam with { Make = DamMake.Tape }).Standing);
        var deep = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { WaterlineMm = 22 }], Dams = [Samples.Creek.Dams[0] with { Make = DamMake.Tape, TopMm = 27 }, Samples.Creek.Dams[1]] };
        Assert.Contains(Planner.Plan(deep, Stores.Examples).Dams[0].Notices, notice => notice.Sentence.Contains("much for tape", StringComparison.Ordinal));
    }

    [Fact]
    public void Panels_are_cut_from_sheet_and_tape_is_not()
    {
        var build = Samples.Creek with { Dams = [Samples.Creek.Dams[0], Samples.Creek.Dams[1] with { Make = DamMake.Tape }] };
        var cut = DamPlan.Cut(build.Dams, Planner.Plan(build, Stores.Examples).Dams, build.Making.DamSheet);
        var panel = Assert.Single(cut.Panels);
        Assert.Equal(("1", 100, 25 - 8 + 6), (panel.Label, panel.LengthMm, panel.HeightMm));
        Assert.Single(cut.Sheets);
        Assert.Equal(1 - (100 * 23 / (300.0 * 200)), cut.OffcutShare, 12);
    }

    [Fact]
    public void A_panel_longer_than_the_sheet_is_butted_and_one_higher_is_refused()
    {
        var cut = DamCut.Of([(3, new DamMeasures(650, 0, 20, 0))], new DamStock());
        Assert.Equal(["3/1", "3/2", "3/3"], cut.Panels.Select(panel => panel.Label));
        Assert.All(cut.Panels, panel => Assert.Equal(650 / 3.0, panel.LengthMm, 9));
        Assert.Throws<RefusedException>(() => DamCut.Of([(1, new DamMeasures(100, 0, 400, 0))], new DamStock()));
    }

    [Theory]
    [InlineData(BoardSide.Left, 50, Escape.OverTop)]
    [InlineData(BoardSide.Left, 95, Escape.PastEnd)]
    [InlineData(BoardSide.Left, 140, Escape.OpenEdge)]
    [InlineData(BoardSide.Right, 50, Escape.OpenEdge)]
    public void What_left_says_what_is_wrong_with_the_dam(BoardSide side, double at, Escape how) =>
        Assert.Equal(how, Escapes.Of([new Dam(BoardSide.Left, 20, 80, 25)], side, at));

    [Fact]
    public void Every_make_says_how_it_seals_and_comes_off() =>
        Assert.All(Enum.GetValues<DamMake>(), make => Assert.True(DamChoice.Of(make) is { Seals.Length: > 10, Releases.Length: > 10 }));

    [Property(MaxTest = 60)]
    public bool Twice_the_leak_or_twice_the_head_loses_twice_as_much(byte lost, byte head)
    {
        var resin = new ResinProperties(9, 210, 23);
        double ml = 1 + lost, mm = 2 + head;
        var one = Seep.Of(new LeakTest(ml, 10, 20), mm, resin, 550, 20);
        var leak = Seep.Of(new LeakTest(2 * ml, 10, 20), mm, resin, 550, 20);
        var deep = Seep.Of(new LeakTest(ml, 10, 20), 2 * mm, resin, 550, 20);
        return Math.Abs((leak.LostMl / one.LostMl) - 2) < 1e-9 && Math.Abs((deep.LostMl / one.LostMl) - 2) < 1e-9 && one.LostFirstHourMl < one.LostMl && one.LostMl < ml * 60;
    }

    [Fact]
    public void Water_through_the_same_gap_loses_what_the_test_lost()
    {
        // A resin as thin as water that never thickens in the hour loses an hour's worth, but for its weight.
        var resin = new ResinProperties(GelH: 5000, HeatJPerG: 200, ReferenceC: 20, DensityGPerMl: 1);
        var seep = Seep.Of(new LeakTest(5, 10, 20), 20, resin, 1, 20);
        Assert.Equal(6 * 5, seep.LostFirstHourMl, 0.1);

        // Backwards: 20 mm of water over that gap, w·h³/L, let 5 ml out in ten minutes.
        Assert.Equal(5e-6 / 600, seep.GapMm3 * 1e-9 * 1000 * 9.80665 * 0.02 / (12 * 0.001), 1e-12);
    }
}
