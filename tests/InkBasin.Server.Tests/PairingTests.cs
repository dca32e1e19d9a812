using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using InkBasin.Server.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Time.Testing;

namespace InkBasin.Server.Tests;

/// <summary>Who is answered beyond this machine: 127.0.0.2 stands for the network at home.</summary>
public sealed class PairingTests : IDisposable
{
    private static readonly IPAddress Phone = IPAddress.Parse("127.0.0.2");

    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-lan-").FullName;

    public void Dispose()
    {
        Directory.Delete(_folder, recursive: true);
    }

    private static string WrongFor(Pairing pairing) => pairing.Code == "123456" ? "654321" : "123456";

    [Fact]
    public void Wrong_codes_are_slowed_and_then_shut_out()
    {
        var time = new FakeTimeProvider();
        var pairing = new Pairing(time);
        foreach (var waitS in new[] { 1.0, 2, 4, 8 })
        {
            Assert.Equal((PairOutcome.Wrong, waitS), pairing.Try(Phone, WrongFor(pairing)));
            time.Advance(TimeSpan.FromSeconds(waitS - 0.1));
            Assert.Equal(PairOutcome.TooSoon, pairing.Try(Phone, pairing.Code).Outcome);
            time.Advance(TimeSpan.FromSeconds(0.2));
        }

        Assert.Equal((PairOutcome.ShutOut, Pairing.ShutOutMin * 60), pairing.Try(Phone, WrongFor(pairing)));
        time.Advance(TimeSpan.FromMinutes(Pairing.ShutOutMin - 0.1));
        Assert.Equal(PairOutcome.ShutOut, pairing.Try(Phone, pairing.Code).Outcome);

        // Another address is not punished for it, and this one may try again after that.
        Assert.Equal(PairOutcome.Paired, pairing.Try(IPAddress.Parse("127.0.0.3"), pairing.Code).Outcome);
        time.Advance(TimeSpan.FromMinutes(0.2));
        Assert.Equal(PairOutcome.Paired, pairing.Try(Phone, pairing.Code).Outcome);
    }

    [Fact]
    public void After_many_wrong_codes_from_wherever_nobody_is_paired_any_more()
    {
        var pairing = new Pairing(new FakeTimeProvider());
        for (var k = 0; k < Pairing.MostWrongInAll; k++) Assert.Equal(PairOutcome.Wrong, pairing.Try(IPAddress.Parse($"127.0.1.{k}"), WrongFor(pairing)).Outcome);
        Assert.Equal(PairOutcome.ShutOut, pairing.Try(Phone, pairing.Code).Outcome);
    }

    [Fact]
    public void What_is_printed_names_the_code_and_a_square_to_scan()
    {
        var pairing = new Pairing(TimeProvider.System);
        using var printed = new StringWriter();
        Lan.Announce(5080, pairing, printed);
        Assert.Contains("not encrypted", printed.ToString(), StringComparison.Ordinal);
        if (!printed.ToString().Contains("From a phone", StringComparison.Ordinal)) return;
        Assert.Contains(pairing.Code, printed.ToString(), StringComparison.Ordinal);
        Assert.Contains("█", printed.ToString(), StringComparison.Ordinal);
    }

    private static Task<HttpContext> Ask(ServerFixture server, string method, string path, IPAddress from, string? cookie = null, string host = "127.0.0.1") => server.Server.SendAsync(context =>
    {
        context.Request.Method = method;
        context.Request.Path = path;
        context.Request.Host = new HostString(host);
        context.Connection.RemoteIpAddress = from;
        context.Connection.LocalIpAddress = from;
        if (cookie is not null) context.Request.Headers.Cookie = cookie;
    });

    [Theory]
    [InlineData("/api/builds")]
    [InlineData("/api/bench/7f000000-0000-7000-8000-000000000000")]
    [InlineData("/hubs/bench/negotiate")]
    public async Task Without_lan_only_this_machine_is_answered(string path)
    {
        using var server = ServerFixture.On(_folder, demo: false);
        Assert.Equal(403, (await Ask(server, "GET", path, Phone)).Response.StatusCode);
        Assert.NotEqual(403, (await Ask(server, "GET", path, IPAddress.Loopback)).Response.StatusCode);
        Assert.NotEqual(403, (await Ask(server, "GET", path, IPAddress.IPv6Loopback)).Response.StatusCode);
    }

    [Theory]
    [InlineData("elsewhere.example", 400)]
    [InlineData("inkbasin.local", 400)]
    [InlineData("localhost", 200)]
    [InlineData("127.0.0.1", 200)]
    [InlineData("[::1]", 200)]
    public async Task Under_another_name_nobody_is_answered(string host, int status)
    {
        using var server = ServerFixture.On(_folder, demo: false);
        Assert.Equal(status, (await Ask(server, "GET", "/api/builds", IPAddress.Loopback, host: host)).Response.StatusCode);
    }

    [Fact]
    public async Task Over_another_address_a_device_is_paired_by_its_code_and_stays_so_after_a_restart()
    {
        var port = FreePort();
        using (var process = await Start(port, lan: true))
        {
            using var phone = new HttpClient(new SocketsHttpHandler { CookieContainer = new CookieContainer() }) { BaseAddress = new Uri($"http://127.0.0.2:{port}") };
            Assert.Equal(HttpStatusCode.Unauthorized, (await phone.GetAsync("/api/builds")).StatusCode);
            Assert.Equal(HttpStatusCode.Unauthorized, (await phone.PostAsJsonAsync("/hubs/bench/negotiate?negotiateVersion=1", new { })).StatusCode);
            Assert.Equal(HttpStatusCode.BadRequest, (await phone.PostAsJsonAsync("/api/pair", new { code = "12" })).StatusCode);
            var code = process.Code;

            // Two tries close together; on a crowded machine a second may pass between them, and then the wait after the next is twice as long.
            var wrong = 0;
            async Task<HttpStatusCode> TryWrong() => (await phone.PostAsJsonAsync("/api/pair", new { code = code == "123456" ? "654321" : "123456" })).StatusCode;
            HttpStatusCode told;
            while ((told = await TryWrong()) == HttpStatusCode.Unauthorized && wrong < 3) wrong++;
            Assert.InRange(wrong, 1, 3);
            Assert.Equal(HttpStatusCode.TooManyRequests, told);
            await Task.Delay(1100 << (wrong - 1));
            var paired = await phone.PostAsJsonAsync("/api/pair", new { code });
            Assert.Equal(HttpStatusCode.NoContent, paired.StatusCode);
            var cookie = paired.Headers.GetValues("Set-Cookie").Single();
            Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
            Assert.Contains("samesite=strict", cookie, StringComparison.OrdinalIgnoreCase);
            Assert.Equal(HttpStatusCode.OK, (await phone.GetAsync("/api/builds")).StatusCode);
            Assert.Equal(HttpStatusCode.OK, (await phone.PostAsJsonAsync("/hubs/bench/negotiate?negotiateVersion=1", new { })).StatusCode);

            // Its cookie changed by a letter is nobody's.
            var value = cookie.Split(';')[0];
            using var forger = new HttpClient(new SocketsHttpHandler { UseCookies = false }) { BaseAddress = phone.BaseAddress };
            forger.DefaultRequestHeaders.Add("Cookie", value[..^4] + (value[^4] == 'A' ? 'B' : 'A') + value[^3..]);
            Assert.Equal(HttpStatusCode.Unauthorized, (await forger.GetAsync("/api/builds")).StatusCode);
            process.Process.Kill();
            await process.Process.WaitForExitAsync();

            using var again = await Start(port, lan: true);
            Assert.Equal(HttpStatusCode.OK, (await phone.GetAsync("/api/builds")).StatusCode);
            again.Process.Kill();
            await again.Process.WaitForExitAsync();
        }
    }

    [Fact]
    public async Task Without_lan_nothing_but_loopback_is_bound()
    {
        var port = FreePort();
        using var process = await Start(port, lan: false);
        Assert.Equal("127.0.0.1", Assert.Single(Bound(port)));
        using var phone = new HttpClient { BaseAddress = new Uri($"http://127.0.0.2:{port}") };
        await Assert.ThrowsAsync<HttpRequestException>(() => phone.GetAsync("/api/builds"));
        process.Process.Kill();
        await process.Process.WaitForExitAsync();
    }

    // Listening sockets of a port, as the system lists them.
    private static IEnumerable<string> Bound(int port) =>
        System.Net.NetworkInformation.IPGlobalProperties.GetIPGlobalProperties().GetActiveTcpListeners().Where(one => one.Port == port).Select(one => one.Address.ToString());

    private static int FreePort()
    {
        using var socket = new TcpListener(IPAddress.Loopback, 0);
        socket.Start();
        return ((IPEndPoint)socket.LocalEndpoint).Port;
    }

    private sealed record Started(Process Process, string Code) : IDisposable
    {
        public void Dispose()
        {
            if (!Process.HasExited) Process.Kill();
            Process.Dispose();
        }
    }

    // As ./run starts it; the code is read where it is printed.
    private async Task<Started> Start(int port, bool lan)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true };
        foreach (var word in new[] { Path.Combine(AppContext.BaseDirectory, "InkBasin.Server.dll"), "--urls", $"http://{(lan ? "0.0.0.0" : "127.0.0.1")}:{port}", "--data", _folder, "--demo", "false", "--lan", lan ? "true" : "false" }) start.ArgumentList.Add(word);
        var process = Process.Start(start)!;
        var printed = new List<string>();
        var up = new TaskCompletionSource();
        void Read(string? line)
        {
            if (line is null) return;
            lock (printed) printed.Add(line);
            if (line.StartsWith("Ink Basin is at", StringComparison.Ordinal)) up.TrySetResult();
        }

        process.OutputDataReceived += (_, line) => Read(line.Data);
        process.ErrorDataReceived += (_, line) => Read(line.Data);
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        await up.Task.WaitAsync(TimeSpan.FromMinutes(5));
        lock (printed)
        {
            var said = printed.FirstOrDefault(line => line.Contains("pairing code", StringComparison.Ordinal));
            return new Started(process, said?.Split(' ')[^1] ?? "");
        }
    }
}
