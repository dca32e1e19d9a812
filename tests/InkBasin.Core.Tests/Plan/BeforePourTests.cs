using InkBasin.Core.Tests.Builds;
using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Plan;

public class BeforePourTests
{
    private static readonly DateTimeOffset Now = Samples.Evening;

    private static IReadOnlyList<PourCheck> ListOf(Build build) => Samples.ListOf(build);

    private static PourCheck One(Build build, CheckItem item) => ListOf(build).Single(check => check.Item == item);

    private static Build Answered(Build build, Func<PourCheck, bool> which, bool overrides = false) => build with
    {
        Answers = [.. ListOf(build).Where(which).Select(check => new CheckAnswer("w", check.Item, overrides, overrides ? "A trial piece" : null, Now))],
    };

    private static void Begin(Build build) => Try(build, new BeginPour("p1", "w", 1, Now));

    // As the server lets an edit through: each pour it begins is judged on the build as the edit leaves it.
    private static void Try(Build build, BuildEdit edit)
    {
        var after = edit.Apply(build).After;
        var asked = PourGate.Asked(build, after);
        PourGate.Check(build, after, pour => Samples.ListOf(asked.Single(one => one.Pour == pour).Build, pour.WaterId));
    }

    [Fact]
    public void It_asks_every_question_once_and_fills_itself_from_what_is_known()
    {
        var list = ListOf(Samples.Creek);
        Assert.Equal(Enum.GetValues<CheckItem>(), list.Select(check => check.Item));
        Assert.Equal(Known.Ask, One(Samples.Creek, CheckItem.Room).Known);
        Assert.Equal(Known.Yes, One(Samples.Creek with { Room = Samples.Creek.Room with { NightC = 19 } }, CheckItem.Room).Known);
        Assert.All(list, check => Assert.Matches("^(Is|Are|Does) .*\\?$", check.Question));
        Assert.Equal(Known.Ask, One(Samples.Creek, CheckItem.Bubbles).Known);
        Assert.All(list, check => Assert.True(check.Question.Length > 5 && check.Because.Length > 5));
        Assert.All(list, check => Assert.Equal(check.Known == Known.Yes, check.Settled));
    }

    [Fact]
    public void No_pour_begins_before_it_is_answered()
    {
        var refused = Assert.Throws<RefusedException>(() => Begin(Samples.Creek));
        Assert.Equal(RefusalKind.Impossible, refused.Kind);
        Assert.Contains("open before this pour", refused.Message, StringComparison.Ordinal);
        Begin(Answered(Samples.Creek, check => check.Known == Known.Ask));
    }

    [Fact]
    public void A_yes_against_what_is_known_does_not_do_but_an_override_with_a_reason_does()
    {
        var cold = Samples.Creek with { Room = new Room(8, 60) };
        var agreed = Answered(cold, check => check.Known != Known.Yes);
        Assert.Contains("Does the room stay within", Assert.Throws<RefusedException>(() => Begin(agreed)).Message, StringComparison.Ordinal);
        Begin(Answered(cold, check => check.Known != Known.Yes, overrides: true));
        Assert.Throws<RefusedException>(() => new AnswerCheck("w", CheckItem.Room, new CheckAnswer("w", CheckItem.Room, true, " ", Now)).Apply(cold));
    }

    [Fact]
    public void The_reasons_are_kept_with_the_pour_and_the_evening_is_asked_anew()
    {
        var ready = Answered(Samples.Creek, check => check.Known == Known.Ask, overrides: true);
        var after = new BeginPour("p1", "w", 1, Now).Apply(ready).After;
        var pour = Assert.Single(after.Begun);
        Assert.Equal(ready.Answers, pour.Answers);
        Assert.All(pour.Answers, answer => Assert.Equal("A trial piece", answer.Reason));
        Assert.DoesNotContain(after.Answers, answer => BeforePour.AskedEachPour(answer.Item));
        Assert.Contains(after.Answers, answer => answer.Item == CheckItem.Sealed);
        Assert.Throws<RefusedException>(() => new BeginPour("p2", "w", 1, Now).Apply(after));
        Assert.Throws<RefusedException>(() => new BeginPour("p2", "w", 3, Now).Apply(after));
    }

    [Fact]
    public void However_it_is_wrapped_the_gate_sees_it()
    {
        var begin = new BeginPour("p1", "w", 1, Now);
        Assert.Throws<RefusedException>(() => Try(Samples.Creek, new Together("Sneak it in", [Edits.Set(new { name = "Other" }), begin])));
        Assert.Throws<RefusedException>(() => Try(Samples.Creek, new Restore("begun", [System.Text.Json.JsonSerializer.SerializeToNode(new BegunPour("p1", "w", 1, Now, []), BuildJson.Options)])));
        Assert.Empty(PourGate.NewIn(Samples.Furnished, Samples.Furnished with { Name = "Other" }));
    }

    [Fact]
    public void It_is_judged_on_what_the_edit_makes_of_the_build()
    {
        // All is answered; but the same edit takes a dam down, raises the water over its dams, or makes the room too cold, before the pour or behind it.
        var ready = Answered(Samples.Creek, check => check.Known == Known.Ask);
        var begin = new BeginPour("p1", "w", 1, Now);
        Try(ready, begin);
        BuildEdit[] worse = [new RemoveItem("dams", "left"), Edits.Set("waters", "w", new { waterlineMm = 27 }), Edits.Set(new { room = new { airC = 5 } })];
        foreach (var edit in worse)
        {
            Assert.Throws<RefusedException>(() => Try(ready, new Together("Both", [edit, begin])));
            Assert.Throws<RefusedException>(() => Try(ready, new Together("Both", [begin, edit])));
        }

        // And what the same edit answers counts.
        var but = ready with { Answers = [.. ready.Answers.Where(answer => answer.Item != CheckItem.Dust)] };
        Assert.Throws<RefusedException>(() => Try(but, begin));
        Try(but, new Together("Both", [new AnswerCheck("w", CheckItem.Dust, new CheckAnswer("w", CheckItem.Dust, false, null, Now)), begin]));

        // Two layers at once: the second is asked of itself, what is asked each evening too.
        Assert.Throws<RefusedException>(() => Try(ready, new Together("Both", [begin, new BeginPour("p2", "w", 2, Now)])));
    }

    [Fact]
    public void Dams_and_open_edges_are_known()
    {
        Assert.Equal(Known.No, One(Samples.Creek with { Dams = [] }, CheckItem.Dams).Known);
        Assert.Equal(Known.Ask, One(Samples.Creek, CheckItem.Dams).Known);
        Assert.Equal(Known.Yes, One(Samples.Creek with { Dams = [.. Samples.Creek.Dams.Select(dam => dam with { Released = true })] }, CheckItem.Dams).Known);
    }

    [Fact]
    public void Leaks_are_known_from_the_water_test()
    {
        Build Tested(double? lost, double stood, double reckoned = 96) => Samples.Creek with { WaterTests = [Samples.Test with { LostMl = lost, StoodMin = stood, ReckonedMl = reckoned }] };
        Assert.Equal(Known.Ask, One(Samples.Creek, CheckItem.Leaks).Known);
        Assert.Equal(Known.Yes, One(Tested(0.5, 40), CheckItem.Leaks).Known);
        Assert.Equal(Known.No, One(Tested(12, 40), CheckItem.Leaks).Known);
        Assert.Equal(Known.Ask, One(Tested(0.5, 5), CheckItem.Leaks).Known);
        Assert.Equal(Known.Ask, One(Tested(null, 40), CheckItem.Leaks).Known);
        Assert.Equal(Known.Ask, One(Tested(0.5, 40, reckoned: 120), CheckItem.Leaks).Known);
        var seal = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { Strategy = LayerStrategy.SealFirst }] };
        Assert.Equal(Known.Yes, One(seal, CheckItem.Leaks).Known);
    }

    [Fact]
    public void A_porous_thing_is_not_sealed()
    {
        Assert.Equal(Known.No, One(Samples.Furnished with { Drowned = [Samples.Log with { Skin = Skin.Porous }] }, CheckItem.Sealed).Known);
        Assert.Equal(Known.Ask, One(Samples.Furnished with { Answers = [] }, CheckItem.Sealed).Known);
    }

    [Fact]
    public void Sealer_sealant_and_glue_are_asked_for_their_hours()
    {
        // Two coats of 4 h in a usual room; a bead of 4 mm is 2.83 deep; glue 12 h. The creek's dams stand glued.
        var creek = Samples.Creek with { Answers = [], Room = new() };
        Assert.Contains("the sealer takes 8 h from its first coat, the sealant at the dams 21 h, their glue 12 h", One(creek, CheckItem.Sealed).Because, StringComparison.Ordinal);
        var taped = creek with { Dams = [.. creek.Dams.Select(dam => dam with { Make = DamMake.Tape })] };
        Assert.Contains("the sealer takes 8 h from its first coat; their labels", One(taped, CheckItem.Sealed).Because, StringComparison.Ordinal);
    }

    [Fact]
    public void Dryness_is_known_from_weighings_before_the_estimate()
    {
        Build Plastered(double daysAgo) => Samples.Creek with { Drying = new DryingLog { PlasteredAt = Now.AddDays(-daysAgo) } };
        Assert.Equal(Known.Ask, One(Samples.Creek, CheckItem.Dry).Known);
        Assert.Equal(Known.No, One(Plastered(0.2), CheckItem.Dry).Known);
        Assert.Equal(Known.Yes, One(Plastered(2), CheckItem.Dry).Known);
        var damp = Plastered(2).Drying with { Weighings = [.. Enumerable.Range(0, 5).Select(i => new LoggedWeighing(Now.AddHours((i * 6) - 24), 800 + (120 * Math.Exp(-i * 6 / 20.0))))] };
        var wet = One(Samples.Creek with { Drying = damp }, CheckItem.Dry);
        Assert.Equal(Known.No, wet.Known);
        Assert.Contains("weighings", wet.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void The_drying_plan_draws_the_curve_through_its_weighings_and_says_why_it_cannot()
    {
        var log = new DryingLog { Weighings = [.. Enumerable.Range(0, 6).Select(i => new LoggedWeighing(Now.AddHours(i * 8), 800 + (120 * Math.Exp(-i * 8 / 20.0))))] };
        var plan = DryingPlan.Of(log, Plaster.Usual, Samples.Creek.Room, 2, Now);
        Assert.Equal(800, plan.FinalG!.Value, 0.01);
        Assert.Equal(920, plan.Curve[0].MassG, 0.01);
        Assert.True(plan.Curve[^1].At > plan.ForecastAt);
        Assert.False(plan.IsDry);
        Assert.Null(plan.WhyNoForecast);
        var few = DryingPlan.Of(log with { Weighings = [.. log.Weighings.Take(3)] }, Plaster.Usual, Samples.Creek.Room, 2, Now);
        Assert.Contains("4 different times", few.WhyNoForecast, StringComparison.Ordinal);
        Assert.True(DryingPlan.Of(Samples.Creek.Drying, Plaster.Usual, Samples.Creek.Room, 0, Now).IsDry);
    }
}
