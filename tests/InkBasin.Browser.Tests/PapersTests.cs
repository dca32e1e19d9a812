using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>What leaves a build: chosen in one place, made by the server, refused in a sentence.</summary>
[Collection("other browser")]
public class PapersTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private void Open(string id)
    {
        _page.SetViewport(1280, 800);
        _page.Open(id, "pours");
        _page.Until(() => _page.First(".top-shelves button"), "the way to the papers").Click();
        _page.Until(() => _page.First(".papers .paper-list"), "the papers");
    }

    private IWebElement Named(string name) => _page.Until(() => _page.All(".papers button").FirstOrDefault(one => one.Text.StartsWith(name, StringComparison.Ordinal)), name);

    // What the page has asked the server for, as the browser itself has noted it.
    private string[] Asked() => [.. ((IReadOnlyCollection<object>)((IJavaScriptExecutor)fixture.Driver).ExecuteScript("return performance.getEntriesByType('resource').map(one => one.name + ' ' + one.responseStatus)")!).Cast<string>()];

    [Fact]
    public async Task Papers_tables_and_drawings_are_taken_and_the_paper_is_remembered()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        Open(id);
        Named("Letter").Click();
        foreach (var (name, path) in new[] { ("Pour plan", "papers/pours.pdf?paper=letter 200"), ("Dam panels", "dams.pdf?paper=letter 200"), ("Layers", "layers.csv 200"), ("One page", "share.html 200"), ("The build file", "file 200") })
        {
            _page.Until(() => Named(name) is { Enabled: true } button ? button : null, $"{name} can be taken").Click();
            _page.Until(() => Asked().Any(one => one.EndsWith($"/api/builds/{id}/{path}", StringComparison.Ordinal)), path);
        }

        _page.Until(() => _page.First("button[aria-label='Dam 2 as DXF']"), "a panel for the cutter").Click();
        _page.Until(() => Asked().Any(one => one.EndsWith("dams/2.dxf 200", StringComparison.Ordinal)), "it is made");
        Assert.Null(_page.First(".papers .message-stop"));
        Open(id);
        _page.Until(() => Named("Letter").GetAttribute("aria-pressed") == "true", "the paper is remembered");
        Named("A4").Click();
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task What_cannot_be_made_is_told_where_it_was_asked_for()
    {
        var id = await fixture.CopyOf("The Drowned Pit");
        Open(id);
        Named("The cups").Click();
        _page.Until(() => _page.First(".papers .message-stop")?.Text.Contains("no cup to mix", StringComparison.Ordinal) == true, "it says why");
    }
}
