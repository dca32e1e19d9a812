using InkBasin.Core.Bench;

namespace InkBasin.Core.Tests.Bench;

/// <summary>What is said at the bench, and of the scale: each limit on both its sides.</summary>
public class BenchNoticesTests
{
    private static BenchScript Script => BenchWalk.Creek;

    private static BenchWalk Walk() => new(Script);

    private static CupMix Mix => Script.Mixes[0];

    [Fact]
    public void In_the_cup_the_clock_tells_when_to_hurry_and_when_to_let_it_be()
    {
        var walk = Walk().To("1-stir");
        var cup = walk.State.Cups[0];
        Assert.Equal(Mix.Times[0].Minutes, (cup.OutBy!.Value - cup.MetAt!.Value).TotalMinutes, 6);

        // Stirring is still to come, 4.5 min, and a pool of 48 ml with what it shrinks by.
        var need = BenchNotices.NeededMin(walk.State, 1, walk.Now);
        Assert.Equal(4.5 + 1 + (0.48 / (1 - 0.006)), need, 6);
        List<string> Said(double leftMin) => [.. BenchNotices.Of(Script, walk.State with { Since = cup.OutBy.Value.AddMinutes(-leftMin) }, cup.OutBy.Value.AddMinutes(-leftMin)).Notices.Select(notice => notice.Kind)];
        Assert.DoesNotContain("hurry", Said(need + 0.1));
        Assert.Contains("hurry", Said(need - 0.1));
        Assert.DoesNotContain("pastItsTime", Said(0.01));
        Assert.Contains("pastItsTime", Said(-0.01));
    }

    [Fact]
    public void It_tells_when_to_be_asked_again_though_nothing_happens()
    {
        var walk = Walk().To("1-pour-1");
        for (var asked = 0; asked < 5 && BenchNotices.Of(Script, walk.State, walk.Now).ChangesAt is { } at; asked++)
        {
            List<string> Kinds(DateTimeOffset when) => [.. BenchNotices.Of(Script, walk.State, when).Notices.Select(notice => notice.Kind)];
            Assert.Equal(Kinds(walk.Now), Kinds(at.AddSeconds(-1)));
            Assert.NotEqual(Kinds(walk.Now), Kinds(at.AddSeconds(1)));
            walk.Wait((at - walk.Now).TotalMinutes + 0.02);
        }

        Assert.Contains(walk.Said, notice => notice.Kind == "pastItsTime");
    }

    [Theory]
    [InlineData(17.9, "roomCold")]
    [InlineData(18.0, null)]
    [InlineData(28.0, null)]
    [InlineData(28.1, "roomWarm")]
    public void The_room_is_held_against_the_sheet(double roomC, string? kind)
    {
        var walk = Walk().Do();
        walk.Take(new RoomRead("r", walk.Now, roomC));
        Assert.Equal(kind is null ? [] : [(kind, Standing.Stop)], walk.Said.Where(notice => notice.Kind.StartsWith("room", StringComparison.Ordinal)).Select(notice => (notice.Kind, notice.Standing)));
        if (kind is null) return;

        // Once the parts have met it is too late to wait.
        walk.To("1-pour-1");
        Assert.Equal(Standing.Tight, walk.Said.Single(notice => notice.Kind == kind).Standing);
    }

    [Fact]
    public void A_surface_over_the_reckoned_peak_is_a_stop_at_it_it_is_not()
    {
        var walk = Walk().To("bubbles-10");
        walk.Take(new SurfaceRead("s1", walk.Now, Script.PeakC!.Value - 0.1));
        Assert.DoesNotContain(walk.Said, notice => notice.Kind == "hotterThanPlanned");
        walk.Take(new SurfaceRead("s2", walk.Now, Script.PeakC!.Value + 0.1));
        Assert.Contains(walk.Said, notice => notice is { Kind: "hotterThanPlanned", Standing: Standing.Stop });
        walk.Take(new SurfaceRead("s3", walk.Now, 30));
        Assert.Equal(Script.PeakC!.Value + 0.1, walk.State.HottestC);
        Assert.Equal(30, walk.State.SurfaceC);
    }

    [Theory]
    [InlineData(0.04, null)]
    [InlineData(0.06, "over")]
    [InlineData(2, "over")]
    public void Over_the_mark_the_scale_says_what_part_two_becomes(double overG, string? kind)
    {
        var state = Walk().To("1-one").State;
        var said = ScaleSays.Of(Script, state, Mix.OneG + overG);
        Assert.Equal(kind, said?.Kind);
        if (said is not null) Assert.Equal(Mix.TwoFor(Mix.OneG + overG), said.Numbers["twoG"]);
    }

    [Theory]
    [InlineData(-0.9, null)]
    [InlineData(-1.1, "cupLifted")]
    [InlineData(12.0, null)]
    public void A_scale_under_nought_is_another_cup(double grams, string? kind) => Assert.Equal(kind, ScaleSays.Of(Script, Walk().To("1-one").State, grams)?.Kind);

    [Fact]
    public void A_silent_scale_is_told_only_where_something_is_weighed()
    {
        Assert.Equal("scaleLost", ScaleSays.Of(Script, Walk().To("1-two").State, null)?.Kind);
        Assert.Null(ScaleSays.Of(Script, Walk().To("1-stir").State, null));
        Assert.Equal(Mix.OneG * 0.9, Walk().To("1-one").State.Step!.SlowFromG!.Value, 9);
    }

    [Theory]
    [InlineData(0.9, Standing.Tight)]
    [InlineData(1.1, Standing.Stop)]
    public void Over_the_greatest_batch_the_scale_says_stop(double share, Standing standing)
    {
        var state = Walk().To("1-one").State;
        var one = Mix.OneG + 5;
        var tight = Script with { Mixes = [Mix with { MaxBatchG = (one + Mix.TwoFor(one)) / share }] };
        Assert.Equal(standing, ScaleSays.Of(tight, state, one)!.Standing);
    }

    [Fact]
    public void Over_the_greatest_batch_it_is_taken_out_before_part_two_is_in()
    {
        var walk = new BenchWalk(Script with { Mixes = [Mix with { MaxBatchG = Mix.OneG + Mix.TwoG + 1 }] }).To("1-one").Do(Mix.OneG + 0.4).To("1-two");
        Assert.DoesNotContain(walk.Said, notice => notice.Kind == "overTheBatch");
        walk.Back().Back();
        walk.Do(Mix.OneG + 1).To("1-two");
        Assert.Contains(walk.Said, notice => notice is { Kind: "overTheBatch", Standing: Standing.Stop });
    }
}
