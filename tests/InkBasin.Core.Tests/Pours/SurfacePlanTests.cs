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
