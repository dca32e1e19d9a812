using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace InkBasin.Browser.Tests;

/// <summary>The cupboard: seen, opened, its levels dragged; what is missing in the packs it is sold in.</summary>
[Collection("other browser")]
public class StoresTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private void Open(int width = 1280, int height = 800)
    {
        _page.SetViewport(width, height);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Until(() => _page.All(".shelf-item").Count > 5, "the cupboard");
    }

    private void OpenDays(string id)
    {
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/days"));
    }

    private IWebElement Item(string key) => _page.Until(() => _page.First($"[data-item='{key}']"), key);

    private async Task<double> LeftG(string bottle) => (await fixture.Shelf()).Single(card => card!["bottle"]!["id"]!.GetValue<string>() == bottle)!["bottle"]!["leftG"]!.GetValue<double>();

    [Fact]
    public async Task A_level_is_dragged_and_put_back_by_its_figure()
    {
        Open();
        const string Bottle = "demo-coating-two";
        var had = await LeftG(Bottle);
        var item = Item($"bottle-{Bottle}");
        var stood = item.Text;
        new Actions(fixture.Driver).MoveToElement(item.FindElement(By.TagName("svg"))).ClickAndHold().MoveByOffset(0, 10).MoveByOffset(0, 12).Release().Perform();
        _page.Until(() => LeftG(Bottle).Result is var left && left < had - 1, "less is in it");

        _page.Until(() => _page.Text($"[data-item='bottle-{Bottle}']") != stood, "it is shown");

        // A drag is no press: nothing has opened.
        Assert.Null(_page.First(".cupboard-item"));
        Item($"bottle-{Bottle}").Click();
        _page.Until(() => _page.First(".cupboard-item"), "it is opened");
        Assert.Contains("pot life", _page.Text(".cupboard-item"), StringComparison.Ordinal);
        _page.Type("Left in it", had.ToString(System.Globalization.CultureInfo.InvariantCulture));
        _page.Until(() => Math.Abs(LeftG(Bottle).Result - had) < 0.06, "it is put right");
        _page.Click("Close it");
        _page.Until(() => _page.First(".cupboard-item") is null, "it is closed");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task What_a_step_took_is_told_where_it_is_done_and_on_what_it_was_taken_of()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        OpenDays(id);
        _page.Until(() => _page.First("[data-step='garden:seal']"), "its sealing").SendKeys(Keys.Enter);
        _page.Click("Done now");
        _page.Settled();
        var told = _page.Until(() => _page.First("[data-testid=step-taken]"), "what it took").Text;
        Assert.Matches(@"^Out of the cupboard for it, as reckoned: \d+\.\d ml of Gloss varnish\.", told);
        Open();
        Item("good-demo-varnish").Click();
        var taken = _page.Until(() => _page.First("[data-testid=taken]"), "what was taken out of it").Text;
        Assert.Contains("Garden pond sealed", taken, StringComparison.Ordinal);
        Assert.Contains("Sallow Quay copy", taken, StringComparison.Ordinal);

        // Not done after all: it is back in the bottle, and nothing is told of it any more.
        OpenDays(id);
        _page.Until(() => _page.First("[data-step='garden:seal']"), "its sealing").SendKeys(Keys.Enter);
        _page.Click("Not done after all");
        _page.Settled();
        Open();
        Item("good-demo-varnish").Click();
        _page.Until(() => _page.First(".cupboard-item"), "it is opened");
        Assert.DoesNotContain("Sallow Quay copy", _page.Text(".cupboard-item"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_cup_has_its_sizes_and_its_marks_and_a_build_is_measured_with_it()
    {
        Open();
        Item("good-demo-cups").Click();
        _page.Until(() => _page.First("[data-testid=cup-holds]")?.Text.Contains("Mark it", StringComparison.Ordinal) == true, "what it holds");
        var before = _page.Text("[data-testid=cup-holds]");
        _page.Field("Inside, its height").SendKeys(Keys.Control + "a" + Keys.Null + "95" + Keys.Escape);
        Assert.Equal(before, _page.Text("[data-testid=cup-holds]"));
        Assert.Equal("110", _page.Field("Inside, its height").GetAttribute("value"));
        _page.Type("Inside, its height", "90");
        _page.Until(() => _page.Text("[data-testid=cup-holds]") is var now && now != before && now.Contains(" ml at ", StringComparison.Ordinal), "another cup, other marks");

        // On the board it is chosen by its name; the sizes follow.
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        _page.Choose(_page.Field("Cup"), "demo-cups");
        _page.Settled();
        _page.Until(() => _page.Field("Cup, inner height").GetAttribute("value") == "90", "its height");
        Open();
        Item("good-demo-cups").Click();
        _page.Field("Inside, its height").SendKeys(Keys.Control + "a" + Keys.Null + "110" + Keys.Tab);
        _page.Until(() => _page.Text("[data-testid=cup-holds]") == before, "as it was");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public void Something_is_put_in_and_taken_out_again()
    {
        Open();
        _page.Until(() => _page.All(".bottles summary").FirstOrDefault(one => one.Text.StartsWith("Note a tint", StringComparison.Ordinal)), "the way to note it").Click();
        _page.Choose(_page.Field("It is"), "plaster");
        _page.Field("Called").SendKeys("Dental stone" + Keys.Tab);
        _page.Field("In it, new").SendKeys("2000");
        _page.Field("It cost").SendKeys("11,5");
        _page.Click("Put it into the cupboard");
        var item = _page.Until(() => _page.All(".shelf-item").FirstOrDefault(one => one.Text.StartsWith("Dental stone", StringComparison.Ordinal)), "it stands there");
        Assert.Contains("2.00 kg", item.Text, StringComparison.Ordinal);
        item.Click();
        _page.Until(() => _page.Field("It cost").GetAttribute("value") == "11.5", "what it cost");
        _page.Click("Take it out of the cupboard");
        _page.Until(() => _page.All(".shelf-item").All(one => !one.Text.StartsWith("Dental stone", StringComparison.Ordinal)), "it is out");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public void A_list_is_looked_at_before_it_is_taken()
    {
        Open();
        var file = fixture.ScratchFile("list.csv");
        File.WriteAllText(file, "what,left,name,full\nglue,300,Bone glue,500\n");
        IWebElement Input() => _page.Until(() => _page.First("input[type=file]"), "the way in");
        Input().SendKeys(file);
        _page.Until(() => _page.Text(".list-look").Contains("Bone glue is put in", StringComparison.Ordinal), "what it would do");
        Assert.DoesNotContain(_page.All(".shelf-item"), one => one.Text.StartsWith("Bone glue", StringComparison.Ordinal));
        _page.Click("Take it into the cupboard");
        IWebElement? Glue() => _page.All(".shelf-item").FirstOrDefault(one => one.Text.StartsWith("Bone glue", StringComparison.Ordinal));
        _page.Until(Glue, "it stands there");
        File.WriteAllText(file, "what,left,name\nglue,much,Bone glue\n");
        Input().SendKeys(file);
        _page.Until(() => _page.Text(".stores-side").Contains("“much” is no number", StringComparison.Ordinal), "it is refused");
        _page.Until(() =>
        {
            Glue()!.Click();
            return true;
        }, "it is chosen");
        _page.Click("Take it out of the cupboard");
        _page.Until(() => Glue() is null, "it is out");
    }

    [Fact]
    public async Task What_is_missing_is_told_in_packs_with_what_it_costs()
    {
        // A shelf of its own: what is missing is missing of all builds there are.
        using var own = await OwnServer.Start();
        var id = await own.Named("Three Weirs at Ondry");
        var kept = (await own.Http.GetFromJsonAsync<JsonNode>($"/api/builds/{id}"))!;
        var edits = kept["build"]!["waters"]!.AsArray().Select(water => new { kind = "set", list = "waters", id = water!["id"]!.GetValue<string>(), fields = new { productId = "casting-epoxy" } });
        using var made = await own.Http.PostAsJsonAsync($"/api/builds/{id}/edits", new { version = kept["version"]!.GetValue<int>(), edit = new { kind = "together", label = "Another resin", edits } });
        made.EnsureSuccessStatusCode();
        fixture.Driver.Navigate().GoToUrl(own.At("/stores"));
        _page.Until(() => _page.Text(".to-buy").Contains("Casting epoxy, 1 × 500 + 250 g", StringComparison.Ordinal), "the kit to buy");
        Assert.Contains("24.90", _page.Text(".to-buy"), StringComparison.Ordinal);
        Assert.Contains("g over", _page.Text(".to-buy"), StringComparison.Ordinal);
        Assert.Contains("Old hardener yellows", _page.Text(".to-buy"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }
}
