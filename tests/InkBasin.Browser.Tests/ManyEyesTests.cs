using System.Net.Http.Json;
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
        { "water", 1024, 768 }, { "board", 390, 844 }, { "water", 390, 844 }, { "pours", 390, 844 }, { "ink", 1280, 800 }, { "ink", 1024, 768 }, { "ink", 390, 844 },
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
    [InlineData("ink")]
    public async Task A_screen_reader_finds_no_serious_fault(string stage)
    {
        _page.Open(await fixture.CopyOf("Sallow Quay"), stage);
        Assert.Empty(Violations());
    }

    [Theory]
    [InlineData("builds")]
    [InlineData("stores")]
    public async Task Nor_on_the_shelves(string shelf)
    {
        // One of the maker's own among the sheets: it can be changed and taken off.
        using var own = await fixture.Http.PostAsJsonAsync("/api/stores/products", new { name = "Own sheet", kind = "castingEpoxy", ratio = new { a = 2, b = 1, basis = "volume" }, greatestLayerMm = 12, gelH = 8, fullCureH = 96 });
        own.EnsureSuccessStatusCode();
        foreach (var (width, height) in new[] { (1280, 800), (390, 844) })
        {
            _page.SetViewport(width, height);
            fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/{shelf}"));
            _page.Until(() => _page.All(".card").Count > 0, "the shelf");
            if (shelf == "stores")
            {
                _page.Until(() => _page.All(".shelf-item").Count > 0, "the cupboard");
                Assert.Empty(Violations());
                _page.All(".shelf-item")[0].Click();
                _page.Until(() => _page.First(".cupboard-item"), "what was opened");
                Assert.Empty(Violations());
                _page.Click("Close it");
                _page.Click("Enter a sheet");
            }

            Assert.True((bool)_page.Script("return document.documentElement.scrollWidth <= window.innerWidth")!, $"The shelf scrolls sideways at {width}.");
            Assert.Empty(Violations());
        }
    }

    [Fact]
    public async Task Nor_on_any_leaf_of_the_pours()
    {
        foreach (var (width, height) in new[] { (1280, 800), (390, 844) })
        {
            _page.Open(await fixture.CopyOf("Sallow Quay"), "pours", width, height);
            _page.Click("Dock");
            foreach (var leaf in new[] { "Heat", "Surface", "Before", "After", "Mix" })
            {
                _page.Click(leaf);
                _page.Until(() => _page.All(".slip section").Count > 0, leaf);
                Assert.True((bool)_page.Script("const s = document.querySelector('.slip'); return s.scrollWidth <= s.clientWidth")!, $"{leaf} scrolls sideways at {width}.");
                Assert.Empty(Violations());
            }
        }
    }

    [Theory]
    [InlineData("days", ".days-peg")]
    [InlineData("bench", ".bench-ready")]
    [InlineData("log", ".log-entry")]
    public async Task Nor_on_the_stages_that_have_the_page_to_themselves(string stage, string sign)
    {
        var id = await fixture.CopyOf("Sallow Quay");
        foreach (var (width, height) in new[] { (1280, 800), (390, 844) })
        {
            _page.SetViewport(width, height);
            fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/{stage}"));
            _page.Until(() => _page.First(sign), stage);
            Assert.True((bool)_page.Script("return document.documentElement.scrollWidth <= window.innerWidth")!, $"{stage} scrolls sideways at {width}.");
            Assert.Empty(Violations());
        }
    }

    [Fact]
    public async Task Nor_at_the_bench_itself()
    {
        var view = new SessionView(fixture.Driver);
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{await fixture.CopyOf("Sallow Quay")}/bench"));
        view.Click("Rehearse it first");
        foreach (var step in new[] { "caution", "1-one", "1-stir", "1-pour-1" })
        {
            view.Until(() => view.Step.Length > 0, "the bench is open");
            view.To(step);
            foreach (var (width, height) in new[] { (1280, 800), (390, 844) })
            {
                _page.SetViewport(width, height);
                Assert.True((bool)_page.Script("return document.documentElement.scrollWidth <= window.innerWidth")!, $"{step} scrolls sideways at {width}.");

                // Under a thumb in a glove, and all of it on the screen.
                Assert.True((bool)_page.Script("const b = document.querySelector('.session-done').getBoundingClientRect(); return b.height >= 80 && b.bottom <= innerHeight")!, $"{step}: the large button at {width}.");
                Assert.Empty(Violations());
            }
        }

        view.Click("A dam leaks");
        view.Until(() => view.Text(".bench-rescue").Length > 0, "the rescue card");
        Assert.Empty(Violations());
        view.Click("It holds again");
        view.Click("Instruments, notes");
        view.Until(() => view.Text(".bench-panel").Length > 0, "the instruments");
        Assert.Empty(Violations());
    }

    private string[] Violations()
    {
        var axe = File.ReadAllText(Path.Combine(BrowserFixture.Root, "src", "web", "node_modules", "axe-core", "axe.min.js"));
        _page.Script(axe);
        var found = (string)fixture.Driver.ExecuteAsyncScript(
            """
            const done = arguments[arguments.length - 1];

            // Half faded in nothing has the contrast it will have.
            const moving = document.getAnimations().filter(a => a.effect?.getComputedTiming().endTime !== Infinity);
            Promise.allSettled(moving.map(a => a.finished)).then(() => axe.run(document)).then(r => done(JSON.stringify(r.violations
              .filter(v => v.impact === 'serious' || v.impact === 'critical')
              .map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 140)).join(' | ')))));
            """)!;
        return JsonSerializer.Deserialize<string[]>(found)!;
    }
}
