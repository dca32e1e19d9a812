using System.Net.Http.Json;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

[Collection("browser")]
public class KeepingTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task The_second_window_is_told_what_changed_and_may_put_its_change_on_top()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        using var response = await fixture.Http.PostAsJsonAsync($"/api/builds/{id}/edits", new { version = 1, edit = new { kind = "set", list = (string?)null, id = (string?)null, fields = new { scale = 87, board = new { depthMm = 410 } } } });
        response.EnsureSuccessStatusCode();

        _page.Type("Width", "640");
        _page.Until(() => _page.All("[role=alertdialog]").Count == 1, "the other window's change");
        Assert.Contains("Scale 1:87", _page.Text("[role=alertdialog]"), StringComparison.Ordinal);
        Assert.Equal(620, (await fixture.Read(id))["build"]!["board"]!["widthMm"]!.GetValue<double>());

        _page.Click("Make my change on top");
        _page.Until(() => _page.Text(".slip-head").Contains("56 m", StringComparison.Ordinal), "the wider board");
        var build = (await fixture.Read(id))["build"]!;

        // Mine names one field of the board: the other window's change of another stays.
        Assert.Equal((640, 410, 87), (build["board"]!["widthMm"]!.GetValue<double>(), build["board"]!["depthMm"]!.GetValue<double>(), build["scale"]!.GetValue<double>()));
    }

    [Fact]
    public async Task A_build_whose_record_cannot_be_read_says_so_offers_what_there_is_and_hides_no_other()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { scale = 87, name = "Torn page" } });
        await fixture.Damage("UPDATE Builds SET Document = 'torn' || Document, Version = Version + 1 WHERE Name = 'Torn page'");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/board"));
        _page.Until(() => _page.First("h1")?.Text == "This build cannot be opened", "what is wrong");
        Assert.Contains("The record of this build cannot be read", _page.Text("main"), StringComparison.Ordinal);
        Assert.DoesNotContain(id, _page.Text("main"), StringComparison.Ordinal);

        // Taking back needs the record too: it is not offered.
        Assert.Empty(_page.All("main button"));

        _page.Until(() => _page.First("main a"), "the way back").Click();
        _page.Until(() => _page.All(".card, .cards li").FirstOrDefault(card => card.Text.Contains("Torn page", StringComparison.Ordinal))?.Text.Contains("cannot be read", StringComparison.Ordinal) == true, "its card among the others");
        Assert.True(_page.All(".cards li").Count > 3);

        // It can be put out of the way, and is told in the bin as on the shelf.
        _page.Click("To the bin: Torn page");
        _page.Until(() => !_page.Text(".cards").Contains("Torn page", StringComparison.Ordinal), "gone from the shelf");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/builds?bin"));
        _page.Until(() => _page.First(".cards li")?.Text.Contains("cannot be read", StringComparison.Ordinal) == true, "its card in the bin");
        _page.All(".cards li").First(card => card.Text.Contains("Torn page", StringComparison.Ordinal)).FindElement(By.CssSelector("button")).Click();
        _page.Until(() => _page.Text(".cards") is { } left && !left.Contains("Torn page", StringComparison.Ordinal), "back on the shelf");

        // What is opened straight away is one that opens, at whichever stage it was left: not each of them has a Sheet.
        fixture.Driver.Navigate().GoToUrl(fixture.Address);
        _page.Settled();
        Assert.DoesNotContain("Torn page", _page.Text(".top-build"), StringComparison.Ordinal);

        // Mended by hand it is as it was.
        await fixture.Damage("UPDATE Builds SET Document = substr(Document, 5), Version = Version + 1 WHERE Name = 'Torn page'");
        _page.Open(id, "board");
        Assert.Contains("Torn page", _page.Text(".top-build"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_label_that_cannot_be_read_is_told_on_the_shelf_of_sheets()
    {
        using var made = await fixture.Http.PostAsJsonAsync("/api/stores/products", new { name = "Torn label", kind = "castingEpoxy", ratio = new { a = 2, b = 1, basis = "volume" }, greatestLayerMm = 12, gelH = 8, fullCureH = 96 });
        made.EnsureSuccessStatusCode();
        await fixture.Damage("UPDATE Sheets SET Draft = 'not JSON' WHERE Draft LIKE '%Torn label%'");
        using var another = await fixture.Http.PostAsJsonAsync("/api/stores/products", new { name = "Whole label", kind = "castingEpoxy", ratio = new { a = 2, b = 1, basis = "volume" }, greatestLayerMm = 12, gelH = 8, fullCureH = 96 });
        another.EnsureSuccessStatusCode();
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Until(() => _page.First(".message-stop")?.Text.Contains("cannot be read", StringComparison.Ordinal) == true, "the trouble");
        _page.Until(() => _page.Text("main").Contains("Whole label", StringComparison.Ordinal), "what can be read");
        await fixture.Damage("DELETE FROM Sheets WHERE Draft = 'not JSON'");
        using var read = await fixture.Http.DeleteAsync(new Uri($"/api/stores/products/{(await another.Content.ReadFromJsonAsync<System.Text.Json.Nodes.JsonNode>())!["id"]}", UriKind.Relative));
        read.EnsureSuccessStatusCode();
    }

    [Fact]
    public async Task Two_fields_changed_while_the_first_answer_is_held_back_both_stay()
    {
        var build = await ChangedWhileHeldAsync(
            "board",
            () => _page.Type("Width", "640"),
            () =>
            {
                _page.Type("Depth", "420");
                _page.Type("Scale 1 :", "87");
            },
            () => _page.Text(".top-build") is { } told && told.Contains("640 × 420", StringComparison.Ordinal) && told.Contains("1:87", StringComparison.Ordinal));
        Assert.Equal((640, 420, 87), (build["board"]!["widthMm"]!.GetValue<double>(), build["board"]!["depthMm"]!.GetValue<double>(), build["scale"]!.GetValue<double>()));
    }

    // What is typed next is typed over the recipe that is still shown: it must not bring that recipe back.
    [Fact]
    public async Task A_tint_added_while_the_strength_of_another_is_typed_stays()
    {
        var build = await ChangedWhileHeldAsync(
            "ink",
            () => Choose("Another tint", "black-ink"),
            () =>
            {
                _page.Type("Blue-green, in 100 ml", "0.4");
                _page.Type("First layer so many times as strong", "1.5");
            },
            () => _page.Field("First layer so many times as strong").GetAttribute("value") == "1.5" && _page.All("[data-testid=dose-black-ink]").Count == 1);
        var ink = build["waters"]![0]!["ink"]!;
        Assert.Equal(("blue-green", 0.4, 1.5), (ink["tintId"]!.GetValue<string>(), ink["mlPer100Ml"]!.GetValue<double>(), ink["firstTimes"]!.GetValue<double>()));
        Assert.Equal("black-ink", ink["shades"]!.AsArray()[^1]!["tintId"]!.GetValue<string>());
    }

    [Fact]
    public async Task Tints_left_out_one_after_another_are_all_out()
    {
        var build = await ChangedWhileHeldAsync(
            "ink",
            () => _page.Click("Leave Blue-green out"),
            () =>
            {
                _page.Click("Leave Umber out");
                _page.Click("Leave White pigment paste out");
            },
            () => _page.All(".dose").Count == 0);
        Assert.Null(build["waters"]![0]!["ink"]!["tintId"]);
        Assert.Empty(build["waters"]![0]!["ink"]!["shades"]!.AsArray());
    }

    [Fact]
    public async Task A_cups_sides_measured_one_after_another_all_stay()
    {
        var build = await ChangedWhileHeldAsync("board", () => _page.Type("Cup, inside, at the base", "41"), () => _page.Type("Cup, inside, at the rim", "77"), () => _page.Field("Cup, inside, at the rim").GetAttribute("value") == "77" && _page.Field("Cup, inside, at the base").GetAttribute("value") == "41");
        var cup = build["measuring"]!["cup"]!;
        Assert.Equal((41, 77), (cup["baseMm"]!.GetValue<double>(), cup["topMm"]!.GetValue<double>()));
    }

    // Makes one change, holds its answer back, makes others meanwhile, lets go: the build as the server has it then.
    private async Task<System.Text.Json.Nodes.JsonNode> ChangedWhileHeldAsync(string stage, Action first, Action others, Func<bool> shown)
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[0-9a-f-]+/edits");
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, stage);
        answers.Hold();
        first();
        answers.UntilOneIsHeld();

        // What is on its way is not said to be kept.
        Assert.Contains("keeping", _page.Text(".top-build"), StringComparison.Ordinal);
        others();
        answers.LetGo();
        _page.Until(shown, "what was changed");
        _page.Settled();
        Assert.Empty(_page.All("[role=alertdialog]"));
        return (await fixture.Read(id))["build"]!;
    }

    [Fact]
    public async Task A_lost_connection_is_told_and_the_change_is_sent_when_it_is_back()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        _page.Offline(true);
        try
        {
            _page.Type("Width", "660");
            _page.Until(() => _page.All(".message-wait").Count == 1, "the lost connection in words");
            Assert.Equal(620, (await fixture.Read(id))["build"]!["board"]!["widthMm"]!.GetValue<double>());
        }
        finally
        {
            _page.Offline(false);
        }

        _page.Until(() => _page.All(".message-wait").Count == 0, "the connection back");
        _page.Settled();
        Assert.Equal(660, (await fixture.Read(id))["build"]!["board"]!["widthMm"]!.GetValue<double>());
    }

    // The machine the program runs on may have no network at all: what the browser says of it is not what the server says.
    [Fact]
    public async Task Off_every_network_the_program_beside_it_is_still_asked()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        _page.Script("window.dispatchEvent(new Event('offline'))");
        _page.Find("nav.stages a[href$='/days']").Click();
        _page.Until(() => _page.All("[data-step]").Count > 0, "the steps of the days");
        _page.Find("a[href='/stores']").Click();
        _page.Until(() => _page.Text("main").Contains("Coating epoxy (example)", StringComparison.Ordinal), "the stores");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_server_that_does_not_answer_yet_is_said_not_to_and_asked_again()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.away = true;
            window.fetch = (request, options) => window.away ? Promise.reject(new TypeError('gone')) : really(request, options);
            """);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/board"));
        _page.Until(() => _page.First("main")?.Text.Contains("The server does not answer", StringComparison.Ordinal) == true, "it is said");
        _page.Script("window.away = false");
        _page.Until(() => _page.All(".sheet-drawing .board-edge").Count > 0, "the Sheet is drawn");
    }

    [Fact]
    public async Task A_ground_that_does_not_come_is_told_and_the_last_change_can_be_taken_back()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { scale = 48 } });
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.fetch = async (request, options) =>
              new URL(request.url ?? request, location).pathname.endsWith('/ground') ? new Response('torn', { status: 200 }) : really(request, options);
            """);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/board"));
        _page.Until(() => _page.First("main")?.Text.Contains("The picture of the ground came damaged. Reload the page.", StringComparison.Ordinal) == true, "it is said");
        Assert.StartsWith("Take back", _page.Until(() => _page.First("main button"), "the way back").Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_change_whose_ground_is_lost_on_the_way_is_kept_and_shown()
    {
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.lose = 0;
            window.fetch = async (request, options) => {
              const lost = new URL(request.url ?? request, location).pathname.endsWith('/ground') ? window.lose-- : 0;
              if (lost === 2) throw new TypeError('gone');
              const answer = await really(request, options);
              if (lost === 1) answer.arrayBuffer = () => Promise.reject(new TypeError('gone on the way'));
              return answer;
            };
            """);
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        _page.Script("window.lose = 2");
        _page.Type("Width", "640");
        _page.Until(() => _page.Text(".top-build").Contains("640", StringComparison.Ordinal), "shown when its ground has come");
        _page.Settled();
        Assert.Empty(_page.All(".message-stop"));
        Assert.Equal(640, (await fixture.Read(id))["build"]!["board"]!["widthMm"]!.GetValue<double>());
    }

    // By then the change is kept: its ground is asked for anew, and nothing is told as refused.
    [Theory]
    [InlineData("new Response('torn', { status: 200 })")]
    [InlineData("new Response(JSON.stringify({ title: 'No ground.', status: 500 }), { status: 500, headers: { 'Content-Type': 'application/problem+json' } })")]
    public async Task A_change_whose_ground_comes_damaged_is_kept_and_its_ground_asked_for_anew(string instead)
    {
        using var meddled = _page.Meddle($$"""
            const really = window.fetch;
            window.tear = 0;
            window.fetch = async (request, options) => new URL(request.url ?? request, location).pathname.endsWith('/ground') && window.tear-- > 0 ? {{instead}} : really(request, options);
            """);
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        _page.Script("window.tear = 1");
        _page.Type("Width", "640");
        _page.Until(() => _page.Text(".top-build").Contains("640", StringComparison.Ordinal) && _page.All(".sheet-drawing .board-edge").Count > 0, "the change is shown on its ground");
        _page.Settled();
        Assert.Empty(_page.All(".message-stop"));
        Assert.True(Convert.ToInt32(_page.Script("return window.tear"), System.Globalization.CultureInfo.InvariantCulture) <= 0);
        Assert.Equal(640, (await fixture.Read(id))["build"]!["board"]!["widthMm"]!.GetValue<double>());
    }

    [Fact]
    public async Task A_change_whose_answer_is_lost_on_the_way_is_made_once_and_is_no_conflict()
    {
        // The server makes the change; the browser never hears of it and sends it again.
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.loseNext = false;
            window.lost = 0;
            window.fetch = async (request, options) => {
              const answer = await really(request, options);
              if (window.loseNext && new URL(request.url ?? request, location).pathname.endsWith('/edits')) {
                window.loseNext = false;
                window.lost++;
                throw new TypeError('the answer was lost');
              }
              return answer;
            };
            """);
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        _page.Script("window.loseNext = true");
        _page.Type("Width", "640");
        _page.Until(() => Convert.ToInt32(_page.Script("return window.lost"), System.Globalization.CultureInfo.InvariantCulture) == 1, "the answer lost");
        _page.Until(() => _page.All(".message-wait").Count == 0 && _page.Text(".top-build").Contains("640", StringComparison.Ordinal), "kept all the same");
        _page.Settled();
        Assert.Empty(_page.All("[role=alertdialog]"));
        Assert.Equal(2, (await fixture.Read(id))["version"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_build_is_begun_copied_binned_and_brought_back_on_the_shelf()
    {
        await fixture.Begin("Shelf piece");
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/builds"));
        _page.Click("Copy Shelf piece");
        _page.Until(() => _page.All(".card h2").Any(name => name.Text == "Shelf piece copy"), "the copy");
        _page.Click("To the bin: Shelf piece copy");
        _page.Until(() => _page.All(".card h2").All(name => name.Text != "Shelf piece copy"), "the copy off the shelf");
        _page.Shelf("Bin");
        _page.Until(() => _page.All(".card h2").Any(name => name.Text == "Shelf piece copy"), "the copy in the bin");
        _page.Click("Back on the shelf");
        _page.Shelf("Builds");
        _page.Until(() => _page.All(".card h2").Any(name => name.Text == "Shelf piece copy"), "the copy back");

        _page.Click("Begin");
        _page.Until(() => _page.All(".new-build .message-stop").Count == 1, "a name is asked for");
        _page.Field("Name").SendKeys("Fresh board");
        _page.Click("Begin");
        _page.Until(() => _page.All(".step-name").Count == 1, "the new board's ground");
        Assert.Contains("Fresh board", _page.Text(".top-build"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_build_file_is_brought_in_and_one_that_is_none_is_refused()
    {
        var id = await fixture.CopyOf("The Drowned Pit");
        var path = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.build.json");
        try
        {
            _page.SetViewport(1280, 800);
            fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/builds"));
            _page.Until(() => _page.First(".new-build input[type=file]"), "the way in for a file");
            await File.WriteAllTextAsync(path, "{\"format\":\"a shopping list\"}");
            _page.Find(".new-build input[type=file]").SendKeys(path);
            _page.Until(() => _page.First(".new-build .message-stop")?.Text.Contains("not a build file", StringComparison.Ordinal) == true, "the refusal");

            await File.WriteAllBytesAsync(path, await fixture.Http.GetByteArrayAsync($"/api/builds/{id}/file"));
            _page.Find(".new-build input[type=file]").SendKeys(path);
            _page.Until(() => _page.All("[data-testid=volume]").Count == 1, "the build that was brought in, on its water");
            Assert.Contains("The Drowned Pit copy", _page.Text(".top-build"), StringComparison.Ordinal);
            Assert.DoesNotContain(id, fixture.Driver.Url, StringComparison.Ordinal);
        }
        finally
        {
            File.Delete(path);
        }
    }

    [Fact]
    public async Task The_pours_follow_strategy_product_and_ink()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "pours");
        _page.Until(() => _page.All("[data-testid=pour-layers] tbody tr").Count == 3, "three layers");
        _page.Click("Seal pour first");
        _page.Until(() => _page.All("[data-testid=pour-layers] td").ElementAtOrDefault(1)?.Text == "2.0", "a thin seal pour");
        Choose("Product", "casting-epoxy");
        _page.Until(() => _page.All("[data-testid=pour-layers] tbody tr").Count == 2, "fewer layers of the casting epoxy");
        _page.Open(id, "ink");
        foreach (var tint in new[] { "Blue-green", "Umber", "White pigment paste" })
        {
            _page.Click($"Leave {tint} out");
            _page.Settled();
        }

        _page.Until(() => fixture.Read(id).Result["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]![0]!["ink"] is null, "no ink");
        _page.Open(id, "pours");
        _page.Until(() => _page.Text(".slip").Contains("Ink: none, clear", StringComparison.Ordinal), "it is said");
        _page.Settled();

        // There is not enough of it on the shelf: that is said, and not how much to mix.
        _page.Until(() => _page.Text(".next-thing").Contains("First: Short of Casting epoxy", StringComparison.Ordinal), "what comes first");
        Assert.Equal("casting-epoxy", (await fixture.Read(id))["build"]!["waters"]![0]!["productId"]!.GetValue<string>());
    }

    private void Choose(string label, string value) =>
        _page.Choose(_page.Field(label), value);
}
