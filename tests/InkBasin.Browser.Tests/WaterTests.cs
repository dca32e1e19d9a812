using System.Globalization;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

[Collection("other browser")]
public class WaterTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture) { BoardWidthMm = 620 };

    [Fact]
    public async Task What_was_worked_on_last_opens_straight_on_its_water()
    {
        await fixture.CopyOf("Sallow Quay");
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(fixture.Address);
        _page.Until(() => _page.All("[data-testid=volume]").Count == 1, "the water's figure");
        Assert.EndsWith("/water", new Uri(fixture.Driver.Url).AbsolutePath, StringComparison.Ordinal);
        Assert.Contains("Pour to", _page.NextThing, StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Dragging_the_waterline_on_the_staff_takes_ml_layers_and_grams_with_it()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "water");
        var (volume, layers, waterline) = (_page.Volume, _page.Layers, _page.Waterline);
        var grip = _page.Find(".staff-grip");

        // Held, not yet let go: the figures are already there.
        var box = grip.Location;
        _page.Pointer().MoveTo(box.X + 20, box.Y + 15).Press().MoveTo(box.X + 20, box.Y - 5).MoveTo(box.X + 20, box.Y - 30).Done();
        _page.Until(() => _page.Volume > volume, "more ml while the waterline is held higher");
        Assert.Equal(waterline, (await fixture.Read(id))["build"]!["waters"]![0]!["waterlineMm"]!.GetValue<double>());
        _page.Pointer().Release().Done();
        _page.Settled();

        Assert.True(_page.Waterline > waterline);
        Assert.NotEqual(layers.Select(layer => layer[2]), _page.Layers.Select(layer => layer[2]));
        Assert.Equal(_page.Waterline, double.Parse(_page.Layers[^1][0], CultureInfo.InvariantCulture), 1);
        var kept = await fixture.Read(id);
        Assert.Equal(_page.Waterline, kept["build"]!["waters"]![0]!["waterlineMm"]!.GetValue<double>(), 3);
        Assert.Equal(_page.Volume, Math.Round(kept["plan"]!["waters"]![0]!["level"]!["volumeMl"]!.GetValue<double>()));

        _page.Press("z");
        _page.Until(() => _page.Volume == volume, "the old ml after undo");
        _page.Reload();
        _page.Until(() => _page.Volume == volume && _page.Waterline == waterline, "the same after a reload");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_waterline_moves_by_keys_and_the_staff_tells_a_screen_reader()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "water");
        var start = _page.Waterline;
        _page.Press("]");
        _page.Until(() => _page.Waterline == start + 0.5, "half a mm up");
        _page.Press("[");
        _page.Until(() => _page.Waterline == start, "half a mm down");
        var slider = _page.Find("[data-testid=waterline]");
        slider.SendKeys(Keys.ArrowUp);
        _page.Until(() => Math.Abs(_page.Waterline - start - 0.1) < 1e-9, "a tenth up");
        slider = _page.Find("[data-testid=waterline]");
        Assert.Equal("slider", slider.GetAttribute("role"));
        Assert.Contains("holds", slider.GetAttribute("aria-valuetext")!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_dam_taken_down_stops_the_water_and_one_put_up_holds_it()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "water");
        _page.Click("Dams");
        _page.Click("Take down the dam on the left edge");
        _page.Click("Level");
        _page.Until(() => _page.Text(".notices").Contains("Open over the left edge", StringComparison.Ordinal), "the open edge in words");
        Assert.Contains("stop", _page.Text(".notices"), StringComparison.Ordinal);
        Assert.NotEmpty(_page.All(".open-edge"));
        _page.Click("Put up a dam there");
        _page.Until(() => _page.All(".open-edge").Count == 0, "no open edge");
        Assert.Equal("holds", (await fixture.Read(id))["plan"]!["waters"]![0]!["level"]!["standing"]!.GetValue<string>());
    }

    [Fact]
    public async Task A_figure_opens_to_show_how_it_came_about()
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), "water");
        _page.Find("button[title='How the volume came about']").Click();
        var working = _page.Until(() => _page.First(".working"), "the working");
        Assert.Contains("waterline", working.Text, StringComparison.Ordinal);
        Assert.Contains("From:", working.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_water_is_put_on_the_board_by_pressing_where_it_stands()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "water");
        _page.Click("Dock");
        _page.Click("Remove Dock");
        _page.Until(() => _page.All(".water-tab-row button").All(tab => !tab.Text.StartsWith("Dock", StringComparison.Ordinal)), "the dock gone");
        _page.Click("Put another water on the board");
        _page.ClickBoard(384, 98);
        _page.Until(() => _page.All(".water-tab-row button").Any(tab => tab.Text.StartsWith("Water", StringComparison.Ordinal)), "the new water");
        _page.Settled();
        var waters = (await fixture.Read(id))["plan"]!["waters"]!.AsArray();
        Assert.Equal(3, waters.Count);
        Assert.InRange(waters[2]!["level"]!["volumeMl"]!.GetValue<double>(), 30, 120);
    }

    [Fact]
    public async Task Units_switch_in_one_place_and_the_figures_follow()
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), "water");
        var ml = _page.Volume;
        _page.Click("mm · ml: units and light");
        _page.Click("fl oz");
        _page.Click("in");
        _page.Until(() => Math.Abs(_page.Volume - (ml / 29.5735)) < 0.1, "fluid ounces");
        Assert.Matches(@"^\d+ \d+/\d+$|^\d+/\d+$|^\d+$", _page.Text(".staff-value"));
        _page.Click("ml");
        _page.Click("mm");
        _page.Until(() => _page.Volume == ml, "ml again");
    }

    [Fact]
    public async Task The_cut_follows_its_line()
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), "water");
        var before = _page.Find(".cut").GetAttribute("aria-label");
        _page.Drag(_page.Find("g[aria-label^='Cut line'] .handle-mark"), -140, 0);
        _page.Until(() => _page.Find(".cut").GetAttribute("aria-label") != before, "another section in words");
        var dragged = Section();
        _page.Press(".");
        _page.Until(() => Section() != dragged, "a slid section");

        string Section() => _page.Find(".cut-surface").GetAttribute("points")!;
    }

    [Fact]
    public async Task The_relief_is_loaded_when_wanted_turns_by_keys_and_falls_back()
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), "water");
        Assert.False(Loaded());
        _page.Click("Relief");
        var canvas = _page.Until(() => _page.First(".relief-view canvas"), "the relief");
        _page.Until(() => Picture().Length > 20_000, "the board drawn");
        Assert.True(Loaded());
        var first = Picture();
        canvas.SendKeys(Keys.ArrowRight);
        _page.Until(() => Picture() != first, "another side of it");
        var turned = Picture();
        _page.Click("carved foam");
        _page.Until(() => _page.Button("carved foam").GetAttribute("aria-pressed") == "true" && Picture() != turned, "the bare foam");
        _page.Click("Relief");
        _page.Until(() => _page.All(".relief-view").Count == 0, "the Sheet again");

        bool Loaded() => (bool)_page.Script("return performance.getEntriesByType('resource').some(r => /Relief-/.test(r.name))")!;
        string Picture() => fixture.Driver.FindElement(By.CssSelector(".relief-view canvas")) is ITakesScreenshot shot
            ? shot.GetScreenshot().AsBase64EncodedString
            : "";
    }

    [Fact]
    public async Task A_pour_test_overflows_an_edge_a_dam_stops_it_and_its_pools_become_waters()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "water");
        _page.Click("Dams");
        _page.Click("Take down the dam on the front edge");
        _page.Settled();
        _page.Click("Test");
        _page.Click("Pour");
        _page.ClickBoard(300, 266);
        _page.Until(() => _page.First(".poured .run-off"), "liquid over the front edge");
        _page.Until(() => _page.Text("[data-testid=poured]").Contains("where it is open on the front edge", StringComparison.Ordinal), "the words for it");

        // The dam is put back: what was poured runs anew, and now it is held.
        _page.Press(Keys.Escape);
        _page.Press("z");
        _page.Until(() => _page.Text("[data-testid=poured]").Contains("nothing runs off", StringComparison.Ordinal), "the dam holds it");
        Assert.Empty(_page.All(".poured .run-off"));

        // More is added by the key over the pointer; stepping back shows less of it.
        var (x, y) = _page.OnScreen(215, 85);
        _page.Pointer().MoveTo(x, y).Done();
        _page.Press("t");
        _page.Until(() => _page.All(".pour-place").Count == 2, "a second pour");
        _page.Until(() => _page.Text("[data-testid=poured]").Contains("Of 200 ml", StringComparison.Ordinal), "all of it poured");
        _page.Click("One step back");
        _page.Until(() => !_page.Text("[data-testid=poured]").Contains("Of 200 ml", StringComparison.Ordinal), "the picture before");
        _page.Click("One step on");

        // An empty board of waters takes its waters from the test.
        var before = (await fixture.Read(id))["build"]!["waters"]!.AsArray().Count;
        _page.Click("Make them waters");
        _page.Until(() => _page.All(".poured .pool").Count == 0, "the test mopped up");
        _page.Settled();
        var waters = (await fixture.Read(id))["build"]!["waters"]!.AsArray();
        Assert.True(waters.Count > before);
        Assert.InRange(waters[^1]!["waterlineMm"]!.GetValue<double>(), 1, 25);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Asked_backwards_a_jug_says_how_far_it_goes_and_the_waterline_can_be_set_there()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "water");
        var field = _page.Field("Resin at hand");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("300" + Keys.Enter);
        _page.Until(() => _page.First("[data-testid=enough]")?.Text.Contains("under the waterline", StringComparison.Ordinal) == true, "how far it goes");
        Assert.Contains("With a false bed up to", _page.Text("[data-testid=enough]"), StringComparison.Ordinal);
        _page.Click("Set the waterline there");
        _page.Until(() => _page.Volume is > 290 and <= 300, "the water of 300 ml");
    }

    [Fact]
    public async Task What_is_no_number_is_kept_and_told_and_a_refused_number_too()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "water");
        var field = _page.Field("Waterline");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("about ten" + Keys.Enter);
        _page.Until(() => _page.Text(".slip").Contains("That is not a length", StringComparison.Ordinal), "the sentence");
        Assert.Equal("about ten", _page.Field("Waterline").GetAttribute("value"));
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("5000" + Keys.Enter);
        _page.Until(() => _page.All(".message-stop").Count == 1, "the refusal");
        Assert.Equal("5000", _page.Field("Waterline").GetAttribute("value"));
        Assert.Equal(14.5, (await fixture.Read(id))["build"]!["waters"]![0]!["waterlineMm"]!.GetValue<double>());
    }
}
