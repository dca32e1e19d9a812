using InkBasin.Core.Log;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Tests.Log;

/// <summary>Which layer the log says is soft: until somebody notes it clear, or sees it firm.</summary>
public class SoftLayersTests
{
    private static readonly BegunPour[] Begun = [new("p1", "w", 1, Samples.Evening, []), new("p2", "w", 2, Samples.Evening.AddHours(20), [])];

    private static LogEntry Entry(double afterH, int layer = 1, string water = "w", Outcome? outcome = null, SeenState? seen = null) =>
        new() { Id = $"{afterH}", At = Samples.Evening.AddHours(afterH), WaterId = water, Layer = layer, Outcome = outcome, Seen = seen };

    private static SoftLayer? Of(params LogEntry[] log) => SoftLayers.Of("w", Begun, log);

    [Fact]
    public void None_is_soft_that_nobody_noted() => Assert.Null(Of(Entry(30, outcome: Outcome.Cloudy), Entry(31, seen: SeenState.Gelled)));

    [Fact]
    public void A_layer_noted_soft_is_and_when() => Assert.Equal(new SoftLayer(2, Samples.Evening.AddHours(60)), Of(Entry(60, 2, outcome: Outcome.Soft)));

    [Theory]
    [InlineData(Outcome.Clear, true)]
    [InlineData(Outcome.Soft, false)]
    [InlineData(Outcome.Cloudy, false)]
    [InlineData(Outcome.Cracked, false)]
    [InlineData(Outcome.Bubbles, false)]
    [InlineData(Outcome.LayerLine, false)]
    public void Only_clear_takes_it_back(Outcome outcome, bool back) => Assert.Equal(back, Of(Entry(60, outcome: Outcome.Soft), Entry(70, outcome: outcome)) is null);

    [Theory]
    [InlineData(SeenState.Firm, true)]
    [InlineData(SeenState.Gelled, false)]
    [InlineData(SeenState.Turned, false)]
    public void And_only_to_have_seen_it_firm(SeenState seen, bool back) => Assert.Equal(back, Of(Entry(60, outcome: Outcome.Soft), Entry(70, seen: seen)) is null);

    [Fact]
    public void What_was_noted_before_or_of_another_layer_or_water_takes_nothing_back()
    {
        Assert.NotNull(Of(Entry(60, outcome: Outcome.Soft), Entry(50, seen: SeenState.Firm)));
        Assert.NotNull(Of(Entry(60, outcome: Outcome.Soft), Entry(70, 2, seen: SeenState.Firm)));
        Assert.NotNull(Of(Entry(60, outcome: Outcome.Soft), Entry(70, 1, "other", seen: SeenState.Firm)));
        Assert.Null(Of(Entry(60, 1, "other", Outcome.Soft)));
    }

    // Firm after so many minutes is told at any time: it is of the time it names.
    [Fact]
    public void A_state_seen_so_many_minutes_after_the_pour_is_of_that_time()
    {
        Assert.NotNull(Of(Entry(60, outcome: Outcome.Soft), Entry(70, seen: SeenState.Firm) with { AfterMin = 30 * 60 }));
        Assert.Null(Of(Entry(60, outcome: Outcome.Soft), Entry(50, seen: SeenState.Firm) with { AfterMin = 65 * 60 }));
    }

    // Noted twice in one minute, the later line counts.
    [Fact]
    public void Of_one_moment_what_was_written_last_counts()
    {
        Assert.Null(Of(Entry(60, outcome: Outcome.Soft), Entry(60, outcome: Outcome.Clear)));
        Assert.NotNull(Of(Entry(60, outcome: Outcome.Clear), Entry(60, outcome: Outcome.Soft)));
    }

    // A pour dated wrongly must not let the dams off.
    [Fact]
    public void A_note_from_before_the_pour_counts_but_none_of_a_layer_that_is_not_poured()
    {
        Assert.Equal(1, Of(Entry(-1, outcome: Outcome.Soft))!.Layer);
        Assert.Null(Of(Entry(60, 3, outcome: Outcome.Soft)));
    }

    [Fact]
    public void Of_several_the_topmost_is_told() => Assert.Equal(2, Of(Entry(80, 1, outcome: Outcome.Soft), Entry(60, 2, outcome: Outcome.Soft))!.Layer);
}
