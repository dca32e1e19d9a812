using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Days;

/// <summary>Other ways of going about a build, each tried on its days: which are offered, what is said of them, and that it comes of taking them.</summary>
public class DaysTrialsTests : CreekDays
{
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

    // A degree of frost is no workshop, nor are forty degrees: by the colder of day and night, and by the warmer.
    [Theory]
    [InlineData(20, 5.0, true, true)]
    [InlineData(20, 4.9, false, true)]
    [InlineData(4.9, 20.0, false, true)]
    [InlineData(5, null, true, true)]
    [InlineData(4.9, null, false, true)]
    [InlineData(35, null, true, true)]
    [InlineData(35.1, null, true, false)]
    [InlineData(20, 35.1, true, false)]
    [InlineData(35.1, 20.0, true, false)]
    public void A_room_is_tried_colder_and_warmer_within_what_a_workshop_can_be(double airC, double? nightC, bool colder, bool warmer)
    {
        var answers = Answers(Creek with { Room = Creek.Room with { AirC = airC, NightC = nightC } });
        var days = Days(Creek);
        List<Build> tried = [];
        var offered = DaysTrials.Of(answers, Kept, days, _ => days).Select(trial => trial.Id).ToHashSet();
        Assert.Equal((colder, warmer), (offered.Contains("colder"), offered.Contains("warmer")));
        foreach (var by in new[] { (-5, colder), (5, warmer) })
            Assert.Equal(by.Item2, tried.Any(build => Math.Abs(build.Room.AirC - airC - by.Item1) < 1e-9 && (nightC is null ? build.Room.NightC is null : Math.Abs(build.Room.NightC!.Value - nightC.Value - by.Item1) < 1e-9)));

        BuildAnswers Kept(Build build)
        {
            tried.Add(build);
            return answers;
        }
    }
}
