using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Formats;
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
    /// <returns>Milliseconds at the 95th percentile: the waterline's figures, those of another room, and the recompiled ground's picture.</returns>
    public async Task<(double WaterlineMs, double RoomMs, double GroundMs)> MeasureAsync()
    {
        using var client = new HttpClient { BaseAddress = ClientOptions.BaseAddress };
        var cards = (await client.GetFromJsonAsync<JsonArray>("/api/builds"))!;
        var at = $"/api/builds/{cards.Single(card => card!["name"]!.GetValue<string>() == "Sallow Quay")!["id"]}";
        var build = (await client.GetFromJsonAsync<JsonNode>(at))!["build"]!;

        JsonObject Set(string? list, string? id, JsonObject fields) => new() { ["kind"] = "set", ["list"] = list, ["id"] = id, ["fields"] = fields };
        var water = build["waters"]![0]!["id"]!.GetValue<string>();
        var waterline = await Percentile(client, $"{at}/preview", k => Set("waters", water, new JsonObject { ["waterlineMm"] = 8 + (0.04 * (k % 200)) }));

        // The slider goes by half degrees; as many rooms as it takes, each once, so that none is only remembered.
        var room = await Percentile(client, $"{at}/preview", k => Set(null, null, new JsonObject { ["room"] = new JsonObject { ["airC"] = 8 + (0.07 * k), ["humidityPercent"] = 50, ["nightC"] = null } }));

        var creek = build["recipe"]!.AsArray().Single(step => step!["id"]!.GetValue<string>() == "creek")!.DeepClone();
        var x = creek["points"]![3]!["xMm"]!.GetValue<double>();
        var ground = await Percentile(client, $"{at}/preview/ground", k =>
        {
            creek["points"]![3]!["xMm"] = x + (0.25 * k);
            return Set("recipe", "creek", new JsonObject { ["points"] = creek["points"]!.DeepClone() });
        });
        return (waterline, room, ground);
    }

    /// <summary>Measures the days of the demo builds: seen for the first time, and planned again round a step that is held elsewhere.</summary>
    /// <returns>Milliseconds: the slowest first plan, and the replans at the 95th percentile.</returns>
    public async Task<(double FirstMs, double ReplanMs)> MeasureDaysAsync()
    {
        using var client = new HttpClient { BaseAddress = ClientOptions.BaseAddress };
        var (first, again) = (0.0, new List<double>());
        foreach (var card in (await client.GetFromJsonAsync<JsonArray>("/api/builds"))!)
        {
            var at = $"/api/builds/{card!["id"]}";
            var start = Stopwatch.GetTimestamp();
            var days = (await client.GetFromJsonAsync<JsonNode>($"{at}/days"))!;
            first = Math.Max(first, Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            if (days["places"]!.AsArray().LastOrDefault(place => place!["step"]!["doneAt"] is null && place["step"]!["kind"]!.GetValue<string>() == "colour") is not { } paint) continue;
            var (id, from) = (paint["step"]!["id"]!.GetValue<string>(), paint["startAt"]!.GetValue<DateTimeOffset>());
            var version = (await client.GetFromJsonAsync<JsonNode>(at))!["version"]!.GetValue<int>();
            for (var k = 0; k < 20; k++)
            {
                var pinned = from.AddMinutes(5 + (k * 95));
                JsonObject edit = k == 0
                    ? new() { ["kind"] = "add", ["list"] = "days.notes", ["item"] = new JsonObject { ["id"] = id, ["pinnedAt"] = pinned } }
                    : new() { ["kind"] = "set", ["list"] = "days.notes", ["id"] = id, ["fields"] = new JsonObject { ["pinnedAt"] = pinned } };
                using var kept = await client.PostAsJsonAsync($"{at}/edits", new JsonObject { ["version"] = version++, ["edit"] = edit });
                kept.EnsureSuccessStatusCode();
                start = Stopwatch.GetTimestamp();
                await client.GetStringAsync(new Uri($"{at}/days", UriKind.Relative));
                again.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
            }
        }

        return (first, again.Order().ElementAt((int)(again.Count * 0.95)));
    }

    /// <summary>Measures hand work on a large board: 1000 × 700 cells, 200 steps, 500 strokes.</summary>
    /// <returns>Milliseconds at the 95th percentile: the ground with one more stroke, the ground with an early step dragged, a stroke kept.</returns>
    public async Task<(double StrokeMs, double StepMs, double KeptMs)> MeasureLargeAsync()
    {
        using var client = new HttpClient { BaseAddress = ClientOptions.BaseAddress };
        var large = LargeBuild();
        var at = $"/api/builds/{await BringInAsync(client, large)}";
        var key = (await client.GetFromJsonAsync<JsonNode>(at))!["groundKey"]!.GetValue<string>();

        JsonObject Stroke(int k) => new()
        {
            ["kind"] = "append",
            ["list"] = "recipe",
            ["id"] = "hand",
            ["field"] = "items",
            ["item"] = JsonSerializer.SerializeToNode(
                new Stroke(StrokeKind.Scoop, [.. Enumerable.Range(0, 30).Select(i => new PointMm(300 + k + (3 * i), 300 + (20 * Math.Sin(i * 0.3))))], 30, 4), BuildJson.Options),
        };
        var stroke = await Percentile(client, $"{at}/preview/ground", Stroke, key);
        var hill = (Ridge)large.Recipe[1];
        var step = await Percentile(client, $"{at}/preview/ground", k => new JsonObject
        {
            ["kind"] = "set",
            ["list"] = "recipe",
            ["id"] = hill.Id,
            ["fields"] = new JsonObject { ["points"] = JsonSerializer.SerializeToNode(new[] { new PointMm(hill.Points[0].XMm + (0.2 * k), hill.Points[0].YMm) }, BuildJson.Options) },
        }, key);
        var version = 1;
        var kept = await Percentile(client, $"{at}/edits", Stroke, key, () => version++);
        return (stroke, step, kept);
    }

    /// <summary>Puts the large board, with a lake in the middle of it, on the shelf.</summary>
    /// <returns>Its id.</returns>
    public static Task<string> BringInLargeAsync(HttpClient client)
    {
        ArgumentNullException.ThrowIfNull(client);
        var large = LargeBuild();
        return BringInAsync(client, large with
        {
            Recipe = [.. large.Recipe, new Pond { Id = "lake", Name = "Lake", Outline = new([new(300, 350), new(500, 200), new(700, 350), new(500, 500)], true), DepthMm = 20 }],
            Waters = [new Water { Id = "lake", Name = "Lake", Seed = new PointMm(500, 350), WaterlineMm = 50, ProductId = "coating-epoxy", Ink = new InkChoice("blue-green", 0.2) }],
        });
    }

    private static async Task<string> BringInAsync(HttpClient client, Build build)
    {
        using var file = new ByteArrayContent(BuildFile.Write(build, new DateOnly(2026, 1, 1)));
        file.Headers.ContentType = new("application/json");
        using var made = await client.PostAsync(new Uri("/api/builds/import", UriKind.Relative), file);
        made.EnsureSuccessStatusCode();
        return (await made.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>();
    }

    // Hills, channels, ponds, rocks and walls of a hand's width strewn over the board, a skin among them, then the strokes.
    private static Build LargeBuild()
    {
        var random = new Random(7);
        double X() => 40 + (random.NextDouble() * 920);
        double Y() => 40 + (random.NextDouble() * 620);
        Outline Patch(double x, double y, double r) => new([new(x - r, y), new(x, y - r), new(x + r, y), new(x, y + r)], true);
        List<GroundStep> steps = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 60 }];
        for (var i = 1; i < 199; i++)
        {
            double x = X(), y = Y();
            var id = $"s{i}";
            steps.Add((i % 6) switch
            {
                1 => new Ridge { Id = id, Name = "Hill", Points = [new(x, y)], HeightMm = 12, WidthMm = 120 },
                2 => new Channel { Id = id, Name = "Rill", Points = [new(x, y, 8), new(x + 60, y + 20, 10), new(x + 110, y, 12)], BedStartMm = 50, BedEndMm = 46, RaggedMm = 2 },
                3 => new Pond { Id = id, Name = "Pool", Outline = Patch(x, y, 30), DepthMm = 8, ShelfDepthMm = 2, ShelfWidthMm = 6 },
                4 => new RockGroup { Id = id, Name = "Rocks", Outline = Patch(x, y, 25), Count = 12, LeastMm = 3, GreatestMm = 10, Seed = i },
                5 => new RetainingWall { Id = id, Name = "Wall", Points = [new(x, y), new(x + 50, y)], TopMm = 66, ThicknessMm = 3 },
                _ => i == 120
                    ? new PlasterSkin { Id = id, Name = "Skin", ThicknessMm = 2, RoughMm = 1 }
                    : new Pad { Id = id, Name = "Yard", Outline = Patch(x, y, 30), LevelMm = 58, BatterDeg = 60 },
            });
        }

        var kinds = Enum.GetValues<StrokeKind>();
        steps.Add(new Strokes
        {
            Id = "hand",
            Name = "Hand",
            Items = [.. Enumerable.Range(0, 500).Select(i =>
            {
                double x = X(), y = Y();
                return new Stroke(kinds[i % kinds.Length], [.. Enumerable.Range(0, 20).Select(k => new PointMm(x + (3 * k), y + k))], 24, 0.6, 55);
            })],
        });
        return new Build { Name = "Large board", Scale = 76, Board = new Board(1000, 700, 1), Recipe = steps };
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
        Directory.Delete(_folder, recursive: true);
    }

    private static JsonObject Body(JsonNode edit, string? have, Func<int>? version) => version is null
        ? new JsonObject { ["edit"] = edit, ["have"] = have }
        : new JsonObject { ["edit"] = edit, ["version"] = version() };

    private static async Task<double> Percentile(HttpClient client, string path, Func<int, JsonNode> edit, string? have = null, Func<int>? version = null)
    {
        var times = new List<double>(Measured);
        for (var k = 0; k < WarmUp + Measured; k++)
        {
            using var body = JsonContent.Create(Body(edit(k), have, version));
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
