using System.Text.Json;

namespace InkBasin.Browser.Tests;

/// <summary>Every stage for every screen and every reader.</summary>
[Collection("browser")]
public class ManyEyesTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture) { BoardWidthMm = 620 };

    public static TheoryData<string, int, int> Screens => new()
    {
        { "board", 1280, 800 }, { "ground", 1280, 800 }, { "water", 1280, 800 }, { "pours", 1280, 800 },
        { "water", 1024, 768 }, { "board", 390, 844 }, { "water", 390, 844 }, { "pours", 390, 844 },
    };

    [Theory]
    [MemberData(nameof(Screens))]
    public async Task Nothing_scrolls_sideways_and_the_answer_is_on_the_screen(string stage, int width, int height)
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), stage, width, height);
        Assert.True((bool)_page.Script("return document.documentElement.scrollWidth <= window.innerWidth")!, "The page scrolls sideways.");
        Assert.True((bool)_page.Script("const s = document.querySelector('.slip'); return s.scrollWidth <= s.clientWidth")!, "The Slip scrolls sideways.");
        if (height == 800 && stage is "water" or "pours")
            Assert.True((bool)_page.Script("return document.querySelector('.next-thing').getBoundingClientRect().bottom < window.innerHeight")!);
    }

    [Theory]
    [InlineData("board")]
    [InlineData("ground")]
    [InlineData("water")]
    [InlineData("pours")]
    public async Task A_screen_reader_finds_no_serious_fault(string stage)
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), stage);
        Assert.Empty(Violations());
    }

    [Fact]
    public void Nor_on_the_shelf()
    {
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/builds"));
        _page.Until(() => _page.All(".card").Count > 0, "the shelf");
        Assert.Empty(Violations());
    }

    private string[] Violations()
    {
        var axe = File.ReadAllText(Path.Combine(BrowserFixture.Root, "src", "web", "node_modules", "axe-core", "axe.min.js"));
        _page.Script(axe);
        var found = (string)fixture.Driver.ExecuteAsyncScript(
            """
            const done = arguments[arguments.length - 1];
            axe.run(document).then(r => done(JSON.stringify(r.violations
              .filter(v => v.impact === 'serious' || v.impact === 'critical')
              .map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 140)).join(' | ')))));
            """)!;
        return JsonSerializer.Deserialize<string[]>(found)!;
    }
}
