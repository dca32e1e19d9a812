using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Ground;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Tests.Bench;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Plan;

/// <summary>What work takes of the cupboard: needed while it is ahead, taken once it is done, and neither when it is left out.</summary>
public class BuildWorkTests
{
    private static readonly DateTimeOffset Before = Samples.Evening.AddDays(-30);

    // Two creeks side by side of one product and ink, the upper one dammed at one end only; rocks between them.
    private static readonly Build Two = Samples.Creek with
    {
        Recipe =
        [
            new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 },
            new Channel { Id = "upper", Name = "Upper", Points = [new(-60, 25, 20), new(260, 25, 20)], BedStartMm = 6, BedEndMm = 6, BankAngleDeg = 90 },
            new Channel { Id = "lower", Name = "Lower", Points = [new(-60, 75, 30), new(260, 75, 30)], BedStartMm = 6, BedEndMm = 6, BankAngleDeg = 90 },
            new PlasterSkin { Id = "skin", Name = "Skin", ThicknessMm = 2 },
            new RockGroup { Id = "rocks", Name = "Rocks", Outline = new Outline([new(60, 38), new(140, 38), new(140, 56), new(60, 56)]), Count = 3, LeastMm = 5, GreatestMm = 8 },
        ],
        Waters = [Samples.Creek.Waters[0] with { Seed = new PointMm(100, 25) }, Samples.Creek.Waters[0] with { Id = "v", Name = "Lower creek", Seed = new PointMm(100, 75) }],
        Dams =
        [
            new Dam(BoardSide.Left, 0, 45, 25) { Id = "a" }, new Dam(BoardSide.Right, 0, 45, 25) { Id = "b" },
            new Dam(BoardSide.Left, 55, 100, 25) { Id = "c" }, new Dam(BoardSide.Right, 55, 100, 25) { Id = "d" },
        ],
    };

    private static BuildAnswers Answers(Build build) => Planner.Answers(build, Stores.Examples);

    private static IReadOnlyList<Work> Works(Build build)
    {
        var answers = Answers(build);
        return BuildWork.Of(answers, answers.Making(steps => GroundRecipe.Compile(build.Board, steps)), Before);
    }

    private static Dictionary<GoodKind, double> Sums(IEnumerable<Work> works) => works.SelectMany(work => work.Takes).Where(need => need.Kind != GoodKind.Cup).GroupBy(need => need.Kind).ToDictionary(group => group.Key, group => group.Sum(need => need.Amount));

    private static Build Noted(Build build, params StepNote[] notes) => build with { Days = build.Days with { Notes = [.. build.Days.Notes, .. notes] } };

    private static BegunPour Pour(string id, string waterId, double minutes = 0) => new(id, waterId, 1, Samples.Evening.AddMinutes(minutes), []);

    [Fact]
    public void Whatever_is_noted_as_done_moves_from_what_is_needed_to_what_is_taken_and_nothing_is_lost()
    {
        var all = Sums(Works(Two));
        Assert.Equal([GoodKind.Plaster, GoodKind.Glue, GoodKind.Sealer, GoodKind.Sealant, GoodKind.Foam, GoodKind.DamSheet], all.Keys.Order());
        var done = 0;
        foreach (var step in BuildDays.StepsOf(Answers(Two), Before))
        {
            var works = Works(Noted(Two, new StepNote(step.Id) { DoneAt = Before }));
            var (ahead, taken) = (Sums(works.Where(work => work.DoneAt is null)), Sums(works.Where(work => work.DoneAt is not null)));
            foreach (var (kind, amount) in all) Assert.Equal(amount, ahead.GetValueOrDefault(kind) + taken.GetValueOrDefault(kind), 9);
            if (works.FirstOrDefault(work => work.Id == step.Id) is not { } own) continue;
            Assert.Equal(Before, own.DoneAt);
            Assert.NotEmpty(own.Takes);
            done++;
        }

        // Foam, plaster, rocks, two seals, the dams of two waters, growth: each of them is a step of the days.
        Assert.Equal(8, done);
    }

    [Fact]
    public void What_a_step_takes_is_what_the_plan_reckons_for_it()
    {
        var (works, answers) = (Works(Two).ToDictionary(work => work.Id), Answers(Two));
        var plan = answers.Making(steps => GroundRecipe.Compile(Two.Board, steps));
        double Of(string id, GoodKind kind) => works[id].Takes.Where(need => need.Kind == kind).Sum(need => need.Amount);
        Assert.Equal(plan.Foam.Sheets.Count, Of("foam", GoodKind.Foam));
        Assert.Equal(plan.Skin.PowderG, Of("skin", GoodKind.Plaster), 9);
        Assert.Equal(plan.Rocks!.PowderG, Of("rocks", GoodKind.Plaster), 9);
        Assert.Equal(plan.DryGround.GlueMl + plan.Bed.GlueMl, Of("growth", GoodKind.Glue), 9);
        Assert.Equal(answers.DamCut().Sheets.Count, Of("dams", GoodKind.DamSheet));

        // By each water's own bed and seams.
        var (upper, lower) = (answers.Standing[0].Region.AreaMm2, answers.Standing[1].Region.AreaMm2);
        Assert.True(lower > 1.3 * upper);
        Assert.Equal(upper / lower, Of("w:seal", GoodKind.Sealer) / Of("v:seal", GoodKind.Sealer), 9);
        Assert.Equal((answers.Dams[0].SeamMm + answers.Dams[1].SeamMm) / (answers.Dams[2].SeamMm + answers.Dams[3].SeamMm), Of("w:dams", GoodKind.Sealant) / Of("v:dams", GoodKind.Sealant), 9);
        Assert.Equal(plan.Sealing.GlueMl, Of("w:dams", GoodKind.Glue) + Of("v:dams", GoodKind.Glue), 9);
    }

    [Fact]
    public void A_pour_shows_that_its_bed_was_made_and_the_other_waters_is_still_ahead()
    {
        var works = Works(Two with { Begun = [Pour("p", "w")] }).ToDictionary(work => work.Id, work => work.DoneAt);
        Assert.All(["foam", "skin", "rocks", "w:seal", "w:dams", "dams", "cups:p"], id => Assert.Equal(Samples.Evening, works[id]));
        Assert.All(["v:seal", "v:dams", "growth"], id => Assert.Null(works[id]));

        // Water stood in it: it is built and dammed, and not said to be plastered.
        var tested = Works(Two with { WaterTests = [Samples.Test] }).ToDictionary(work => work.Id, work => work.DoneAt);
        Assert.All(["foam", "rocks", "w:seal", "w:dams", "dams"], id => Assert.Equal(Samples.Test.At, tested[id]));
        Assert.All(["skin", "v:seal", "v:dams", "growth"], id => Assert.Null(tested[id]));

        // Plastered, it stands on its foam.
        var plastered = Works(Two with { Drying = new Core.Drying.DryingLog { PlasteredAt = Before } }).ToDictionary(work => work.Id, work => work.DoneAt);
        Assert.Equal((Before, Before, null), (plastered["foam"], plastered["skin"], plastered["rocks"]));
    }

    [Fact]
    public void What_is_left_out_is_neither_needed_nor_taken()
    {
        var works = Works(Noted(Two, new StepNote("w:seal") { LeftOut = true }, new StepNote("growth") { LeftOut = true }));
        Assert.DoesNotContain(works, work => work.Id is "w:seal" or "growth");
        Assert.Contains(works, work => work is { Id: "v:seal", DoneAt: null });
    }

    [Fact]
    public void Without_a_plan_of_what_is_cut_it_is_known_what_is_done_and_not_what_it_takes()
    {
        var works = BuildWork.Of(Answers(Two with { Begun = [Pour("p", "w")] }), null, Before);
        Assert.Equal(Works(Two with { Begun = [Pour("p", "w")] }).Select(work => (work.Id, work.DoneAt)), works.Select(work => (work.Id, work.DoneAt)));
        Assert.Equal(["cups:p"], works.Where(work => work.Takes.Count > 0).Select(work => work.Id));
    }

    [Fact]
    public void Pours_begun_within_an_hour_of_one_ink_were_mixed_in_the_cups_their_session_had()
    {
        var planned = Needs.Of(Answers(Two)).Goods.Where(need => need.Kind == GoodKind.Cup).ToList();
        static IReadOnlyList<(string Id, double Cups)> Cups(Build build) => [.. BuildWork.Of(Answers(build), null, Before).Where(work => work.Id.StartsWith("cups:", StringComparison.Ordinal)).Select(work => (work.Id, work.Takes.Sum(need => need.Amount)))];
        var begun = Two with { Begun = [Pour("p", "w"), Pour("q", "v")] };
        var still = Needs.Of(Answers(begun)).Goods.Where(need => need.Kind == GoodKind.Cup).Sum(need => need.Amount);
        var together = Assert.Single(Cups(begun));
        Assert.Equal("cups:p+q", together.Id);
        Assert.Equal(planned.Sum(need => need.Amount) - still, together.Cups);
        Assert.Equal([together], Cups(Two with { Begun = [Pour("p", "w"), Pour("q", "v", BuildWork.TogetherMin)] }));

        // A minute later, or of another ink, each had its own.
        Assert.Equal(["cups:p", "cups:q"], Cups(Two with { Begun = [Pour("p", "w"), Pour("q", "v", BuildWork.TogetherMin + 1)] }).Select(one => one.Id));
        var inked = Two with { Begun = [Pour("p", "w") with { Ink = new Core.Ink.InkChoice("umber", 0.5) }, Pour("q", "v")] };
        Assert.Equal(["cups:p", "cups:q"], Cups(inked).Select(one => one.Id));
        Assert.Empty(Cups(Two));
    }

    [Fact]
    public void A_session_at_the_bench_tells_its_own_cups_those_that_were_given_up_too()
    {
        var walk = new BenchWalk(BenchWalk.Creek).ToEnd();
        var session = SessionRecord.Of(walk.Script, Samples.Evening, walk.Events);
        var entry = new LogEntry { Id = "s", At = Samples.Evening, Session = session };
        Work Of(SessionRecord record) => Assert.Single(BuildWork.Of(Answers(Samples.Creek with { Begun = [Pour("p", "w")], Log = [entry with { Session = record }] }), null, Before), work => work.Id.StartsWith("cups:", StringComparison.Ordinal));
        var work = Of(session);
        Assert.Equal(("cups:s", session.EndedAt, 2.0 * session.Cups.Count), (work.Id, work.DoneAt, work.Takes.Single().Amount));

        // One more that was spread out; one that nobody mixed counts for nothing.
        var more = session with { Mixes = [.. session.Mixes, session.Mixes[0]], PouredShares = [] };
        var spare = session.Cups[0] with { Number = session.Cups.Count + 1, OutAt = null, GivenUpAt = Samples.Evening };
        Assert.Equal(2 * (session.Cups.Count + 1), Of(more with { Cups = [.. session.Cups, spare] }).Takes.Single().Amount);
        Assert.Equal(2 * session.Cups.Count, Of(more with { Cups = [.. session.Cups, spare with { OneG = null, MetAt = null, GivenUpAt = null }] }).Takes.Single().Amount);
        Assert.Equal(session.Cups.Count, Of(session with { Mixes = [.. session.Mixes.Select(mix => mix with { OnePerTwoG = 0 })] }).Takes.Single().Amount);
    }

    [Fact]
    public void Only_what_says_that_something_is_done_may_change_it()
    {
        var begun = Samples.Creek with { Begun = [Pour("p", "w")] };
        Assert.False(BuildWork.MayDiffer(begun, begun with { Begun = [Pour("p", "w") with { Result = new PourResult(30, 27, null, null, null, null, Samples.Evening) }] }));
        Assert.False(BuildWork.MayDiffer(begun, Noted(begun, new StepNote("skin") { PinnedAt = Before, HandsOnMin = 20 })));
        Assert.False(BuildWork.MayDiffer(begun, begun with { Name = "Renamed", Log = [new LogEntry { Id = "n", At = Before, Text = "Clear." }] }));
        Build[] other =
        [
            begun with { Begun = [] },
            Noted(begun, new StepNote("skin") { DoneAt = Before }),
            begun with { Drying = new Core.Drying.DryingLog { PlasteredAt = Before } },
            begun with { WaterTests = [Samples.Test] },
        ];
        Assert.All(other, build => Assert.True(BuildWork.MayDiffer(begun, build)));
        Assert.True(BuildWork.MayDiffer(other[1], begun));
        var walk = new BenchWalk(BenchWalk.Creek).ToEnd();
        Assert.True(BuildWork.MayDiffer(begun, begun with { Log = [new LogEntry { Id = "s", At = Before, Session = SessionRecord.Of(walk.Script, Samples.Evening, walk.Events) }] }));
    }
}
