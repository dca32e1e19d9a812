using System.Globalization;
using System.Net.Http.Json;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The days ahead: steps held, done and moved, the hours at the bench.</summary>
[Collection("browser")]
public class DaysTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private static readonly string[] Days = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

    private IWebElement Peg(string id) => _page.Until(() => _page.First($"[data-step='{id}']"), $"the step {id}");

    private string Told(string id) => Peg(id).GetAttribute("aria-label")!;

    private async Task<string> Begin()
    {
        var id = await fixture.Begin("Days of a pond");
        object At(double x, double y) => new { xMm = x, yMm = y };
        await fixture.Edit(id, new { kind = "add", list = "recipe", item = new { kind = "pond", id = "pond", name = "Pond", outline = new { points = new[] { At(90, 50), At(210, 50), At(210, 150), At(90, 150) }, curved = false }, depthMm = 8, shelfDepthMm = 0, shelfWidthMm = 0, slopeDeg = 70 }, index = 1 });
        await fixture.Edit(id, new { kind = "add", list = "waters", item = new { id = "w", name = "Pond water", seed = At(150, 100), waterlineMm = 23.0, productId = "coating-epoxy", ink = new { tintId = "blue-green", mlPer100Ml = 0.2 } }, index = 0 });

        // From tomorrow on, every day alike: no test goes by the weekday it is run on, nor by what is left of the day.
        object[] except = [new { date = Circumstances.Now.ToLocalTime().ToString("yyyy-MM-dd", CultureInfo.InvariantCulture), fromMin = (int?)null, toMin = (int?)null }];
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { timeZone = TimeZoneInfo.Local.Id, days = new { week = EveryDay(15 * 60, 22 * 60), except } } });
        return id;
    }

    private async Task AlwaysAtTheBench(string id)
    {
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { days = new { week = EveryDay(0, 1440), except = Array.Empty<object>() } } });
    }

    private static object[] EveryDay(int fromMin, int toMin) => [.. new[] { "mon", "tue", "wed", "thu", "fri", "sat", "sun" }.Select(day => new { day, fromMin, toMin })];

    private void Open(string id, string step = "w:pour:1")
    {
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/days"));
        Peg(step);
    }

    [Fact]
    public async Task A_step_dragged_is_held_and_the_rest_goes_round_it()
    {
        Open(await Begin());
        var (paint, pour) = (Told("w:colour"), Told("w:pour:1"));
        _page.Drag(_page.Find("[data-step='w:colour'] .days-grip"), 420, 0);
        _page.Settled();
        _page.Until(() => Told("w:colour") != paint && Told("w:pour:1") != pour, "the pour goes after the paint");
        Assert.Contains("held", Peg("w:colour").GetAttribute("class"), StringComparison.Ordinal);

        // Let go, it is where it was.
        Peg("w:colour").SendKeys(Keys.Enter);
        _page.Click("Let it go");
        _page.Settled();
        _page.Until(() => Told("w:colour") == paint && Told("w:pour:1") == pour, "as before");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_first_pour_held_by_its_date_is_let_go()
    {
        var id = await fixture.CopyOf("Sallow Quay");

        // In the evening, whatever the time is now: begun at night nobody is up for the last look at its dams.
        await fixture.Edit(id, new { kind = "set", list = "waters", id = "creek", fields = new { firstPourAt = new DateTimeOffset(Circumstances.Now.LocalDateTime.Date.AddDays(1).AddHours(19)) } });
        Open(id, "creek:pour:1");
        Peg("creek:pour:1").SendKeys(Keys.Enter);
        Assert.Contains("held", Peg("creek:pour:1").GetAttribute("class"), StringComparison.Ordinal);
        _page.Click("Let it go");
        _page.Settled();
        _page.Until(() => !Peg("creek:pour:1").GetAttribute("class")!.Contains("held", StringComparison.Ordinal), "let go");
        Assert.Null((await fixture.Read(id))["build"]!["waters"]![0]!["firstPourAt"]);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_hours_at_the_bench_move_the_steps()
    {
        Open(await Begin());
        var first = Told("w:colour");
        _page.Click("Bench hours");

        // The day it falls on is kept free.
        var day = Days.Single(one => first.Contains($", {one[..3]}", StringComparison.Ordinal));
        _page.Type(day, Keys.Backspace);
        _page.Until(() => _page.Field(day).GetAttribute("value") == "", $"no hours on {day}");
        _page.Settled();
        _page.Until(() => !Told("w:colour").Contains($", {day[..3]}", StringComparison.Ordinal), "on another day");
        _page.Type("Monday", "half past six");
        _page.Until(() => _page.All(".notice-stop").Any(p => p.Text.Contains("is no time at the bench", StringComparison.Ordinal)), "the refusal");

        // Five minutes on Saturdays: nothing fits, and what would free it is told.
        foreach (var other in Days.Where(one => one != "Saturday"))
        {
            _page.Type(other, Keys.Backspace);
            _page.Until(() => _page.Field(other).GetAttribute("value") == "", $"no hours on {other}");
        }

        _page.Type("Saturday", "10:00-10:05");
        _page.Click("Next");
        _page.Until(() => _page.First("[data-testid=days-clash]")?.Text.Contains("at the bench in one go", StringComparison.Ordinal) == true, "the clash");
        Assert.Contains("Saturdays and Sundays from 9:00 to 18:00: then it is ready", _page.Text("[data-testid=days-clash]"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task What_is_done_is_marked_and_what_is_said_of_a_step_counts()
    {
        Open(await Begin());
        var next = _page.Until(() => _page.First("[data-testid=days-next] button"), "what is next");
        var name = next.Text;
        next.Click();
        Assert.Equal(name, _page.Text("[data-testid=day-step] h2"));
        _page.Type("Hands-on", "95");
        _page.Settled();
        _page.Until(() => _page.Field("Hands-on").GetAttribute("value") == "95", "its minutes");
        _page.Click("Done now");
        _page.Settled();
        _page.Button("Not done after all");
        _page.Until(() => _page.All(".days-peg.done").Count == 1, "it is done");
        _page.Click("Back to what is next");
        _page.Until(() => _page.Text("[data-testid=days-next] button") != name, "something else is next");
        _page.Click("Undo: Note a step as done");
        _page.Until(() => _page.All(".days-peg.done").Count == 0, "undone");
        Assert.Empty(_page.Faults());
    }

    // What a school changes is told before it is taken, and after.
    [Fact]
    public async Task A_school_is_tried_and_taken()
    {
        Open(await Begin());
        _page.Click("Ways");
        var way = _page.Until(() => _page.First("[data-way=trust] summary"), "the ways");
        Assert.Equal("true", _page.Find("[data-way=test]").GetAttribute("data-chosen"));
        way.Click();
        var before = _page.Until(() => _page.Find("[data-way=trust]").Text is var text && text.Contains("No more: Water test of Pond water.", StringComparison.Ordinal) ? text : null, "what it changes");
        Assert.Contains("sooner", before, StringComparison.Ordinal);
        _page.Find("[data-way=trust] button").Click();
        _page.Settled();
        _page.Until(() => _page.Find("[data-way=trust]").GetAttribute("data-chosen") == "true", "it is chosen");
        _page.Until(() => _page.All("[data-step='w:test']").Count == 0, "no test any more");
        _page.Click("Next");
        _page.Until(() => _page.First("[data-testid=days-changes]")?.Text.Contains("No more: Water test of Pond water.", StringComparison.Ordinal) == true, "what is otherwise");
        _page.Click("Undo: Change how the beds are proved");
        Peg("w:test");
        Assert.Empty(_page.Faults());
    }

    // Late, and the rest is planned again from now on; a cold night in the room's log, and the next layer waits for longer.
    [Fact]
    public async Task What_is_done_late_and_a_cold_night_move_the_rest_and_it_is_said()
    {
        var id = await Begin();
        await AlwaysAtTheBench(id);
        await fixture.Edit(id, new { kind = "set", list = "waters", id = "w", fields = new { strategy = "sealFirst" } });

        // Painted only now, though it was to be done at once.
        Open(id);
        var pour = Told("w:pour:1");
        Peg("w:colour").SendKeys(Keys.Enter);
        _page.Click("Done now");
        _page.Settled();
        _page.Until(() => Peg("w:colour").GetAttribute("class")!.Contains("done", StringComparison.Ordinal) && Told("w:pour:1") != pour, "the pour follows");
        _page.Click("Back to what is next");
        _page.Until(() => _page.First("[data-testid=days-changes]")?.Text.Contains("is done.", StringComparison.Ordinal) == true, "what is otherwise");

        // The first layer was poured an hour ago; the room is read since, and cold.
        var at = Circumstances.Now.AddHours(-1);
        var checks = (await fixture.Http.GetFromJsonAsync<System.Text.Json.Nodes.JsonNode>($"/api/builds/{id}/waters/w/before-pour"))!["checks"]!.AsArray();
        List<object> begin = [.. checks.Where(check => !check!["settled"]!.GetValue<bool>()).Select(check => check!["item"]!.GetValue<string>()).Select(item => (object)new { kind = "answerCheck", waterId = "w", item, answer = new { waterId = "w", item, overrides = true, reason = "A test", at } })];
        begin.Add(new { kind = "beginPour", id = "p", waterId = "w", layer = 1, at });
        await fixture.Edit(id, new { kind = "together", label = "Begin", edits = begin });
        Open(id, "w:pour:2");
        var second = Told("w:pour:2");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/pours"));
        _page.Click("Heat");
        _page.Until(() => _page.First("[data-testid=room-log]"), "the room's log");
        _page.Field("Thermometer now").SendKeys("8");
        _page.Click("Log it");
        _page.Settled();
        Open(id, "w:pour:2");
        _page.Until(() => Told("w:pour:2") != second, "the second layer waits longer");
        _page.Until(() => _page.First("[data-testid=days-changes]")?.Text.Contains("Pour Pond water 2 moves from", StringComparison.Ordinal) == true, "and that is said");
        Assert.Empty(_page.Faults());

        // It failed: what is out is poured again.
        Peg("w:pour:1").SendKeys(Keys.Enter);
        _page.Click("It failed: pour it again");
        _page.Settled();
        Peg("w:pour:1:again");
        Assert.Contains("Clear out Pond water 1", Told("w:pour:1:clear"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_step_of_ones_own_is_added_and_one_left_out_comes_back()
    {
        Open(await Begin());
        _page.Click("A step of your own");
        Assert.False(_page.Button("Add the step").Enabled);
        _page.Type("What is done", "Weather the quay wall");
        _page.Type("Takes", "40");
        _page.Choose(_page.Field("Comes after"), "Paint the bed of Pond water");
        _page.Click("Add the step");
        _page.Settled();
        var own = _page.Until(() => _page.First("[data-step^='own:']"), "the step");
        Assert.StartsWith("Weather the quay wall", own.GetAttribute("aria-label"), StringComparison.Ordinal);
        own.SendKeys(Keys.Enter);
        _page.Until(() => _page.Text("[data-testid=day-step]").Contains("After Paint the bed of Pond water: as you have put it.", StringComparison.Ordinal), "what it comes after");
        _page.Click("Strike it out");
        _page.Until(() => _page.All("[data-step^='own:']").Count == 0, "struck out");

        Peg("w:test").SendKeys(Keys.Enter);
        _page.Click("Leave it out");
        _page.Until(() => _page.All("[data-step='w:test']").Count == 0 && _page.First("[data-testid=days-left-out]")?.Text.Contains("Water test of Pond water", StringComparison.Ordinal) == true, "left out");
        _page.Click("take it in again");
        Peg("w:test");
        Assert.Empty(_page.Faults());
    }

    // On paper: the week alone, each step with its box.
    [Fact]
    public async Task The_week_goes_on_paper_and_the_builds_on_the_bench_go_round_each_other()
    {
        var (first, id) = (await Begin(), await Begin());

        // Whatever day and hour it is: what goes round the other build's still falls into the week ahead.
        await AlwaysAtTheBench(first);
        await AlwaysAtTheBench(id);
        Open(id);
        var paint = Told("w:colour");
        _page.Click("Bench hours");
        var others = _page.Until(() => _page.First("[data-testid=bench-others]"), "the other builds");
        Assert.Contains("Days of a pond", others.Text, StringComparison.Ordinal);

        // Of several of that name the first of this test is meant: by its edit it is seen.
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { days = new { after = new[] { first } } } });
        Open(id);
        _page.Until(() => _page.All(".days-elsewhere").Count > 0 && Told("w:colour") != paint, "its hours are taken");

        fixture.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new Dictionary<string, object?> { ["media"] = "print" });
        try
        {
            var paper = _page.Until(() => _page.First("[data-testid=week-paper]") is { Displayed: true } shown ? shown : null, "the paper");
            Assert.False(_page.Find(".days-line").Displayed);
            Assert.False(_page.Find(".slip").Displayed);
            Assert.Contains("Days of a pond: the week ahead", paper.Text, StringComparison.Ordinal);
            Assert.Contains("paints of the bed, brushes", paper.Text, StringComparison.Ordinal);
            Assert.Equal(7, _page.All(".week-paper article").Count);
        }
        finally
        {
            fixture.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new Dictionary<string, object?> { ["media"] = "" });
        }

        Assert.Empty(_page.Faults());
    }

    // Forty jobs into evenings: the fewest visits are not proved in a second. The best so far is shown, and may do.
    [Fact]
    public async Task A_search_that_goes_on_can_be_stopped_with_the_best_so_far()
    {
        var id = await Begin();
        var jobs = Enumerable.Range(0, 40).Select(k => (object)new { kind = "add", list = "days.own", item = new { id = $"j{k}", name = $"Job {k}", handsOnMin = 35 + ((k * 37) % 90), waitMin = 0, after = Array.Empty<string>() } });
        await fixture.Edit(id, new { kind = "together", label = "Jobs", edits = jobs });
        Open(id);
        _page.Until(() => _page.Text("[data-testid=days-finish]").Contains("The best so far; a better one is sought.", StringComparison.Ordinal), "it is sought on");
        Assert.Equal(40, _page.All("[data-step^='own:']").Count);
        _page.Click("This one will do");
        _page.Until(() => _page.Text("[data-testid=days-finish]").Contains("The best found in the time", StringComparison.Ordinal), "it is left at that");
        Assert.Equal(40, _page.All("[data-step^='own:']").Count);
        Assert.Empty(_page.Faults());
    }

    // Some hundred steps are sought for longer than a test may take: the answers are changed on their way to say what Core says then.
    [Fact]
    public async Task What_was_sought_too_short_is_still_sought_then_not_found_and_never_said_not_to_fit()
    {
        var id = await Begin();
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.held = [];
            window.fetch = async (request, options) => {
              const answer = await really(request, options);
              const url = new URL(request.url ?? request, location);
              if (!/\/days(\/trials)?$/.test(url.pathname) || !answer.ok) return answer;
              const told = 'The search ended before it found a plan, or that there is none.';
              const days = await answer.json();
              if (url.searchParams.get('withinS') === '20' || !window.first) await new Promise(go => window.held.push(go));
              const short = Array.isArray(days)
                ? days.map(way => (way.chosen ? way : { ...way, finishAt: null, visits: 0, changes: [], stop: told, unsettled: true }))
                : { ...days, places: [], stretches: [], finishAt: null, visits: 0, optimal: false, clash: told, unsettled: true, offers: [], next: null };
              return Response.json(short);
            };
            """);
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/days"));

        // Said where the steps will lie, with the head of the page free.
        var hint = _page.Until(() => _page.First(".days-sheet .sheet-hint"), "they are laid out");
        Assert.InRange(hint.Location.Y, _page.Find(".days-sheet").Location.Y, 400);
        _page.Script("window.first = true; window.held.splice(0).forEach(go => go())");
        string Said() => _page.First("[data-testid=days-unsettled]")?.Text ?? "";
        _page.Until(() => Said().Contains("Still sought", StringComparison.Ordinal), "it is sought on");
        Assert.DoesNotContain("The search ended", Said(), StringComparison.Ordinal);
        Assert.Empty(_page.All("[data-testid=days-clash], [data-testid=days-finish]"));

        _page.Until(() =>
        {
            _page.Script("window.held.splice(0).forEach(go => go())");
            return Said().Contains("No plan found", StringComparison.Ordinal);
        }, "the search is over");
        Assert.Contains("The search ended before it found a plan", Said(), StringComparison.Ordinal);
        Assert.Empty(_page.All("[data-testid=days-clash], [data-testid=days-finish]"));

        _page.Click("Ways");
        var way = _page.Until(() => _page.First(".days-way[data-chosen=false]"), "another way");
        Assert.EndsWith("not found", way.FindElement(By.TagName("summary")).Text, StringComparison.Ordinal);
        Assert.DoesNotContain("does not fit", _page.Text("[data-testid=days-ways]"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }
}
