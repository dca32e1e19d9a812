using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>Waters whose layers have begun.</summary>
[Collection("other browser")]
public class BegunTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    // Whatever is open on the list before it is done without, and said to be.
    private async Task Begin(string id, string water, int layer, string at)
    {
        var checks = (await fixture.Http.GetFromJsonAsync<JsonNode>($"/api/builds/{id}/waters/{water}/before-pour"))!["checks"]!.AsArray();
        var edits = checks.Where(check => !check!["settled"]!.GetValue<bool>()).Select(check => check!["item"]!.GetValue<string>())
            .Select(item => (object)new { kind = "answerCheck", waterId = water, item, answer = new { waterId = water, item, overrides = true, reason = "A test", at } });
        var toMm = (await fixture.Read(id))["plan"]!["waters"]!.AsArray().Single(plan => plan!["id"]!.GetValue<string>() == water)!["layers"]!["is"]!["layers"]![layer - 1]!["toMm"]!.GetValue<double>();
        await fixture.Edit(id, new { kind = "together", label = "Begin", edits = edits.Append(new { kind = "beginPour", id = $"pour-{layer}", waterId = water, layer, at, toMm }) });
    }

    [Fact]
    public async Task A_water_that_is_all_poured_offers_no_other_way_of_cutting_it()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        async Task<JsonNode> Water() => (await fixture.Read(id))["build"]!["waters"]![0]!;
        var water = (await Water())["id"]!.GetValue<string>();
        await PourAll(id, water, new DateTimeOffset(2027, 6, 1, 20, 0, 0, TimeSpan.Zero), layer =>
        {
            _page.Open(id, "pours");
            _page.Until(() => _page.All("[data-testid=strategies]").Count == 1, $"before layer {layer} they can be chosen");
        });

        Assert.Contains("All layers are poured.", _page.Text(".next-thing"), StringComparison.Ordinal);
        Assert.EndsWith("all poured", _page.Text(".pours-sum"), StringComparison.Ordinal);
        Assert.Empty(_page.All("[data-testid=strategies]"));
        Assert.DoesNotContain(_page.All(".field label"), label => label.Text is "Thin top-up at the end" or "First pour");
        // A higher waterline brings the cutting back.
        Assert.Equal((await Layers(id)).Count, _page.All("[data-testid=pour-layers] .poured-layer").Count);
        await fixture.Edit(id, new { kind = "set", list = "waters", id = water, fields = new { waterlineMm = (await Water())["waterlineMm"]!.GetValue<double>() + 2 } });
        _page.Open(id, "pours");
        _page.Until(() => _page.All("[data-testid=strategies]").Count == 1, "the ways of cutting what is above them");
        Assert.Empty(_page.Faults());
    }

    // Opens the build's pours between any two, as somebody would.
    private async Task PourAll(string id, string water, DateTimeOffset firstAt, Action<int>? beside = null)
    {
        for (var layer = 1; layer <= (await Layers(id)).Count; layer++)
        {
            if ((await Layers(id))[layer - 1]!["poured"] is not null) continue;
            beside?.Invoke(layer);
            await Begin(id, water, layer, firstAt.AddDays(layer - 1).ToString("O", CultureInfo.InvariantCulture));
            _page.Open(id, "pours");
            _page.Until(() => _page.All("[data-testid=pour-layers] .poured-layer").Count >= layer, $"layer {layer} shown as poured");
        }
    }

    private async Task<JsonArray> Layers(string id) => (await fixture.Read(id))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!.AsArray();

    [Fact]
    public async Task A_dammed_water_that_stayed_soft_leaves_its_dams_on_while_the_days_go_on_with_the_others()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        var water = (await fixture.Read(id))["build"]!["waters"]![0]!;
        var (waterId, name) = (water["id"]!.GetValue<string>(), water["name"]!.GetValue<string>());
        await PourAll(id, waterId, DateTimeOffset.UtcNow.AddDays(-20));
        Assert.Contains("ams may come off", _page.Text(".next-thing"), StringComparison.Ordinal);
        var top = (await Layers(id)).Count;
        await fixture.Edit(id, new { kind = "writeLog", entry = new { id = "soft", at = DateTimeOffset.UtcNow.ToString("O", CultureInfo.InvariantCulture), waterId, layer = top, outcome = "soft" } });

        _page.Open(id, "pours");
        _page.Until(() => _page.Text(".next-thing").EndsWith($"Leave the dams on: layer {top} stayed soft.", StringComparison.Ordinal), "it says to leave them");
        Assert.Contains(_page.All(".notice-stop"), one => one.Text.StartsWith($"Layer {top} stayed soft, by the log: put nothing on it and leave any dam on.", StringComparison.Ordinal));
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/days"));
        Assert.Contains($"{name} stayed soft: what comes after its pours has no day", _page.Until(() => _page.First("[data-testid=days-waits]"), "what waits").Text, StringComparison.Ordinal);

        // The other waters have their days: they go on, and nothing is called finished.
        Assert.NotEmpty(_page.Find("[data-testid=days-next]").FindElements(By.CssSelector("li")));
        Assert.StartsWith("All that has a day is ready ", _page.Text("[data-testid=days-finish]"), StringComparison.Ordinal);

        // Nor does a plan that does not fit hide it.
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { days = new { week = new[] { new { day = "sat", fromMin = 600, toMin = 605 } } } } });
        _page.Reload();
        _page.Until(() => _page.First("[data-testid=days-clash]"), "that nothing fits into five minutes");
        Assert.Contains($"{name} stayed soft", _page.Text("[data-testid=days-waits]"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Another_product_chosen_over_a_poured_layer_stops_the_next_one_until_it_is_chosen_back()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        var water = (await fixture.Read(id))["build"]!["waters"]![0]!;
        var waterId = water["id"]!.GetValue<string>();
        await Begin(id, waterId, 1, DateTimeOffset.UtcNow.AddDays(-2).ToString("O", CultureInfo.InvariantCulture));
        _page.Open(id, "pours");
        _page.Until(() => _page.All("[data-testid=pour-layers] .poured-layer").Count == 1, "the layer poured");
        Assert.Empty(_page.All(".notice-stop"));
        var product = _page.Find(".slip").FindElement(By.XPath(".//label[.='Product']/following::select[1]"));
        var own = _page.Until(() => product.GetAttribute("value") is { Length: > 0 } chosen ? chosen : null, "its own product, once the stores have answered");
        _page.Choose(product, "casting-epoxy");
        _page.Until(() => _page.Text(".next-thing").Contains("First: Layer 1 was mixed of another product than is chosen here", StringComparison.Ordinal), "the stop");
        _page.Settled();
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/days"));
        Assert.Contains("is of another product than the one under it", _page.Until(() => _page.First("[data-testid=days-waits]"), "what waits").Text, StringComparison.Ordinal);
        _page.Open(id, "pours");
        _page.Choose(_page.Until(() => _page.Find(".slip").FindElement(By.XPath(".//label[.='Product']/following::select[1]")), "the product"), own);
        _page.Until(() => !_page.Text(".next-thing").Contains("another product", StringComparison.Ordinal), "it goes on");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Begun_with_the_wrong_product_chosen_it_is_put_right_under_After()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        var waterId = (await fixture.Read(id))["build"]!["waters"]![0]!["id"]!.GetValue<string>();
        await Begin(id, waterId, 1, DateTimeOffset.UtcNow.AddDays(-2).ToString("O", CultureInfo.InvariantCulture));
        await fixture.Edit(id, new { kind = "set", list = "waters", id = waterId, fields = new { productId = "casting-epoxy" } });
        _page.Open(id, "pours");
        _page.Until(() => _page.Text(".next-thing").Contains("Was it this one after all, say so under After.", StringComparison.Ordinal), "the stop says where");
        Assert.DoesNotContain("Strip the dams", _page.Text(".slip-answer"), StringComparison.Ordinal);
        _page.Click("After");
        _page.Until(() => _page.Text("[data-testid=pour-1]").Contains("Mixed of Coating epoxy", StringComparison.Ordinal), "what it is down as");
        Assert.Equal("", _page.Find("[data-testid=pour-1] .result-form input").GetAttribute("placeholder"));
        _page.Click("It was another");
        _page.Choose(_page.Until(() => _page.First("[data-testid=pour-1] select"), "the products"), "casting-epoxy");
        _page.Until(() => _page.Text("[data-testid=pour-1]").Contains("Mixed of Casting epoxy", StringComparison.Ordinal), "what it was of");
        Assert.NotEqual("", _page.Find("[data-testid=pour-1] .result-form input").GetAttribute("placeholder"));
        Assert.Equal("casting-epoxy", (await fixture.Read(id))["build"]!["begun"]!.AsArray().Single(pour => pour!["id"]!.GetValue<string>() == "pour-1")!["productId"]!.GetValue<string>());
        _page.Click("Layers");
        _page.Until(() => _page.First(".next-thing") is { } next && !next.Text.Contains("another product", StringComparison.Ordinal), "it goes on");
        Assert.Contains("Strip the dams", _page.Text(".slip-answer"), StringComparison.Ordinal);
        _page.Press(Keys.Control + "z" + Keys.Null);
        _page.Until(() => _page.Text(".next-thing").Contains("another product", StringComparison.Ordinal), "taken back");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Undoing_a_begun_pour_gives_its_grams_and_the_day_it_opened_the_bottle_back_as_Stores_shows()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        List<string> Bottles()
        {
            fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
            return _page.Until(() => _page.All(".shelf-item").Where(one => one.Text.StartsWith("Coating epoxy", StringComparison.Ordinal)).Select(one => one.Text).ToList() is { Count: > 0 } all ? all : null, "the bottles of the coating");
        }

        var had = Bottles();
        var water = (await fixture.Read(id))["build"]!["waters"]![0]!["id"]!.GetValue<string>();
        const string At = "2027-05-13T20:00:00+00:00";
        await Begin(id, water, 1, At);
        await fixture.Edit(id, new { kind = "logPour", pourId = "pour-1", fields = new { oneG = 60.0, twoG = 50.0, leftMl = (double?)null, reachedMm = (double?)null, roomC = (double?)null, note = (string?)null, at = At, fromBottles = true } });
        Assert.NotEqual(had, Bottles());

        _page.Open(id, "pours");
        foreach (var _ in new[] { "the note", "the pour" })
        {
            _page.Press(Keys.Control + "z" + Keys.Null);
            _page.Settled();
            _page.Until(() => fixture.Read(id).Result["redoLabel"] is not null, "taken back");
        }

        _page.Until(() => fixture.Read(id).Result["build"]!["begun"]!.AsArray().All(pour => pour!["id"]!.GetValue<string>() != "pour-1"), "the pour itself taken back");
        Assert.Equal(had, Bottles());
        Assert.Empty(_page.Faults());
    }
}
