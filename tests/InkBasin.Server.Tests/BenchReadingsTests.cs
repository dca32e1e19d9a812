using System.Net;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.SignalR.Client;

namespace InkBasin.Server.Tests;

/// <summary>What the instruments of a session show, as the devices that watch it are told.</summary>
public class BenchReadingsTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static double Number(JsonNode? node) => node!.GetValue<double>();

    [Fact]
    public async Task Whoever_watches_hears_of_changes_and_of_what_the_scale_shows()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        await using var watcher = new HubConnectionBuilder()
            .WithUrl(new Uri(server.Server.BaseAddress, "hubs/bench"), options => options.HttpMessageHandlerFactory = _ => server.Server.CreateHandler())
            .Build();
        var views = System.Threading.Channels.Channel.CreateUnbounded<JsonObject>();
        var readings = System.Threading.Channels.Channel.CreateUnbounded<JsonArray>();
        watcher.On<JsonObject>("Changed", view => views.Writer.TryWrite(view));
        watcher.On<JsonArray>("Readings", all => readings.Writer.TryWrite(all));
        await watcher.StartAsync();
        await watcher.InvokeAsync("Watch", Guid.Parse(maker.Session));
        await maker.Do();
        Assert.Equal(1, (await views.Reader.ReadAsync())["state"]!["at"]!.GetValue<int>());

        // Nobody waits: the clock is the test's. A cup is put on, and so much poured.
        async Task<JsonNode> ScaleAfter(double seconds)
        {
            while (readings.Reader.TryRead(out _))
            {
            }

            JsonArray? last = null;
            for (var passed = 0.0; passed < seconds; passed += 0.2)
            {
                server.Time.Advance(TimeSpan.FromSeconds(0.2));
                last = await readings.Reader.ReadAsync();
            }

            return last!.Single(one => Word(one!["id"]) == "cup-scale")!;
        }

        await client.Post("/api/instruments/cup-scale/play", new { put = 12.3 });
        var swinging = await ScaleAfter(0.2);
        Assert.False(swinging["reading"]!["isSteady"]!.GetValue<bool>());
        var steady = await ScaleAfter(4);
        Assert.True(steady["reading"]!["isSteady"]!.GetValue<bool>());
        Assert.Equal(12.3, Number(steady["reading"]!["value"]), 0.11);
        await client.Post("/api/instruments/cup-scale/tare", new { });
        Assert.Equal(0, Number((await ScaleAfter(0.4))["reading"]!["value"]), 0.11);
        await client.Post("/api/instruments/cup-scale/play", new { perSecond = 4 });
        await ScaleAfter(5);
        await client.Post("/api/instruments/cup-scale/play", new { perSecond = 0 });
        Assert.Equal(20, Number((await ScaleAfter(4))["reading"]!["value"]), 0.31);

        // It falls silent, and the step goes on by hand.
        Assert.Equal(HttpStatusCode.ServiceUnavailable, (await client.Post("/api/instruments/cup-scale/play", new { silent = true })).Status);
        Assert.Null((await ScaleAfter(0.2))["reading"]);
        using var silent = await client.GetAsync("/api/instruments/cup-scale/reading");
        Assert.Equal(HttpStatusCode.ServiceUnavailable, silent.StatusCode);
        await maker.Do();
        await client.Post("/api/instruments/cup-scale/play", new { silent = false });
    }

    [Fact]
    public async Task A_recorded_trace_is_replayed()
    {
        using var client = server.CreateClient();
        await client.Post("/api/instruments/thermometer/play", new { replay = "surface" });
        server.Time.Advance(TimeSpan.FromHours(4));
        await client.Get("/api/instruments/thermometer/reading");
        server.Time.Advance(TimeSpan.FromSeconds(10));
        Assert.Equal(30, Number((await client.Get("/api/instruments/thermometer/reading"))["value"]), 1.5);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Post("/api/instruments/thermometer/play", new { replay = "../../etc/passwd" })).Status);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.Post("/api/instruments/laser-level/play", new { put = 4 })).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Post("/api/instruments/cup-scale/play", new { put = 5000 })).Status);
    }
}
