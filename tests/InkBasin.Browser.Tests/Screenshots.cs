namespace InkBasin.Browser.Tests;

/// <summary>Refreshes docs/screenshots from the demo: <c>./tools/screenshots</c>. Not part of the checks.</summary>
[Collection("browser")]
public class Screenshots(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture) { BoardWidthMm = 620 };

    [Fact(Explicit = true)]
    public async Task Take()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        using (var renamed = await System.Net.Http.Json.HttpClientJsonExtensions.PostAsJsonAsync(
            fixture.Http, $"/api/builds/{id}/edits", new { version = 1, edit = new { kind = "rename", name = "Sallow Quay" } }))
        {
            renamed.EnsureSuccessStatusCode();
        }

        _page.Open(id, "water");
        Save("water");
        _page.Find("button[title='How the volume came about']").Click();
        Save("water-working");
        _page.Open(id, "board");
        Save("board");
        _page.Open(id, "ground");
        _page.Until(() => _page.All(".step-name").FirstOrDefault(step => step.Text.StartsWith("Creek", StringComparison.Ordinal)), "the creek").Click();
        _page.Until(() => _page.First(".step-handles"), "its points");
        Save("ground");
        _page.Open(id, "pours");
        _page.Until(() => _page.First(".pour-card"), "the layers");
        Save("pours");
        _page.Button("Relief").Click();
        _page.Until(() => _page.First(".relief-view canvas"), "the relief");
        Thread.Sleep(1500);
        Save("relief");
        _page.Open(id, "pours", 390, 844);
        Save("pours-phone");
        _page.Open(id, "water");
        _page.Script("document.documentElement.dataset.theme = 'shed'; document.documentElement.dataset.bsTheme = 'dark'");
        Save("water-shed");
        await fixture.Http.DeleteAsync($"/api/builds/{id}");
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(new Uri(fixture.Address, "/builds"));
        _page.Until(() => _page.All(".card").Count >= 3 ? _page : null, "the shelf");
        Save("builds");
    }

    private void Save(string name)
    {
        // Lets the fonts and the relief arrive.
        Thread.Sleep(700);
        var folder = Path.Combine(BrowserFixture.Root, "docs", "screenshots");
        Directory.CreateDirectory(folder);
        fixture.Driver.GetScreenshot().SaveAsFile(Path.Combine(folder, $"{name}.png"));
    }
}
