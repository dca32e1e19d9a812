using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace InkBasin.Benchmarks;

/// <summary>
/// What a hand feels: round trips of the real server over loopback while a waterline or a point of the creek is dragged on
/// Sallow Quay (620 × 400 mm, 2 mm cells). The 95th percentile after a warm-up of the length of one drag.
/// </summary>
public sealed class ServerFigures : WebApplicationFactory<Program>
{
    private const int WarmUp = 60;
    private const int Measured = 200;
    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-bench-").FullName;

    public ServerFigures()
    {
        UseKestrel(0);
        StartServer();
    }

    /// <summary>Measures the drags.</summary>
    /// <returns>Milliseconds at the 95th percentile: the waterline's figures, and the recompiled ground's picture.</returns>
    public async Task<(double WaterlineMs, double GroundMs)> MeasureAsync()
    {
        using var client = new HttpClient { BaseAddress = ClientOptions.BaseAddress };
        var cards = (await client.GetFromJsonAsync<JsonArray>("/api/builds"))!;
        var at = $"/api/builds/{cards.Single(card => card!["name"]!.GetValue<string>() == "Sallow Quay")!["id"]}";
        var build = (await client.GetFromJsonAsync<JsonNode>(at))!["build"]!;

        var water = build["waters"]![0]!.DeepClone();
        var waterline = await Percentile(client, $"{at}/preview", k =>
        {
            water["waterlineMm"] = 8 + (0.04 * (k % 200));
            return new JsonObject { ["kind"] = "replaceWater", ["water"] = water.DeepClone() };
        });

        var creek = build["recipe"]!.AsArray().Single(step => step!["id"]!.GetValue<string>() == "creek")!.DeepClone();
        var x = creek["points"]![3]!["xMm"]!.GetValue<double>();
        var ground = await Percentile(client, $"{at}/preview/ground", k =>
        {
            creek["points"]![3]!["xMm"] = x + (0.25 * k);
            return new JsonObject { ["kind"] = "replaceOperation", ["operation"] = creek.DeepClone() };
        });
        return (waterline, ground);
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseContentRoot(AppContext.BaseDirectory);
        builder.UseSetting("data", _folder);
        builder.UseSetting("demo", "true");
        builder.UseSetting("announce", "false");
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (!disposing) return;
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private static async Task<double> Percentile(HttpClient client, string path, Func<int, JsonNode> edit)
    {
        var times = new List<double>(Measured);
        for (var k = 0; k < WarmUp + Measured; k++)
        {
            using var body = JsonContent.Create(new JsonObject { ["edit"] = edit(k) });
            await body.LoadIntoBufferAsync();
            var start = Stopwatch.GetTimestamp();
            using var response = await client.PostAsync(new Uri(path, UriKind.Relative), body);
            await response.Content.ReadAsByteArrayAsync();
            if (k >= WarmUp) times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            response.EnsureSuccessStatusCode();
        }

        times.Sort();
        return times[(int)(Measured * 0.95)];
    }
}
