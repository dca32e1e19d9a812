using FsCheck.Xunit;
using InkBasin.Core.Bench;
using InkBasin.Core.Plan;

namespace InkBasin.Core.Tests.Bench;

/// <summary>A session followed from its events: the creek's first layer, 48 ml in one cup.</summary>
public class BenchSessionTests
{
    private static BenchScript Script => BenchWalk.Creek;

    private static BenchWalk Walk() => new(Script);

    private static CupMix Mix => Script.Mixes[0];

    [Fact]
    public void It_goes_in_the_order_of_the_hand()
    {
        Assert.Equal(
            ["caution", "layOut", "cup", "partOne", "dose", "partTwo", "stir", "changeCup", "stir", "pour", "over", "empty", "bubbles", "bubbles", "bubbles", "level"],
            Script.Steps.Select(step => char.ToLowerInvariant(step.Kind.ToString()[0]) + step.Kind.ToString()[1..]));
        Assert.Equal([10, 20, 30], Script.Steps.Where(step => step.Kind == BenchStepKind.Bubbles).Select(step => step.DueMin!.Value));
        var pour = Script.Steps.Single(step => step.Kind == BenchStepKind.Pour);
        Assert.Equal(("w", 1, true), (pour.WaterId, pour.Layer, pour.FinishesLayer));
        Assert.Equal(48 / (1 - 0.006), pour.TargetMl!.Value, 6);
        Assert.Equal(3, Script.Steps.First(step => step.Kind == BenchStepKind.Stir).Minutes);
    }

    [Fact]
    public void As_planned_it_comes_to_its_end_and_the_layer_is_poured()
    {
        var walk = Walk().ToEnd();
        var state = walk.State;
        Assert.Null(state.Step);
        Assert.False(state.EndedEarly);
        var layer = Assert.Single(state.Poured);
        Assert.Equal(Mix.OneG, layer.OneG!.Value, 9);
        Assert.Equal(Mix.TwoG, layer.TwoG!.Value, 9);
        Assert.True(layer.Whole);
        Assert.Null(layer.ReachedMm);
        Assert.Equal(4.5, state.Cups[0].StirredMin, 9);
        Assert.Equal(30, (state.EndedAt!.Value - layer.At).TotalMinutes, 9);
    }

    [Fact]
    public void Over_with_part_one_part_two_follows_and_the_whole_is_told()
    {
        var walk = Walk().To("1-one").Do(Mix.OneG + 2).To("1-two");
        var step = walk.State.Step!;
        Assert.Equal(Mix.TwoFor(Mix.OneG + 2), step.TargetG);
        Assert.True(step.TargetG > Mix.TwoG);
        var said = walk.Said.Single(notice => notice.Kind == "partTwoFollows");
        Assert.Equal(Mix.OneG + 2 + step.TargetG!.Value, said.Numbers["sumG"], 9);
        Assert.Contains($"part two is {step.TargetG:0.0} now, not {Mix.TwoG:0.0}", said.Sentence, StringComparison.Ordinal);

        // What is over stays in the cup after its last pool.
        walk.ToEnd();
        var pour = walk.State.Steps.Single(one => one.Kind == BenchStepKind.Pour);
        Assert.Equal(Script.Steps.Single(one => one.Kind == BenchStepKind.Pour).LeftMl!.Value + walk.State.Cups[0].MixedMl - Mix.PlannedMl, pour.LeftMl!.Value, 9);
    }

    [Fact]
    public void Over_with_part_two_more_of_part_one_brings_it_back()
    {
        var walk = Walk().To("1-two").Do(Mix.TwoG * 1.1);
        Assert.Equal(BenchStepKind.MoreOne, walk.State.Step!.Kind);
        Assert.Contains(walk.Said, notice => notice.Kind == "ratioOff");
        var more = walk.State.Step.TargetG!.Value;
        Assert.Equal(Mix.OneG * 0.1, more, 0);
        walk.Do(more);
        Assert.Equal("1-stir", walk.State.Step!.Id);
        Assert.True(Math.Abs(walk.State.Cups[0].RatioOffPercent!.Value) <= Mix.TolerancePercent);
        Assert.DoesNotContain(walk.Said, notice => notice.Kind == "ratioOff");

        // The parts met at the first touch, not when it was put right.
        Assert.Equal(walk.Events.OfType<StepDone>().First(done => done.StepId == "1-two").At, walk.State.Cups[0].MetAt);
    }

    [Fact]
    public void Over_again_while_putting_it_right_asks_for_part_two()
    {
        var walk = Walk().To("1-two").Do(Mix.TwoG * 1.1);
        walk.Do(walk.State.Step!.TargetG!.Value * 2);
        Assert.Equal(("Part two again", BenchStepKind.PartTwo), (walk.State.Step!.Title, walk.State.Step.Kind));
        walk.Do(walk.State.Step.TargetG);
        Assert.Equal("1-stir", walk.State.Step!.Id);
        Assert.InRange(walk.State.Cups[0].RatioOffPercent!.Value, -Mix.TolerancePercent, Mix.TolerancePercent);
    }

    [Fact]
    public void Too_little_of_part_two_keeps_pouring()
    {
        var walk = Walk().To("1-two").Do(Mix.TwoG * 0.94);
        Assert.Equal("1-two", walk.State.Step!.Id);
        Assert.NotNull(walk.State.Cups[0].MetAt);
        walk.Do(Mix.TwoG);
        Assert.Equal("1-stir", walk.State.Step!.Id);
        Assert.Single(walk.State.Done, done => done is { StepId: "1-two", OpenedAgain: false });
        Assert.Single(walk.State.Done, done => done is { StepId: "1-two", OpenedAgain: true });
    }

    [Theory]
    [InlineData(0.89, true)]
    [InlineData(0.91, false)]
    public void A_press_too_early_is_no_measurement(double share, bool refused)
    {
        var walk = Walk().To("1-one");
        if (refused) Assert.Throws<RefusedException>(() => walk.Do(Mix.OneG * share));
        else walk.Do(Mix.OneG * share);
        Assert.Equal(refused ? "1-one" : "1-dose-blue-green", walk.State.Step!.Id);
        if (refused) Assert.Equal("1-dose-blue-green", walk.Do(Mix.OneG * share, knowingly: true).State.Step!.Id);
    }

    [Theory]
    [InlineData(2.6, true)]
    [InlineData(2.8, false)]
    public void Stirring_is_by_the_clock_unless_the_maker_knows_better(double minutes, bool refused)
    {
        var walk = Walk().To("1-stir").Wait(minutes);
        StepDone Stirred(bool knowingly) => new($"s{knowingly}", walk.Now, "1-stir", Knowingly: knowingly);
        if (refused) Assert.Throws<RefusedException>(() => walk.Take(Stirred(false)));
        walk.Take(Stirred(refused));
        Assert.Equal("1-change", walk.State.Step!.Id);
    }

    [Fact]
    public void Nothing_is_filled_in_for_the_maker()
    {
        var walk = Walk().To("1-one").Do(null);
        Assert.Null(walk.State.Cups[0].OneG);
        walk.To("1-two").Do(Mix.TwoG);
        Assert.Null(walk.State.Cups[0].RatioOffPercent);
        walk.ToEnd();
        Assert.Null(Assert.Single(walk.State.Poured).OneG);
    }

    [Fact]
    public void One_step_back_opens_it_again_and_keeps_what_was_measured()
    {
        var walk = Walk().To("1-one").Do(40, knowingly: true).Back();
        Assert.Equal("1-one", walk.State.Step!.Id);
        Assert.Null(walk.State.Cups[0].OneG);
        walk.Do(Mix.OneG);
        Assert.Equal([(40.0, true), (Mix.OneG, false)], walk.State.Done.Where(done => done.StepId == "1-one").Select(done => (done.Value!.Value, done.OpenedAgain)));

        // Back over a slip takes the step it had put in with it.
        walk.To("1-two").Do(Mix.TwoG * 1.2).Back();
        Assert.Equal("1-two", walk.State.Step!.Id);
        Assert.DoesNotContain(walk.State.Steps, step => step.Id == "1-more-1");
    }

    [Fact]
    public void A_layer_that_is_poured_is_not_unpoured()
    {
        var walk = Walk().To("1-over");
        Assert.Throws<RefusedException>(() => walk.Back());
        Assert.Single(walk.State.Poured);
    }

    [Fact]
    public void The_same_event_or_a_second_press_changes_nothing()
    {
        var walk = Walk().Do().Do();
        var before = walk.State;
        Assert.Null(BenchSession.Take(Script, Samples.Evening, walk.Events, walk.Events[1]));
        Assert.Null(BenchSession.Take(Script, Samples.Evening, walk.Events, new StepDone("from-the-other-device", walk.Now, walk.Events.OfType<StepDone>().Last().StepId)));
        Assert.Equal(before.At, walk.State.At);
        Assert.Throws<RefusedException>(() => BenchSession.Take(Script, Samples.Evening, walk.Events, new StepDone("ahead", walk.Now, "1-stir")));
    }

    [Fact]
    public void A_leak_opens_the_card_and_the_clocks_go_on()
    {
        var walk = Walk().To("1-pour-1");
        var by = walk.State.Cups[0].OutBy;
        walk.Wait(1).Take(new DamGaveWay("l", walk.Now));
        Assert.NotNull(walk.State.Leak);
        Assert.Equal("1-pour-1", walk.State.Step!.Id);
        walk.Wait(4).Take(new DamHolds("h", walk.Now, 6, "Film and tape"));
        Assert.Null(walk.State.Leak);
        Assert.Equal(by, walk.State.Cups[0].OutBy);
        var leak = Assert.Single(walk.State.Leaks);
        Assert.Equal((4, 6), ((leak.Until!.Value - leak.From).TotalMinutes, leak.LostMl));
    }

    [Fact]
    public void Ended_early_what_was_poured_is_kept_as_far_as_it_came()
    {
        var walk = Walk().To("1-stir");
        walk.Take(new SessionEnded("end", walk.Now, "Called away"));
        Assert.Empty(walk.State.Poured);
        Assert.True(walk.State.EndedEarly);
        Assert.Throws<RefusedException>(() => walk.Take(new StepDone("x", walk.Now, "1-stir", Knowingly: true)));
        walk.Take(new BenchNote("n", walk.Now, "It smoked."));
        Assert.Contains(SessionReview.Of(Script, Samples.Evening, walk.State, walk.Now).Lines, line => line.Kind == "neverPoured");
    }

    [Fact]
    public void A_cup_past_its_time_is_given_up_and_its_layer_stays_ahead()
    {
        var walk = Walk().To("1-one");
        Assert.Throws<RefusedException>(() => walk.Take(new CupGivenUp("g", walk.Now, 1)));
        walk.To("1-pour-1");
        walk.Wait(200).Take(new CupGivenUp("g", walk.Now, 1));
        Assert.Empty(walk.State.Poured);
        Assert.Equal((walk.Now, true), (walk.State.EndedAt!.Value, walk.State.EndedEarly));
        Assert.False(walk.State.Cups[0].Stands);
        var lines = SessionReview.Of(Script, Samples.Evening, walk.State, walk.Now).Lines;
        Assert.Equal(["endedEarly", "givenUp"], lines.Select(line => line.Kind).Order());
        Assert.Equal(Mix.OneG + Mix.TwoG, lines.Single(line => line.Kind == "givenUp").CostG, 6);
    }

    [Fact]
    public void A_cup_that_turns_is_not_poured_whatever_its_clock_says()
    {
        var walk = Walk().To("1-two");
        Assert.Throws<RefusedException>(() => walk.Take(new CupTurned("t", walk.Now, 1)));
        walk.To("1-pour-1").Wait(5).Take(new CupTurned("t", walk.Now, 1));
        Assert.Equal(walk.Now, walk.State.Cups[0].TurnedAt);
        Assert.Contains(walk.Said, notice => notice is { Kind: "turned", Standing: Standing.Stop });
        walk.Take(new CupGivenUp("g", walk.Now, 1));
        Assert.DoesNotContain(walk.Said, notice => notice.Kind == "turned");
    }

    [Fact]
    public void Of_two_cups_the_other_is_still_mixed_and_the_layer_is_not_whole()
    {
        var small = Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { MaxBatchG = 35 })] };
        var script = BuildBench.ScriptOf(Planner.Answers(Samples.Creek, small), 1);
        Assert.Equal(2, script.Mixes.Count);
        var walk = new BenchWalk(script).To("1-stir");
        walk.Take(new CupGivenUp("g", walk.Now, 1));
        Assert.Equal("2-cup", walk.State.Step!.Id);
        Assert.Throws<RefusedException>(() => walk.Back());
        walk.ToEnd();
        var layer = Assert.Single(walk.State.Poured);
        Assert.False(layer.Whole);
        Assert.Equal(script.Mixes[1].OneG, layer.OneG!.Value, 6);
    }

    [Property(MaxTest = 200)]
    public bool Whatever_is_pressed_it_stands_where_its_events_say(int seed)
    {
        var random = new Random(seed);
        var walk = Walk();
        for (var press = 0; press < 60; press++)
        {
            walk.Wait(random.NextDouble() * 3);
            var state = walk.State;
            BenchEvent one = random.Next(8) switch
            {
                0 when state.At > 0 => new StepBack($"p{press}", walk.Now, state.Steps[state.At - 1].Id),
                1 => new DamGaveWay($"p{press}", walk.Now),
                2 => new DamHolds($"p{press}", walk.Now),
                3 => random.Next(2) == 0 ? new RoomRead($"p{press}", walk.Now, random.Next(10, 32)) : new CupMet($"p{press}", walk.Now, 1),
                4 => random.Next(3) == 0 ? new CupGivenUp($"p{press}", walk.Now, 1) : new StepDone($"p{press}", walk.Now, state.Steps[random.Next(state.Steps.Count)].Id),
                _ => new StepDone($"p{press}", walk.Now, state.Step?.Id ?? "over", state.Step?.TargetG is { } g ? g * (0.8 + (random.NextDouble() * 0.4)) : null, null, random.Next(2) == 0),
            };
            try
            {
                walk.Take(one);
            }
            catch (RefusedException)
            {
                continue;
            }

            // Followed anew it is the same, the ids of its steps are one each, and what the ratio says is what the weights say.
            var after = walk.State;
            if (after.Steps.Select(step => step.Id).Distinct().Count() != after.Steps.Count || after.At < 0 || after.At > after.Steps.Count) return false;
            var cup = after.Cups[0];
            if (cup is { OneG: { } a, TwoG: { } b, RatioOffPercent: { } off } && Math.Abs(((a / b / Mix.OnePerTwoG) - 1) * 100 - off) > 1e-9) return false;
            if (cup.MetAt is null && after.Done.Any(done => done.StepId.EndsWith("-two", StringComparison.Ordinal))) return false;
            BenchNotices.Of(Script, after, walk.Now);
            SessionReview.Of(Script, Samples.Evening, after, walk.Now);
        }

        return true;
    }

    [Fact]
    public void Several_waters_one_mix_each_layer_has_its_share_of_what_was_weighed()
    {
        var build = Samples.Creek with
        {
            Recipe = [.. Samples.Creek.Recipe.Take(2), new InkBasin.Core.Ground.Channel { Id = "other", Name = "Ditch", Points = [new(-60, 12, 14), new(260, 12, 14)], BedStartMm = 12, BedEndMm = 12, BankAngleDeg = 90 }, Samples.Creek.Recipe[2]],
            Waters = [Samples.Creek.Waters[0], Samples.Creek.Waters[0] with { Id = "d", Name = "Ditch", Seed = new(100, 12) }],
        };
        var script = BuildBench.ScriptOf(Planner.Answers(build, Stores.Examples), 1);
        Assert.Equal(["w", "d"], script.Layers.Select(layer => layer.WaterId));
        var walk = new BenchWalk(script).ToEnd();
        Assert.Equal(2, walk.State.Poured.Count);
        Assert.Equal(script.Mixes.Sum(mix => mix.OneG), walk.State.Poured.Sum(layer => layer.OneG!.Value), 6);
        var (first, second) = (walk.State.Poured[0], walk.State.Poured[1]);
        Assert.Equal(script.Layers[0].VolumeMl / script.Layers[1].VolumeMl, first.OneG!.Value / second.OneG!.Value, 6);
    }
}
