using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Tests.Plan;

/// <summary>A layer that the log says stayed soft: the reckoned hours no longer speak for it. The creek in two layers at its own 23 °C.</summary>
public class StayedSoftTests
{
    private static readonly DateTimeOffset Now = Samples.Evening.AddDays(9);

    private static BegunPour Pour(int layer, double afterH) => new($"p{layer}", "w", layer, Samples.Evening.AddHours(afterH), []) { Result = new PourResult(30, 27, null, layer == 1 ? 14 : 20, null, null, Samples.Evening.AddHours(afterH + 1)) };

    private static LogEntry Noted(int layer, double afterH, Outcome? outcome = null, SeenState? seen = null) =>
        new() { Id = $"e{layer}-{afterH}", At = Samples.Evening.AddHours(afterH), WaterId = "w", Layer = layer, Outcome = outcome, Seen = seen };

    private static BuildAnswers Of(int poured, params LogEntry[] log) =>
        Planner.Answers(Samples.Creek with { Begun = [.. new[] { Pour(1, 0), Pour(2, 20) }.Take(poured)], Log = log }, Stores.Examples);

    private static Notice? Said(BuildAnswers answers) => answers.Waters[0].Plan().Notices.SingleOrDefault(notice => notice.Kind == "stayedSoft");

    private static PourCheck Window(BuildAnswers answers) => BeforePour.Of(answers.Waters[0].Questions(Now)).Single(check => check.Item == CheckItem.Window);

    [Fact]
    public void The_dams_of_a_soft_water_have_no_hour_to_come_off()
    {
        var (well, soft) = (Of(2).Waters[0].Layers.Is!, Of(2, Noted(2, 100, Outcome.Soft)).Waters[0].Layers.Is!);
        Assert.Null(well.Soft);
        Assert.NotNull(well.StripAt);
        Assert.NotNull(well.FullCureAt);
        Assert.NotNull(well.Trim);
        Assert.Equal(new SoftLayer(2, Samples.Evening.AddHours(100)), soft.Soft);
        Assert.Null(soft.StripAt);
        Assert.Null(soft.FullCureAt);
        Assert.Null(soft.Trim);

        // What the sheet and the model reckon is still told as that.
        Assert.Equal((well.StripH, well.FullCureH), (soft.StripH, soft.FullCureH));
    }

    [Fact]
    public void It_is_said_with_what_to_do_until_it_is_noted_firm()
    {
        Assert.Null(Said(Of(2)));
        var said = Said(Of(2, Noted(2, 100, Outcome.Soft)))!;
        Assert.Equal(Standing.Stop, said.Standing);
        Assert.StartsWith("Layer 2 stayed soft, by the log: put nothing on it and leave any dam on.", said.Sentence, StringComparison.Ordinal);
        Assert.Contains("Keep it at 18 to 28 °C, nights too.", said.Sentence, StringComparison.Ordinal);
        Assert.Equal(2, said.Numbers["layer"]);
        Assert.Null(Said(Of(2, Noted(2, 100, Outcome.Soft), Noted(2, 200, seen: SeenState.Firm))));
        Assert.NotNull(Of(2, Noted(2, 100, Outcome.Soft), Noted(2, 200, seen: SeenState.Firm)).Waters[0].Layers.Is!.StripAt);
    }

    [Fact]
    public void Nothing_is_poured_on_it_without_a_reason()
    {
        var ready = Samples.Evening.AddHours(20);
        PourCheck At(BuildAnswers answers) => BeforePour.Of(answers.Waters[0].Questions(ready)).Single(check => check.Item == CheckItem.Window);
        Assert.Equal(Known.Yes, At(Of(1)).Known);
        var held = At(Of(1, Noted(1, 18, Outcome.Soft)));
        Assert.Equal((Known.No, false), (held.Known, held.Settled));
        Assert.StartsWith("It is noted in the log as soft or tacky:", held.Because, StringComparison.Ordinal);
        Assert.Equal(Known.Yes, At(Of(1, Noted(1, 18, Outcome.Soft), Noted(1, 19, seen: SeenState.Firm))).Known);

        // Poured over knowingly, the one under the last says nothing of it.
        Assert.DoesNotContain("noted", Window(Of(2, Noted(1, 18, Outcome.Soft))).Because, StringComparison.Ordinal);
        Assert.NotNull(Said(Of(2, Noted(1, 18, Outcome.Soft))));
    }

    [Fact]
    public void No_late_check_calls_it_firm()
    {
        static IEnumerable<string> Keys(BuildAnswers answers) => AfterCare.Of(answers).Select(check => check.Key).Where(key => !key.Contains("ripples", StringComparison.Ordinal));
        Assert.Equal(["w/2/strip", "w/2/cured"], Keys(Of(2)));
        Assert.Empty(Keys(Of(2, Noted(2, 100, Outcome.Soft))));
        Assert.Empty(Keys(Of(2, Noted(1, 100, Outcome.Soft))));
        Assert.Equal(["w/1/recoat", "w/1/closes"], Keys(Of(1)));
        Assert.Empty(Keys(Of(1, Noted(1, 18, Outcome.Soft))));
    }

    [Fact]
    public void Nothing_that_follows_it_is_given_a_day()
    {
        static IEnumerable<string> Ids(BuildAnswers answers) => BuildDays.StepsOf(answers, Now).Select(step => step.Id);
        Assert.Superset(new HashSet<string>(["w:strip", "w:edges", "photograph"]), Ids(Of(2)).ToHashSet());
        var soft = Ids(Of(2, Noted(2, 100, Outcome.Soft))).ToList();
        Assert.Contains("w:pour:2", soft);
        Assert.DoesNotContain("w:strip", soft);
        Assert.DoesNotContain("w:edges", soft);
        Assert.DoesNotContain("photograph", soft);
        Assert.DoesNotContain("growth", soft);
        static IReadOnlyList<string> Waits(BuildAnswers answers) => BuildDays.Of(answers, Now, new Core.Days.TimetableSearch(TimeSpan.FromSeconds(20))).Waits;
        Assert.Empty(Waits(Of(2)));
        Assert.Equal(["Creek stayed soft: what comes after its pours has no day until layer 2 is noted firm in the log."], Waits(Of(2, Noted(2, 100, Outcome.Soft))));
    }
}
