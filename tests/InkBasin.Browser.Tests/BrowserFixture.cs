using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using OpenQA.Selenium.Chrome;

namespace InkBasin.Browser.Tests;

/// <summary>One server with the built interface and one headless browser, shared by the tests of a collection; each works on a build of its own.</summary>
public sealed class BrowserFixture : WebApplicationFactory<Program>
{
    private readonly string _data = Directory.CreateTempSubdirectory("ink-basin-browser-").FullName;
    private readonly string _profile = Directory.CreateTempSubdirectory("ink-basin-profile-").FullName;
    private readonly string _scratch = Directory.CreateTempSubdirectory("ink-basin-files-").FullName;

    public BrowserFixture()
    {
        UseKestrel(0);
        StartServer();
        Address = ClientOptions.BaseAddress;
        Http = new HttpClient { BaseAddress = Address };
        Driver = StartBrowser(_profile);
    }

    public static string Root { get; } = FindRoot();

    public Uri Address { get; }

    public HttpClient Http { get; }

    public ChromeDriver Driver { get; }

    /// <summary>Path for a file of a test's own; it is gone with the fixture, however the test ends.</summary>
    public string ScratchFile(string name) => Path.Combine(Directory.CreateDirectory(Path.Combine(_scratch, Guid.NewGuid().ToString("N"))).FullName, name);

    /// <summary>Id of a build by its name.</summary>
    public async Task<string> Named(string name) =>
        (await Http.GetFromJsonAsync<JsonArray>("/api/builds"))!.First(card => card!["name"]!.GetValue<string>() == name)!["id"]!.GetValue<string>();

    /// <summary>Begins a copy of a demo build and answers its id.</summary>
    public async Task<string> CopyOf(string name)
    {
        var id = await Named(name);
        using var response = await Http.PostAsJsonAsync($"/api/builds/{id}/copy", new { });
        return (await response.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>();
    }

    /// <summary>Begins a bare build and answers its id.</summary>
    public async Task<string> Begin(string name, double widthMm = 300, double depthMm = 200)
    {
        using var response = await Http.PostAsJsonAsync("/api/builds", new { name, scale = 76, widthMm, depthMm });
        return (await response.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>();
    }

    /// <summary>Makes an edit beside the browser.</summary>
    public async Task Edit(string id, object edit)
    {
        var version = (await Read(id))["version"]!.GetValue<int>();
        using var response = await Http.PostAsJsonAsync($"/api/builds/{id}/edits", new { version, edit });
        if (!response.IsSuccessStatusCode) throw new InvalidOperationException(await response.Content.ReadAsStringAsync());
    }

    /// <summary>Does to the data file what a failing disk or another program might.</summary>
    public async Task Damage(string sql)
    {
        await using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(_data, "inkbasin.db")};Default Timeout=10");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Written by a test.
        command.CommandText = sql;
#pragma warning restore CA2100
        Assert.Equal(1, await command.ExecuteNonQueryAsync());
    }

    /// <summary>A build with its plan, as the server has it now.</summary>
    public async Task<JsonNode> Read(string id) => (await Http.GetFromJsonAsync<JsonNode>($"/api/builds/{id}"))!;

    /// <summary>The bottles as the server has them.</summary>
    public async Task<JsonArray> Shelf() => (await Http.GetFromJsonAsync<JsonArray>("/api/stores/bottles"))!;

    /// <summary>Height of a build's ground at a place, mm.</summary>
    public async Task<double> HeightAt(string id, double xMm, double yMm)
    {
        var bytes = await Http.GetByteArrayAsync($"/api/builds/{id}/ground");
        var columns = BitConverter.ToInt32(bytes, 4);
        var cell = BitConverter.ToSingle(bytes, 12);
        return BitConverter.ToSingle(bytes, 32 + (4 * (((int)(yMm / cell) * columns) + (int)(xMm / cell))));
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("data", _data);
        builder.UseSetting("demo", "true");
        builder.UseSetting("web", Path.Combine(Root, "src", "web", "dist"));
        builder.ConfigureServices(services => services.AddSingleton<TimeProvider>(Circumstances.Clock));
    }

    protected override void Dispose(bool disposing)
    {
        if (disposing)
        {
            Driver.Quit();
            Http.Dispose();
        }

        base.Dispose(disposing);
        if (!disposing) return;
        foreach (var folder in new[] { _data, _profile, _scratch }) Directory.Delete(folder, recursive: true);
    }

    /// <summary>A headless browser with a profile of its own.</summary>
    internal static ChromeDriver StartBrowser(string profile)
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--enable-unsafe-swiftshader", "--disable-quic", "--no-first-run",
            "--disable-background-networking", "--disable-component-update", "--disable-sync", $"--user-data-dir={profile}");
        options.SetLoggingPreference("browser", OpenQA.Selenium.LogLevel.Severe);
        var driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options, TimeSpan.FromMinutes(3));
        foreach (var script in Circumstances.Scripts) driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new() { ["source"] = script });
        return driver;
    }

    private static string FindRoot()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "InkBasin.slnx"))) folder = folder.Parent;
        return folder?.FullName ?? throw new InvalidOperationException("The tests run outside the project.");
    }
}

/// <summary>A third of the tests; the others run beside it, with servers and browsers of their own.</summary>
[CollectionDefinition("browser")]
public class OneBrowser : ICollectionFixture<BrowserFixture>;

/// <summary>Another third.</summary>
[CollectionDefinition("other browser")]
public class OtherBrowser : ICollectionFixture<BrowserFixture>;

/// <summary>The bench, and servers of a test's own: these wait for clocks and for servers that are away rather than for the machine.</summary>
[CollectionDefinition("bench browser")]
public class BenchBrowser : ICollectionFixture<BrowserFixture>;
