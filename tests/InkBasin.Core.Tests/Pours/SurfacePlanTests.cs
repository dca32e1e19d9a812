using InkBasin.Core.Plan;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Pours;

public class SurfacePlanTests
{
    private static InkBasin.Core.Builds.Build With(Wind wind, Flow flow) => Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { Wind = wind, Flow = flow }] };

    [Fact]
    public void A_calm_lake_is_left_as_it_levels_itself()
    {
        var surface = Planner.Answers(With(Wind.Calm, Flow.Standing), Stores.Examples).Of("w").Surface();
        Assert.Null(surface.Ripples);
        Assert.Contains("Like glass", surface.Sentence, StringComparison.Ordinal);
    }

    // The quicker it gels, the shorter a nudge holds before it does: sheets on both sides of twenty minutes.
    [Fact]
    public void A_nudge_that_holds_under_twenty_minutes_is_said_to_hold_only_so_long()
    {
        var told = Enumerable.Range(10, 10).Select(k => 6 * Math.Pow(1.06, k)).Select(gelH =>
        {
            var surface = Planner.Answers(With(Wind.Gale, Flow.Rapid), Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { GelH = gelH })] }).Of("w").Surface();
            return (surface.Minutes, Only: surface.Sentence.Contains("holds for only", StringComparison.Ordinal));
        }).Where(one => one.Minutes is not null).ToList();
        Assert.All(told, one => Assert.Equal(one.Minutes < 20, one.Only));
        Assert.Contains(told, one => one.Minutes is > 19 and < 20);
        Assert.Contains(told, one => one.Minutes is >= 20 and < 21);
    }

    [Fact]
    public void Waves_too_short_for_a_stick_are_said_to_be_and_the_puddle_is_as_deep_as_the_layer()
    {
        // 15 m of light air: 3 mm of waves 60 mm long, 0.8 mm on the model.
        var surface = Planner.Answers(With(Wind.Light, Flow.Standing), Stores.Examples).Of("w").Surface();
        Assert.Contains("shorter than a stick nudges", surface.Sentence, StringComparison.Ordinal);
        var layers = Planner.Plan(Samples.Creek, Stores.Examples).Waters[0].Layers.Is!.Layers;
        Assert.Equal(Math.PI * 400 * layers[^1].DepthMm / 1000, surface.PuddleMl, 9);
        Assert.Equal(surface.Ripples!.VisitsH.Count, surface.VisitsAt.Count);
        Assert.DoesNotContain("too short to trust", surface.Sentence, StringComparison.Ordinal);
        Assert.DoesNotContain("shorter than a stick", Planner.Answers(With(Wind.Gale, Flow.Rapid), Stores.Examples).Of("w").Surface().Sentence, StringComparison.Ordinal);
    }
}
