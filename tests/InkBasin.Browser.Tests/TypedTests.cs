using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>What is typed and cannot be read: it is told, nothing is taken of it in part, and nothing stands in for it.</summary>
[Collection("other browser")]
public class TypedTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task A_figure_that_is_none_holds_the_whole_test_back_until_it_is_mended()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        var before = Tests(id).Count;
        _page.Open(id, "water");
        _page.Click("Dock");
        _page.Click("Test");
        _page.Click("Log a water test");
        _page.Until(() => _page.Button("Log it").Enabled, "the plan has reckoned it");

        // So far as it can be read it is another figure.
        _page.Field("Poured in").SendKeys("52..5");
        _page.Until(() => _page.Text("[data-testid=water-test]").Contains("That is not a volume.", StringComparison.Ordinal), "it is told");
        Assert.False(_page.Button("Log it").Enabled);

        // Nor does the waterline stand in for the level that was meant.
        _page.Type("Poured in", "52.5");
        _page.Until(() => _page.Button("Log it").Enabled, "it is mended");
        var level = _page.Field("Filled to").GetAttribute("value");
        _page.Type("Filled to", "2x");
        Assert.False(_page.Button("Log it").Enabled);
        _page.Type("Filled to", level!);
        _page.Until(() => _page.Button("Log it").Enabled, "and that");
        _page.Click("Log it");
        _page.Until(() => Tests(id).Count > before, "it is logged");
        Assert.Equal(52.5, Tests(id)[^1]!["inMl"]!.GetValue<double>());
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public void A_bottle_is_not_put_in_without_what_was_typed_of_it()
    {
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Until(() => _page.First(".bottles summary"), "the way to note a kit").Click();
        bool Ready() => _page.Button("Put it on the shelf").Enabled;
        _page.Field("Part one").SendKeys("400");
        _page.Until(Ready, "grams are enough");
        _page.Field("It cost together").SendKeys("12..5");
        _page.Until(() => !Ready(), "its price is none");
        _page.Type("It cost together", "12.5");
        _page.Until(Ready, "its price is one");

        // Half a day: it would be put in as if nobody knew.
        _page.Field("Bought").SendKeys("05");
        _page.Field("Part one").Click();
        _page.Until(() => !Ready() && _page.Text(".bottles").Contains("That is no whole day.", StringComparison.Ordinal), "half a day is told");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Half_a_moment_takes_no_date_away()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        var at = new DateTimeOffset(Circumstances.Now.LocalDateTime.Date.AddDays(1).AddHours(19));
        await fixture.Edit(id, new { kind = "set", list = "waters", id = "creek", fields = new { firstPourAt = at } });
        _page.Open(id, "pours");
        _page.Until(() => _page.Field("First pour").GetAttribute("value") is { Length: > 0 }, "its date");
        _page.Field("First pour").SendKeys(Keys.Backspace);
        _page.Find(".top-build").Click();
        _page.Until(() => _page.Text(".slip").Contains("That is no whole day and time. The first pour stays as it was.", StringComparison.Ordinal), "half a moment is told");
        Assert.NotNull((await fixture.Read(id))["build"]!["waters"]![0]!["firstPourAt"]);

        Assert.Empty(_page.Faults());
    }

    private JsonArray Tests(string id) => fixture.Read(id).Result["build"]!["waterTests"]!.AsArray();
}
