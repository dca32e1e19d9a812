using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Plan;

/// <summary>What is to be looked at after a pour: the creek in two layers of coating epoxy at its own 23 °C.</summary>
public class AfterCareTests
{
    private static IReadOnlyList<LateCheck> Of(params BegunPour[] begun) => AfterCare.Of(Planner.Answers(Samples.Creek with { Begun = begun }, Stores.Examples));

    private static BegunPour Pour(int layer, double afterH) => new($"p{layer}", "w", layer, Samples.Evening.AddHours(afterH), []) { Result = new PourResult(30, 27, null, layer == 1 ? 14 : 20, null, null, Samples.Evening.AddHours(afterH + 1)) };

    // The creek's edges are as high as its banks where nothing lets it off.
    private static Build Undammed => Samples.Creek with { Dams = [], Recipe = [.. Samples.Creek.Recipe.Select(step => step is Channel creek ? creek with { Points = [new(40, 50, 40), new(160, 50, 40)] } : step)], Waters = [Samples.Creek.Waters[0] with { Seed = new(100, 50) }] };

    private static double Hours(LateCheck check, double fromH = 0) => (check.At - Samples.Evening).TotalHours - fromH;

    [Fact]
    public void Before_anything_is_poured_there_is_nothing_to_look_at() => Assert.Empty(Of());

    [Fact]
    public void Between_two_layers_the_window_is_told_of_as_it_opens_and_before_it_closes()
    {
        var checks = Of(Pour(1, 0));
        Assert.Equal(["w/1/recoat", "w/1/closes"], checks.Select(check => check.Key));
        Assert.Equal(12, Hours(checks[0]), 6);
        Assert.Equal(36 - AfterCare.ClosesSoonH, Hours(checks[1]), 6);
        Assert.All(checks, check => Assert.Equal(36, (check.Until!.Value - Samples.Evening).TotalHours, 6));
    }

    [Fact]
    public void After_the_last_layer_ripples_dams_and_the_full_cure_are_told_of()
    {
        var checks = Of(Pour(1, 0), Pour(2, 20));
        Assert.Contains(checks, check => check.Key == "w/2/strip" && Hours(check, 20) >= 20 && check.Sentence.Contains("the dams may come off. Try a fingernail", StringComparison.Ordinal));
        Assert.Contains(AfterCare.Of(Planner.Answers(Undammed with { Begun = [Pour(1, 0), Pour(2, 20)] }, Stores.Examples)), check => check.Key == "w/2/strip" && check.Sentence.Contains("it may be trimmed. Try a fingernail", StringComparison.Ordinal));
        Assert.Equal(72, Hours(checks.Single(check => check.Key == "w/2/cured"), 20), 6);
        var looks = checks.Where(check => check.Key.StartsWith("w/2/ripples", StringComparison.Ordinal)).ToList();
        Assert.NotEmpty(looks);
        Assert.All(looks, look => Assert.True(look.At < look.Until));
        Assert.Equal(checks.OrderBy(check => check.At), checks);
        Assert.DoesNotContain(AfterCare.Of(Planner.Answers(Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { Wind = Wind.Calm, Flow = Flow.Standing }], Begun = [Pour(1, 0), Pour(2, 20)] }, Stores.Examples)), check => check.Key.Contains("ripples", StringComparison.Ordinal));
    }
}
