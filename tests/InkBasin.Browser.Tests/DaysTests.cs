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
        return id;
    }

    private void Open(string id)
    {
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/days"));
        Peg("w:pour:1");
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
        _page.Button("Let it go").Click();
        _page.Settled();
        _page.Until(() => Told("w:colour") == paint && Told("w:pour:1") == pour, "as before");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_hours_at_the_bench_move_the_steps()
    {
        Open(await Begin());
        var first = Told("w:colour");
        _page.Button("Bench hours").Click();

        // The day it falls on is kept free.
        var day = Days.Single(one => first.Contains($"{one[..3]} ", StringComparison.Ordinal));
        _page.Type(day, Keys.Backspace);
        _page.Until(() => _page.Field(day).GetAttribute("value") == "", $"no hours on {day}");
        _page.Settled();
        _page.Until(() => !Told("w:colour").Contains($"{day[..3]} ", StringComparison.Ordinal), "on another day");
        _page.Type("Monday", "half past six");
        _page.Until(() => _page.All(".notice-stop").Any(p => p.Text.Contains("is no time at the bench", StringComparison.Ordinal)), "the refusal");

        // Five minutes on Saturdays: nothing fits, and what would free it is told.
        foreach (var other in Days.Where(one => one != "Saturday"))
        {
            _page.Type(other, Keys.Backspace);
            _page.Until(() => _page.Field(other).GetAttribute("value") == "", $"no hours on {other}");
        }

        _page.Type("Saturday", "10:00-10:05");
        _page.Button("Next").Click();
        _page.Until(() => _page.First("[data-testid=days-clash]")?.Text.Contains("at the bench in one go", StringComparison.Ordinal) == true, "the clash");
        Assert.Contains("Saturdays and Sundays from 9:00 to 18:00: then it is finished", _page.Text("[data-testid=days-clash]"), StringComparison.Ordinal);
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
        _page.Button("Done now").Click();
        _page.Settled();
        _page.Button("Not done after all");
        _page.Until(() => _page.All(".days-peg.done").Count == 1, "it is done");
        _page.Button("Back to what is next").Click();
        _page.Until(() => _page.Text("[data-testid=days-next] button") != name, "something else is next");
        _page.Button("Undo: Note a step as done").Click();
        _page.Until(() => _page.All(".days-peg.done").Count == 0, "undone");
        Assert.Empty(_page.Faults());
    }
}
