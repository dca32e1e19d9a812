using System.Globalization;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>Layers by hand, cups, what became of a pour, and the stores they draw on.</summary>
[Collection("other browser")]
public class PoursTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture) { BoardWidthMm = 620 };

    private readonly SessionView _view = new(fixture.Driver);

    private static double Number(JsonNode? node) => node!.GetValue<double>();

    private static string Figure(double value, string format) => value.ToString(format, CultureInfo.InvariantCulture);

    private string Says(string css, string words)
    {
        _page.Until(() => _page.First(css)?.Text.Contains(words, StringComparison.Ordinal) == true, $"“{words}” in {css}");
        return _page.Text(css);
    }

    private void Choose(string label, string value) =>
        _page.Choose(_page.Field(label), value);

    private async Task<string> Open(string build, string leaf)
    {
        var id = await fixture.CopyOf(build);
        _page.Open(id, "pours");
        _page.Click(leaf);
        return id;
    }

    [Fact]
    public async Task A_mix_card_says_what_goes_in_and_leads_to_the_bench()
    {
        var id = await Open("Three Weirs at Ondry", "Mix");
        var session = (await fixture.Read(id))["plan"]!["sessions"]!["is"]![0]!;
        var card = session["cards"]![0]!;
        var one = Figure(Number(card["batch"]!["aG"]), "0.##");
        var two = Figure(Number(card["batch"]!["bG"]), "0.##");
        Says("[data-testid=session-1]", $"{one} + {two} g");
        Says("[data-testid=session-1]", "layer 1 of Tail reach, Meadow reach, Mill reach, Top reach");
        var lines = _page.Text("[data-testid=session-1]").ReplaceLineEndings(" ");
        var order = session["pools"]!.AsArray().Select(pool => lines.LastIndexOf(pool!["name"]!.GetValue<string>(), StringComparison.Ordinal)).ToList();
        Assert.Equal(4, order.Count);
        Assert.Equal(order.Order(), order);
        _view.Click("Go through it at the bench");
        _page.Until(() => _page.First(".bench-ready"), "the bench's door");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_top_of_a_layer_is_dragged_on_the_staff_until_it_is_stopped()
    {
        var id = await Open("Sallow Quay", "Layers");
        var tops = _page.Until(() => _page.All(".staff-top") is { Count: 2 } found ? found : null, "two tops that move");
        var before = (await fixture.Read(id))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!;
        Assert.Empty(_page.All(".staff-heat.heat-stop"));
        _page.Drag(tops[0], 0, -72);
        _page.Until(() => _page.All(".staff-heat.heat-stop").Count == 1, "the barred square beside the first layer");
        _page.Settled();
        Says(".slip", "Bring its top down, or put one more in.");
        Says(".slip", "You set the tops by hand.");
        var after = (await fixture.Read(id))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!;
        Assert.True(Number(after[0]!["depthMm"]) > 6);
        Assert.Equal(Number(before[1]!["toMm"]), Number(after[1]!["toMm"]), 2);

        // Cut in two it holds again; the arrow keys move a top by a tenth.
        _page.Click("One more layer");
        _page.Until(() => _page.All("[data-testid=pour-layers] tbody tr").Count == 4, "four layers");
        _page.Until(() => _page.All(".staff-heat.heat-stop").Count == 0, "no stop any more");
        _page.Settled();
        var was = Number((await fixture.Read(id))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]![0]!["toMm"]);
        _page.All(".staff-top")[0].SendKeys(Keys.ArrowUp);
        _page.Until(() => Math.Abs(Number(fixture.Read(id).Result["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]![0]!["toMm"]) - was) is > 0.04 and < 0.16, "a tenth higher");
        _page.Click("Equal depth");
        _page.Until(() => _page.All("[data-testid=pour-layers] tbody tr").Count == 3, "cut evenly again");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_layer_that_stands_in_two_pools_is_poured_by_its_card_and_comes_to_its_top_in_both()
    {
        // Creek and dock as one water over a sill: its layer to 10 mm lies on both sides of that.
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        await fixture.Edit(id, new
        {
            kind = "together",
            label = "One water",
            edits = new object[]
            {
                new { kind = "set", list = "recipe", id = "gate", fields = new { bedStartMm = 14.5, bedEndMm = 14.5 } },
                new { kind = "remove", list = "waters", id = "dock" },
                new { kind = "set", list = "waters", id = "creek", fields = new { waterlineMm = 18.0, productId = "casting-epoxy", ownTopsMm = new[] { 10.0, 18.0 } } },
            },
        });
        _page.Open(id, "pours");
        _page.Until(() => _page.All(".pour-places path").Count == 2, "both places on the Sheet");
        Assert.Contains("Stands in 2 pools", _page.Text("[data-testid=pour-layers]"), StringComparison.Ordinal);

        // The Cut goes through both, and the Staff counts them.
        _page.Until(() => _page.All(".cut-pool").Select(number => number.GetAttribute("textContent")![..1]).Order().SequenceEqual(["1", "2"]), "both numbered in the Cut");
        Assert.Contains("2 pools", _page.Text(".staff"), StringComparison.Ordinal);

        // Where and how much the bench says, cup after cup, gone through in a rehearsal.
        _page.Click("Mix");
        _view.Click("Go through it at the bench");
        _view.Click("Rehearse it first");
        _view.Until(() => _view.Step == "caution", "the bench is open");
        _view.Click("×120");
        var poured = new List<(double Ml, double X, double Y)>();
        while (_view.Step.Length > 0)
        {
            if (_view.Step.Contains("-pour-", StringComparison.Ordinal))
            {
                var where = System.Text.RegularExpressions.Regex.Match(_view.Text(".bench-where"), @"(\d+) from the left, (\d+) from the back");
                poured.Add((double.Parse(System.Text.RegularExpressions.Regex.Match(_view.Text(".bench-figure"), @"[\d.]+").Value, CultureInfo.InvariantCulture), double.Parse(where.Groups[1].Value, CultureInfo.InvariantCulture), double.Parse(where.Groups[2].Value, CultureInfo.InvariantCulture)));
                Assert.Matches("pool [12] of 2", _view.Text(".session-step h1"));
            }

            _view.Done();
            if (_view.Step.StartsWith("bubbles", StringComparison.Ordinal)) break;
        }

        // The hand does as the card says; the pour test tells what comes of it.
        _page.Open(id, "water");
        _page.Click("Test");
        _page.Click("Pour");
        foreach (var (ml, x, y) in poured)
        {
            _page.Type("In the jug", ml.ToString(CultureInfo.InvariantCulture));
            _page.ClickBoard(x, y);
        }

        var sum = poured.Sum(one => one.Ml);
        double[] Row(IWebElement row) => [.. System.Text.RegularExpressions.Regex.Matches(row.Text, @"[\d.]+").Select(number => double.Parse(number.Value, CultureInfo.InvariantCulture))];
        var levels = _page.Until(
            () => _page.All("[data-testid=poured] tbody tr, .pour-test tbody tr").Select(Row).ToList() is { Count: 2 } rows && Math.Abs(rows.Sum(row => row[2]) - sum) < 1 ? rows.Select(row => row[1]).ToList() : null,
            $"two pools of {string.Join(", ", poured)}");

        // A little higher than on the card's ground: it will shrink, and the water test found the bed 3.4 % larger.
        Assert.All(levels, level => Assert.InRange(level, 9.9, 10.6));
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task What_became_of_a_pour_is_noted_the_rest_follows_and_the_bottles_run_down()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/stores/bottles");
        var id = await Open("Sallow Quay", "After");
        answers.Hold();
        _page.Click("Dock");
        Says("[data-testid=after-advice]", "After layer 1");
        _page.Click("Strike it out");
        var before = _page.Until(() => fixture.Read(id).Result["plan"]!["waters"]![1]!["layers"]!["is"]!["layers"]!.AsArray() is { } layers && Number(layers[0]!["toMm"]) > 10 ? layers : null, "as it was meant");
        async Task<double> InBottles() => (await fixture.Shelf()).Where(card => card!["bottle"]!["productId"]!.GetValue<string>() == "coating-epoxy").Sum(card => Number(card!["bottle"]!["leftG"]));
        var had = await InBottles();
        void Type(string label, string text) => _page.Field(label).SendKeys(text);
        Type("Part one, weighed", "18,5");
        Type("Part two, weighed", "14");
        Type("Left in the cup", "9");
        Type("It came to", "8.4");
        Type("Anything else", "A drip at the gate");

        // Until it is known what stands in the cupboard nothing is noted: it would not come out of the bottles.
        answers.UntilOneIsHeld();
        Assert.False(_page.Button("Note it").Enabled);
        answers.LetGo();
        _page.Click("Note it");
        var words = Says("[data-testid=after-advice]", "short");
        Assert.Contains("with too little of part two", words, StringComparison.Ordinal);
        Assert.Contains("Dock itself can take", words, StringComparison.Ordinal);
        Says("[data-testid=pour-1]", "“A drip at the gate”");
        _page.Until(() => Math.Abs(had - InBottles().Result - 32.5) < 0.01, "32.5 g out of the bottles");
        var after = (await fixture.Read(id))["plan"]!["waters"]![1]!["layers"]!["is"]!["layers"]!.AsArray();
        Assert.Equal(8.4, Number(after[1]!["fromMm"]), 9);
        // Changed, it takes only the difference; struck out, all of it goes back.
        _page.Click("Change the note");
        var one = _page.Field("Part one, weighed");
        one.SendKeys(Keys.Control + "a");
        one.SendKeys("20");
        _page.Click("Note it");
        _page.Until(() => Math.Abs(had - InBottles().Result - 34) < 0.01, "34 g out of the bottles");
        _page.Click("Strike it out");
        _page.Until(() => Math.Abs(had - InBottles().Result) < 0.01, "all of it back in the bottles");
        Assert.True(after.Skip(1).Sum(layer => Number(layer!["volumeMl"])) > Number(before[1]!["volumeMl"]) + 5);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_sheet_is_entered_by_its_label_and_poured_with()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Click("Enter a sheet");
        _page.Until(() => _page.All(".kinds label").FirstOrDefault(label => label.Text.StartsWith("Casting epoxy", StringComparison.Ordinal)), "the kinds").Click();
        _page.Field("Name").SendKeys("Clear cast of mine" + Keys.Tab);
        _page.Field("Greatest layer").SendKeys("5");
        _page.Field("Working or gel time").SendKeys("8");

        // What the label leaves out stands there in grey, reckoned from what it says.
        _page.Until(() => _page.Field("Next layer from").GetAttribute("placeholder") == "16", "twice the gel time, assumed");
        var wrong = _page.Field("Next layer until");
        wrong.SendKeys("3");
        _page.Until(() => _page.First(".sheet-form .field-wrong")?.Text.Contains("ends before it begins", StringComparison.Ordinal) == true || _page.Field("Next layer from").GetAttribute("placeholder") == "3", "the window follows");
        wrong.SendKeys(Keys.Backspace);
        _page.Click("Keep the sheet");
        var card = _page.Until(() => _page.All(".sheet-card").FirstOrDefault(one => one.Text.Contains("Clear cast of mine", StringComparison.Ordinal)), "the card");
        Assert.Contains("numbers assumed", card.Text, StringComparison.Ordinal);
        _page.Open(id, "pours");
        var option = _page.Until(() => _page.Field("Product").FindElements(By.TagName("option")).FirstOrDefault(one => one.Text == "Clear cast of mine"), "the product to choose");
        Choose("Product", option.GetAttribute("value")!);
        _page.Until(() => _page.All("[data-testid=pour-layers] td").ElementAtOrDefault(1)?.Text is { } deep && double.Parse(deep, CultureInfo.InvariantCulture) <= 5, "layers of at most five millimetres");

        // Off the shelf and back again.
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Click("Take it off: Clear cast of mine");
        Says(".message", "is off the shelf");
        _page.Click("Put it back");
        _page.Until(() => _page.All(".sheet-card").FirstOrDefault(one => one.Text.Contains("Clear cast of mine", StringComparison.Ordinal)), "the card again");
        _page.Click("Take it off: Clear cast of mine");
        Says(".message", "is off the shelf");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Resin_that_dissolves_foam_is_stopped_until_a_barrier_is_logged()
    {
        var id = await Open("Sallow Quay", "Layers");
        Choose("Product", "polyester");
        Says(".slip", "dissolves bare polystyrene");
        _page.Click("Before");
        _page.Until(() => _page.First("[data-item=layer].open"), "the pour held back");
        _page.Click("Layers");
        _page.Field("Sealed with").SendKeys("Two coats of epoxy" + Keys.Enter);
        _page.Click("Log the barrier");
        Says(".slip", "Between it and the foam: Two coats of epoxy.");
        Assert.Equal("Two coats of epoxy", (await fixture.Read(id))["build"]!["waters"]![0]!["barrier"]!["what"]!.GetValue<string>());
        _page.Click("Before");
        _page.Until(() => _page.First("[data-item=layer].settled"), "the pour let go");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Waters_of_the_same_resin_are_joined_to_one_evening()
    {
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        _page.Open(id, "pours");
        var date = _page.Field("First pour");
        _page.Script("const e = arguments[0]; Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(e, '2027-06-01T19:00'); e.dispatchEvent(new Event('input', { bubbles: true }));", date);
        date.SendKeys(Keys.Enter);
        _page.Until(() => _page.First(".next-thing")?.Text.Contains("Jun", StringComparison.Ordinal) == true, "the date");
        _page.Settled();
        _page.Click("Mix");
        _page.Click("Pour with Mill reach");
        _page.Until(() => fixture.Read(id).Result["plan"]!["sessions"]!["is"]![0]!["pools"]!.AsArray().Count == 2, "two pools in one session");
        _page.Click("Pour with Tail reach");
        _page.Until(() => fixture.Read(id).Result["plan"]!["sessions"]!["is"]![0]!["pools"]!.AsArray().Count == 3, "three");
        Says("[data-testid=session-1]", "One mix for");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_thermometer_is_logged_and_the_plan_made_by_it()
    {
        var id = await Open("Sallow Quay", "Heat");
        _page.Field("Thermometer now").SendKeys("16,5");
        _page.Click("Log it");
        Says("[data-testid=room-log]", "16.5 °C");
        _page.Settled();
        var plan = await fixture.Read(id);
        var day = Number(plan["plan"]!["room"]!["dayC"]);
        _page.All("[data-testid=room-log] button").Last(button => button.Text.StartsWith("Plan with the log", StringComparison.Ordinal)).Click();
        _page.Until(() => Math.Abs(Number(fixture.Read(id).Result["build"]!["room"]!["airC"]) - day) < 0.06, "the room of the log");
        Assert.NotNull((await fixture.Read(id))["build"]!["room"]!["nightC"]);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_kit_is_noted_and_a_session_that_is_short_of_it_says_so_before_the_day()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Until(() => _page.First(".bottles summary"), "the way to note a kit").Click();
        Choose("Product", "deep-pour-epoxy");
        _page.Field("Part one").SendKeys("400");
        _page.Field("Part two").SendKeys("50");
        _page.Click("Put it on the shelf");
        var bottles = _page.Until(() => _page.All(".shelf-item").Where(one => one.Text.StartsWith("Deep-pour epoxy", StringComparison.Ordinal)).ToList() is { Count: 2 } both ? both : null, "both bottles");
        bottles[0].Click();
        _page.Until(() => _page.Text(".cupboard-item").Contains("Keeps for how long nobody noted.", StringComparison.Ordinal), "it is opened");
        try
        {
            _page.Open(id, "pours");
            Choose("Product", "deep-pour-epoxy");
            _page.Click("Mix");
            Says(".slip", "Short of Deep-pour epoxy (example) for it:");
            Says(".slip", "of part two. Get it before the day.");
            _page.Click("Before");
            _page.Until(() => _page.First("[data-item=stock].open"), "the pour held back for want of hardener");
            Assert.Empty(_page.Faults());
        }
        finally
        {
            foreach (var card in (await fixture.Shelf()).Where(card => card!["bottle"]!["productId"]!.GetValue<string>() == "deep-pour-epoxy"))
                await fixture.Http.DeleteAsync($"/api/stores/bottles/{card!["bottle"]!["id"]}");
        }
    }

    [Fact]
    public async Task Uv_resin_inked_too_dark_is_stopped_and_what_dries_tells_its_coats()
    {
        var id = await Open("Sallow Quay", "Layers");
        _page.Open(id, "ink");
        _page.Click("Garden pond");
        Choose("Another tint", "black-ink");
        _page.Type("Black ink, in 100 ml", "4");
        _page.Settled();
        _page.Open(id, "pours");
        _page.Click("Garden pond");
        Choose("Product", "uv-resin");
        Says(".slip", "too dark for the lamp");
        Choose("Product", "one-part-water");
        Says(".slip", "It does not level itself");
        _page.Until(() => !_page.Text(".slip").Contains("too dark", StringComparison.Ordinal), "no lamp any more");
        Says(".next-thing", "Take ");
        _page.Click("Heat");
        Says("[data-testid=heat]", "It makes no heat of its own.");
        var before = _page.Text("[data-testid=states]");
        var humidity = _page.Field("Humidity");
        humidity.SendKeys(Keys.Control + "a");
        humidity.SendKeys("80" + Keys.Enter);
        _page.Until(() => _page.Text("[data-testid=states]") != before, "damp air takes longer");
        _page.Click("Surface");
        Choose("Gel", "gloss-gel");
        Says("[data-testid=gel]", "ml of Gloss gel (example) in 2 coats.");
    }
}
