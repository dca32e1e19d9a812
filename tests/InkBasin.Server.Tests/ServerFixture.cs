using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;

namespace InkBasin.Server.Tests;

/// <summary>A server on a data folder of its own, on a clock of its own.</summary>
public sealed class ServerFixture : WebApplicationFactory<Program>
{
    private readonly bool _keepsFolder;

    public ServerFixture()
        : this(null, demo: true)
    {
    }

    private ServerFixture(string? folder, bool demo)
    {
        _keepsFolder = folder is not null;
        Folder = folder ?? Directory.CreateTempSubdirectory("ink-basin-test-").FullName;
        Demo = demo;
    }

    /// <summary>A server on a folder that outlives it.</summary>
    public static ServerFixture On(string folder, bool demo) => new(folder, demo);

    public string Folder { get; }

    public bool Demo { get; }

    public FakeTimeProvider Time { get; } = new(new DateTimeOffset(2027, 5, 14, 9, 30, 0, TimeSpan.Zero));

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("data", Folder);
        builder.UseSetting("demo", Demo ? "true" : "false");
        builder.ConfigureServices(services => services.AddSingleton<TimeProvider>(Time));
    }

    // How quick an answer is, is no matter of a test on a crowded machine.
    protected override void ConfigureClient(HttpClient client)
    {
        base.ConfigureClient(client);
        client.Timeout = TimeSpan.FromMinutes(6);
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (!disposing || !Directory.Exists(Folder)) return;
        WaitUntilItHasLetGo();
        if (!_keepsFolder) Directory.Delete(Folder, recursive: true);
    }

    // The program ends on a thread of its own and disposes of the same services: whoever comes second does not wait for the first.
    private void WaitUntilItHasLetGo()
    {
        var data = new Store.DataFile(Folder);
        var given = System.Diagnostics.Stopwatch.StartNew();
        while (true)
        {
            using var alone = data.Alone();
            if (alone is not null) return;
            if (given.Elapsed > TimeSpan.FromMinutes(1)) throw new TimeoutException($"A server that has ended still holds {Folder}.");
            Thread.Sleep(5);
        }
    }
}

/// <summary>Edits as a browser sends them.</summary>
internal static class Edits
{
    public static object Set(object fields) => new { kind = "set", list = (string?)null, id = (string?)null, fields };

    public static object Set(string list, string id, object fields) => new { kind = "set", list, id, fields };

    public static object Add(string list, object item, int? index = null) => new { kind = "add", list, item, index };

    public static object Remove(string list, string id) => new { kind = "remove", list, id };
}

internal static class Talking
{
    public static async Task<JsonNode> Get(this HttpClient client, string path) =>
        JsonNode.Parse(await client.GetStringAsync(path))!;

    public static async Task<(HttpStatusCode Status, JsonNode Body)> Post(this HttpClient client, string path, object body)
    {
        using var response = await client.PostAsJsonAsync(path, body);
        var text = await response.Content.ReadAsStringAsync();
        return (response.StatusCode, JsonNode.Parse(text.Length > 0 ? text : "{}")!);
    }

    public static async Task<(HttpResponseMessage Response, JsonNode Body)> PostText(this HttpClient client, string path, string body)
    {
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        var response = await client.PostAsync(path, content);
        var text = await response.Content.ReadAsStringAsync();
        return (response, JsonNode.Parse(text.Length > 0 ? text : "{}")!);
    }

    /// <summary>Copies a build by its name and answers the copy's address.</summary>
    public static async Task<string> Copy(this HttpClient client, string name)
    {
        var card = (await client.Get("/api/builds")).AsArray().First(one => one!["name"]!.GetValue<string>() == name)!;
        var (_, copy) = await client.Post($"/api/builds/{card["id"]}/copy", new { });
        return $"/api/builds/{copy["id"]}";
    }

    /// <summary>Makes an edit on the present version.</summary>
    public static async Task<JsonNode> Edit(this HttpClient client, string at, object edit, HttpStatusCode expected = HttpStatusCode.OK)
    {
        var version = (await client.Get(at))["version"]!.GetValue<int>();
        var (status, body) = await client.Post($"{at}/edits", new { version, edit });
        Assert.True(status == expected, $"{status}: {body.ToJsonString()}");
        return body;
    }

    /// <summary>Takes the last edits back.</summary>
    public static Task<JsonNode> Undo(this HttpClient client, string at, int times = 1) => client.Walk(at, "undo", times);

    /// <summary>Does the last edit taken back again.</summary>
    public static Task<JsonNode> Redo(this HttpClient client, string at) => client.Walk(at, "redo", 1);

    /// <summary>Begins the first pour of a water, whatever its list asks.</summary>
    public static async Task Begin(this HttpClient client, string at, string waterId, string pourId, string when = "2027-05-13T19:30:00+00:00")
    {
        var open = (await client.Get($"{at}/waters/{waterId}/before-pour"))["checks"]!.AsArray().Where(check => !check!["settled"]!.GetValue<bool>()).Select(check => check!["item"]!.GetValue<string>());
        var edits = open.Select(item => (object)new { kind = "answerCheck", waterId, item, answer = new { waterId, item, overrides = true, reason = "A test", at = when } }).ToList();
        edits.Add(new { kind = "beginPour", id = pourId, waterId, layer = 1, at = when });
        await client.Edit(at, new { kind = "together", label = "Begin", edits });
    }

    private static async Task<JsonNode> Walk(this HttpClient client, string at, string way, int times)
    {
        JsonNode body = new JsonObject();
        for (var k = 0; k < times; k++)
        {
            var version = (await client.Get(at))["version"]!.GetValue<int>();
            (var status, body) = await client.Post($"{at}/{way}", new { version });
            Assert.True(status == HttpStatusCode.OK, $"{status}: {body.ToJsonString()}");
        }

        return body;
    }

    /// <summary>Begins a small build and answers its address.</summary>
    public static async Task<string> Begin(this HttpClient client, string name = "Board")
    {
        var (status, body) = await client.Post("/api/builds", new { name, scale = 76, widthMm = 200, depthMm = 100 });
        Assert.Equal(HttpStatusCode.Created, status);
        return $"/api/builds/{body["id"]}";
    }
}
