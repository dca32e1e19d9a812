using InkBasin.Core.Days;
using InkBasin.Core.Ground;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Days;

/// <summary>The steps of a build.</summary>
public class BuildStepsTests : CreekDays
{
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
}
