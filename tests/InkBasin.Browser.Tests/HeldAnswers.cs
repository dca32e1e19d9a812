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
    public HeldAnswers(BenchPage page, ChromeDriver driver, string path)
    {
        (_page, _driver) = (page, driver);
        _meddled = page.Meddle($$"""
            const really = window.fetch;
            window.hold = false;
            window.held = [];
            window.fetch = async (request, options) => {
              const answer = await really(request, options);
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

    public void UntilOneIsHeld() => _page.Until(() => Count > 0, "an answer is held back");

    /// <summary>Lets all go; comes back when the page has had thirty pictures' time to show what came.</summary>
    public void LetGo() => _driver.ExecuteAsyncScript("""
        const done = arguments[0];
        window.hold = false;
        window.held.forEach(go => go());
        let frames = 30;
        const next = () => (--frames === 0 ? done() : requestAnimationFrame(next));
        requestAnimationFrame(next);
        """);

    public void Dispose() => _meddled.Dispose();
}
