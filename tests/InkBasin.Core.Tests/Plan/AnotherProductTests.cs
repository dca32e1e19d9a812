using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Plan;

/// <summary>A water whose product is changed after it was begun: the hours of the new one's sheet do not speak for what lies in it. The creek in two layers at its own 23 °C.</summary>
public class AnotherProductTests
{
    private const string Own = "coating-epoxy";
    private const string Other = "casting-epoxy";

    private static readonly Build Begun = new BeginPour("p1", "w", 1, Samples.Evening, 14).Apply(Samples.Creek).After;

    private static BegunPour Pour(int layer, double afterH, string? of) => new($"p{layer}", "w", layer, Samples.Evening.AddHours(afterH), []) { ToMm = layer == 1 ? 14 : 20, ProductId = of };

    private static BuildAnswers Of(string now, params string?[] poured) => Planner.Answers(
        Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { ProductId = now }], Begun = [.. poured.Select((of, i) => Pour(i + 1, 20 * i, of))] }, Stores.Examples);

    private static PourCheck Window(BuildAnswers answers, double afterH) => BeforePour.Of(answers.Waters[0].Questions(Samples.Evening.AddHours(afterH))).Single(check => check.Item == CheckItem.Window);

    private static Notice? Said(BuildAnswers answers) => answers.Waters[0].Plan().Notices.SingleOrDefault(notice => notice.Kind == "anotherProduct");

    [Fact]
    public void A_pour_keeps_what_it_was_mixed_of()
    {
        Assert.Equal(Own, Begun.Begun.Single().ProductId);
        var changed = Begun with { Waters = [Begun.Waters[0] with { ProductId = Other }] };
        Assert.Equal(Own, changed.Begun.Single().ProductId);
        Assert.Equal("begun[0].productId", Assert.Throws<RefusedException>(() => (Begun with { Begun = [Pour(1, 0, "")] }).Check()).Field);
        Assert.Equal("begun[0].productId", Assert.Throws<RefusedException>(() => (Begun with { Begun = [Pour(1, 0, new string('p', 65))] }).Check()).Field);
        (Begun with { Begun = [Pour(1, 0, new string('p', 64))] }).Check();
    }

    [Fact]
    public void Begun_with_the_wrong_product_chosen_it_is_put_right_and_taken_back()
    {
        var wrong = Begun with { Waters = [Begun.Waters[0] with { ProductId = Other }] };
        var change = new PouredOf("p1", Other).Apply(wrong);
        Assert.Equal(Other, change.After.Begun.Single().ProductId);
        Assert.Equal("Put right what layer 1 was mixed of", change.Label);
        var answers = Planner.Answers(change.After, Stores.Examples);
        Assert.Null(Said(answers));
        Assert.DoesNotContain("another product", Window(answers, 20).Because, StringComparison.Ordinal);
        Assert.NotNull(Said(Planner.Answers(wrong, Stores.Examples)));
        Assert.Equal(JsonSerializer.Serialize(wrong, BuildJson.Options), JsonSerializer.Serialize(change.Inverse.Apply(change.After).After, BuildJson.Options));

        Assert.Throws<RefusedException>(() => new PouredOf("p2", Other).Apply(wrong));
        Assert.Equal("begun[0].productId", Assert.Throws<RefusedException>(() => new PouredOf("p1", "").Apply(wrong)).Field);

        // That nobody knows it comes only from an older file; it may be taken back to that and not put to it.
        var older = wrong with { Begun = [wrong.Begun[0] with { ProductId = null }] };
        var inverse = new PouredOf("p1", Own).Apply(older).Inverse;
        Assert.True(inverse.OnlyUndoes);
        Assert.False(new PouredOf("p1", Own).OnlyUndoes);
        Assert.Null(inverse.Apply(older).After.Begun.Single().ProductId);
    }

    // Nobody weighed it: it counts as planned, by the ratio and the densities of what it was mixed of.
    [Fact]
    public void What_an_unweighed_pour_took_goes_by_its_own_sheet()
    {
        ResinNeed Taken(string now, string? of) => Needs.Of(Of(now, of)).Poured.Single();
        Assert.Equal(Taken(Own, Own), Taken(Other, Own));
        Assert.NotEqual(Taken(Own, Own).TwoG, Taken(Other, Other).TwoG);

        // Where nobody knows it, or its sheet is gone, by that of the water.
        Assert.Equal(Taken(Other, Other), Taken(Other, null));
        Assert.Equal(Taken(Other, Other), Taken(Other, "gone"));
    }

    [Fact]
    public void Nothing_is_poured_on_it_by_the_other_sheets_window()
    {
        Assert.Equal(Known.Yes, Window(Of(Own, Own), 20).Known);
        var held = Window(Of(Other, Own), 20);
        Assert.Equal((Known.No, false), (held.Known, held.Settled));
        Assert.StartsWith("It was mixed of another product", held.Because, StringComparison.Ordinal);

        // Where it was not kept nobody can tell; poured over knowingly, the last one is of the product that is chosen.
        Assert.DoesNotContain("another product", Window(Of(Other, [null]), 20).Because, StringComparison.Ordinal);
        Assert.DoesNotContain("another product", Window(Of(Other, Own, Other), 60).Because, StringComparison.Ordinal);
    }

    [Fact]
    public void It_is_said_with_what_to_do()
    {
        var said = Said(Of(Other, Own))!;
        Assert.Equal((Standing.Stop, 1), (said.Standing, said.Numbers["layer"]));
        Assert.StartsWith("Layer 1 was mixed of another product than is chosen here: no hour told here is its own. Let it cure fully by its own sheet", said.Sentence, StringComparison.Ordinal);
        Assert.Null(Said(Of(Own, Own)));
        Assert.Null(Said(Of(Other, [null])));
        Assert.Null(Said(Of(Other, Own, Other)));
        Assert.Null(Said(Of(Other)));
    }

    [Fact]
    public void A_water_all_poured_of_another_has_no_hour_to_strip_no_check_and_no_day_after_it()
    {
        var (own, other) = (Of(Own, Own, Own), Of(Other, Own, Own));
        Assert.NotNull(own.Waters[0].Layers.Is!.StripAt);
        Assert.Equal((null, null, null), (other.Waters[0].Layers.Is!.StripAt, other.Waters[0].Layers.Is!.FullCureAt, other.Waters[0].Layers.Is!.Trim));
        Assert.Contains(AfterCare.Of(own), check => check.Sentence.Contains("firm", StringComparison.Ordinal));
        Assert.Empty(AfterCare.Of(other));
        DaysPlan Days(BuildAnswers answers) => BuildDays.Of(answers, Samples.Evening.AddHours(21), TimetableSearch.ByWork(0.05));
        Assert.Contains(Days(own).Places, place => place.Step.Id == "w:strip");
        Assert.Empty(Days(own).Waits);
        Assert.DoesNotContain(Days(other).Places, place => place.Step.Id is "w:strip" or "photograph" or "growth");
        Assert.Equal("Creek was poured of another product than is chosen for it now: what comes after its pours has no day until that is chosen again.", Assert.Single(Days(other).Waits));
    }

    // What is ahead has its days, with a word that they go by the wrong sheet; the list before it holds it back.
    [Fact]
    public void With_layers_ahead_the_strip_is_that_of_the_last()
    {
        var ahead = Of(Other, Own);
        Assert.NotNull(ahead.Waters[0].Layers.Is!.Next);
        Assert.NotNull(ahead.Waters[0].Layers.Is!.StripAt);
        Assert.StartsWith("The next layer of Creek is of another product than the one under it", Assert.Single(BuildDays.Of(ahead, Samples.Evening.AddHours(21), TimetableSearch.ByWork(0.05)).Waits), StringComparison.Ordinal);
        Assert.Empty(BuildDays.Of(Of(Own, Own), Samples.Evening.AddHours(21), TimetableSearch.ByWork(0.05)).Waits);
        Assert.DoesNotContain(AfterCare.Of(ahead), check => check.Sentence.Contains("takes the next one", StringComparison.Ordinal));
        Assert.Contains(AfterCare.Of(Of(Own, Own)), check => check.Sentence.Contains("takes the next one", StringComparison.Ordinal));
    }
}
