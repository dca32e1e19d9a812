using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Tests.Days;

/// <summary>The steps of a build, and their days.</summary>
public class BuildStepsTests
{
    // A Monday afternoon, five hours before Samples.Evening.
    private static readonly DateTimeOffset Now = Samples.Evening.AddHours(-5);

    private static readonly TimetableSearch Search = new(TimeSpan.FromSeconds(20));

    // Nobody has said yet when its first layer is poured.
    private static readonly Build Creek = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { FirstPourAt = null }] };

    private static BuildAnswers Answers(Build build) => Planner.Answers(build, Stores.Examples);

    private static IReadOnlyList<BuildStep> Steps(Build build) => BuildDays.StepsOf(Answers(build), Now);

    private static DaysPlan Days(Build build) => BuildDays.Of(Answers(build), Now, Search);

    private static Build Noted(Build build, params StepNote[] notes) => build with { Days = build.Days with { Notes = notes } };

    private static DayPlace Of(DaysPlan days, string id) => days.Places.Single(place => place.Step.Id == id);

    [Fact]
    public void Steps_come_in_working_order_each_with_its_reason()
    {
        var steps = Steps(Creek);
        Assert.Equal(["skin", "w:colour", "w:seal", "w:dams", "w:test", "w:pour:1", "w:look", "w:pour:2", "w:ripples", "w:strip", "growth", "photograph"], steps.Select(step => step.Id));
        var known = steps.Select(step => step.Id).ToHashSet();
        Assert.All(steps.SelectMany(step => step.After), link =>
        {
            Assert.Contains(link.Link.Id, known);
            Assert.False(string.IsNullOrWhiteSpace(link.Why));
        });
        Assert.All(steps.Where(step => step.WaitMin > 0), step => Assert.False(string.IsNullOrWhiteSpace(step.WaitFrom)));
        Assert.All(steps, step => Assert.Equal(0, step.HandsOnMin % 5));

        // The window of a layer is the sheet's, from the start of the pour under it.
        var layers = Answers(Creek).Waters[0].Layers.Is!.Layers;
        var window = Assert.Single(steps.Single(step => step.Id == "w:pour:2").After);
        Assert.Equal((LinkFrom.Start, true), (window.Link.From, window.Scuff));
        Assert.Equal(Math.Ceiling(((layers[0].RecoatFromH - layers[0].PourH) * 60) - 1e-6), window.Link.LeastMin);
        Assert.Equal(Math.Ceiling(((layers[0].RecoatToH - layers[0].PourH) * 60) - 1e-6), window.Link.GreatestMin!.Value);
    }

    // Ripples fall between the moment a nudge stays and the gel; with gel on top there is nothing to nudge.
    [Fact]
    public void Ripples_are_visited_while_a_nudge_stays()
    {
        var running = Creek with { Waters = [Creek.Waters[0] with { Flow = InkBasin.Core.Water.Flow.Rapid, Wind = InkBasin.Core.Water.Wind.Strong }] };
        var ripples = Answers(running).Waters[0].Surface().Ripples!;
        var link = Assert.Single(Steps(running).Single(step => step.Kind == BuildStepKind.Ripples).After).Link;
        Assert.Equal(("w:pour:2", LinkFrom.Start), (link.Id, link.From));

        // Seven minutes: one waits for them from ten minutes before, and stays until it gels.
        Assert.InRange((ripples.ClosesAtH - ripples.HoldsFromH) * 60, 5, 15);
        Assert.InRange(link.LeastMin, (ripples.HoldsFromH * 60) - 10, (ripples.HoldsFromH * 60) - 9);
        Assert.InRange(link.GreatestMin!.Value, ripples.HoldsFromH * 60, (ripples.HoldsFromH * 60) + 1);
        var step = Steps(running).Single(one => one.Kind == BuildStepKind.Ripples);
        Assert.True(link.LeastMin + step.HandsOnMin >= ripples.ClosesAtH * 60);
    }

    // What is logged is done, and stays where it was.
    [Fact]
    public void What_is_logged_is_done_and_what_came_before_it_is_not_asked_again()
    {
        var tested = Creek with { WaterTests = [Samples.Test] };
        Assert.Equal(["skin", "w:test", "w:pour:1"], Steps(tested).Take(3).Select(step => step.Id));
        Assert.Equal(Samples.Test.At, Steps(tested).Single(step => step.Id == "w:test").DoneAt);

        var begun = Creek with { Begun = [new BegunPour("p", "w", 1, Now.AddHours(-1), [])] };
        var steps = Steps(begun);
        Assert.Equal(["w:pour:1", "w:pour:2"], steps.Take(2).Select(step => step.Id));
        Assert.Equal(Now.AddHours(-1), steps[0].DoneAt);
        var days = Days(begun);
        Assert.Equal(Now.AddHours(-1), Of(days, "w:pour:1").StartAt);
        Assert.True(Of(days, "w:pour:2").StartAt >= Now);

        var plastered = Creek with { Drying = new() { PlasteredAt = Now.AddDays(-1) } };
        Assert.Equal(Now.AddDays(-1), Steps(plastered)[0].DoneAt);
    }

    [Fact]
    public void Everything_ahead_lies_at_the_bench_and_in_its_windows()
    {
        var days = Days(Creek);
        Assert.Null(days.Clash);
        Assert.True(days.Optimal);
        var at = days.Places.ToDictionary(place => place.Step.Id);
        foreach (var place in days.Places)
        {
            Assert.False(place.Scuffed);
            Assert.Equal(place.HandsOnEndAt.AddMinutes(place.Step.WaitMin), place.ReadyAt);
            if (place.Step.Kind != BuildStepKind.Look)
                Assert.Contains(days.Stretches, one => one.FromAt <= place.StartAt && place.HandsOnEndAt.AddMinutes(place.Step.AttendedMin) <= one.ToAt && one.StepIds.Contains(place.Step.Id));
            foreach (var link in place.Step.After)
            {
                var before = at[link.Link.Id];
                var lag = (place.StartAt - (link.Link.From == LinkFrom.Start ? before.StartAt : before.ReadyAt)).TotalMinutes;
                Assert.InRange(lag, link.Link.LeastMin, link.Link.GreatestMin ?? double.MaxValue);
            }
        }

        Assert.Equal(days.FinishAt, days.Places.Max(place => place.ReadyAt));
        Assert.Equal(days.Visits, days.Stretches.Count(one => one.StepIds.Count > 0));
        Assert.Equal("skin", days.Next!.StepIds[0]);
        Assert.Equal(Of(days, "skin").Step.HandsOnMin, days.Next.BenchMin);
        Assert.InRange(Of(days, "w:look").StartAt.Hour, 7, 22);
    }

    [Fact]
    public void What_is_said_of_a_step_goes_before_what_is_reckoned()
    {
        var steps = Steps(Noted(Creek, new StepNote("skin") { HandsOnMin = 240, WaitMin = 60, Name = "Plaster with Ada" }, new StepNote("w:test") { LeftOut = true }));
        Assert.Equal(("Plaster with Ada", 240, 60, "as you have put it"), (steps[0].Name, steps[0].HandsOnMin, steps[0].WaitMin, steps[0].WaitFrom));

        // Left out, its place in the chain is closed.
        Assert.DoesNotContain(steps, step => step.Id == "w:test");
        Assert.Equal(["w:dams"], steps.Single(step => step.Id == "w:pour:1").After.Select(link => link.Link.Id));

        var own = Creek with { Days = Creek.Days with { Own = [new("o", "Sand the quay", 40, 30, ["skin", "nowhere"])] } };
        var mine = Steps(own).Single(step => step.Kind == BuildStepKind.Own);
        Assert.Equal(("own:o", "Sand the quay", 40, 30), (mine.Id, mine.Name, mine.HandsOnMin, mine.WaitMin));
        Assert.Equal(["skin"], mine.After.Select(link => link.Link.Id));
    }

    // Ripples an hour ago: the moment is gone, and the rest goes on.
    [Fact]
    public void A_look_whose_moment_is_over_holds_nothing_up()
    {
        var poured = Creek with { Begun = [new BegunPour("p", "w", 1, Now.AddDays(-3), []), new BegunPour("q", "w", 2, Now.AddDays(-2), [])] };
        Assert.Contains(Steps(poured), step => step.Id == "w:ripples");
        var days = Days(poured);
        Assert.Null(days.Clash);
        Assert.DoesNotContain(days.Places, place => place.Step.Id == "w:ripples");
        Assert.True(Of(days, "w:strip").StartAt >= Now);

        var fresh = Creek with { Begun = [new BegunPour("p", "w", 1, Now.AddDays(-1), []), new BegunPour("q", "w", 2, Now.AddMinutes(-30), [])] };
        Assert.Contains(Days(fresh).Places, place => place.Step.Id == "w:ripples");
    }

    [Fact]
    public void A_step_held_by_hand_stays_and_the_rest_goes_round_it()
    {
        var free = Days(Creek);
        var held = Of(free, "w:pour:1").StartAt.AddDays(3);
        var days = Days(Noted(Creek, new StepNote("w:pour:1") { PinnedAt = held }));
        Assert.Equal(held, Of(days, "w:pour:1").StartAt);
        Assert.True(Of(days, "w:pour:2").StartAt > held);
        Assert.True(days.FinishAt > free.FinishAt);

        // A first pour set under Pours is held likewise; one that is past and not begun is placed anew.
        Build Set(DateTimeOffset at) => Creek with { Waters = [Creek.Waters[0] with { FirstPourAt = at }] };
        Assert.Equal(held, Of(Days(Set(held)), "w:pour:1").StartAt);
        Assert.True(Of(Days(Set(Now.AddDays(-2))), "w:pour:1").StartAt > Now);
    }

    [Fact]
    public void A_window_that_cannot_be_kept_is_scuffed_and_told_and_no_other()
    {
        // Away for eight days after the first pour.
        var pour = Now.AddDays(14).Date;
        var build = Noted(Creek, new StepNote("w:pour:1") { PinnedAt = new(pour.AddHours(19), TimeSpan.Zero) });
        build = build with { Days = build.Days with { Except = [.. Enumerable.Range(1, 8).Select(day => new OtherDay(DateOnly.FromDateTime(pour.AddDays(day)), null, null))] } };
        var days = Days(build);
        Assert.Null(days.Clash);
        Assert.Equal(["w:pour:2"], days.Places.Where(place => place.Scuffed).Select(place => place.Step.Id));
    }

    [Fact]
    public void Where_nothing_fits_it_is_said_why_and_what_would_free_it_is_tried()
    {
        // Ten minutes on Mondays: no pour goes into them.
        var days = Days(Creek with { Days = new DaysChoice { Week = [new(Weekday.Monday, 1110, 1120)] } });
        Assert.Empty(days.Places);
        Assert.Contains("“Plaster the ground” needs", days.Clash, StringComparison.Ordinal);
        Assert.Contains(days.Offers, offer => offer.FinishAt is not null && offer.Sentence.StartsWith("An evening from 18:30 to 22:00 every day: then it is finished", StringComparison.Ordinal));
        Assert.Contains(days.Offers, offer => offer is { FinishAt: null } && offer.Sentence.EndsWith("that does not free it.", StringComparison.Ordinal));
        Assert.Null(days.FinishAt);
    }

    // Evenings alone: ripples would fall in the night, whenever it is poured.
    [Fact]
    public void Ripples_in_the_night_are_named_and_gel_is_offered()
    {
        var evenings = Creek with { Days = new DaysChoice { Week = [.. Enumerable.Range(0, 7).Select(day => new BenchDay((Weekday)day, 1110, 1320))], QuietFromMin = 1320 } };
        var days = Days(evenings);
        Assert.Contains("“Ripples in Creek”", days.Clash, StringComparison.Ordinal);
        Assert.Contains(days.Offers, offer => offer is { FinishAt: not null } && offer.Sentence.StartsWith("The surface left to itself, and ripples laid on in gel once it is cured: then it is finished", StringComparison.Ordinal));

        // Up until midnight they are only outside the hours at the bench, and that is said.
        var late = Days(evenings with { Days = evenings.Days with { QuietFromMin = 1440 } });
        Assert.Null(late.Clash);
        Assert.True(Of(late, "w:ripples").OutOfHours);
        Assert.False(Of(late, "w:pour:2").OutOfHours);
    }

    [Fact]
    public void A_board_without_water_has_nothing_to_do()
    {
        var days = Days(Creek with { Waters = [], Recipe = [] });
        Assert.Empty(days.Places);
        Assert.Null(days.FinishAt);
        Assert.NotEmpty(days.Stretches);
    }

    [Theory]
    [InlineData("days.week[0].to", """{"week":[{"day":"mon","fromMin":600,"toMin":500}]}""")]
    [InlineData("days.except[0]", """{"except":[{"date":"2027-03-02","fromMin":600}]}""")]
    [InlineData("days.quietFromMin", """{"quietFromMin":2000}""")]
    [InlineData("days.quietToMin", """{"quietToMin":1380}""")]
    [InlineData("days.notes[0].waitMin", """{"notes":[{"id":"skin","waitMin":-1}]}""")]
    [InlineData("days.notes[0].name", """{"notes":[{"id":"skin","name":" "}]}""")]
    [InlineData("days.own[0].handsOnMin", """{"own":[{"id":"o","name":"x","handsOnMin":5000,"waitMin":0,"after":[]}]}""")]
    public void What_cannot_be_planned_by_is_refused(string field, string json)
    {
        var choice = System.Text.Json.JsonSerializer.Deserialize<DaysChoice>(json, BuildJson.Options)!;
        Assert.Equal(field, Assert.Throws<RefusedException>(() => (Creek with { Days = choice }).Check()).Field);
    }
}
