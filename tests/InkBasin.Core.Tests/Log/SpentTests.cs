using FsCheck.Xunit;
using InkBasin.Core.Bench;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Tests.Bench;

namespace InkBasin.Core.Tests.Log;

/// <summary>What a session mixed and poured nowhere: it is out of the bottles all the same.</summary>
public class SpentTests
{
    private static CupMix Mix => BenchWalk.Creek.Mixes[0];

    private static BenchWalk Walk() => new(BenchWalk.Creek);

    private static SessionRecord RecordOf(BenchWalk walk) => SessionRecord.Of(walk.Script, Samples.Evening, walk.Events);

    private static void Near((double OneG, double TwoG) expected, (double OneG, double TwoG) spent)
    {
        Assert.Equal(expected.OneG, spent.OneG, 6);
        Assert.Equal(expected.TwoG, spent.TwoG, 6);
    }

    [Fact]
    public void Poured_it_is_the_layers_and_nothing_is_spent_whatever_stays_over() =>
        Assert.Equal((0, 0), RecordOf(Walk().To("1-over").Do(4).Do(3).ToEnd()).Spent());

    [Fact]
    public void A_cup_spread_out_is_spent_as_it_was_weighed()
    {
        var walk = Walk().To("1-one").Do(Mix.OneG + 2).To("1-pour-1");
        var record = RecordOf(walk.Take(new CupGivenUp("g", walk.Now, 1)));
        Near((Mix.OneG + 2, Mix.TwoFor(Mix.OneG + 2)), record.Spent());
        Assert.Equal([0], record.PouredShares);
    }

    [Fact]
    public void So_is_one_left_standing_when_the_session_is_ended()
    {
        var walk = Walk().To("1-stir");
        Near((Mix.OneG, Mix.TwoG), RecordOf(walk.Take(new SessionEnded("end", walk.Now, "Called away"))).Spent());
    }

    // Part one alone in its cup does not cure.
    [Fact]
    public void What_never_met_its_other_part_can_be_mixed_yet()
    {
        var walk = Walk().To("1-two");
        Assert.Equal((0, 0), RecordOf(walk.Take(new SessionEnded("end", walk.Now, "Called away"))).Spent());
        walk = Walk().To("1-two");
        walk.Take(new CupMet("m", walk.Now, 1)).Take(new SessionEnded("end", walk.Now, "Called away"));
        Near((Mix.OneG, 0), RecordOf(walk).Spent());
    }

    [Fact]
    public void Of_two_cups_only_the_one_that_was_not_poured()
    {
        var small = Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { MaxBatchG = 35 })] };
        var walk = new BenchWalk(BuildBench.ScriptOf(Planner.Answers(Samples.Creek, small), 1)).To("1-stir");
        walk.Take(new CupGivenUp("g", walk.Now, 1)).ToEnd();
        var record = RecordOf(walk);
        Near((walk.Script.Mixes[0].OneG, walk.Script.Mixes[0].TwoG), record.Spent());
        Assert.Equal([0, 1], record.PouredShares);
    }

    // Two waters of one mix: whatever is pressed, what was mixed went into one of them or was spent.
    [Property(MaxTest = 200)]
    public bool Nothing_that_was_mixed_goes_missing(int seed)
    {
        var random = new Random(seed);
        var walk = new BenchWalk(TwoWaters);
        var stop = random.Next(4, TwoWaters.Steps.Count + 1);
        for (var press = 0; press < stop && walk.State.Step is { } step; press++)
        {
            if (random.Next(12) == 0 && walk.State.Cups[0].Stands && step.Cup == 1) walk.Take(new CupGivenUp($"g{press}", walk.Now, 1));
            else walk.Do(step.TargetG * (1 + (random.NextDouble() * 0.002)), knowingly: true);
        }

        if (walk.State.EndedAt is null) walk.Take(new SessionEnded("end", walk.Now, "Called away"));
        var record = RecordOf(walk);
        record.Check("session");
        var (one, two) = record.Spent();
        var met = record.Cups.Where(cup => cup.MetAt is not null).ToList();
        return Math.Abs(met.Sum(cup => cup.OneG ?? 0) - one - record.Poured.Sum(layer => layer.OneG ?? 0)) < 1e-6 && Math.Abs(met.Sum(cup => cup.TwoG ?? 0) - two - record.Poured.Sum(layer => layer.TwoG ?? 0)) < 1e-6;
    }

    [Fact]
    public void Of_a_mix_for_two_waters_what_the_second_did_not_get()
    {
        var walk = new BenchWalk(TwoWaters);
        Assert.Single(TwoWaters.Mixes);
        var pours = TwoWaters.Steps.Where(step => step.Kind == BenchStepKind.Pour).ToList();
        Assert.Equal(2, pours.Count);
        walk.To(pours[1].Id);
        var share = pours[1].TargetMl!.Value / pours.Sum(pour => pour.TargetMl!.Value);
        var cup = walk.State.Cups[0];
        Near((cup.OneG!.Value * share, cup.TwoG!.Value * share), RecordOf(walk.Take(new SessionEnded("end", walk.Now, "Called away"))).Spent());
    }

    [Fact]
    public void Put_right_it_is_what_it_was_put_right_to()
    {
        var walk = Walk().To("1-pour-1");
        var entry = new LogEntry { Id = "s", At = Samples.Evening, Session = RecordOf(walk.Take(new CupGivenUp("g", walk.Now, 1))) };
        Near((50, Mix.TwoG), (entry with { Corrections = [new(Samples.Evening, "cup.1.oneG", 50, null, "Misread")] }).Corrected().Session!.Spent());
        Near((0, Mix.TwoG), (entry with { Corrections = [new(Samples.Evening, "cup.1.oneG", null, null, "Not weighed")] }).Corrected().Session!.Spent());
    }

    // A record is written into files by hand as well, and by earlier versions.
    [Fact]
    public void What_cannot_have_been_is_not_spent()
    {
        var walk = Walk().To("1-pour-1");
        var record = RecordOf(walk.Take(new CupGivenUp("g", walk.Now, 1)));
        Assert.Equal((0, 0), (record with { PouredShares = [] }).Spent());
        Assert.Equal((0, 0), (record with { PouredShares = [7] }).Spent());
        Near((Mix.OneG, Mix.TwoG), (record with { PouredShares = [-3, 0, 0] }).Spent());
        Assert.Equal((1_000_000, 0), (record with { Cups = [record.Cups[0] with { OneG = 1e300, TwoG = -4 }] }).Spent());
    }

    [Fact]
    public void It_is_told_where_the_session_is_looked_back_on()
    {
        var walk = Walk().To("1-pour-1");
        IReadOnlyList<string> Lines(SessionRecord record) => BuildLog.Of(Planner.Answers(Samples.Creek with { Log = [new LogEntry { Id = "s", At = Samples.Evening, Session = record }] }, Stores.Examples))[0].Review;
        var record = RecordOf(walk.Take(new CupGivenUp("g", walk.Now, 1)));
        Assert.Contains($"{Said.Tenth(Mix.OneG + Mix.TwoG)} g of what was mixed went into no water.", Lines(record));
        Assert.DoesNotContain(Lines(RecordOf(Walk().ToEnd())), line => line.Contains("no water", StringComparison.Ordinal));
        var cup = record.Cups[0];
        Assert.DoesNotContain(Lines(record with { Cups = [cup with { OneG = 0.049, TwoG = 0 }] }), line => line.Contains("no water", StringComparison.Ordinal));
        Assert.Contains("0.1 g of what was mixed went into no water.", Lines(record with { Cups = [cup with { OneG = 0.051, TwoG = 0 }] }));
    }

    private static BenchScript TwoWaters { get; } = BuildBench.ScriptOf(
        Planner.Answers(
            Samples.Creek with
            {
                Recipe = [.. Samples.Creek.Recipe.Take(2), new InkBasin.Core.Ground.Channel { Id = "other", Name = "Ditch", Points = [new(-60, 12, 14), new(260, 12, 14)], BedStartMm = 12, BedEndMm = 12, BankAngleDeg = 90 }, Samples.Creek.Recipe[2]],
                Waters = [Samples.Creek.Waters[0], Samples.Creek.Waters[0] with { Id = "d", Name = "Ditch", Seed = new(100, 12) }],
            },
            Stores.Examples),
        1);
}
