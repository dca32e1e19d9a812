using System.Text.Json.Nodes;
using System.Threading.Channels;
using InkBasin.Server.Instruments;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace InkBasin.Server.Tests;

/// <summary>What the instruments show, told to whoever watches, whatever an instrument does.</summary>
public class InstrumentFeedTests
{
    [Fact]
    public async Task A_scale_that_fails_is_one_that_does_not_answer_and_the_bench_goes_on()
    {
        using var fixture = new ServerFixture();
        var scale = new FailingScale();
        using var server = fixture.WithWebHostBuilder(host => host.ConfigureServices(services => services.AddSingleton<ICupScale>(scale)));
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, fixture.Time);
        await maker.Open();
        await using var watcher = new HubConnectionBuilder()
            .WithUrl(new Uri(server.Server.BaseAddress, "hubs/bench"), options => options.HttpMessageHandlerFactory = _ => server.Server.CreateHandler())
            .Build();
        var readings = Channel.CreateUnbounded<JsonArray>();
        watcher.On<JsonArray>("Readings", all => readings.Writer.TryWrite(all));
        await watcher.StartAsync(TestContext.Current.CancellationToken);
        await watcher.InvokeAsync("Watch", Guid.Parse(maker.Session), TestContext.Current.CancellationToken);
        async Task<JsonNode> Shown(string id)
        {
            while (readings.Reader.TryRead(out _))
            {
            }

            fixture.Time.Advance(TimeSpan.FromSeconds(InstrumentFeed.EachS));
            return (await readings.Reader.ReadAsync(TestContext.Current.CancellationToken)).Single(one => one!["id"]!.GetValue<string>() == id)!;
        }

        // Its cable is drawn: it alone is silent, and a press that would set it to nought is taken.
        scale.Fails = true;
        Assert.Null((await Shown("cup-scale"))["reading"]);
        Assert.NotNull((await Shown("kitchen-scale"))["reading"]);
        await maker.To("1-one");
        Assert.Equal("1-one", maker.Step);
        Assert.Null((await Shown("cup-scale"))["reading"]);
        scale.Fails = false;
        Assert.Equal(12.5, (await Shown("cup-scale"))["reading"]!["value"]!.GetValue<double>());

        // It hangs: waited for once and for two seconds, and not asked again before it answers.
        scale.Hangs = new TaskCompletionSource();
        var asked = scale.Asked;
        var hanging = Shown("cup-scale");
        while (scale.Asked == asked) await Task.Yield();
        while (!hanging.IsCompleted)
        {
            // The wait may begin a moment after it was asked.
            fixture.Time.Advance(TimeSpan.FromSeconds(2));
            await Task.Yield();
        }

        Assert.Null((await hanging)["reading"]);
        Assert.Null((await Shown("cup-scale"))["reading"]);
        Assert.NotNull((await Shown("room-sensor"))["humidityPercent"]);
        Assert.Equal(asked + 1, scale.Asked);
        scale.Hangs.SetResult();
        scale.Hangs = null;
        while ((await Shown("cup-scale"))["reading"] is null) Assert.True(scale.Asked < asked + 50, "it is asked again");
    }

    private sealed class FailingScale : ICupScale
    {
        public volatile int Asked;

        public bool Fails { get; set; }

        public TaskCompletionSource? Hangs { get; set; }

        public string Id => "cup-scale";

        public string Name => "A scale with a loose cable";

        public bool IsSimulated => true;

        public double GraduationG => 0.1;

        public async ValueTask<InstrumentReading?> ReadAsync(CancellationToken cancel)
        {
            Asked++;
            if (Hangs is { } hangs) await hangs.Task;
            return Fails ? throw new IOException("The port is closed.") : new InstrumentReading(12.5, "g", DateTimeOffset.UnixEpoch, true);
        }

        public ValueTask TareAsync(CancellationToken cancel) => Fails ? throw new IOException("The port is closed.") : ValueTask.CompletedTask;
    }
}
