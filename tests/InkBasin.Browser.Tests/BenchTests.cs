using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace InkBasin.Browser.Tests;

/// <summary>The bench: a rehearsal to its end, a session whose server is killed, two devices at one session, a phone with its code.</summary>
[Collection("bench browser")]
public class BenchTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private readonly SessionView _view = new(fixture.Driver);

    [Fact]
    public async Task A_whole_rehearsal_to_its_review_loaded_anew_in_the_middle()
    {
        // Not faster: on a bad network a scale's figures come late, and each press before its cup is full asks for more of the other part while the cup's clock runs.
        await _view.Rehearse(fixture, _page, "×60");
        _view.To("1-pour-1");
        var left = _view.Text(".pot-clock strong");
        Assert.NotEmpty(left);
        fixture.Driver.Navigate().Refresh();
        _view.Until(() => _view.Step == "1-pour-1", "the bench stands where it stood");
        _view.Until(() => _view.Text(".pot-clock strong").Length > 0, "the clock runs");
        Assert.Contains("Rehearsal", _view.Text(".bench-rehearsal"), StringComparison.Ordinal);
        while (_view.Step.Length > 0) _view.Done();
        _view.Until(() => _view.Text(".bench-review h1").Contains("looked back on", StringComparison.Ordinal), "the look back");
        Assert.Contains("nothing went into the log", _view.Text(".bench-review"), StringComparison.Ordinal);
        Assert.NotEmpty(_page.All(".bench-review li"));
        Assert.Empty(_page.Faults());
    }

    // One reach has a day of its own: at the bench it can go into the others' cup, and by itself again.
    [Fact]
    public async Task What_is_next_and_takes_the_same_is_taken_as_one_mix()
    {
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        var water = (await fixture.Read(id))["build"]!["waters"]![1]!;
        var name = water["name"]!.GetValue<string>();
        await fixture.Edit(id, new { kind = "set", list = "waters", id = water["id"]!.GetValue<string>(), fields = new { firstPourAt = DateTimeOffset.UtcNow.AddDays(1) } });
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/bench"));
        IReadOnlyList<string> Doors() => [.. _page.All(".bench-ready h2").Select(door => door.Text.Split('\n')[0])];
        _page.Until(() => Doors().Count == 2, "both");
        var apart = Doors();
        Assert.Equal($"{name}, layer 1", apart[0]);
        _page.Click($"In one mix with {apart[1]}");
        _page.Until(() => Doors() is [var one] && one.Contains(name, StringComparison.Ordinal), "one mix");
        Assert.Equal("All of them", _page.All(".bench-ready h3")[^1].Text);
        Assert.Equal(5, _page.All(".bench-ready h3").Count);

        // The board is looked at once: one answer is kept for each of the four, and one question less holds it back.
        int Open() => int.Parse(_page.Text(".bench-ready [aria-live]").Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
        var open = Open();
        Assert.Single(_page.All("[data-item=level]"));
        _page.Find("[data-item=level] button").Click();
        _page.Until(() => Open() == open - 1, "one less");
        Assert.Single(_page.All("[data-item=level].settled"));
        Assert.Equal(4, (await fixture.Read(id))["build"]!["answers"]!.AsArray().Count(answer => answer!["item"]!.GetValue<string>() == "level"));
        _page.Click("Each by itself");
        _page.Until(() => Doors().SequenceEqual(apart), "each by itself");
        _page.Click($"In one mix with {apart[0]}");
        _page.Until(() => Doors().Count == 1, "one mix");
        var joined = Doors()[0];
        _page.Click("Rehearse it first");
        _view.Until(() => _view.Step.Length > 0, "the rehearsal");
        Assert.Contains(joined, _view.Text("body"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Pressed_twice_in_a_row_it_is_opened_once()
    {
        using var counted = _page.Meddle("""
            const really = window.fetch;
            window.opened = 0;
            window.fetch = (request, options) => {
              if (request.method === 'POST' && request.url.endsWith('/bench')) window.opened++;
              return really(request, options);
            };
            """);
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/bench"));
        new Actions(fixture.Driver).DoubleClick(_page.Button("Rehearse it first")).Perform();
        _view.Until(() => _view.Step == "caution", "the bench is open");
        Assert.Equal(1L, _page.Script("return window.opened"));
    }

    [Fact]
    public async Task What_goes_wrong_is_seen_told_and_put_right()
    {
        await _view.Rehearse(fixture, _page, "×60");
        _view.To("1-one");
        _view.Click("Let something go wrong");
        _view.Click("The hand pours over");
        _view.Until(() => _view.Text(".bench-says").Contains("Part two becomes", StringComparison.Ordinal), "the scale says what part two becomes");
        _view.To("1-two");
        _view.Until(() => _view.Text(".session-said").Contains("part two is", StringComparison.Ordinal), "part two follows");
        _view.To("1-pour-1");
        _view.Click("A dam leaks");
        _view.Until(() => _view.Text(".bench-rescue").Contains("Gloves stay on", StringComparison.Ordinal), "the rescue card");
        Assert.NotEmpty(_view.Text(".pot-clock strong"));
        _view.Click("It holds again");
        _view.Click("Let something go wrong");
        _view.Click("A cup is left standing");

        // The largest button says the next safe thing: the cup is not poured.
        _view.Until(() => _view.Text(".session-done") == "It is spread out thin", "the safe thing");
        _view.Click("It is spread out thin");
        _view.Until(() => _view.Text(".bench-review").Contains("spread out instead of poured", StringComparison.Ordinal), "the look back");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_scale_that_falls_silent_is_told_and_the_step_goes_on_by_hand()
    {
        await _view.Rehearse(fixture, _page, "×60");
        _view.To("1-one");
        _view.Click("Let something go wrong");
        _view.Click("The scale falls silent");
        _view.Until(() => _view.Text(".bench-says").Contains("does not answer", StringComparison.Ordinal), "it is told");
        var target = new string([.. _view.Text(".bench-figure").TakeWhile(sign => char.IsDigit(sign) || sign == '.')]);
        _page.Find(".bench-typed input").SendKeys(target);
        _view.Until(() => _view.Text(".session-done") == "It is in", "typed by hand");
        _view.Click("It is in");
        _view.Until(() => _view.Step != "1-one", "it goes on");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task By_keys_and_by_hand_without_any_instrument()
    {
        using var own = await OwnServer.Start();
        await _view.Meant(own);
        var before = "";
        while (_view.Step != "1-one")
        {
            before = _view.Step;
            _page.Press(" ");
            _view.Until(() => _view.Step != before, "the space bar goes on");
        }

        // A note from the bench goes with the session.
        _view.Click("Instruments, notes");
        _page.Find(".bench-panel textarea").SendKeys("The creek is level.");
        _view.Click("Write the note");
        _view.Until(() => _view.Text(".bench-panel").Contains("Noted.", StringComparison.Ordinal), "it is noted");

        // A key on a switch turns the switch, and under the question whether to end nothing is done.
        var flash = _page.All(".bench-panel .switch-field input")[^1];
        Assert.True(flash.Selected);
        flash.SendKeys(" ");
        _view.Until(() => !flash.Selected, "the space bar turns the switch");
        flash.SendKeys(" " + Keys.Enter);
        _view.Until(() => flash.Selected, "and back");
        _view.Click("Close");
        _view.Click("End it");
        _page.Press(" ");
        _page.Press(Keys.PageDown);
        _page.Press(Keys.PageUp);
        _view.Click("Stay");
        _view.Until(() => !_page.All("[role=alertdialog]").Any(), "it stays");
        Assert.Equal("1-one", _view.Step);

        // What is no figure is told; typed by hand, far short of it: asked about, never taken as it is.
        _page.Find(".bench-typed input").SendKeys("3.1.");
        _view.Until(() => _view.Text(".bench-typed").Contains("That is no mass", StringComparison.Ordinal), "it is no figure");
        Assert.Equal("It is in, not weighed", _view.Text(".session-done"));
        _page.Find(".bench-typed input").SendKeys(Keys.Backspace);
        _page.Press(Keys.Enter);
        _view.Until(() => _view.Text(".session-done") == "This is all there is", "it asks");
        _view.Click("Pour on");
        _page.Press(Keys.PageUp);
        _view.Until(() => _view.Step == before, "one step back");
        _page.Press(Keys.PageDown);
        _view.Until(() => _view.Step == "1-one", "and on again");
        _view.Until(() => _view.Text(".session-done") == "It is in, not weighed", "nothing is filled in");

        // Nor is it in the drawing of the cup: how much is in it nobody knows.
        _view.Click("It is in, not weighed");
        _view.Until(() => _view.Step == "1-two", "part two is asked for");
        Assert.Equal("part one|not weighed", string.Join('|', _page.All(".bench-cup-part text").Select(one => one.Text)));
        Assert.Equal("The cup: what is in it is not all weighed", _page.Find(".bench-cup").GetDomAttribute("aria-label"));
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_server_is_killed_in_the_middle_of_a_session_and_nothing_is_lost()
    {
        using var own = await OwnServer.Start();
        var id = await _view.Meant(own);
        _view.To("1-stir");
        var by = _view.Text(".pot-clock span");
        own.Kill();

        // The bench goes on by itself: what is done is kept on the device.
        _view.Done();
        _view.Done();
        _view.Until(() => _view.Text(".session-banners").Contains("does not answer", StringComparison.Ordinal), "it is told");
        var at = _view.Step;
        Assert.Equal("1-stir-again", at);
        Assert.Equal(by, _view.Text(".pot-clock span"));
        await own.Start();
        _view.Until(() => !_view.Text(".session-banners").Contains("does not answer", StringComparison.Ordinal), "the server is back");
        var session = fixture.Driver.Url.Split('/')[^1];
        async Task<JsonNode> Stands() => (await own.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}"))!["state"]!;
        _view.Until(() => SessionView.StepOf(Stands().GetAwaiter().GetResult()) == at, "the server has been told");
        fixture.Driver.Navigate().Refresh();
        _view.Until(() => _view.Step == at, "loaded anew it stands where it stood");
        Assert.Equal(by, _view.Text(".pot-clock span"));
        while (_view.Step.Length > 0) _view.Done();
        _view.Until(() => _view.Text(".bench-review h1").Contains("looked back on", StringComparison.Ordinal), "the look back");
        var build = (await own.Http.GetFromJsonAsync<JsonNode>($"/api/builds/{id}"))!["build"]!;
        Assert.Equal((await Stands())["poured"]!.AsArray().Count, build["begun"]!.AsArray().Count(pour => pour!["result"] is not null));
        Assert.Contains(build["log"]!.AsArray(), entry => entry!["session"] is not null);
        _view.Until(() => _view.Text(".bench-later").Contains("takes the next one", StringComparison.Ordinal), "what is to be looked at later");
    }

    [Fact]
    public async Task A_scale_starts_the_cups_clock_at_the_first_drops_of_part_two()
    {
        await _view.Rehearse(fixture, _page, "×1");
        _view.To("1-one");

        // Told too late for the scale to be seen at nought it tells nothing: the step is gone to once more.
        _view.Until(() =>
        {
            if (_view.Step != "1-two") _view.To("1-two");
            else if (_view.Text(".bench-take").Length > 0) _page.Press(Keys.PageUp);
            return _view.Text(".pot-clock strong").Length > 0;
        }, "the clock runs before part two is in");
        Assert.Equal("1-two", _view.Step);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_scale_that_was_not_seen_at_nought_leaves_the_cups_clock_to_the_hand()
    {
        // What is pressed is told half a second late: half a minute of this rehearsal, and part two is in the cup.
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.late = 0;
            window.fetch = async (request, options) => {
              if (new URL(request.url ?? request, location).pathname.endsWith('/events')) await new Promise(go => setTimeout(go, window.late));
              return really(request, options);
            };
            """);
        await _view.Rehearse(fixture, _page, "×60");
        _view.To("1-one");
        _page.Script("window.late = 500");
        _view.Done();
        Assert.Equal("1-two", _view.Step);

        // On a crowded machine the scale may be seen at nought after all: then it starts the clock. It is never left to nobody.
        _view.Until(() => _view.Text(".bench-take").Length + _view.Text(".pot-clock strong").Length > 0, "hand or scale starts the clock");
        if (_view.Text(".pot-clock strong").Length == 0) _view.Click("Its first drops are in: start the clock");
        _view.Until(() => _view.Text(".pot-clock strong").Length > 0, "the clock runs");
        _view.Until(() => _page.All(".bench-take").Count == 0, "nothing is asked any more");
        Assert.Equal("1-two", _view.Step);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_phone_is_paired_watches_takes_over_and_the_desk_looks_on()
    {
        using var own = await OwnServer.Start(lan: true);
        var id = await own.Answered("Three Weirs at Ondry");
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(own.At($"/builds/{id}/bench"));
        _view.Click("To the bench");
        _view.To("lay-out");
        var address = new Uri(fixture.Driver.Url).AbsolutePath;

        var profile = Directory.CreateTempSubdirectory("ink-basin-phone-").FullName;
        using (var phone = BrowserFixture.StartBrowser(profile))
        {
            phone.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new Dictionary<string, object?> { ["width"] = 390, ["height"] = 844, ["deviceScaleFactor"] = 1, ["mobile"] = false });
            var small = new SessionView(phone);
            phone.Navigate().GoToUrl(own.At(address, "127.0.0.2"));
            small.Until(() => small.Text(".pair").Contains("not paired", StringComparison.Ordinal), "it asks for the code");

            // A wrong code first: refused, and the next try is not taken at once.
            var field = phone.FindElement(By.Id("pairing-code"));
            field.SendKeys(own.Code == "111111" ? "222222" : "111111");
            small.Click("Pair it");
            small.Until(() => small.Text(".field-wrong").Contains("not the code", StringComparison.Ordinal), "it is refused");
            await Task.Delay(1200);
            phone.Navigate().GoToUrl(own.At($"{address}#pair={own.Code}", "127.0.0.2"));
            phone.Navigate().Refresh();
            small.Until(() => small.Step == "lay-out", "the phone watches");
            Assert.Contains("you watch", small.Text(".session-banners"), StringComparison.Ordinal);
            Assert.Empty(phone.FindElements(By.CssSelector(".session-done:enabled")));
            Assert.DoesNotContain(own.Code, phone.Url, StringComparison.Ordinal);
            Assert.Equal(390L, phone.ExecuteScript("return document.documentElement.scrollWidth"));

            // The desk goes on, the phone follows; the phone asks, the desk lets go.
            _view.Done();
            small.Until(() => small.Step == _view.Step, "the phone follows");
            small.Click("Take it over");
            _view.Until(() => _view.Text(".session-banners").Contains("asks for this session", StringComparison.Ordinal), "the desk is asked");
            _view.Click("Let go");
            small.Until(() => phone.FindElements(By.CssSelector(".session-done:enabled")).Count > 0, "the phone holds it");
            small.Done();
            _view.Until(() => _view.Step == small.Step, "the desk follows");
            Assert.Contains("you watch", _view.Text(".session-banners"), StringComparison.Ordinal);
        }

        Directory.Delete(profile, recursive: true);
    }
}
