using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The log: written, searched, put right beside itself; a lesson taken and let go.</summary>
[Collection("other browser")]
public class LogTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private async Task<string> Open()
    {
        var id = await fixture.CopyOf("The Drowned Pit");
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/log"));
        _page.Until(() => _page.First(".log-entry"), "the log");
        return id;
    }

    private IReadOnlyList<string> Heads => [.. _page.All(".log-entry h3").Select(head => head.Text)];

    [Fact]
    public async Task An_outcome_is_written_and_found_and_no_undo_takes_it_back()
    {
        var id = await Open();
        var before = Heads.Count;
        _page.Choose(_page.Find(".log-write").FindElement(By.XPath(".//label[.='It is']/following::select[1]")), "soft");
        _page.Find(".log-write textarea").SendKeys("Tacky at the crane’s hook.");
        _page.Click("Note how it turned out");
        _page.Until(() => Heads.Count == before + 1, "the entry is written");
        Assert.Equal("Soft or tacky", Heads[0]);
        Assert.Equal("true", _page.Button("Undo").GetAttribute("disabled"));
        _page.Find("#log-search").SendKeys("crane’s hook");
        _page.Until(() => Heads is ["Soft or tacky"], "it is found");
        var log = (await fixture.Read(id))["build"]!["log"]!.AsArray();
        Assert.Contains(log, entry => entry!["text"]?.GetValue<string>() == "Tacky at the crane’s hook.");
        Assert.Empty(_page.Faults());
    }

    // No undo takes an entry back, so none is made by a press too many.
    [Fact]
    public async Task What_is_pressed_again_before_it_is_kept_is_written_once_and_what_differs_is_written_too()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[0-9a-f-]+/edits");
        var id = await Open();
        var before = Heads.Count;
        _page.Find(".log-write textarea").SendKeys("A bubble by the ladder.");
        answers.Hold();
        _page.Click("Write the note");
        answers.UntilOneIsHeld();
        _page.Click("Write the note");
        _page.Click("Note how it turned out");
        answers.LetGo();
        _page.Until(() => Heads.Count == before + 2, "both are written");
        _page.Settled();
        var written = (await fixture.Read(id))["build"]!["log"]!.AsArray().Where(entry => entry!["text"]?.GetValue<string>() == "A bubble by the ladder.");
        Assert.Equal([null, "clear"], written.Select(entry => entry!["outcome"]?.GetValue<string>()));
    }

    // Its hours are long past by the sheet: they no longer speak for it.
    [Fact]
    public async Task What_is_noted_as_soft_keeps_its_dams_until_it_is_seen_firm()
    {
        var id = await Open();
        void Note(string nth, string value, string button)
        {
            var before = Heads.Count;
            _page.Choose(_page.Find(".log-write").FindElement(By.XPath($"(.//label[.='It is'])[{nth}]/following::select[1]")), value);
            _page.Click(button);
            _page.Until(() => Heads.Count == before + 1, $"{value} is written");
        }

        Note("1", "soft", "Note how it turned out");
        _page.Open(id, "pours");
        Assert.EndsWith("Put nothing on it: layer 3 stayed soft.", _page.NextThing, StringComparison.Ordinal);
        Assert.Equal("3 layers, all poured", _page.Text(".slip-answer"));
        Assert.Contains(_page.All(".notice-stop"), one => one.Text.StartsWith("Layer 3 stayed soft, by the log: put nothing on it and leave any dam on.", StringComparison.Ordinal));
        _page.Until(() => _page.Text(".tideline").Contains("The pit stayed soft: put nothing on it.", StringComparison.Ordinal), "the Tideline says so too");
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/days"));
        Assert.Contains("The pit stayed soft: what comes after its pours has no day", _page.Until(() => _page.First("[data-testid=days-waits]"), "what waits").Text, StringComparison.Ordinal);
        Assert.Empty(_page.All("[data-testid=days-next], [data-testid=days-finish]"));
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/log"));
        _page.Until(() => _page.First(".log-entry"), "the log again");
        Note("2", "firm", "Note what was seen");
        _page.Open(id, "pours");
        Assert.StartsWith("All layers are poured. ", _page.NextThing, StringComparison.Ordinal);
        Assert.Contains("It may be trimmed", _page.NextThing, StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_figure_is_put_right_and_the_first_one_stays_beside_it()
    {
        await Open();
        var entry = _page.Until(() => _page.First("[data-entry='session-pit-3']"), "the session");
        entry.FindElement(By.XPath(".//button[.='Put right']")).Click();
        _page.Type("It should read", "81.4");
        _page.Field("Why").SendKeys("Read off the photo" + Keys.Tab);
        _page.Click("Put it right beside the first");
        _page.Until(() => _page.Text("[data-entry='session-pit-3'] .log-corrections").Contains("at first 80.6", StringComparison.Ordinal), "both stand");
        Assert.Contains("81.4 + 36.3 g", _page.Text("[data-entry='session-pit-3'] .log-review"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task How_warm_its_surface_was_stands_in_the_curve_of_its_session()
    {
        await Open();
        var before = Heads.Count;
        _page.Type("It shows now", "29.5");
        _page.Click("Note how warm it is");
        _page.Until(() => _page.Text("[data-entry='session-pit-3'] .log-curve figcaption").Contains("29.5", StringComparison.Ordinal), "the curve");
        Assert.Equal(before, Heads.Count);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_lesson_is_taken_only_by_hand_and_let_go()
    {
        var id = await Open();
        double Takes() => fixture.Read(id).GetAwaiter().GetResult()["plan"]!["waters"]![0]!["takes"]!["calibration"]!.GetValue<double>();
        var before = Takes();
        var offer = _page.Until(() => _page.All(".log-lessons li").FirstOrDefault(one => one.Text.Contains("keep", StringComparison.Ordinal)), "what a cup keeps");
        offer.FindElement(By.XPath(".//button[.='Take it into this build']")).Click();
        _page.Until(() => _page.Text(".log-lessons").Contains("This build follows it", StringComparison.Ordinal), "it is followed");
        Assert.Single((await fixture.Read(id))["build"]!["learnt"]!.AsArray());
        _page.Click("Let it go");
        _page.Until(() => !_page.Text(".log-lessons").Contains("This build follows it", StringComparison.Ordinal), "it is let go");
        Assert.Empty((await fixture.Read(id))["build"]!["learnt"]!.AsArray());
        Assert.Equal(before, Takes());
    }
}
