using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>
/// The server, a process of its own, is killed in the middle of a session, again and again at random moments: what was acknowledged is there afterwards, with its
/// time. INKBASIN_KILLS says how often, a few times here; a hundred were run by hand.
/// </summary>
public sealed class KillNineTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-kill-").FullName;
    private readonly int _port = FreePort();
    private Process? _server;

    private static int Kills => int.TryParse(Environment.GetEnvironmentVariable("INKBASIN_KILLS"), out var kills) ? kills : 4;

    public void Dispose()
    {
        if (_server is { HasExited: false }) _server.Kill();
        _server?.WaitForExit();
        _server?.Dispose();
        Directory.Delete(_folder, recursive: true);
    }

    private static int FreePort()
    {
        using var socket = new TcpListener(IPAddress.Loopback, 0);
        socket.Start();
        return ((IPEndPoint)socket.LocalEndpoint).Port;
    }

    private async Task<HttpClient> Start()
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true };
        foreach (var word in new[] { Path.Combine(AppContext.BaseDirectory, "InkBasin.Server.dll"), "--urls", $"http://127.0.0.1:{_port}", "--data", _folder, "--demo", "true" }) start.ArgumentList.Add(word);
        _server = Process.Start(start)!;
        var said = new System.Collections.Concurrent.ConcurrentQueue<string>();
        _server.OutputDataReceived += (_, line) => said.Enqueue(line.Data ?? "");
        _server.ErrorDataReceived += (_, line) => said.Enqueue(line.Data ?? "");
        _server.BeginOutputReadLine();
        _server.BeginErrorReadLine();
        var client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{_port}") };
        for (var tries = 0; ; tries++)
        {
            try
            {
                await client.GetStringAsync("/api/health");
                return client;
            }
            catch (Exception gone) when (HasGone(gone))
            {
                Assert.True(tries < 3000 && !_server.HasExited, $"The server did not come up: {string.Join(Environment.NewLine, said)}");
                await Task.Delay(100);
            }
        }
    }

    private void Kill()
    {
        _server!.Kill();
        _server.WaitForExit();
        _server.Dispose();
    }

    [Fact]
    public async Task No_acknowledged_step_is_lost_and_the_clocks_are_right()
    {
        var random = new Random(Environment.TickCount);
        var acknowledged = new List<(string Id, DateTimeOffset At)>();
        var client = await Start();
        var maker = await BenchMaker.At(client, null);
        await maker.Open();
        var address = (maker.Build, maker.Session);
        var number = 0;
        for (var kill = 0; kill < Kills; kill++)
        {
            using (client)
            {
                // Notes at full speed, now and then a step; once one is acknowledged it is killed while another is under way.
                var begun = new TaskCompletionSource();
                var killAfter = TimeSpan.FromMilliseconds(random.NextDouble() * 250);
                var killing = Task.Run(async () =>
                {
                    await begun.Task;
                    await Task.Delay(killAfter);
                    Kill();
                });
                while (true)
                {
                    var id = $"n{++number}";
                    var at = DateTimeOffset.UtcNow;
                    var view = JsonNode.Parse(await TryGet(client, $"/api/bench/{address.Session}") ?? "{}")!;
                    var step = view["state"]?["steps"]?[view["state"]!["at"]!.GetValue<int>()]?["id"]?.GetValue<string>();
                    object happened = number % 3 == 0 && step is not null && !step.StartsWith("bubbles", StringComparison.Ordinal)
                        ? new { kind = "done", id, at, stepId = step, knowingly = true }
                        : new { kind = "note", id, at, text = $"Note {number}" };
                    try
                    {
                        var (status, body) = await client.Post($"/api/bench/{address.Session}/events", new { device = BenchMaker.Device(), events = new[] { happened } });
                        Assert.True(status == HttpStatusCode.OK, body.ToJsonString());
                        acknowledged.Add((id, at));
                        begun.TrySetResult();
                    }
                    catch (Exception gone) when (HasGone(gone))
                    {
                        break;
                    }
                }

                await killing;
            }

            client = await Start();
            var events = await Kept(address.Session);
            var missing = acknowledged.Where(one => !events.ContainsKey(one.Id)).ToList();
            Assert.Empty(missing);
            Assert.All(acknowledged, one => Assert.InRange((events[one.Id] - one.At).TotalSeconds, -0.01, 30));
            var asked = DateTimeOffset.UtcNow;
            var answer = JsonNode.Parse(await client.GetStringAsync($"/api/bench/{address.Session}"))!;
            Assert.InRange(answer["now"]!.GetValue<DateTimeOffset>(), asked.AddSeconds(-0.05), DateTimeOffset.UtcNow.AddSeconds(0.05));

            // A layer that was poured is begun, once.
            var poured = answer["state"]!["poured"]!.AsArray();
            var noted = JsonNode.Parse(await client.GetStringAsync(address.Build))!["build"]!["begun"]!.AsArray();
            Assert.Equal(poured.Count, noted.Count);
        }

        client.Dispose();
        Kill();
        _server = null;
        Assert.True(acknowledged.Count >= Kills);
        TestContext.Current.SendDiagnosticMessage($"{Kills} kills, {acknowledged.Count} acknowledged events, none lost");
    }

    // A server that is killed between taking a connection and its first byte leaves the client with the bare socket's fault (once in 18 runs).
    private static bool HasGone(Exception fault) => fault is HttpRequestException or SocketException;

    private static async Task<string?> TryGet(HttpClient client, string path)
    {
        try
        {
            return await client.GetStringAsync(path);
        }
        catch (Exception gone) when (HasGone(gone))
        {
            return null;
        }
    }

    // Straight out of the data file: what a page is shown could have been remembered.
    private async Task<Dictionary<string, DateTimeOffset>> Kept(string session)
    {
        await using var connection = new Microsoft.Data.Sqlite.SqliteConnection(new Store.DataFile(_folder).ConnectionString);
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT EventId, Event FROM BenchEvents WHERE SessionId = $session";
        command.Parameters.AddWithValue("$session", Guid.Parse(session).ToString().ToUpperInvariant());
        var found = new Dictionary<string, DateTimeOffset>();
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync()) found[reader.GetString(0)] = JsonNode.Parse(reader.GetString(1))!["at"]!.GetValue<DateTimeOffset>();
        return found;
    }
}
