using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

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
        Assert.Equal(["board", "foam", "skin", "w:colour", "w:seal", "w:dams", "w:test", "w:pour:1", "w:look", "w:pour:2", "w:ripples", "w:strip", "w:edges", "growth", "photograph"], steps.Select(step => step.Id));
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

    // What is drawn of a layer is what its column was followed to.
    [Fact]
    public void A_layers_cure_is_told_from_its_pour_on()
    {
        var (step, layer) = (Steps(Creek).Single(one => one.Id == "w:pour:1"), Answers(Creek).Waters[0].Layers.Is!.Layers[0]);
        Assert.Equal((0, 0), (step.Cure[0].AtH, Math.Round(step.Cure[0].Cure, 3)));
        Assert.All(step.Cure.Zip(step.Cure.Skip(1)), pair => Assert.True(pair.First.AtH < pair.Second.AtH && pair.First.Cure <= pair.Second.Cure));
        var after = step.Cure.First(one => one.AtH >= layer.Cure.FirmH);
        Assert.InRange(after.Cure, 0.8, 1);
        Assert.True(step.Cure.Last(one => one.AtH <= layer.Cure.GelH).Cure < after.Cure);
        Assert.Empty(Steps(Creek).Single(one => one.Id == "w:strip").Cure);
    }

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

    // Ripples fall between the moment a nudge stays and the gel; with gel on top there is nothing to nudge.
    [Fact]
    public void Ripples_are_visited_while_a_nudge_stays()
    {
        var running = Creek with { Waters = [Creek.Waters[0] with { Flow = Flow.Rapid, Wind = Wind.Strong }] };
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
        Assert.Equal("board", days.Next!.StepIds[0]);
        Assert.Equal(days.Next.StepIds.Sum(id => Of(days, id).Step.HandsOnMin), days.Next.BenchMin);
        Assert.Equal(days.Next.StepIds.SelectMany(id => Of(days, id).Step.LayOut), days.LayOut);
        Assert.InRange(Of(days, "w:look").StartAt.Hour, 7, 22);
    }

    [Fact]
    public void What_is_said_of_a_step_goes_before_what_is_reckoned()
    {
        var steps = Steps(Noted(Creek, new StepNote("skin") { HandsOnMin = 240, WaitMin = 60, Name = "Plaster with Ada" }, new StepNote("w:test") { LeftOut = true }));
        Assert.Equal(("Plaster with Ada", 240, 60, "as you have put it"), (steps[2].Name, steps[2].HandsOnMin, steps[2].WaitMin, steps[2].WaitFrom));

        // Left out, its place in the chain is closed.
        Assert.DoesNotContain(steps, step => step.Id == "w:test");
        Assert.Equal(["w:dams"], steps.Single(step => step.Id == "w:pour:1").After.Select(link => link.Link.Id));

        var own = Creek with { Days = Creek.Days with { Own = [new("o", "Sand the quay", 40, 30, ["skin", "nowhere"])] } };
        var mine = Steps(own).Single(step => step.Kind == BuildStepKind.Own);
        Assert.Equal(("own:o", "Sand the quay", 40, 30), (mine.Id, mine.Name, mine.HandsOnMin, mine.WaitMin));
        Assert.Equal(["skin"], mine.After.Select(link => link.Link.Id));
    }

    // Noted out of its order: what must have come before it is done too, and it all still fits.
    [Fact]
    public void Who_has_painted_has_built()
    {
        var days = Days(Noted(Creek, new StepNote("w:colour") { DoneAt = Now }));
        Assert.Null(days.Clash);
        Assert.Equal(["board", "foam", "skin", "w:colour"], days.Places.Where(place => place.Step.DoneAt is not null).Select(place => place.Step.Id).Order());
        Assert.True(Of(days, "w:seal").StartAt >= Now.AddMinutes(Of(days, "w:colour").Step.HandsOnMin));
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
        Assert.StartsWith("Let go of Pour Creek 1: then nothing of that happens, and it is finished", Assert.Single(days.Offers).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Where_nothing_fits_it_is_said_why_and_what_would_free_it_is_tried()
    {
        // Ten minutes on Mondays: no pour goes into them.
        var days = Days(Creek with { Days = new DaysChoice { Week = [new(Weekday.Monday, 1110, 1120)] } });
        Assert.Empty(days.Places);
        Assert.Contains("“Make the board” needs", days.Clash, StringComparison.Ordinal);
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

    // The one that is chosen rearranges the steps.
    [Fact]
    public void Schools_order_the_steps_each_in_its_way()
    {
        string[] Ids(Func<DaysChoice, DaysChoice> school) => [.. Steps(Creek with { Days = school(Creek.Days) }).Select(step => step.Id)];
        Assert.DoesNotContain("w:test", Ids(days => days with { Proof = Proof.Trust }));
        Assert.DoesNotContain("w:test", Ids(days => days with { Proof = Proof.SealPour }));
        Assert.Equal(["w:test", "w:test:2", "w:test:3"], Ids(days => days with { Tests = 3 }).Where(id => id.Contains("test", StringComparison.Ordinal)));

        // Water last: growth is before any resin, and nothing waits for the water but the picture.
        var last = Steps(Creek with { Days = Creek.Days with { WaterLast = true } });
        Assert.Equal(["w:test", "growth"], last.Single(step => step.Id == "w:pour:1").After.Select(link => link.Link.Id));
        Assert.Equal(["w:test"], last.Single(step => step.Id == "growth").After.Select(link => link.Link.Id));
        Assert.Equal(["w:edges"], last.Single(step => step.Id == "photograph").After.Select(link => link.Link.Id));
        Assert.True(Of(Days(Creek with { Days = Creek.Days with { WaterLast = true } }), "growth").ReadyAt <= Of(Days(Creek with { Days = Creek.Days with { WaterLast = true } }), "w:pour:1").StartAt);

        // Once resin is in, it cannot come last any more.
        var begun = Steps(Creek with { Begun = [new BegunPour("p", "w", 1, Now.AddHours(-1), [])], Days = Creek.Days with { WaterLast = true } });
        Assert.Equal(["w:edges"], begun.Single(step => step.Id == "growth").After.Select(link => link.Link.Id));
    }

    // Ten rocks, and the paint waits for them; one that is switched off is none.
    [Fact]
    public void Rocks_are_set_on_dry_ground_before_the_paint()
    {
        RockGroup rocks = new() { Id = "r", Name = "Rocks", Outline = new Outline([new(10, 5), new(60, 5), new(60, 25), new(10, 25)], false), Count = 10, LeastMm = 5, GreatestMm = 12, Seed = 3 };
        var steps = Steps(Creek with { Recipe = [.. Creek.Recipe, rocks] });
        var step = steps.Single(one => one.Id == "rocks");
        Assert.Equal((80, "skin"), (step.HandsOnMin, Assert.Single(step.After).Link.Id));
        Assert.Equal(["rocks"], steps.Single(one => one.Id == "w:colour").After.Select(link => link.Link.Id));
        Assert.DoesNotContain(Steps(Creek with { Recipe = [.. Creek.Recipe, rocks with { Enabled = false }] }), one => one.Kind == BuildStepKind.Rocks);
    }

    [Fact]
    public void What_stands_on_the_bed_is_set_before_it_is_sealed()
    {
        var post = new DrownedThing { Id = "post", Name = "Post", At = new(100, 50), LengthMm = 4, WidthMm = 4, HeightMm = 6, DensityGPerMl = 2 };
        var steps = Steps(Creek with { Drowned = [post] });
        Assert.Equal(["w:drowned"], steps.Single(step => step.Id == "w:seal").After.Select(link => link.Link.Id));
        Assert.Equal(["w:colour"], steps.Single(step => step.Id == "w:drowned").After.Select(link => link.Link.Id));
    }

    // A layer that failed is taken out and poured again; what was to come after it comes after the new one.
    [Fact]
    public void A_layer_that_failed_is_cleared_out_and_poured_again()
    {
        var poured = Creek with { Begun = [new BegunPour("p", "w", 1, Now.AddDays(-2), [])] };
        var days = Days(Noted(poured, new StepNote("w:pour:1") { FailedAt = Now.AddDays(-1) }));
        Assert.Null(days.Clash);
        Assert.Equal(Now.AddDays(-2), Of(days, "w:pour:1").StartAt);
        Assert.True(Of(days, "w:pour:1:clear").StartAt >= Now);
        Assert.True(Of(days, "w:pour:1:again").StartAt >= Of(days, "w:pour:1:clear").HandsOnEndAt);
        Assert.Equal(["w:pour:1:again"], Of(days, "w:pour:2").Step.After.Select(link => link.Link.Id));
        Assert.False(Of(days, "w:pour:2").Scuffed);
        Assert.Equal("Clear out Creek 1", Of(days, "w:pour:1:clear").Step.Name);
    }

    // Two pools of one product and ink: poured of one mix where that costs nothing.
    [Fact]
    public void One_mix_serves_two_waters()
    {
        Pond Hole(string id, double x) => new() { Id = id, Name = id, Outline = new Outline([new(x, 30), new(x + 50, 30), new(x + 50, 70), new(x, 70)], false), DepthMm = 6, SlopeDeg = 90 };
        var two = Creek with
        {
            Recipe = [Creek.Recipe[0], Hole("left", 20), Hole("right", 130)],
            Dams = [],
            Waters = [Creek.Waters[0] with { Seed = new(45, 50), WaterlineMm = 29 }, Creek.Waters[0] with { Id = "v", Name = "Pond", WaterlineMm = 28, Seed = new(155, 50) }],
        };
        var days = Days(two);
        var follows = Assert.Single(days.Places, place => place.Step.MixedWith is not null);
        var leads = Of(days, follows.Step.MixedWith!);
        Assert.Equal(leads.StartAt, follows.StartAt);
        Assert.NotEqual(leads.Step.WaterId, follows.Step.WaterId);
        Assert.Contains(days.Stretches, stretch => stretch.StepIds.Contains(leads.Step.Id) && stretch.StepIds.Contains(follows.Step.Id));

        // The work of both is the one's, laid out once; what comes after waits as long as it did.
        var alone = Steps(two).ToDictionary(step => step.Id);
        Assert.Equal(alone[leads.Step.Id].HandsOnMin + alone[follows.Step.Id].HandsOnMin - 10, leads.Step.HandsOnMin);
        Assert.Equal(0, follows.Step.HandsOnMin);
        Assert.Equal(alone[follows.Step.Id].HandsOnMin + alone[follows.Step.Id].WaitMin, follows.Step.WaitMin);

        // Another ink is another mix.
        Assert.DoesNotContain(Days(two with { Waters = [two.Waters[0], two.Waters[1] with { Ink = new("umber", 0.77) }] }).Places, place => place.Step.MixedWith is not null);
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

    [Fact]
    public void Schools_and_the_price_of_care_are_tried_and_can_be_taken()
    {
        var answers = Answers(Creek);
        var days = Days(Creek);
        BuildAnswers Other(Build build) => Answers(build);
        var trials = DaysTrials.Of(answers, Other, days, one => BuildDays.Of(one, Now, Search)).ToDictionary(trial => trial.Id);
        Assert.Equal(["test", "dams-glued", "ripples-resin", "water-first"], trials.Values.Where(trial => trial.Chosen).Select(trial => trial.Id));
        foreach (var trial in trials.Values)
        {
            // What is said of it is what comes of it.
            if (trial.Edit is null) continue;
            var taken = Days(trial.Edit.Apply(Creek).After);
            Assert.Equal((trial.FinishAt, trial.Visits), (taken.FinishAt, taken.Visits));
            Assert.Equal(DaysChanges.Of(days, taken), trial.Changes);
        }

        Assert.True(trials["trust"].Visits < days.Visits);
        Assert.Contains("No more: Water test of Creek.", trials["trust"].Changes);
        Assert.Contains(trials["test-more"].Changes, one => one.StartsWith("New: Water test 2 of Creek", StringComparison.Ordinal));
        Assert.True(trials["colder"].FinishAt > days.FinishAt);
        Assert.True(trials["weekends"].FinishAt > days.FinishAt);
        Assert.Null(trials["colder"].Edit);
        Assert.NotEmpty(trials["colder"].Changes);
        Assert.Equal(LayerStrategy.SealFirst, trials["seal-pour"].Edit!.Apply(Creek).After.Waters[0].Strategy);
        Assert.True(trials["ripples-gel"].Edit!.Apply(Creek).After.Waters[0].Gel is { Coats: 1 });
        Assert.Contains(trials["ripples-gel"].Changes, one => one.StartsWith("New: Gel on Creek", StringComparison.Ordinal));
        Assert.Equal(DamMake.Tape, trials["dams-tape"].Edit!.Apply(Creek).After.Dams[0].Make);

        // What would be sooner is tried too; the product that is taken is one of the stores, and pours.
        Assert.NotEmpty(trials["warmer"].Changes);
        Assert.Null(trials["warmer"].Edit);
        var slower = Creek with { Waters = [Creek.Waters[0] with { ProductId = "deep-pour-epoxy" }] };
        var faster = DaysTrials.Of(Answers(slower), Other, Days(slower), one => BuildDays.Of(one, Now, Search)).Single(trial => trial.Id == "faster");
        Assert.Equal(Stores.Examples.Sheets.Where(sheet => !sheet.Traits.IsOnePart && !sheet.Traits.AttacksPolystyrene && !sheet.Traits.IsForSurface).MinBy(sheet => sheet.RecoatFromH)!.Id, faster.Edit!.Apply(slower).After.Waters[0].ProductId);
        Assert.NotEmpty(faster.Changes);

        // Once it is poured, most of it is past.
        var poured = Creek with { Begun = [new BegunPour("p", "w", 1, Now.AddHours(-1), [])] };
        Assert.DoesNotContain(DaysTrials.Of(Answers(poured), Other, Days(poured), one => BuildDays.Of(one, Now, Search)), trial => trial.Group is "proof" or "water" or "dams");
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
