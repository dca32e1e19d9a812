using InkBasin.Core.Bench;

namespace InkBasin.Core.Tests.Bench;

/// <summary>A session looked back on: what is told of it, how much that matters, what it cost.</summary>
public class SessionReviewTests
{
    private static readonly CupMix Mix = BenchWalk.Creek.Mixes[0];

    private static SessionReview Reviewed(BenchWalk walk) => SessionReview.Of(walk.Script, Samples.Evening, walk.State, walk.Now);

    // The lines of the creek's session, walked to its end, with its one cup as it is made.
    private static Dictionary<string, ReviewLine> Lines(Func<BenchCup, BenchCup> cup) => Lines(state => state with { Cups = [cup(state.Cups[0])] });

    private static Dictionary<string, ReviewLine> Lines(Func<BenchState, BenchState> change)
    {
        var walk = new BenchWalk(BenchWalk.Creek).ToEnd();
        return SessionReview.Of(walk.Script, Samples.Evening, change(walk.State), walk.Now).Lines.ToDictionary(line => line.Kind);
    }

    [Fact]
    public void A_clean_session_is_said_to_be_one()
    {
        var walk = new BenchWalk(BenchWalk.Creek).ToEnd();
        var review = Reviewed(walk);
        Assert.Equal(["ratioHeld", "outInTime", "clean"], review.Lines.Select(line => line.Kind));
        Assert.Equal(0, review.CostG);
        Assert.Equal(34.5, review.TookMin, 6);
    }

    [Fact]
    public void Each_slip_is_told_with_what_it_cost_and_how_it_could_have_gone()
    {
        var mix = BenchWalk.Creek.Mixes[0];
        var walk = new BenchWalk(BenchWalk.Creek).To("1-one").Do(mix.OneG + 3).To("1-stir").Do(null, knowingly: true).To("1-pour-1");
        walk.Take(new DamGaveWay("l", walk.Now));
        walk.Wait(7).Take(new DamHolds("h", walk.Now, 4));
        walk.Wait((walk.State.Cups[0].OutBy!.Value - walk.Now).TotalMinutes + 3).To("bubbles-10").Wait(25).ToEnd();
        var lines = Reviewed(walk).Lines;
        Assert.Equal(
            ["lateLook", "leak", "overshoot", "ratioHeld", "stirredShort", "stoodTooLong"],
            lines.Select(line => line.Kind).Order());
        Assert.All(lines.Where(line => line.Standing != Standing.Holds), line => Assert.NotNull(line.Better));
        var over = lines.Single(line => line.Kind == "overshoot");
        Assert.Equal(3 + mix.TwoFor(mix.OneG + 3) - mix.TwoG, over.CostG, 6);
        Assert.Equal(3, lines.Single(line => line.Kind == "stoodTooLong").CostMin, 1);
        Assert.Contains("7.0 min; 4 ml ran out", lines.Single(line => line.Kind == "leak").What, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(4.9, false)]
    [InlineData(5.1, true)]
    public void A_look_for_bubbles_is_late_from_five_minutes_on(double lateMin, bool late)
    {
        var walk = new BenchWalk(BenchWalk.Creek).To("bubbles-10").Wait(10 + lateMin).ToEnd();
        Assert.Equal(late, Reviewed(walk).Lines.Any(line => line.Kind == "lateLook"));
    }

    [Theory]
    [InlineData(5.0, Standing.Tight)]
    [InlineData(5.1, Standing.Stop)]
    public void A_leak_closed_soon_cost_little(double minutes, Standing standing)
    {
        var walk = new BenchWalk(BenchWalk.Creek).To("1-pour-1");
        walk.Take(new DamGaveWay("l", walk.Now)).Wait(minutes).Take(new DamHolds("h", walk.Now)).ToEnd();
        Assert.Equal(standing, Reviewed(walk).Lines.Single(line => line.Kind == "leak").Standing);
    }

    [Theory]
    [InlineData(17.9, "Warm room and bottles")]
    [InlineData(18.0, null)]
    [InlineData(28.0, null)]
    [InlineData(28.1, "Wait for cooler air")]
    public void The_room_it_was_poured_in_is_held_against_the_sheet(double roomC, string? better)
    {
        var line = Lines(state => state with { RoomC = roomC }).GetValueOrDefault("room");
        Assert.Equal(better is null, line is null);
        if (line is null) return;
        Assert.StartsWith(better!, line.Better, StringComparison.Ordinal);
        Assert.Equal(Standing.Stop, line.Standing);

        // Nothing was mixed: it cost nothing yet.
        var walk = new BenchWalk(BenchWalk.Creek).To("1-one");
        walk.Take(new RoomRead("r", walk.Now, roomC));
        Assert.Equal(Standing.Tight, Reviewed(walk).Lines.Single(one => one.Kind == "room").Standing);
    }

    [Theory]
    [InlineData(-0.001, false)]
    [InlineData(0.001, true)]
    public void Part_one_is_over_from_half_a_graduation_on(double beyondG, bool over) =>
        Assert.Equal(over, Lines(cup => cup with { OneG = Mix.OneG + (Mix.GraduationG / 2) + beyondG }).ContainsKey("overshoot"));

    [Theory]
    [InlineData(0, "ratioHeld")]
    [InlineData(1e-6, "ratioOff")]
    public void The_ratio_holds_as_far_as_the_sheet_allows_either_way(double beyondPercent, string kind)
    {
        foreach (var sign in new[] { -1, 1 })
        {
            var lines = Lines(cup => cup with { RatioOffPercent = sign * (Mix.TolerancePercent + beyondPercent) });
            Assert.Equal(kind == "ratioHeld" ? Standing.Holds : Standing.Stop, lines[kind].Standing);
            Assert.Single(lines.Keys, one => one.StartsWith("ratio", StringComparison.Ordinal));
        }
    }

    [Theory]
    [InlineData(0.899, true)]
    [InlineData(0.901, false)]
    public void Stirring_is_short_under_nine_tenths_of_its_time(double share, bool isShort)
    {
        var wanted = BenchWalk.Creek.Steps.Where(step => step is { Cup: 1, Kind: BenchStepKind.Stir }).Sum(step => step.Minutes ?? 0);
        Assert.Equal(isShort, Lines(cup => cup with { StirredMin = share * wanted }).ContainsKey("stirredShort"));

        // What was never poured out has not hurt the bed.
        Assert.DoesNotContain("stirredShort", Lines(cup => cup with { StirredMin = 0, OutAt = null }).Keys);
    }

    [Theory]
    [InlineData(0, "outInTime")]
    [InlineData(0.1, "stoodTooLong")]
    public void A_cup_is_in_time_to_its_last_minute(double afterMin, string kind)
    {
        var lines = Lines(cup => cup with { OutAt = cup.OutBy!.Value.AddMinutes(afterMin) });
        Assert.Single(lines.Keys, one => one is "outInTime" or "stoodTooLong");
        Assert.Equal(afterMin, lines[kind].CostMin, 6);
        Assert.Equal(afterMin > 0 ? Mix.OneG + Mix.TwoG : 0, lines[kind].CostG, 6);
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(-1, true)]
    public void A_cup_that_was_mixed_and_not_poured_is_told_with_whether_its_time_was_over(int endsBeforeMin, bool over)
    {
        var line = Lines(state => state with { Cups = [state.Cups[0] with { OutAt = null, OutBy = state.EndedAt!.Value.AddMinutes(endsBeforeMin) }] })["neverPoured"];
        Assert.Equal(over, line.What.Contains("past its time", StringComparison.Ordinal));
        Assert.Equal(Mix.OneG + Mix.TwoG, line.CostG, 6);
    }

    [Fact]
    public void A_ratio_put_right_costs_what_was_mixed_beyond_the_plan()
    {
        var walk = new BenchWalk(BenchWalk.Creek).To("1-two").Do(Mix.TwoG * 1.2);
        var more = walk.State.Step!;
        Assert.True(more.Correction > 0, more.Id);
        walk.ToEnd();
        var cup = walk.State.Cups[0];
        var lines = Reviewed(walk).Lines.ToDictionary(line => line.Kind);
        Assert.Equal(cup.OneG!.Value + cup.TwoG!.Value - Mix.OneG - Mix.TwoG, lines["putRight"].CostG, 6);
        Assert.True(lines["putRight"].CostG > 0.2 * Mix.TwoG);

        // The part one that put it right is not a slip of its own.
        Assert.DoesNotContain("overshoot", lines.Keys);
    }
}
