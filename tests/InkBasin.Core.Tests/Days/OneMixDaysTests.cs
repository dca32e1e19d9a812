using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Tests.Days;

/// <summary>Pours of several waters that are of one mix: those of a walk at the bench, and those that could be joined.</summary>
public class OneMixDaysTests : CreekDays
{
    // Level holes in the foam, of one product and ink, each with the day of its first pour.
    private static Build Holes(params DateTimeOffset?[] firstPours)
    {
        Pond Hole(string id, double x) => new() { Id = id, Name = id, Outline = new Outline([new(x, 30), new(x + 40, 30), new(x + 40, 70), new(x, 70)], false), DepthMm = 6, SlopeDeg = 90 };
        return Creek with
        {
            Recipe = [Creek.Recipe[0], Hole("left", 15), Hole("middle", 75), Hole("right", 135)],
            Dams = [],
            Waters = [.. firstPours.Select((at, i) => Creek.Waters[0] with { Id = $"{"wvu"[i]}", Name = $"Pond {i}", Seed = new(35 + (60 * i), 50), WaterlineMm = i == 0 ? 29 : 28, FirstPourAt = at })],
        };
    }

    private static int OneMixMin(Build build, params DayPlace[] pours)
    {
        var answers = Answers(build);
        var (sheet, bench) = (answers.Waters[0].Case.Sheet!, answers.Waters[0].Case.Bench);
        var volumeMl = pours.Sum(place => answers.Of(place.Step.WaterId!).Layers.Is!.Layers[place.Step.Layer!.Value - 1].VolumeMl);

        // Laid out once, one mix stirred twice, each pool gone to.
        return BenchMinutes.Fives(10 + (1.5 * sheet.StirMin) + pours.Length + (Batches.Of(volumeMl, sheet, bench, pours.Length).Mix.Batches.Single().MixedMl / 100));
    }

    // The cards have one mix for all of them, and the bench takes them in one walk: so does the week.
    [Fact]
    public void What_is_one_walk_at_the_bench_is_one_piece_of_work()
    {
        var three = Holes(null, null, null);
        var days = Days(three);
        var sessions = Planner.Plan(three, Stores.Examples).Sessions.Is!;
        Assert.All(sessions, session => Assert.Equal(3, session.Pools.Count));
        foreach (var layer in sessions.Select(session => session.Pools[0].Layer))
        {
            var all = days.Places.Where(place => place.Step.Layer == layer).ToList();
            var leads = Assert.Single(all, place => place.Step.MixedWith is null);
            Assert.Equal(3, all.DistinctBy(place => place.Step.WaterId).Count());
            Assert.Equal(OneMixMin(three, [.. all]), leads.Step.HandsOnMin);

            // What takes longer to pour is ready no later for it.
            var unjoined = Steps(three).Single(step => step.Id == leads.Step.Id);
            Assert.True(leads.Step.HandsOnMin > unjoined.HandsOnMin);
            Assert.Equal(unjoined.HandsOnMin + unjoined.WaitMin, leads.Step.HandsOnMin + leads.Step.WaitMin);
            foreach (var follows in all.Where(place => place != leads))
            {
                Assert.Equal((leads.Step.Id, leads.StartAt), (follows.Step.MixedWith, follows.StartAt));
                Assert.Contains(days.Stretches, stretch => stretch.StepIds.Contains(leads.Step.Id) && stretch.StepIds.Contains(follows.Step.Id));

                // What comes after waits as long as it did.
                var alone = Steps(three).Single(step => step.Id == follows.Step.Id);
                Assert.Equal((0, alone.HandsOnMin + alone.WaitMin), (follows.Step.HandsOnMin, follows.Step.WaitMin));
            }
        }

        // What the maker has put for either is not undercut, and what is held at different times is not one piece.
        var two = Holes(null, null);
        var slow = Days(Noted(two, new StepNote("v:pour:1") { HandsOnMin = 90 }));
        Assert.Equal("v:pour:1", Of(slow, "w:pour:1").Step.MixedWith);
        Assert.Equal(90, Of(slow, "v:pour:1").Step.HandsOnMin);
        var (one, other) = (Now.AddDays(20), Now.AddDays(21));
        var held = Days(Noted(two, new StepNote("v:pour:1") { PinnedAt = one }, new StepNote("w:pour:1") { PinnedAt = other }));
        Assert.Equal((one, other), (Of(held, "v:pour:1").StartAt, Of(held, "w:pour:1").StartAt));
        Assert.DoesNotContain(held.Places, place => place.Step is { Layer: 1, MixedWith: not null });

        // Where one is held the others go with it.
        var later = Of(Days(two), "v:pour:1").StartAt.AddDays(7);
        var moved = Days(Noted(two, new StepNote("w:pour:1") { PinnedAt = later }));
        Assert.Equal((later, later, "w:pour:1"), (Of(moved, "w:pour:1").StartAt, Of(moved, "v:pour:1").StartAt, Of(moved, "v:pour:1").Step.MixedWith));

        // One is held on a day on which the other's bed is not dry yet: waiting for each other does not fit, so each is poured when it can be.
        var early = Of(Days(two), "v:pour:1").StartAt.AddDays(1);
        var waits = Noted(two, new StepNote("v:pour:1") { PinnedAt = early }, new StepNote("w:test") { WaitMin = 10 * 24 * 60 });
        var wet = Days(waits);
        Assert.Null(wet.Clash);
        Assert.Equal(early, Of(wet, "v:pour:1").StartAt);
        Assert.True(Of(wet, "w:pour:1").StartAt > early.AddDays(5));

        // So it is where nothing fits yet and it is tried what would free it.
        var stuck = Days(waits with { Days = waits.Days with { Week = [new(Weekday.Monday, 1110, 1120)] } });
        Assert.Empty(stuck.Places);
        Assert.Contains(stuck.Offers, offer => offer.FinishAt is not null && offer.Sentence.StartsWith("An evening from 18:30 to 22:00 every day: then it is ready", StringComparison.Ordinal));
    }

    // Planned apart, but of one product and ink: poured of one mix where that costs nothing.
    [Fact]
    public void One_mix_serves_two_waters_that_are_planned_apart()
    {
        var at = Of(Days(Holes(null, null)), "v:pour:1").StartAt;
        var two = Holes(null, at);
        var days = Days(two);
        var follows = Assert.Single(days.Places, place => place.Step is { Layer: 1, MixedWith: not null });
        var leads = Of(days, follows.Step.MixedWith!);
        Assert.Equal(("v:pour:1", at, at), (leads.Step.Id, leads.StartAt, follows.StartAt));
        Assert.Equal(OneMixMin(two, leads, follows), leads.Step.HandsOnMin);

        // A walk joins another whole: all of it goes with the one whose day is fixed.
        var three = Days(Holes(null, null, Of(Days(Holes(null, null, null)), "u:pour:1").StartAt));
        Assert.All(new[] { "w:pour:1", "v:pour:1" }, id => Assert.Equal("u:pour:1", Of(three, id).Step.MixedWith));

        // Both at once would turn in the cup: each is mixed by itself. And another ink is another mix.
        var hasty = Stores.Examples.Sheets.Select(one => one.Id == two.Waters[0].ProductId ? one with { PotLifeMin = 0.6 } : one);
        Assert.DoesNotContain(BuildDays.Of(Planner.Answers(two, Stores.Examples with { Sheets = [.. hasty] }), Now, Search).Places, place => place.Step is { Layer: 1, MixedWith: not null });
        Assert.DoesNotContain(Days(two with { Waters = [two.Waters[0], two.Waters[1] with { Ink = new("umber", 0.77) }] }).Places, place => place.Step.MixedWith is not null);
    }
}
