using System.Globalization;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>Heat and cure on the Pours stage: the room, the ways of cutting layers, the cliff.</summary>
[Collection("browser")]
public class CureTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture) { BoardWidthMm = 620 };

    private string Says(string css, string words)
    {
        _page.Until(() => _page.First(css)?.Text.Contains(words, StringComparison.Ordinal) == true, $"“{words}” in {css}");
        return _page.Text(css);
    }

    [Fact]
    public async Task Another_room_moves_layers_times_and_words_while_the_slider_is_held()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "pours");
        _page.Click("Garden pond");
        _page.Click("Heat");
        var before = Says("[data-testid=heat]", "What if the room is at 20 °C?");
        var strip = _page.Text(".slip-answer");
        var slider = _page.Find("[aria-label='Room, °C']");

        // Held down: the figures follow, the build does not.
        _page.Script("const e = arguments[0]; Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(e, '27'); e.dispatchEvent(new Event('input', { bubbles: true }));", slider);
        Says("[data-testid=heat]", "What if the room is at 27 °C?");
        _page.Until(() => _page.Text(".slip-answer") != strip, "other times");
        Says("[data-testid=heat]", "by the resin heat");
        Assert.NotEqual(before, _page.Text("[data-testid=heat]"));
        Assert.Equal(20, (await fixture.Read(id))["build"]!["room"]!["airC"]!.GetValue<double>());

        slider.SendKeys(Keys.ArrowRight);
        _page.Settled();
        _page.Until(() => fixture.Read(id).Result["build"]!["room"]!["airC"]!.GetValue<double>() == 27.5, "kept once let go");
        var plan = (await fixture.Read(id))["plan"]!["waters"]![2]!;
        var safe = plan["safe"]!["safeMm"]!.GetValue<double>();
        Assert.All(plan["layers"]!["is"]!["layers"]!.AsArray(), layer => Assert.True(layer!["depthMm"]!.GetValue<double>() <= safe + 1e-9));
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_ripple_window_is_told_and_opens_to_show_how_it_came_about()
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), "pours");
        _page.Click("Surface");
        var words = Says("[data-testid=surface]", "First look");
        Assert.Contains("One degree warmer moves it", words, StringComparison.Ordinal);
        _page.Find("button[title='How the ripples came about']").Click();
        Says("[data-testid=surface]", "Orchard 1963");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_way_of_cutting_layers_is_picked_by_what_it_costs()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "pours");
        var table = Says("[data-testid=strategies]", "Equal volume");
        Assert.Equal(4, _page.All("[data-testid=strategies] tbody tr").Count);
        Assert.Contains("days", table, StringComparison.Ordinal);
        _page.Click("Equal volume");
        _page.Until(() => _page.First("[data-testid=strategies] .chosen")?.Text.StartsWith("Equal volume", StringComparison.Ordinal) == true, "the chosen one");
        _page.Settled();
        var layers = (await fixture.Read(id))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!.AsArray();
        var first = layers[0]!["mix"]!["batches"]![0]!["mixedMl"]!.GetValue<double>();
        Assert.All(layers, layer => Assert.Equal(first, layer!["mix"]!["batches"]![0]!["mixedMl"]!.GetValue<double>(), 8.0));
    }

    [Fact]
    public async Task The_cliff_the_staff_and_the_cards_tell_how_hot_it_gets()
    {
        var id = await fixture.CopyOf("The Drowned Pit");
        _page.BoardWidthMm = 140;
        _page.Open(id, "pours");
        _page.Click("Heat");
        _page.Until(() => _page.First(".heat-curve .heat-line"), "the cliff");
        var plan = (await fixture.Read(id))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!.AsArray();
        Assert.Equal(plan.Count, _page.All(".staff-heat").Count);
        var hottest = plan.Max(layer => layer!["cure"]!["peakC"]!.GetValue<double>());
        Says("[data-testid=heat]", string.Create(CultureInfo.InvariantCulture, $"The hottest layer reaches {hottest:0} °C"));
        Assert.Equal(plan.Count, _page.All("[data-testid=states] tbody tr").Count);

        // Taken from under the cover it is cooler.
        _page.Until(() => _page.All(".switch-field input").Count >= 2 ? _page : null, "the switches");
        _page.All(".switch-field input")[0].Click();
        _page.Until(() => !fixture.Read(id).Result["build"]!["care"]!["covered"]!.GetValue<bool>(), "kept without its cover");
        Assert.True((await fixture.Read(id))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!.AsArray().Max(layer => layer!["cure"]!["peakC"]!.GetValue<double>()) < hottest);
        Assert.Empty(_page.Faults());
    }
}
