using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json.Nodes;

namespace InkBasin.Benchmarks;

/// <summary>
/// What the server takes of the maker's memory while many windows work on it at once: a process of its own, as it is run, and fifty clients that drag
/// waterlines and banks of their own builds and read them.
/// </summary>
public sealed class MemoryFigures : IDisposable
{
    private const int Clients = 50;
    private const int RestMs = 150;
    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-memory-").FullName;
    private readonly Process _server;
    private readonly HttpClient _client;

    public MemoryFigures()
    {
        var port = FreePort();
        _server = Process.Start(new ProcessStartInfo(
            "dotnet",
            ["InkBasin.Server.dll", "--urls", $"http://127.0.0.1:{port}", "--data", _folder, "--demo", "true", "--announce", "false"])
        {
            WorkingDirectory = AppContext.BaseDirectory,
            RedirectStandardOutput = true,
        })!;
        _server.BeginOutputReadLine();
        _client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}"), Timeout = TimeSpan.FromMinutes(2) };
    }

    /// <summary>Megabytes the server's process holds now.</summary>
    private double HeldMb
    {
        get
        {
            _server.Refresh();
            return _server.WorkingSet64 / 1e6;
        }
    }

    /// <summary>Lets the clients work.</summary>
    /// <param name="seconds">How long.</param>
    /// <returns>Megabytes before, after half the time and at the end; the most that was seen; changes tried a second.</returns>
    public async Task<(double BeforeMb, double HalfMb, double EndMb, double MostMb, double PerSecond)> MeasureAsync(double seconds)
    {
        await UntilReadyAsync();
        var cards = (await _client.GetFromJsonAsync<JsonArray>("/api/builds"))!;
        var ids = cards.Select(card => card!["id"]!.GetValue<string>()).ToList();
        var before = HeldMb;
        using var over = new CancellationTokenSource(TimeSpan.FromSeconds(seconds));
        var tried = 0;
        var working = Enumerable.Range(0, Clients).Select(k => WorkAsync(ids[k % ids.Count], k, () => Interlocked.Increment(ref tried), over.Token)).ToList();
        double half = 0, most = 0;
        for (var start = Stopwatch.GetTimestamp(); !over.IsCancellationRequested;)
        {
            await Task.Delay(500);
            most = Math.Max(most, HeldMb);
            if (half == 0 && Stopwatch.GetElapsedTime(start).TotalSeconds > seconds / 2) half = HeldMb;
        }

        var end = HeldMb;
        await Task.WhenAll(working);
        return (before, half, end, most, tried / seconds);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _client.Dispose();
        _server.Kill();
        _server.WaitForExit();
        _server.Dispose();
        Directory.Delete(_folder, recursive: true);
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private async Task UntilReadyAsync()
    {
        for (var tries = 0; ; tries++)
        {
            try
            {
                using var answer = await _client.GetAsync(new Uri("/api/health", UriKind.Relative));
                answer.EnsureSuccessStatusCode();
                return;
            }
            catch (HttpRequestException) when (tries < 100)
            {
                await Task.Delay(200);
            }
        }
    }

    // One window: a copy of a demo build, its first waterline dragged up and down, its first bank to and fro, and now and then a stroke kept and the whole read.
    private async Task WorkAsync(string of, int number, Action tried, CancellationToken over)
    {
        try
        {
            using var copied = await _client.PostAsync(new Uri($"/api/builds/{of}/copy", UriKind.Relative), null, over);
            var at = $"/api/builds/{(await copied.Content.ReadFromJsonAsync<JsonNode>(over))!["id"]}";
            var build = (await _client.GetFromJsonAsync<JsonNode>(at, over))!;
            var water = build["build"]!["waters"]![0]!;
            var (waterId, line) = (water["id"]!.GetValue<string>(), water["waterlineMm"]!.GetValue<double>());
            var bank = build["build"]!["recipe"]!.AsArray().FirstOrDefault(step => step!["points"] is JsonArray)?.DeepClone();
            for (var k = number; !over.IsCancellationRequested; k++)
            {
                await Send($"{at}/preview", new { edit = Set("waters", waterId, new JsonObject { ["waterlineMm"] = line + (2 * Math.Sin(k * 0.37)) }) });
                if (bank is not null)
                {
                    var points = bank["points"]!.DeepClone();
                    points[0]!["xMm"] = points[0]!["xMm"]!.GetValue<double>() + (6 * Math.Sin(k * 0.29));
                    await Send($"{at}/preview/ground", new { edit = Set("recipe", bank["id"]!.GetValue<string>(), new JsonObject { ["points"] = points }) });
                }

                if (k % 10 == 0) await _client.GetStringAsync(new Uri(at, UriKind.Relative), over);
                await Task.Delay(RestMs, over);
            }

            async Task Send(string path, object body)
            {
                using var answer = await _client.PostAsJsonAsync(path, body, over);
                answer.EnsureSuccessStatusCode();
                await answer.Content.ReadAsByteArrayAsync(over);
                tried();
            }
        }
        catch (OperationCanceledException) when (over.IsCancellationRequested)
        {
            // The time is over.
        }
    }

    private static JsonObject Set(string list, string id, JsonObject fields) => new() { ["kind"] = "set", ["list"] = list, ["id"] = id, ["fields"] = fields };
}
