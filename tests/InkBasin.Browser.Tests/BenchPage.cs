using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;

namespace InkBasin.Browser.Tests;

/// <summary>The bench as a maker meets it: what can be read from it and what hands can do on it.</summary>
internal sealed class BenchPage
{
    private readonly BrowserFixture _fixture;
    private readonly ChromeDriver _driver;

    public BenchPage(BrowserFixture fixture)
    {
        (_fixture, _driver) = (fixture, fixture.Driver);

        // No test begins in the window the one before it had, nor with what that left behind: the page of a server that was killed asks for it until it is left.
        SetViewport(1280, 800);
        if (!_driver.Url.StartsWith(fixture.Address.ToString(), StringComparison.Ordinal)) _driver.Navigate().GoToUrl("about:blank");
        Faults();
    }

    public BenchPage Open(string id, string stage, int width = 1280, int height = 800)
    {
        SetViewport(width, height);
        _driver.Navigate().GoToUrl(new Uri(_fixture.Address, $"/builds/{id}/{stage}"));
        Until(() => _driver.FindElements(By.CssSelector(".sheet-drawing .board-edge")).Count > 0, "the Sheet is drawn");
        return this;
    }

    public void SetViewport(int width, int height) => _driver.ExecuteCdpCommand(
        "Emulation.setDeviceMetricsOverride",
        new Dictionary<string, object?> { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });

    /// <summary>Runs a script in every page that is opened until it is let go: to hold answers back, lose or change them.</summary>
    public IDisposable Meddle(string source)
    {
        var script = (Dictionary<string, object>)_driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new() { ["source"] = source })!;
        return new Meddled(() => _driver.ExecuteCdpCommand("Page.removeScriptToEvaluateOnNewDocument", new() { ["identifier"] = script["identifier"] }));
    }

    private sealed class Meddled(Action end) : IDisposable
    {
        public void Dispose() => end();
    }

    public void Offline(bool offline)
    {
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?> { ["offline"] = offline, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
    }

    public IWebElement Find(string css) => _driver.FindElement(By.CssSelector(css));

    public IReadOnlyList<IWebElement> All(string css) => _driver.FindElements(By.CssSelector(css));

    public IWebElement Button(string text) =>
        Until(() => _driver.FindElements(By.XPath($"//button[normalize-space()='{text}' or @aria-label='{text}']")).FirstOrDefault(), $"a button '{text}'");

    /// <summary>Presses a button as soon as it can be: what moved under the hand while it came down is pressed where it is then.</summary>
    public void Click(string text) => Until(() =>
    {
        if (Button(text) is not { Enabled: true } button) return false;
        _driver.ExecuteScript("window.pressLanded = false; arguments[0].addEventListener('click', () => { window.pressLanded = true; }, { once: true });", button);
        button.Click();

        // Nothing is said of it by a page that the press itself has left.
        return _driver.ExecuteScript("return window.pressLanded") is not false;
    }, $"the button '{text}' pressed");

    /// <summary>Goes to another shelf by the head of this one.</summary>
    public void Shelf(string name) =>
        Until(() => _driver.FindElements(By.XPath($"//nav[@aria-label='Shelves']//a[normalize-space()='{name}']")).FirstOrDefault(), $"the shelf '{name}'").Click();

    public IWebElement Field(string label) =>
        Until(() => _driver.FindElements(By.XPath($"//label[normalize-space()='{label}']/following::*[self::input or self::select or self::textarea][1]")).FirstOrDefault(), $"a field '{label}'");

    /// <summary>Types into a field in place of what stands there, and keeps it.</summary>
    public void Type(string label, string text)
    {
        var field = Field(label);
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text + Keys.Enter);
    }

    /// <summary>Chooses one of a field's words, by the word or by what it stands for, as soon as it is offered.</summary>
    public void Choose(IWebElement select, string word) =>
        Until(() => select.FindElements(By.TagName("option")).FirstOrDefault(option => option.Text == word || option.GetAttribute("value") == word), $"'{word}' is offered").Click();

    /// <summary>The first of what a selector finds; null when nothing.</summary>
    public IWebElement? First(string css) => All(css) is [var first, ..] ? first : null;

    public string Text(string css) => Find(css).Text;

    /// <summary>What is to be done next, once that is known.</summary>
    public string NextThing => Until(() => First(".next-thing") is { } next && next.GetAttribute("aria-busy") != "true" ? next.Text : null, "what comes next is known");

    public double Volume => double.Parse(Text("[data-testid=volume]"), CultureInfo.InvariantCulture);

    public IReadOnlyList<IReadOnlyList<string>> Layers =>
        [.. All("[data-testid=layers] tbody tr").Select(row => (IReadOnlyList<string>)[.. row.FindElements(By.CssSelector("td")).Select(cell => cell.Text)])];

    public double Waterline => double.Parse(Find("[data-testid=waterline]").GetAttribute("aria-valuenow")!, CultureInfo.InvariantCulture);

    /// <summary>Waits until what is shown is kept and no draft.</summary>
    public void Settled() => Until(() => Text(".top-build").Contains("kept", StringComparison.Ordinal), "the change is kept");

    public void Press(string keys) => new Actions(_driver).SendKeys(keys).Perform();

    /// <summary>Drags with a real pointer from an element's middle, in steps.</summary>
    public void Drag(IWebElement from, int dx, int dy)
    {
        var (x, y) = MiddleOf(from);
        var path = Pointer().MoveTo(x, y).Press();
        for (var k = 1; k <= 8; k++) path.MoveTo(x + (dx * k / 8), y + (dy * k / 8));
        path.Release().Done();
    }

    /// <summary>A place on the board as a point of the screen.</summary>
    public (int X, int Y) OnScreen(double xMm, double yMm)
    {
        var board = Find(".board-edge");
        double Number(string key) => Convert.ToDouble(
            _driver.ExecuteScript($"return arguments[0].getBoundingClientRect().{key}", board), CultureInfo.InvariantCulture);
        var scale = Number("width") / BoardWidthMm;
        return ((int)Math.Round(Number("x") + (xMm * scale)), (int)Math.Round(Number("y") + (yMm * scale)));
    }

    /// <summary>Width of the open build's board, mm.</summary>
    public double BoardWidthMm { get; set; } = 300;

    public void ClickBoard(double xMm, double yMm)
    {
        var (x, y) = OnScreen(xMm, yMm);
        Pointer().MoveTo(x, y).Press().Release().Done();
    }

    public PointerPath Pointer() => new(_driver);

    public (int X, int Y) MiddleOf(IWebElement element)
    {
        double Number(string key) => Convert.ToDouble(_driver.ExecuteScript($"return arguments[0].getBoundingClientRect().{key}", element), CultureInfo.InvariantCulture);
        return ((int)(Number("x") + (Number("width") / 2)), (int)(Number("y") + (Number("height") / 2)));
    }

    /// <summary>Takes the pointer away from an element that is dragged, as the system does: a call that comes in, a gesture of its own.</summary>
    public void LosePointer(IWebElement element) =>
        _driver.ExecuteScript("arguments[0].dispatchEvent(new PointerEvent('pointercancel', { bubbles: true, pointerId: 1, isPrimary: true, pointerType: 'mouse' }))", element);

    public void Wheel(int x, int y, int by) => _driver.ExecuteCdpCommand(
        "Input.dispatchMouseEvent",
        new Dictionary<string, object?> { ["type"] = "mouseWheel", ["x"] = x, ["y"] = y, ["deltaX"] = 0, ["deltaY"] = by });

    /// <summary>Two fingers spread from one distance to another round a place.</summary>
    public void Pinch(int x, int y, int from, int to)
    {
        void Touch(string type, params int[] reach) => _driver.ExecuteCdpCommand(
            "Input.dispatchTouchEvent",
            new Dictionary<string, object?> { ["type"] = type, ["touchPoints"] = reach.Select((off, i) => new Dictionary<string, object?> { ["x"] = x + off, ["y"] = y, ["id"] = i }).ToArray() });
        Touch("touchStart", -from);
        Touch("touchStart", -from, from);
        for (var k = 1; k <= 8; k++)
        {
            var reach = from + ((to - from) * k / 8);
            Touch("touchMove", -reach, reach);
        }

        Touch("touchEnd");
    }

    // How fast an answer comes is measured by ./bench, not here: a machine with other work on it may take long, and nothing passes for waiting.
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(2);

    public T Until<T>(Func<T?> found, string what)
    {
        try
        {
            return new WebDriverWait(_driver, Patience) { PollingInterval = TimeSpan.FromMilliseconds(100), Message = what }
                .Until(_ =>
                {
                    try
                    {
                        return found();
                    }
                    catch (WebDriverException error) when (error is StaleElementReferenceException or NoSuchElementException or ElementClickInterceptedException)
                    {
                        // The part is being drawn anew, or moves: look again.
                        return default;
                    }
                })!;
        }
        catch (WebDriverTimeoutException)
        {
            throw new Xunit.Sdk.XunitException($"Not within {Patience.TotalSeconds:0} s: {what}. The Slip says: {string.Join(" | ", All(".slip").Select(slip => slip.Text.ReplaceLineEndings(" ")))}");
        }
    }

    public object? Script(string code, params object[] arguments) => _driver.ExecuteScript(code, arguments);

    /// <summary>Colours of the page as it is drawn, at points of the screen: red, green, blue, 0…255 each.</summary>
    public IReadOnlyList<int[]> Pixels(IReadOnlyList<(double X, double Y)> points)
    {
        var picture = _driver.GetScreenshot().AsBase64EncodedString;
        _driver.ExecuteScript(
            """
            window.pixelsSeen = null;
            const [picture, points] = arguments;
            const image = new Image();
            image.onload = () => {
              const canvas = document.createElement('canvas');
              [canvas.width, canvas.height] = [image.width, image.height];
              const context = canvas.getContext('2d');
              context.drawImage(image, 0, 0);
              window.pixelsSeen = points.map(([x, y]) => [...context.getImageData(Math.floor(x), Math.floor(y), 1, 1).data].slice(0, 3).join(' ')).join(';');
            };
            image.src = `data:image/png;base64,${picture}`;
            """,
            picture,
            points.Select(point => new[] { point.X, point.Y }).ToArray());
        var seen = Until(() => (string?)_driver.ExecuteScript("return window.pixelsSeen"), "the picture is read");
        return [.. seen.Split(';').Select(one => one.Split(' ').Select(value => int.Parse(value, CultureInfo.InvariantCulture)).ToArray())];
    }

    public void Reload() => _driver.Navigate().Refresh();

    /// <summary>Severe entries of the browser's console since last asked, less the refusals a test provokes.</summary>
    public IReadOnlyList<string> Faults() =>
        [.. _driver.Manage().Logs.GetLog("browser").Select(entry => entry.Message)
            .Where(message => !message.Contains("Failed to load resource", StringComparison.Ordinal))];
}

/// <summary>A path of the pointer over the screen, by absolute places.</summary>
internal sealed class PointerPath(ChromeDriver driver)
{
    private readonly PointerInputDevice _mouse = new(PointerKind.Mouse);
    private readonly List<Interaction> _steps = [];

    public PointerPath MoveTo(int x, int y)
    {
        _steps.Add(_mouse.CreatePointerMove(CoordinateOrigin.Viewport, x, y, TimeSpan.FromMilliseconds(20)));
        return this;
    }

    public PointerPath Press()
    {
        _steps.Add(_mouse.CreatePointerDown(MouseButton.Left));
        return this;
    }

    public PointerPath Release()
    {
        _steps.Add(_mouse.CreatePointerUp(MouseButton.Left));
        return this;
    }

    public void Done()
    {
        var sequence = new ActionSequence(_mouse, 0);
        foreach (var step in _steps) sequence.AddAction(step);
        driver.PerformActions([sequence]);

        // What the hand did is seen two frames later at the latest: whoever then asks whether it is kept does not read what stood there before.
        driver.ExecuteAsyncScript("const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(done))");
    }
}
