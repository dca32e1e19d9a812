using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The whole shelf goes into a file and comes back from it, under a page that waits for it.</summary>
[Collection("bench browser")]
public class WholeShelfTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task A_backup_takes_the_place_of_the_shelf_and_what_was_there_is_kept()
    {
        using var own = await OwnServer.Start();
        async Task<string[]> Names() => [.. (await own.Http.GetFromJsonAsync<JsonArray>("/api/builds"))!.Select(card => card!["name"]!.GetValue<string>())];
        var path = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.zip");
        try
        {
            var before = await Names();
            await File.WriteAllBytesAsync(path, await own.Http.GetByteArrayAsync("/api/backup"));
            using (var made = await own.Http.PostAsJsonAsync("/api/builds", new { name = "Begun afterwards", scale = 76, widthMm = 200, depthMm = 100 })) made.EnsureSuccessStatusCode();

            _page.SetViewport(1280, 800);
            fixture.Driver.Navigate().GoToUrl(own.At("/builds"));
            var cards = _page.Until(() => _page.All(".cards .card") is { Count: > 0 } all && all.Count == before.Length + 1 ? all : null, "one more on the shelf");
            IWebElement File_() => _page.Until(() => _page.First("input[aria-label='A backup to restore']"), "the way in");

            // What is no backup touches nothing.
            var none = Path.ChangeExtension(path, ".txt.zip");
            await File.WriteAllTextAsync(none, "no zip at all");
            File_().SendKeys(none);
            _page.Until(() => _page.First(".modal.show"), "it asks first");
            _page.Click("Put the backup in its place");
            _page.Until(() => _page.Text(".modal").Contains("not a backup", StringComparison.Ordinal), "it is refused in a sentence");
            _page.Click("Leave it as it is");
            _page.Until(() => _page.First(".modal") is null, "the question is gone");
            File.Delete(none);
            Assert.Contains("Begun afterwards", await Names());

            File_().SendKeys(path);
            _page.Until(() => _page.First(".modal.show"), "it asks again");
            _page.Click("Put the backup in its place");
            _page.Until(() => _page.First(".modal") is null && _page.All(".cards .card").Count == before.Length, "the shelf of the backup");
            Assert.Equal(before, await Names());
            Assert.True(File.Exists((await own.Http.GetFromJsonAsync<JsonNode>("/api/backup/restored"))!["before"]!.GetValue<string>()));

            // The server that came back ends as any other, and begins again on that data.
            own.Kill();
            await own.Start();
            Assert.Equal(before, await Names());
        }
        finally
        {
            File.Delete(path);
        }
    }
}
