using System.Globalization;
using OpenQA.Selenium.Chrome;

namespace InkBasin.Browser.Tests;

/// <summary>Answers of a path, held back on their way to the pages that are opened from now on, while it is asked for.</summary>
internal sealed class HeldAnswers : IDisposable
{
    private readonly BenchPage _page;
    private readonly ChromeDriver _driver;
    private readonly IDisposable _meddled;

    /// <param name="page">The page.</param>
    /// <param name="driver">Its browser.</param>
    /// <param name="path">The whole path, as a pattern.</param>
    /// <param name="atOnce">Whether they are held from a page's first moment on, not only once it is asked for.</param>
    public HeldAnswers(BenchPage page, ChromeDriver driver, string path, bool atOnce = false)
    {
        (_page, _driver) = (page, driver);
        _meddled = page.Meddle($$"""
            const really = window.fetch;
            window.hold = {{(atOnce ? "true" : "false")}};
            window.held = [];
            window.asking = 0;
            window.fetch = async (request, options) => {
              window.asking++;
              const answer = await really(request, options).finally(() => { window.asking--; window.cameAt = performance.now(); });
              if (window.hold && new RegExp('^{{path}}$').test(new URL(request.url ?? request, location).pathname)) await new Promise(go => window.held.push(go));
              return answer;
            };
            """);
    }

    /// <summary>How many are held.</summary>
    public int Count => Convert.ToInt32(_page.Script("return window.held.length"), CultureInfo.InvariantCulture);

    /// <summary>Holds those that come from now on.</summary>
    public void Hold() => _page.Script("window.hold = true");

    /// <summary>Lets those that come from now on through; what is held stays so.</summary>
    public void HoldNoMore() => _page.Script("window.hold = false");

    /// <summary>Waits until the page asks for nothing more: all that came is held, or long shown.</summary>
    public void UntilAllHaveCome() => _page.Until(() => _page.Script("return window.asking === 0 && performance.now() - window.cameAt > 250") is true, "all answers have come");

    public void UntilOneIsHeld() => _page.Until(() => Count > 0, "an answer is held back");

    /// <summary>Lets all go; comes back when the page has had thirty pictures' time to show what came.</summary>
    public void LetGo() => _driver.ExecuteAsyncScript("""
        const done = arguments[0];
        window.hold = false;
        window.held.splice(0).forEach(go => go());
        let frames = 30;
        const next = () => (--frames === 0 ? done() : requestAnimationFrame(next));
        requestAnimationFrame(next);
        """);

    public void Dispose() => _meddled.Dispose();
}
