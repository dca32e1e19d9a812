using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json.Nodes;

namespace InkBasin.Browser.Tests;

/// <summary>A server that is a process of its own, as ./run starts it: it can be killed and started again on the same data.</summary>
internal sealed class OwnServer : IDisposable
{
    private readonly string _data = Directory.CreateTempSubdirectory("ink-basin-own-").FullName;
    private readonly int _port = FreePort();
    private readonly bool _lan;
    private Process? _process;

    private OwnServer(bool lan) => _lan = lan;

    public HttpClient Http { get; private set; } = new();

    /// <summary>The pairing code it has printed.</summary>
    public string Code { get; private set; } = "";

    public static async Task<OwnServer> Start(bool lan = false)
    {
        var server = new OwnServer(lan);
        try
        {
            await server.Start();
            return server;
        }
        catch
        {
            // Nobody has it yet who could end it.
            server.Dispose();
            throw;
        }
    }

    public Uri At(string path, string host = "127.0.0.1") => new($"http://{host}:{_port}{path}");

    public async Task Start()
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true };
        string[] words =
        [
            Path.Combine(AppContext.BaseDirectory, "InkBasin.Server.dll"), "--urls", $"http://{(_lan ? "0.0.0.0" : "127.0.0.1")}:{_port}", "--data", _data, "--demo", "true",
            "--lan", _lan ? "true" : "false", "--web", Path.Combine(BrowserFixture.Root, "src", "web", "dist"),
        ];
        foreach (var word in words) start.ArgumentList.Add(word);

        // It lives for seconds, most of which it would spend on compiling in full what it runs once.
        (start.Environment["DOTNET_TC_QuickJitForLoops"], start.Environment["DOTNET_TC_CallCountingDelayMs"]) = ("1", "100");
        _process = Process.Start(start)!;

        // The test must not go on upon the thread that reads what the server prints: ending the server waits for that thread.
        var up = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        _process.OutputDataReceived += (_, line) =>
        {
            if (line.Data is not { } text) return;
            if (text.Contains("pairing code", StringComparison.Ordinal)) Code = text.Split(' ')[^1];
            if (text.StartsWith("Ink Basin is at", StringComparison.Ordinal)) up.TrySetResult();
        };
        _process.ErrorDataReceived += (_, _) => { };
        _process.BeginOutputReadLine();
        _process.BeginErrorReadLine();

        // A start compiles for seconds where the machine is its own, and for minutes where others have nearly all of it.
        await up.Task.WaitAsync(TimeSpan.FromMinutes(5));
        Http.Dispose();
        Http = new HttpClient { BaseAddress = At("/") };
    }

    public void Kill()
    {
        _process!.Kill();
        _process.WaitForExit();
        _process.Dispose();
        _process = null;
    }

    /// <summary>It stands still, as a device does that has gone out of reach: nothing is closed, and nothing comes any more.</summary>
    public void StandStill(bool still)
    {
        using var signal = Process.Start("kill", [still ? "-STOP" : "-CONT", $"{_process!.Id}"]);
        signal.WaitForExit();
        Assert.Equal(0, signal.ExitCode);
    }

    /// <summary>Id of a build by its name.</summary>
    public async Task<string> Named(string name) =>
        (await Http.GetFromJsonAsync<JsonArray>("/api/builds"))!.First(card => card!["name"]!.GetValue<string>() == name)!["id"]!.GetValue<string>();

    /// <summary>A demo build whose first session that can be poured has its list answered; its address.</summary>
    public async Task<string> Answered(string name)
    {
        var id = await Named(name);
        var ready = (await Http.GetFromJsonAsync<JsonNode>($"/api/builds/{id}/bench"))!["ready"]!.AsArray().First(one => one!["isNext"]!.GetValue<bool>())!;
        var edits = new List<object>();
        foreach (var list in ready["lists"]!.AsArray())
        {
            var waterId = list!["waterId"]!.GetValue<string>();
            foreach (var item in list["checks"]!.AsArray().Where(check => !check!["settled"]!.GetValue<bool>()).Select(check => check!["item"]!.GetValue<string>()))
                edits.Add(new { kind = "answerCheck", waterId, item, answer = new { waterId, item, overrides = true, reason = "A test", at = DateTimeOffset.UtcNow } });
        }

        var version = (await Http.GetFromJsonAsync<JsonNode>($"/api/builds/{id}"))!["version"]!.GetValue<int>();
        using var made = await Http.PostAsJsonAsync($"/api/builds/{id}/edits", new { version, edit = new { kind = "together", label = "Answer", edits } });
        made.EnsureSuccessStatusCode();
        return id;
    }

    public void Dispose()
    {
        if (_process is not null) Kill();
        Http.Dispose();
        Directory.Delete(_data, recursive: true);
    }

    private static int FreePort()
    {
        using var socket = new TcpListener(IPAddress.Loopback, 0);
        socket.Start();
        return ((IPEndPoint)socket.LocalEndpoint).Port;
    }
}
