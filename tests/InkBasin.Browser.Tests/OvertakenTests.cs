using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>Answers overtake one another on their way: an older one that comes after a newer one takes nothing back.</summary>
[Collection("other browser")]
public class OvertakenTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task A_build_asked_for_before_a_change_and_answered_after_it_does_not_take_the_change_off_the_page()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[0-9a-f-]+");
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");

        // Whoever comes back to the page and changes something at once: what was asked for on coming back is of before the change.
        answers.Hold();
        _page.Script("window.dispatchEvent(new Event('visibilitychange'))");
        answers.UntilOneIsHeld();
        _page.Type("Width", "640");
        _page.Until(() => _page.Text(".top-build").Contains("640", StringComparison.Ordinal), "the change is shown");
        _page.Settled();
        answers.LetGo();
        Assert.Contains("640", _page.Text(".top-build"), StringComparison.Ordinal);
        _page.Type("Width", "650");
        _page.Until(() => _page.Text(".top-build").Contains("650", StringComparison.Ordinal), "and is changed on");
        Assert.Empty(_page.All("[role=alertdialog]"));
    }

    [Fact]
    public async Task A_change_answered_after_another_windows_later_one_was_seen_does_not_take_that_off_the_page()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[0-9a-f-]+/edits");
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        answers.Hold();
        _page.Type("Width", "640");
        answers.UntilOneIsHeld();
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { scale = 48 } });
        _page.Script("window.dispatchEvent(new Event('visibilitychange'))");
        _page.Until(() => _page.Text(".top-build").Contains("1:48", StringComparison.Ordinal), "the other window's change is shown");
        answers.LetGo();
        _page.Settled();
        Assert.Contains("1:48 · 640", _page.Text(".top-build"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_typed_on_while_a_change_is_on_its_way_stays_and_steps_of_the_keys_add_up()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[0-9a-f-]+/edits");
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        string Shown(string label) => _page.Field(label).GetAttribute("value")!;
        void Typed(string label, string text) => _page.Field(label).SendKeys(Keys.Control + "a" + Keys.Null + text);

        foreach (var (label, first, second) in new[] { ("Width", "640", "655"), ("Name", "Sallow", "Sallow Quay at low water") })
        {
            answers.Hold();
            Typed(label, first + Keys.Enter);
            answers.UntilOneIsHeld();
            Assert.Equal(first, Shown(label));
            Typed(label, second);
            answers.LetGo();
            _page.Settled();
            Assert.Equal(second, Shown(label));
            _page.Field(label).SendKeys(Keys.Enter);
            _page.Until(() => _page.Text(".top-build").Contains(second, StringComparison.Ordinal), "and is kept in its turn");
        }

        answers.Hold();
        _page.Field("Width").SendKeys(Keys.ArrowUp + Keys.ArrowUp + Keys.ArrowUp);
        Assert.Equal("670", Shown("Width"));
        answers.LetGo();
        _page.Until(() => _page.Text(".top-build").Contains("670", StringComparison.Ordinal), "three steps of five");
        _page.Settled();
        Assert.Equal("670", Shown("Width"));

        // Once it is answered the field is the build's again: taken back, it shows what it was.
        _page.Find("button[aria-label^='Undo']").Click();
        _page.Until(() => Shown("Width") == "665", "one step of it is undone");
    }

    [Fact]
    public async Task A_change_that_is_refused_is_told_though_the_next_one_asked_for_meanwhile_is_kept()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[0-9a-f-]+/edits");
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        answers.Hold();
        _page.Type("Width", "3");
        answers.UntilOneIsHeld();
        _page.Type("Depth", "410");
        answers.LetGo();
        _page.Until(() => _page.Text(".top-build").Contains("410", StringComparison.Ordinal), "the next change is kept");
        _page.Settled();
        Assert.Contains("width", _page.Text(".message-stop"), StringComparison.OrdinalIgnoreCase);

        // Whoever has read it and goes on has it no longer before him.
        _page.Type("Depth", "420");
        _page.Until(() => _page.All(".message-stop").Count == 0, "the refusal is gone");
    }

    // Each undo is of one change: the first of the refused one, which has nothing to take back, the second of the one before it.
    [Theory]
    [InlineData(1, 410)]
    [InlineData(2, 400)]
    public async Task An_undo_pressed_behind_a_change_that_is_then_refused_takes_back_no_other(int undos, double depthMm)
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[0-9a-f-]+/edits");
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "board");
        _page.Type("Depth", "410");
        _page.Until(() => _page.Text(".top-build").Contains("410", StringComparison.Ordinal), "a change before it");
        _page.Settled();
        answers.Hold();
        _page.Type("Width", "3");
        answers.UntilOneIsHeld();
        for (var n = 0; n < undos; n++) _page.Find("button[aria-label^='Undo']").Click();
        answers.LetGo();
        _page.Until(() => _page.All(".message-stop").Count == 1, "the refusal");
        _page.Settled();
        Assert.Contains("width", _page.Text(".message-stop"), StringComparison.OrdinalIgnoreCase);
        Assert.Equal(depthMm, (await fixture.Read(id))["build"]!["board"]!["depthMm"]!.GetValue<double>());
    }

    [Fact]
    public async Task What_is_typed_while_a_press_is_on_its_way_stays_when_it_is_answered()
    {
        using var own = await OwnServer.Start();
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/bench/[0-9a-f-]+/events");
        var view = new SessionView(fixture.Driver);
        await view.Meant(own);
        answers.Hold();
        view.To("1-one");
        answers.UntilOneIsHeld();
        _page.Find(".bench-typed input").SendKeys("30.5");
        answers.LetGo();
        var session = fixture.Driver.Url.Split('/')[^1];
        view.Until(() => SessionView.StepOf(own.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}").GetAwaiter().GetResult()!["state"]!) == "1-one", "the server has been told all of it");
        view.Until(() => (bool)fixture.Driver.ExecuteScript($"return localStorage.getItem('ink-basin.bench.{session}') === null")!, "and has answered all of it");
        Assert.Equal("1-one", view.Step);
        Assert.Equal("30.5", _page.Find(".bench-typed input").GetAttribute("value"));
    }

    // Where a session stands is asked for, and the answer held back.
    private async Task<(HeldAnswers Answers, SessionView View, string Session)> StandsHeld()
    {
        var answers = new HeldAnswers(_page, fixture.Driver, "/api/bench/[0-9a-f-]+");
        using var meddled = _page.Meddle("""
            const reached = window.fetch;
            window.lose = false;
            window.fetch = (request, options) => {
              if (!window.lose || !(request.url ?? request).endsWith('/rehearsal')) return reached(request, options);
              window.lose = false;
              return Promise.reject(new TypeError('gone'));
            };
            """);
        var view = new SessionView(fixture.Driver);
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/bench"));
        view.Click("Rehearse it first");
        view.Until(() => view.Step == "caution", "the bench is open");

        // The connection is lost, again and again if need be, until it is asked for.
        answers.Hold();
        view.Until(() =>
        {
            if (answers.Count > 0) return true;
            _page.Script("window.lose = true");
            view.Click("×60");
            return false;
        }, "where it stands is asked for");
        answers.HoldNoMore();
        return (answers, view, fixture.Driver.Url.Split('/')[^1]);
    }

    [Fact]
    public async Task Where_a_session_stood_before_a_press_and_was_answered_after_it_does_not_take_the_bench_back()
    {
        var (answers, view, session) = await StandsHeld();
        using var held = answers;
        view.Done();
        var at = view.Step;
        Assert.NotEqual("caution", at);
        view.Until(() => (bool)_page.Script("return localStorage.getItem('ink-basin.bench.' + arguments[0]) === null", session)!, "the press was told");
        answers.LetGo();
        Assert.Equal(at, view.Step);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Nor_the_question_of_a_device_that_asked_for_it_meanwhile()
    {
        var (answers, view, session) = await StandsHeld();
        using var held = answers;
        using var asked = await fixture.Http.PostAsJsonAsync($"/api/bench/{session}/hold", new { device = new { id = "tablet", name = "The tablet" } });
        asked.EnsureSuccessStatusCode();
        bool Asks() => _page.Text(".session-banners").Contains("The tablet asks for this session", StringComparison.Ordinal);
        view.Until(Asks, "who asks for it");
        answers.LetGo();
        Assert.True(Asks());
        view.Click("Keep it");
        view.Until(() => !Asks(), "it was kept");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Two_fields_of_a_bottle_changed_before_the_first_is_answered_both_stay()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/stores/bottles/[a-z0-9-]+");
        const string Bottle = "demo-coating-two";
        async Task<JsonNode> Stands() => (await fixture.Shelf()).Select(card => card!["bottle"]!).Single(bottle => bottle["id"]!.GetValue<string>() == Bottle);
        var had = await Stands();
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Until(() =>
        {
            _page.Find($"[data-item='bottle-{Bottle}']").Click();
            return true;
        }, "it is opened");
        _page.Until(() => _page.First(".cupboard-item"), "what it holds");
        answers.Hold();
        _page.Type("Left in it", "41");
        answers.UntilOneIsHeld();
        _page.Type("It cost", "9.5");
        _page.Until(() => Stands().Result["price"]?.GetValue<double>() == 9.5, "the second change is made");
        Assert.Equal(41, (await Stands())["leftG"]!.GetValue<double>());
        using var back = await fixture.Http.PutAsJsonAsync($"/api/stores/bottles/{Bottle}", had);
        back.EnsureSuccessStatusCode();
        answers.LetGo();
    }

    [Fact]
    public async Task A_kit_noted_by_two_presses_is_noted_once_and_what_was_typed_stays_until_it_is()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/stores/bottles");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/stores"));
        _page.Until(() =>
        {
            _page.All("summary").First(one => one.Text.StartsWith("Note a kit", StringComparison.Ordinal)).Click();
            return true;
        }, "the way to note a kit");
        async Task<List<string>> Ids() => [.. (await fixture.Shelf()).Select(card => card!["bottle"]!["id"]!.GetValue<string>())];
        var before = await Ids();
        _page.Type("Part one", "137");
        answers.Hold();
        fixture.Driver.ExecuteAsyncScript("""
            const press = () => [...document.querySelectorAll('button')].find(one => one.innerText.trim() === 'Put it on the shelf').click();
            press();
            setTimeout(() => { press(); setTimeout(arguments[0], 300); }, 50);
            """);
        Assert.Equal("137", _page.Field("Part one").GetAttribute("value"));
        answers.LetGo();
        _page.Until(() => _page.Field("Part one").GetAttribute("value") is "" or null, "the form is empty again");
        var added = (await Ids()).Except(before).ToList();
        foreach (var id in added)
        {
            using var gone = await fixture.Http.DeleteAsync(new Uri($"/api/stores/bottles/{id}", UriKind.Relative));
        }

        Assert.Single(added);
    }
}
