using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Days;

/// <summary>The days of a build: where its steps lie, what gives way, what is said of it.</summary>
public class DaysPlanTests : CreekDays
{
    // What the scale says goes before the estimate: still damp, and all that wants it dry waits.
    [Fact]
    public void A_weighing_that_says_still_damp_puts_the_rest_off()
    {
        Build Weighed(params (double AtH, double G)[] weighings) => Creek with
        {
            Drying = new() { PlasteredAt = Now.AddDays(-4), Weighings = [.. weighings.Select(one => new LoggedWeighing(Now.AddDays(-4).AddHours(one.AtH), one.G))] },
        };
        var estimated = Of(Days(Weighed()), "skin").ReadyAt;
        var damp = Days(Weighed((1, 1200), (24, 1170), (48, 1143), (72, 1119), (94, 1099)));
        Assert.True(Of(damp, "skin").ReadyAt > estimated, $"{Of(damp, "skin").ReadyAt} {Of(damp, "skin").Step.WaitFrom} {estimated}");
        Assert.Equal("by its weighings", Of(damp, "skin").Step.WaitFrom);
        Assert.True(Of(damp, "w:colour").StartAt >= Of(damp, "skin").ReadyAt);
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
        Assert.Equal("board", days.Next!.StepIds[0]);
        Assert.Equal(days.Next.StepIds.Sum(id => Of(days, id).Step.HandsOnMin), days.Next.BenchMin);
        Assert.Equal(days.Next.StepIds.SelectMany(id => Of(days, id).Step.LayOut), days.LayOut);
        Assert.InRange(Of(days, "w:look").StartAt.Hour, 7, 22);
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
        var scuffed = Assert.Single(days.Places, place => place.Scuffed);
        Assert.Equal("w:pour:2", scuffed.Step.Id);
        Assert.Contains("“Pour Creek 2”", scuffed.WhyScuffed, StringComparison.Ordinal);
        Assert.All(days.Places.Where(place => !place.Scuffed), place => Assert.Null(place.WhyScuffed));

        // The pour is held before a week away: let go, it would be kept.
        Assert.StartsWith("Let go of Pour Creek 1: then nothing of that happens, and it is ready", Assert.Single(days.Offers).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Where_nothing_fits_it_is_said_why_and_what_would_free_it_is_tried()
    {
        // Ten minutes on Mondays: no pour goes into them.
        var days = Days(Creek with { Days = new DaysChoice { Week = [new(Weekday.Monday, 1110, 1120)] } });
        Assert.Empty(days.Places);
        Assert.Contains("“Make the board” needs", days.Clash, StringComparison.Ordinal);
        Assert.True(days is { Optimal: true, Unsettled: false });
        Assert.Contains(days.Offers, offer => offer.FinishAt is not null && offer.Sentence.StartsWith("An evening from 18:30 to 22:00 every day: then it is ready", StringComparison.Ordinal));
        Assert.Contains(days.Offers, offer => offer is { FinishAt: null } && offer.Sentence.EndsWith("that does not free it.", StringComparison.Ordinal));

        // Who is stuck reads first what helps.
        Assert.NotNull(days.Offers[0].FinishAt);
        Assert.Equal(days.Offers.OrderBy(offer => offer.FinishAt is null).ToList(), days.Offers);
        Assert.Null(days.FinishAt);
    }

    [Fact]
    public void What_was_not_sought_to_its_end_is_not_called_impossible()
    {
        var steps = Steps(Creek);
        DaysPlan Within(double work) => DaysPlan.Of(steps, Creek.Days, Now, null, Search with { Work = work });
        var cut = Within(1e-9);
        Assert.Empty(cut.Places);
        Assert.True(cut is { Optimal: false, Unsettled: true });
        Assert.Equal(Timetable.TooShort().Message, cut.Clash);
        Assert.Empty(cut.Offers);
        Assert.Equal("steps", Assert.Throws<RefusedException>(() => Timetable.Of([new("a", 30), new("b", 20, 0, 0, [new("a", LinkFrom.End, 0, null)])], new BenchHours(Now, 60, Creek.Days.Week, []), Search with { Work = 1e-9 })).Field);

        // Whatever is called the best is what a long search calls so, and what gave way in it had to.
        string Best(DaysPlan plan) => $"{plan.FinishAt:O} {plan.Visits} {plan.Places.Count(place => place.Scuffed)} {plan.Places.Count(place => place.OutOfHours)}";
        var whole = Within(1);
        Assert.True(whole is { Optimal: true, Unsettled: false });

        // Nor is anything said to have changed by it.
        var none = Days(Creek with { Days = new DaysChoice { Week = [new(Weekday.Monday, 1110, 1120)] } });
        Assert.All(new[] { (whole, cut), (cut, whole), (none, cut), (cut, none) }, pair => Assert.Empty(DaysChanges.Of(pair.Item1, pair.Item2)));
        Assert.Equal(["It does not fit any more."], DaysChanges.Of(whole, none));
        var called = Enumerable.Range(0, 30).Select(k => Within(1e-7 * Math.Pow(2, k))).Where(plan => plan.Optimal).ToList();
        Assert.InRange(called.Count, 1, 29);
        Assert.All(called, plan => Assert.Equal(Best(whole), Best(plan)));
    }

    [Fact]
    public void What_gave_way_only_because_the_search_was_short_is_not_called_the_best()
    {
        // One look more than go into the evenings before its date: none of their orders fits, which is not proved soon. Without the date they lie anywhere before the long wait is over.
        BenchDay[] evenings = [.. Enumerable.Range(0, 7).Select(day => new BenchDay((Weekday)day, 1110, 1320))];
        var choice = new DaysChoice { Week = evenings, QuietFromMin = 1320, QuietToMin = 1110 };
        BuildStep Step(string id, int handsOnMin, int waitMin, BuildStepKind kind, DateOnly? keepsUntil) => new(id, kind, null, id, handsOnMin, waitMin, 0, [], "") { KeepsUntil = keepsUntil };
        DaysPlan Looks(int count) => DaysPlan.Of(
            [Step("wait", 0, 30 * 1440, BuildStepKind.Own, null), .. Enumerable.Range(0, count).Select(k => Step($"look {k}", 80 + (5 * (k % 4)), 0, BuildStepKind.Look, DateOnly.FromDateTime(Now.DateTime).AddDays(3)))],
            choice,
            Now,
            null,
            Search with { Work = 0.01 });
        Assert.Equal((true, 0), (Looks(8).Optimal, Looks(8).Places.Count(place => place.Stale)));
        var late = Looks(9);
        Assert.Contains(late.Places, place => place.Stale);
        Assert.False(late.Optimal);
    }

    [Fact]
    public void An_offer_that_was_sought_too_short_is_not_said_to_be_of_no_use()
    {
        // Eleven minutes are too short for the creek's pours, which is told without any search; what would free it wants one.
        var none = Creek with { Days = new DaysChoice { Week = [new(Weekday.Monday, 1110, 1121)] } };
        var cut = DaysPlan.Of(Steps(none), none.Days, Now, null, Search with { Work = 1e-9 });
        Assert.Equal((true, false), (cut.Clash is not null, cut.Unsettled));
        var evenings = Assert.Single(cut.Offers, offer => offer.Sentence.StartsWith("An evening from 18:30 to 22:00 every day:", StringComparison.Ordinal));
        Assert.Equal(("An evening from 18:30 to 22:00 every day: whether that frees it was not found in the time there is.", null), (evenings.Sentence, evenings.FinishAt));

        // Nothing is said to free it that was not found to.
        Assert.DoesNotContain(cut.Offers, offer => offer.FinishAt is not null);
    }

    // Evenings alone: ripples would fall in the night, whenever it is poured.
    [Fact]
    public void Ripples_in_the_night_are_named_and_gel_is_offered()
    {
        var evenings = Creek with { Days = new DaysChoice { Week = [.. Enumerable.Range(0, 7).Select(day => new BenchDay((Weekday)day, 1110, 1320))], QuietFromMin = 1320 } };
        var days = Days(evenings);
        Assert.Contains("“Ripples in Creek”", days.Clash, StringComparison.Ordinal);
        Assert.Contains(days.Offers, offer => offer is { FinishAt: not null } && offer.Sentence.StartsWith("The surface left to itself, and ripples laid on in gel once it is cured: then it is ready", StringComparison.Ordinal));

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

    [Fact]
    public void Hands_that_are_busy_elsewhere_are_kept_clear_of()
    {
        var free = Days(Creek);
        var first = free.Places.First(place => place.Step.DoneAt is null);
        ElsewhereWork other = new("The other", "Pour", first.StartAt, first.HandsOnEndAt);
        var days = BuildDays.Of(Answers(Creek), Now, Search, [other]);
        Assert.Equal([other], days.Elsewhere);
        Assert.All(days.Places.Where(place => place.Step.HandsOnMin > 0), place => Assert.True(place.HandsOnEndAt <= other.FromAt || place.StartAt >= other.ToAt));

        // A second maker has hands of their own.
        var two = BuildDays.Of(Answers(Creek with { Days = Creek.Days with { Makers = 2 } }), Now, Search, [other]);
        Assert.Equal(first.StartAt, Of(two, first.Step.Id).StartAt);
    }

    // Bottles past their date by the day of the pour: it comes sooner if it can, else that is said.
    [Fact]
    public void Bottles_are_poured_before_their_date_where_that_can_be()
    {
        var stores = Stores.Examples with { Bottles = [] };
        var sheet = stores.Sheet(Creek.Waters[0].ProductId)!;
        var free = BuildDays.Of(Planner.Answers(Creek, stores), Now, Search);
        var second = Of(free, "w:pour:2");
        Stores Until(DateTimeOffset day) => stores with
        {
            Sheets = [sheet with { UnopenedMonths = 1, OpenedMonths = null }, .. stores.Sheets.Where(one => one.Id != sheet.Id)],
            Bottles = [.. new[] { Part.One, Part.Two }.Select(part => new Bottle($"b{part}", sheet.Id, part, 5000, DateOnly.FromDateTime(day.DateTime).AddDays(-30), null))],
        };
        var kept = BuildDays.Of(Planner.Answers(Creek, Until(second.StartAt)), Now, Search);
        Assert.Equal(DateOnly.FromDateTime(second.StartAt.DateTime), Of(kept, "w:pour:2").Step.KeepsUntil);
        Assert.DoesNotContain(kept.Places, place => place.Stale);
        var late = BuildDays.Of(Planner.Answers(Creek, Until(Now.AddDays(1))), Now, Search);
        Assert.Null(late.Clash);
        Assert.Equal(["w:pour:1", "w:pour:2"], late.Places.Where(place => place.Stale).Select(place => place.Step.Id));
    }

    [Fact]
    public void The_room_is_as_it_was_read_then_as_it_is_planned()
    {
        var build = Creek with { Room = Creek.Room with { AirC = 20, NightC = 14 }, RoomLog = [new(Now.AddHours(-3), 9), new(Now.AddHours(-1), 21)] };
        var room = Days(build).Room!;
        Assert.Equal([9, 21], room.Course.TakeWhile(one => one.At <= Now).Select(one => one.C));
        Assert.All(room.Course.Where(one => one.At > Now), one => Assert.Equal(one.At.TimeOfDay is var hour && hour > TimeSpan.FromHours(8) && hour < TimeSpan.FromHours(20) ? 20 : 14, one.C));
        Assert.Equal(room.Course.Select(one => one.At).Order(), room.Course.Select(one => one.At));
        Assert.Equal(Stores.Examples.Sheet(Creek.Waters[0].ProductId)!.WorkFromC, room.LeastC);
    }

    [Fact]
    public void What_is_left_out_is_told_and_can_be_taken_in_again()
    {
        var days = Days(Noted(Creek, new StepNote("w:test") { LeftOut = true }));
        Assert.Equal([new LeftOutStep("w:test", "Water test of Creek")], days.LeftOut);
    }

    // A layer noted soft takes steps out of the plan: it is none the sooner finished for that.
    [Fact]
    public void While_something_waits_nothing_is_called_finished_sooner_or_later()
    {
        var before = Days(Creek);
        var late = Days(Noted(Creek, new StepNote("skin") { PinnedAt = Of(before, "skin").StartAt.AddDays(9) }));
        DaysPlan Waiting(DaysPlan days) => days with { Waits = ["Creek stayed soft."] };
        var said = DaysChanges.Of(before, Waiting(late));
        Assert.Equal("Creek stayed soft.", said[0]);
        Assert.Equal($"All that has a day is ready {DaysChanges.Date(late.FinishAt!.Value)}.", said[^1]);
        var firm = DaysChanges.Of(Waiting(late), before);
        Assert.Equal($"Finished {DaysChanges.Date(before.FinishAt!.Value)}.", firm[^1]);
        Assert.DoesNotContain("Creek stayed soft.", firm);
        var still = DaysChanges.Of(Waiting(before), Waiting(late));
        Assert.Matches("^All that has a day is ready .* days later\\.$", still[^1]);
        Assert.DoesNotContain("Creek stayed soft.", still);

        // Nothing else lies otherwise, and it is told all the same.
        Assert.Equal(["Creek stayed soft.", $"All that has a day is ready {DaysChanges.Date(before.FinishAt!.Value)}."], DaysChanges.Of(before, Waiting(before)));
    }

    [Fact]
    public void Changes_are_told_in_words()
    {
        var before = Days(Creek);
        Assert.Empty(DaysChanges.Of(before, Days(Creek)));
        var late = Days(Noted(Creek, new StepNote("skin") { PinnedAt = Of(before, "skin").StartAt.AddDays(9) }));
        var said = DaysChanges.Of(before, late);
        Assert.StartsWith($"Plaster the ground moves from {DaysChanges.Date(Of(before, "skin").StartAt)} to {DaysChanges.Date(Of(late, "skin").StartAt)}.", said.First(one => one.Contains("Plaster", StringComparison.Ordinal)), StringComparison.Ordinal);
        Assert.Matches("^Finished .* days later\\.$", said[^1]);
        Assert.Matches("^[0-9]+ more lie otherwise too\\.$", said[^2]);
        Assert.Matches("^Finished .* days sooner\\.$", DaysChanges.Of(late, before)[^1]);
        var trusted = DaysChanges.Of(before, Days(Creek with { Days = Creek.Days with { Proof = Proof.Trust } }));
        Assert.Contains("No more: Water test of Creek.", trusted);
        Assert.Contains(DaysChanges.Of(before, Days(Noted(Creek, new StepNote("foam") { DoneAt = Now }))), one => one == "Cut and glue the foam is done.");
        var none = Days(Creek with { Days = new DaysChoice { Week = [new(Weekday.Monday, 1110, 1120)] } });
        Assert.Equal(["It does not fit any more."], DaysChanges.Of(before, none));
        Assert.Equal(["It fits again."], DaysChanges.Of(none, before));
    }

    [Theory]
    [InlineData("days.week[0].toMin", """{"week":[{"day":"mon","fromMin":600,"toMin":500}]}""")]
    [InlineData("days.except[0]", """{"except":[{"date":"2027-03-02","fromMin":600}]}""")]
    [InlineData("days.quietFromMin", """{"quietFromMin":2000}""")]
    [InlineData("days.quietToMin", """{"quietToMin":1380}""")]
    [InlineData("days.notes[0].waitMin", """{"notes":[{"id":"skin","waitMin":-1}]}""")]
    [InlineData("days.notes[0].name", """{"notes":[{"id":"skin","name":" "}]}""")]
    [InlineData("days.makers", """{"makers":0}""")]
    [InlineData("days.makers", """{"makers":5}""")]
    [InlineData("days.sittingMin", """{"sittingMin":29}""")]
    [InlineData("days.tests", """{"tests":4}""")]
    [InlineData("days.own[0].handsOnMin", """{"own":[{"id":"o","name":"x","handsOnMin":5000,"waitMin":0,"after":[]}]}""")]
    public void What_cannot_be_planned_by_is_refused(string field, string json)
    {
        var choice = System.Text.Json.JsonSerializer.Deserialize<DaysChoice>(json, BuildJson.Options)!;
        Assert.Equal(field, Assert.Throws<RefusedException>(() => (Creek with { Days = choice }).Check()).Field);
    }
}
