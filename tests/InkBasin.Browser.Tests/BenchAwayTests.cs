using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace InkBasin.Browser.Tests;

/// <summary>The bench while the server is away, stands still, or refuses what waited: no press is lost, and no old figure is shown as a new one.</summary>
[Collection("bench browser")]
public class BenchAwayTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private readonly SessionView _view = new(fixture.Driver);

    [Fact]
    public async Task Off_the_network_the_bench_goes_on_and_tells_it_when_it_is_back()
    {
        await _view.Rehearse(fixture, _page, "×1");
        _view.To("1-stir");
        var session = fixture.Driver.Url.Split('/')[^1];
        string Told() => SessionView.StepOf(fixture.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}").GetAwaiter().GetResult()!["state"]!);

        // The page is ahead of what it tells: the last of it may still be on its way.
        _view.Until(() => Told() == "1-stir", "the server knows where the bench stands");
        _page.Offline(true);
        try
        {
            _view.Done();
            _view.Done();
            _view.Until(() => _view.Text(".session-banners").Contains("does not answer", StringComparison.Ordinal), "it is told");
            Assert.Equal("1-stir-again", _view.Step);
            Assert.Equal("1-stir", Told());
        }
        finally
        {
            _page.Offline(false);
        }

        _view.Until(() => Told() == "1-stir-again", "the server has been told");
        _view.Until(() => !_view.Text(".session-banners").Contains("does not answer", StringComparison.Ordinal), "and says so");
        Assert.Equal("1-stir-again", _view.Step);
    }

    [Fact]
    public async Task Off_the_network_between_the_parts_part_two_follows_what_part_one_came_to()
    {
        using var own = await OwnServer.Start();
        await _view.Meant(own);
        _view.To("1-one");
        var session = fixture.Driver.Url.Split('/')[^1];
        async Task<JsonNode> Told() => (await own.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}"))!;
        var mix = (await Told())["mixes"]![0]!;
        var oneG = Math.Round(mix["oneG"]!.GetValue<double>() * 1.1, 1);
        own.Kill();
        _page.Find(".bench-typed input").SendKeys(oneG.ToString(CultureInfo.InvariantCulture));
        _view.To("1-two");
        _view.Until(() => _view.Text(".session-said").Contains("part two follows it", StringComparison.Ordinal), "it is told that it follows");
        var shown = double.Parse(_view.Text(".bench-figure").Split('\n')[0].TrimEnd('g', ' '), CultureInfo.InvariantCulture);
        Assert.Equal(oneG / mix["onePerTwoG"]!.GetValue<double>(), shown, 0.06);
        Assert.True(shown > mix["twoG"]!.GetValue<double>());

        // Its clock is started by hand at the first drops; too much of it asks for more of part one.
        _view.Click("Its first drops are in: start the clock");
        _view.Until(() => _view.Text(".pot-clock strong").Length > 0, "the clock runs");
        _page.Find(".bench-typed input").SendKeys(Math.Round(shown * 1.1, 1).ToString(CultureInfo.InvariantCulture));
        _view.Done();
        Assert.Equal("1-more-1", _view.Step);
        var by = _view.Text(".pot-clock span");
        await own.Start();
        _view.Until(() => !_view.Text(".session-banners").Contains("does not answer", StringComparison.Ordinal), "the server is back");
        JsonNode? state = null;
        _view.Until(() => SessionView.StepOf(state = Told().GetAwaiter().GetResult()["state"]!) == "1-more-1", "it was told all of it");
        Assert.Equal(shown, state!["steps"]!.AsArray().Single(step => step!["id"]!.GetValue<string>() == "1-two")!["targetG"]!.GetValue<double>(), 0.051);
        Assert.Equal(by, _view.Text(".pot-clock span"));
    }

    [Fact]
    public async Task Pressed_off_the_network_at_nought_nothing_that_follows_is_lost()
    {
        using var own = await OwnServer.Start();
        await _view.Meant(own);
        _view.To("1-one");
        var session = fixture.Driver.Url.Split('/')[^1];
        JsonNode Told() => own.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}").GetAwaiter().GetResult()!["state"]!;
        _view.Until(() => SessionView.StepOf(Told()) == "1-one", "the server knows where the bench stands");
        own.Kill();

        // A nought is typed: what is in is asked, and it is no figure.
        _page.Find(".bench-typed input").SendKeys("0");
        _page.Find(".session-done").Click();
        _view.Until(() => _view.Text(".session-done") == "Nothing is in: pour on", "it is asked about");
        _page.Find(".session-done").Click();
        Assert.Equal("1-one", _view.Step);
        _page.Find(".session-done").Click();
        _view.Click("It is in, not weighed");
        Assert.Equal("1-two", _view.Step);
        _view.Click("Its first drops are in: start the clock");
        _view.Until(() => _view.Text(".pot-clock strong").Length > 0, "the clock runs");
        var by = _view.Text(".pot-clock span");
        _view.To("1-stir");
        await own.Start();
        _view.Until(() => SessionView.StepOf(Told()) == "1-stir", "it was told all of it");
        Assert.Equal("", _view.Text(".banner-stop"));
        Assert.Equal(by, _view.Text(".pot-clock span"));
        Assert.Null(Told()["cups"]![0]!["oneG"]);
    }

    [Fact]
    public async Task A_figure_that_does_not_come_any_more_is_not_shown_as_what_the_scale_shows()
    {
        using var own = await OwnServer.Start();
        using var meddled = _page.Meddle("""
            const Really = window.WebSocket;
            window.sockets = [];
            window.WebSocket = class extends Really {
              constructor(...words) { super(...words); window.sockets.push(this); }
            };
            """);
        await _view.Meant(own);
        fixture.Driver.ExecuteScript("localStorage.setItem('ink-basin.bench.instruments', 'cup-scale')");
        fixture.Driver.Navigate().Refresh();
        _view.To("1-one");
        _view.Until(() => _page.All(".bench-typed").Count == 0, "the scale is read");
        fixture.Driver.ExecuteScript("""
            const seen = new MutationObserver(() => {
              if (document.querySelector('.bench-typed')) window.atOnce ??= window.sockets.at(-1).readyState;
            });
            seen.observe(document.body, { childList: true, subtree: true });
            """);
        own.StandStill(true);
        try
        {
            _view.Until(() => _page.All(".bench-typed input").Count > 0, "what the scale shows is typed");

            // Long before the connection is given up: that takes half a minute, and a cup is full by then.
            Assert.Equal(1L, fixture.Driver.ExecuteScript("return window.atOnce"));
        }
        finally
        {
            own.StandStill(false);
        }

        _view.Until(() => _page.All(".bench-typed").Count == 0, "the scale is read again");
        fixture.Driver.ExecuteScript("localStorage.removeItem('ink-basin.bench.instruments')");
    }

    // As on a phone that has left its network: nothing is refused, and nothing comes.
    [Fact]
    public async Task A_server_that_stands_still_is_said_to_and_the_cups_clock_speaks_without_it()
    {
        using var own = await OwnServer.Start();
        _view.Rehearse(own.At($"/builds/{await own.Answered("Three Weirs at Ondry")}/bench"), "×60");
        var session = fixture.Driver.Url.Split('/')[^1];
        JsonNode Told() => own.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}").GetAwaiter().GetResult()!["state"]!;
        _view.To("1-two");
        _view.Until(() => SessionView.StepOf(Told()) == "1-two", "the server knows where the bench stands");
        own.StandStill(true);
        try
        {
            _view.Click("Its first drops are in: start the clock");
            _view.Until(() => _view.Text(".session-banners").Contains("does not answer", StringComparison.Ordinal), "it is said");
            _view.Until(() => _view.Text(".banner-stop").Length > 0, "the cup's time is over");
        }
        finally
        {
            own.StandStill(false);
        }

        _view.Until(() => !_view.Text(".session-banners").Contains("does not answer", StringComparison.Ordinal), "the server is back");
        _view.Until(() => Told()["cups"]![0]!["metAt"] is not null, "it was told");
        Assert.Equal("", _view.Text(".banner-wait"));
    }

    [Fact]
    public async Task A_fault_of_the_servers_own_is_waited_out_and_one_that_stays_stops_no_pour()
    {
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.faults = 0;
            window.fetch = (request, options) => {
              if (window.faults === 0 || !(request.url ?? request).endsWith('/events')) return really(request, options);
              window.faults -= 1;
              return Promise.resolve(new Response('{"title":"A fault of ours"}', { status: 500, headers: { 'Content-Type': 'application/problem+json' } }));
            };
            """);
        await _view.Rehearse(fixture, _page, "×1");
        var session = fixture.Driver.Url.Split('/')[^1];
        JsonNode Told() => fixture.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}").GetAwaiter().GetResult()!["state"]!;
        _view.Until(() => StoredLocally(session).Length == 0, "all is told");
        _page.Script("window.faults = 3");
        _view.Done();
        var at = _view.Step;
        _view.Until(() => SessionView.StepOf(Told()) == at, "it is told in the end");
        Assert.Equal("", _view.Text(".banner-stop"));

        // For ever: it is given up, and said; the next press is told again.
        _view.Until(() => StoredLocally(session).Length == 0, "all is told");
        _page.Script("window.faults = 10");
        _view.Done();
        _view.Until(() => _view.Text(".banner-stop").Contains("A fault of ours", StringComparison.Ordinal), "it is said");
        _view.Until(() => _view.Step == at, "the page stands where the server knows it");
        _view.Done();
        _view.Until(() => SessionView.StepOf(Told()) == _view.Step && _view.Step != at, "the next press is told");
    }

    private string StoredLocally(string session) => (string)fixture.Driver.ExecuteScript($"return localStorage.getItem('ink-basin.bench.{session}') ?? ''")!;

    [Fact]
    public async Task Neither_a_sensor_gone_wild_nor_a_late_answer_takes_a_press_with_it()
    {
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.late = null;
            window.fetch = async (request, options) => {
              const answer = await really(request, options);
              if ((request.url ?? request).endsWith('/events')) await window.late;
              return answer;
            };
            """);
        await _view.Rehearse(fixture, _page, "×1");
        var session = fixture.Driver.Url.Split('/')[^1];
        JsonNode Told() => fixture.Http.GetFromJsonAsync<JsonNode>($"/api/bench/{session}").GetAwaiter().GetResult()!["state"]!;
        _view.Until(() => StoredLocally(session).Length == 0, "all is told");
        _page.Script("window.late = new Promise((done) => { window.letGo = done; })");
        _view.Done();
        _view.Until(() => SessionView.StepOf(Told()) == "lay-out", "the server knows where the bench stands");

        // What another window keeps meanwhile, and is closed upon: a reading that cannot be, and a press after it.
        var waits = """[{"kind":"room","id":"wild","at":"2026-01-01T00:00:00Z","airC":85,"humidityPercent":null,"by":"room-sensor"},{"kind":"done","id":"press","at":"2026-01-01T00:00:00Z","stepId":"lay-out","value":null,"by":null,"knowingly":true}]""";
        fixture.Driver.ExecuteScript("const key = arguments[0]; localStorage.setItem(key, JSON.stringify([...JSON.parse(localStorage.getItem(key) ?? '[]'), ...JSON.parse(arguments[1])]))", $"ink-basin.bench.{session}", waits);
        Assert.Contains("caution", StoredLocally(session), StringComparison.Ordinal);
        _page.Script("window.letGo()");
        _view.Until(() => !StoredLocally(session).Contains("caution", StringComparison.Ordinal), "the page hears that its own was taken");
        fixture.Driver.Navigate().Refresh();
        _view.Until(() => SessionView.StepOf(Told()) != "lay-out", "the press is told");
        _view.Until(() => _view.Text(".banner-stop").Contains("85 °C", StringComparison.Ordinal), "the reading is told to be wrong");
        _view.Until(() => _view.Step == SessionView.StepOf(Told()), "the page stands there");
        _view.Until(() => StoredLocally(session).Length == 0, "all is told");
        Assert.NotEqual(85, Told()["roomC"]?.GetValue<double>());
    }
}
