using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace InkBasin.Benchmarks;

/// <summary>
/// What the eye waits for: from a move of the pointer that drags the waterline to the new figure on the Slip, through the real interface in the real browser
/// and the real server.
/// </summary>
public sealed class PointerFigures : WebApplicationFactory<Program>
{
    private const int WarmUp = 30;
    private const int Measured = 120;

    // Told by the page itself: when it heard the pointer, and when the figure changed.
    private const string Watch = """
        window.waits = [];
        let heard = null;
        window.addEventListener('pointermove', () => { heard ??= performance.now(); }, true);
        new MutationObserver(() => { if (heard !== null) window.waits.push(performance.now() - heard); heard = null; })
          .observe(document.querySelector('[data-testid=volume]'), { subtree: true, childList: true, characterData: true });
        """;

    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-pointer-").FullName;
    private readonly string _profile = Directory.CreateTempSubdirectory("ink-basin-profile-").FullName;
    private readonly string _web;
    private readonly ChromeDriver _browser;

    /// <param name="web">Folder of the built web application.</param>
    public PointerFigures(string web)
    {
        _web = web;
        UseKestrel(0);
        StartServer();
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--enable-unsafe-swiftshader", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync", $"--user-data-dir={_profile}");
        _browser = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options);
    }

    /// <summary>Measures on the demo and on a large board.</summary>
    /// <returns>Milliseconds at the 95th percentile, and till the first figures of the demo are on the screen (median of five).</returns>
    public async Task<(double DemoMs, double LargeMs, double FirstMs)> MeasureAsync()
    {
        using var client = new HttpClient { BaseAddress = ClientOptions.BaseAddress };
        var cards = (await client.GetFromJsonAsync<JsonArray>("/api/builds"))!;
        var demo = cards.Single(card => card!["name"]!.GetValue<string>() == "Sallow Quay")!["id"]!.GetValue<string>();
        var large = await ServerFigures.BringInLargeAsync(client);
        _browser.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new() { ["width"] = 1280, ["height"] = 800, ["deviceScaleFactor"] = 1, ["mobile"] = false });
        Open(demo);
        List<double> first = [.. Enumerable.Range(0, 5).Select(_ => First(demo)).Order()];

        // Far enough each time that the figure, in whole millilitres, is another.
        return (Drag(demo, 6), Drag(large, 6), first[2]);
    }

    /// <inheritdoc/>
    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        ArgumentNullException.ThrowIfNull(builder);
        builder.UseContentRoot(AppContext.BaseDirectory);
        builder.UseSetting("data", _folder);
        builder.UseSetting("demo", "true");
        builder.UseSetting("announce", "false");
        builder.UseSetting("web", _web);
    }

    /// <inheritdoc/>
    protected override void Dispose(bool disposing)
    {
        if (disposing) _browser.Quit();
        base.Dispose(disposing);
        if (!disposing) return;
        Directory.Delete(_folder, recursive: true);
        Directory.Delete(_profile, recursive: true);
    }

    private void Open(string id)
    {
        _browser.Navigate().GoToUrl(new Uri(ClientOptions.BaseAddress, $"/builds/{id}/water"));
        Until(() => _browser.FindElements(By.CssSelector("[data-testid=volume]")).Count > 0 && _browser.FindElements(By.CssSelector("[data-testid=waterline]")).Count > 0);
    }

    private double First(string id)
    {
        // Looked for by the page itself in every frame, from its own beginning on.
        var script = (Dictionary<string, object>)_browser.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new()
        {
            ["source"] = "const look = () => { if (document.querySelector('[data-testid=volume]')?.textContent) window.firstMs = performance.now(); else requestAnimationFrame(look); }; look();",
        })!;
        Open(id);
        _browser.ExecuteCdpCommand("Page.removeScriptToEvaluateOnNewDocument", new() { ["identifier"] = script["identifier"] });
        Until(() => _browser.ExecuteScript("return window.firstMs ?? null") is not null);
        return Number("window.firstMs");
    }

    private double Drag(string id, int stepPx)
    {
        Open(id);
        _browser.ExecuteScript(Watch);
        var grip = "document.querySelector('[data-testid=waterline] .staff-grip').getBoundingClientRect()";
        double x = Number($"{grip}.x") + 20, y = Number($"{grip}.y") + 15;
        Mouse("mousePressed", x, y);
        for (var k = 1; k <= WarmUp + Measured; k++)
        {
            if (k == WarmUp) _browser.ExecuteScript("window.waits = []");
            Mouse("mouseMoved", x, y + (stepPx * ((k % 9) - 4)));
            Thread.Sleep(25);
            var told = k - (k >= WarmUp ? WarmUp : 0);
            Until(() => Number("window.waits.length") >= Math.Min(told, 1));
        }

        Mouse("mouseReleased", x, y);
        var waits = ((IReadOnlyCollection<object>)_browser.ExecuteScript("return window.waits")!).Select(wait => Convert.ToDouble(wait, CultureInfo.InvariantCulture)).Order().ToList();
        if (waits.Count < Measured / 2) throw new InvalidOperationException($"Only {waits.Count} figures followed {Measured} moves.");
        return waits[(int)(waits.Count * 0.95)];
    }

    private void Mouse(string type, double x, double y) =>
        _browser.ExecuteCdpCommand("Input.dispatchMouseEvent", new() { ["type"] = type, ["x"] = x, ["y"] = y, ["button"] = "left", ["buttons"] = type == "mouseReleased" ? 0 : 1, ["clickCount"] = 1 });

    private double Number(string script) => Convert.ToDouble(_browser.ExecuteScript($"return {script}"), CultureInfo.InvariantCulture);

    private static void Until(Func<bool> so)
    {
        for (var tries = 0; !so(); tries++)
        {
            if (tries > 1000) throw new InvalidOperationException("The page does not come up.");
            Thread.Sleep(10);
        }
    }
}
