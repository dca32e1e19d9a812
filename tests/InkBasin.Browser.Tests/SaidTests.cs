using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>What is shown is what is meant: units, clocks, names, and where a build is opened.</summary>
[Collection("browser")]
public class SaidTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task On_an_imperial_screen_what_is_typed_is_what_is_kept()
    {
        var id = await fixture.Begin("Imperial board");
        _page.Open(id, "board");
        try
        {
            _page.Script("localStorage.setItem('ink-basin.units', JSON.stringify({ length: 'in', volume: 'fl oz', mass: 'oz', temperature: '°F' }))");
            _page.Open(id, "board");
            Assert.Equal("68", _page.Field("Air").GetAttribute("value"));
            _page.Type("Air", "72");
            await Kept(id, build => Math.Abs(build["room"]!["airC"]!.GetValue<double>() - (40 / 1.8)) < 1e-9);
            _page.Type("Width", "10 1/2");
            await Kept(id, build => Math.Abs(build["board"]!["widthMm"]!.GetValue<double>() - 266.7) < 1e-9);
            _page.Type("One graduation", "0.005");
            await Kept(id, build => Math.Abs(build["measuring"]!["device"]!["graduation"]!.GetValue<double>() - 0.14175) < 1e-4);

            // Every stage comes up and says nothing in the other units.
            var quay = await fixture.CopyOf("Sallow Quay");
            foreach (var stage in new[] { "board", "ground", "water", "pours" })
            {
                _page.Open(quay, stage);

                // The strength of an ink is a share, whatever it is measured in.
                var fields = _page.All(".field").Where(field => !field.Text.StartsWith("Strength", StringComparison.Ordinal)).SelectMany(field => field.FindElements(By.CssSelector(".field-unit"))).Select(unit => unit.Text);
                Assert.All(fields, unit => Assert.DoesNotContain(unit, new[] { "mm", "ml", "g", "°C" }));
            }

            Assert.Empty(_page.Faults());
        }
        finally
        {
            _page.Script("localStorage.removeItem('ink-basin.units')");
        }
    }

    [Fact]
    public async Task A_pour_is_at_the_hour_of_the_builds_own_clock()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { timeZone = "Pacific/Auckland" } });
        await fixture.Edit(id, new { kind = "set", list = "waters", id = "garden", fields = new { firstPourAt = "2027-01-10T19:00:00+13:00" } });
        _page.Open(id, "board");
        Assert.Contains("Pacific/Auckland", _page.Text("[data-testid=clock]"), StringComparison.Ordinal);
        _page.Open(id, "pours");
        _page.Until(() => _page.All("[role=tab], .water-tab, .tabs button, button").FirstOrDefault(tab => tab.Text == "Garden pond"), "the garden pond").Click();
        _page.Until(() => _page.Field("First pour").GetAttribute("value") == "2027-01-10T19:00", "seven in the evening there");
        Assert.Contains("19:00", _page.Text(".slip"), StringComparison.Ordinal);

        _page.Open(id, "board");
        _page.All("[data-testid=clock] button")[0].Click();
        _page.Until(() => !_page.Text("[data-testid=clock]").Contains("Auckland", StringComparison.Ordinal), "this machine's clock");
        Assert.Equal("2027-01-10T06:00:00+00:00", DateTimeOffset.Parse((await fixture.Read(id))["build"]!["waters"]![2]!["firstPourAt"]!.GetValue<string>(), System.Globalization.CultureInfo.InvariantCulture).ToUniversalTime().ToString("yyyy-MM-ddTHH:mm:sszzz", System.Globalization.CultureInfo.InvariantCulture));
    }

    [Fact]
    public async Task A_script_in_a_name_or_a_note_stays_text()
    {
        const string Script = "<img src=x onerror=window.taken=1><script>window.taken=1</script>";
        var id = await fixture.Begin("Scripted");
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { name = Script } });
        await fixture.Edit(id, new { kind = "add", list = "standIns", item = new { id = "thing", name = Script, centre = new { xMm = 100, yMm = 100 }, turnDeg = 0, lengthM = 2, widthM = 2, heightM = 2, overhangM = 0, overhangFromM = 0, underM = 0, draughtM = 0 }, index = 0 });
        _page.Open(id, "board");
        Assert.Contains("<img src=x", _page.Text(".top-build"), StringComparison.Ordinal);
        Assert.Contains("<script>", _page.Text(".stand-in"), StringComparison.Ordinal);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/builds"));
        _page.Until(() => _page.Text(".cards").Contains("<script>", StringComparison.Ordinal), "its card");
        Assert.Null(_page.Script("return window.taken ?? null"));

        // And were one to get in, it would not run.
        _page.Script("const got = document.createElement('script'); got.textContent = 'window.taken = 1'; document.head.append(got)");
        Assert.Null(_page.Script("return window.taken ?? null"));
        Assert.Contains("Content Security Policy", Assert.Single(_page.Faults()), StringComparison.Ordinal);
        await fixture.Http.DeleteAsync(new Uri($"/api/builds/{id}", UriKind.Relative), TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task A_build_opens_where_it_was_left()
    {
        var id = await fixture.Begin("Left alone");
        fixture.Driver.Navigate().GoToUrl(fixture.Address);
        _page.Until(() => fixture.Driver.Url.EndsWith($"/builds/{id}/ground", StringComparison.Ordinal), "the ground, as there is no water yet");
        _page.Open(id, "pours");
        fixture.Driver.Navigate().GoToUrl(fixture.Address);
        _page.Until(() => fixture.Driver.Url.EndsWith($"/builds/{id}/pours", StringComparison.Ordinal), "Pours, where it was left");
    }

    private async Task Kept(string id, Func<System.Text.Json.Nodes.JsonNode, bool> so)
    {
        _page.Until(() => so(fixture.Read(id).GetAwaiter().GetResult()["build"]!), "it is kept");
        await Task.CompletedTask;
    }
}
