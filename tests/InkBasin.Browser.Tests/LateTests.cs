namespace InkBasin.Browser.Tests;

/// <summary>What a maker on a slow network meets: nothing is claimed before it is known, and nothing moves away under the hand when it comes.</summary>
[Collection("other browser")]
public sealed class LateTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    // The big words are what a tired hand goes by: a pour's moment is the days', and whether it may be mixed at all its list's.
    [Theory]
    [InlineData("/api/builds/[^/]+/days")]
    [InlineData("/api/builds/[^/]+/waters/[^/]+/before-pour")]
    public async Task Nothing_is_next_until_what_comes_before_it_is_known(string path)
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, path, atOnce: true);
        _page.Open(await fixture.Named("Sallow Quay"), "pours");
        _page.Until(() => _page.First(".next-thing"), "the next thing has its place");
        answers.UntilOneIsHeld();
        Assert.Equal("next\nbeing laid out …", _page.Text(".tideline-head").ReplaceLineEndings("\n"));
        Assert.Equal("What comes first is being looked up …", _page.Text(".next-thing"));
        answers.LetGo();
        Says(".tideline-head", " pour ");
        Says(".next-thing", "for layer 1");

        // Of another water neither: what holds the first one back, or does not, says nothing of it.
        answers.Hold();
        if (path.EndsWith("before-pour", StringComparison.Ordinal))
        {
            _page.Click("Dock");
            answers.UntilOneIsHeld();
            Assert.Equal("What comes first is being looked up …", _page.Text(".next-thing"));
            answers.LetGo();
            Says(".next-thing", "for layer 2");
        }

        Assert.Empty(_page.Faults());
    }

    // Nobody mixes on a list that could not be read.
    [Fact]
    public async Task A_list_that_does_not_come_stops_the_pour()
    {
        using var refused = _page.Meddle("""
            const really = window.fetch;
            window.fetch = (request, options) => (request.url ?? request).endsWith('/before-pour')
              ? Promise.resolve(new Response(JSON.stringify({ detail: 'The shelf is locked.' }), { status: 503, headers: { 'Content-Type': 'application/problem+json' } }))
              : really(request, options);
            """);
        _page.Open(await fixture.Named("Sallow Quay"), "pours");
        Says(".next-thing", "First: The list before the pour did not come: The shelf is locked.");
        Says(".tideline-head", "The list before the pour did not come");
        Assert.DoesNotContain("Mix", _page.Text(".next-thing"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Theory]
    [InlineData("board", 1280, 800, "body")]
    [InlineData("ground", 1280, 800, "body")]
    [InlineData("water", 1280, 800, "body")]
    [InlineData("water", 360, 780, ".slip")]
    [InlineData("pours", 1280, 800, "body")]
    [InlineData("pours", 360, 780, ".slip")]
    [InlineData("ink", 1280, 800, "body")]
    [InlineData("bench", 1280, 800, "body")]
    [InlineData("days", 1280, 800, "body")]
    [InlineData("log", 1280, 800, "body")]
    [InlineData("log", 360, 780, "body")]
    public async Task What_comes_late_moves_nothing_away_under_the_hand(string stage, int width, int height, string within)
    {
        // All but the build itself, without which there is no page. In a narrow window the Sheet stands under the leaf, wherever that ends.
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/(?!builds/[^/]+(/ground.*)?$).+", atOnce: true);
        var id = await fixture.Named("Sallow Quay");
        _page.SetViewport(width, height);
        var leaf = 0;
        var leaves = 1;
        var moved = new List<string>();
        for (; leaf < leaves; leaf++)
        {
            fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, $"/builds/{id}/{stage}"));
            _page.Until(() => _page.First(".slip, main"), "the stage is drawn");
            answers.UntilAllHaveCome();
            var tabs = _page.All(".slip .slip-parts button");
            leaves = Math.Max(1, tabs.Count);
            var name = tabs.Count == 0 ? stage : tabs[leaf].Text;
            if (tabs.Count > 0) tabs[leaf].Click();
            answers.UntilAllHaveCome();
            _page.Script(Places, within);
            answers.LetGo();
            moved.AddRange(((IEnumerable<object>)_page.Script(Moved)!).Select(one => $"{name}: {one}"));
        }

        Assert.Empty(moved);
        Assert.Empty(_page.Faults());
    }

    /// <summary>Remembers what is seen that can be pressed or typed into, and where it stands.</summary>
    private const string Places = """
        const within = arguments[0];
        const name = one => one.getAttribute('aria-label') || one.labels?.[0]?.textContent || one.textContent.trim();
        const top = one => one.getBoundingClientRect().y + (one.closest('.slip')?.scrollTop ?? 0);
        window.places = () => [...document.querySelector(within).querySelectorAll('button, input, select, textarea, summary, a')]
          .filter(one => one.getClientRects().length > 0 && one.checkVisibility({ visibilityProperty: true }))
          .map(one => ({ one, name: name(one), top: top(one) }));
        window.placesBefore = window.places().filter(({ one }) => one.getBoundingClientRect().y < innerHeight);
        """;

    /// <summary>What has moved since, or stands no more where it stood under another name.</summary>
    private const string Moved = """
        const after = window.places();
        return window.placesBefore.flatMap(({ one, name, top }) => {
          const now = after.find(other => other.one === one) ?? after.find(other => other.name === name);
          return now === undefined ? [`${name} has gone`] : Math.abs(now.top - top) > 2 ? [`${name} by ${Math.round(now.top - top)} px`] : [];
        });
        """;

    private void Says(string css, string words) => _page.Until(() => _page.First(css)?.Text.Contains(words, StringComparison.Ordinal) == true, $"{css} says '{words}'");
}
