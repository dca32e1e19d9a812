using System.Net;
using System.Net.Http.Json;

namespace InkBasin.Server.Tests;

/// <summary>What a foreign page in the maker's own browser can do: look at nothing, change nothing.</summary>
public class DoorTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    [Theory]
    [InlineData("Origin", "https://elsewhere.example")]
    [InlineData("Origin", "http://localhost:9")]
    [InlineData("Origin", "https://localhost")]
    [InlineData("Origin", "null")]
    [InlineData("Sec-Fetch-Site", "cross-site")]
    [InlineData("Sec-Fetch-Site", "same-site")]
    public async Task A_change_from_a_foreign_page_is_refused_and_changes_nothing(string header, string value)
    {
        using var client = server.CreateClient();
        var id = (await client.Get("/api/builds"))[0]!["id"]!;
        var before = await client.Get($"/api/builds/{id}");
        foreach (var (method, address, body) in new (HttpMethod Method, string Address, object? Body)[]
        {
            (HttpMethod.Post, $"/api/builds/{id}/edits", new { version = before["version"], edit = Edits.Set(new { name = "Taken" }) }),
            (HttpMethod.Post, "/api/builds", new { name = "Taken", scale = 76, widthMm = 300, depthMm = 200 }),
            (HttpMethod.Delete, $"/api/builds/{id}", null),
            (HttpMethod.Put, "/api/stores/bottles/any", new { }),
            (HttpMethod.Patch, "/api/stores/bottles/any", new { leftG = 1 }),
            (HttpMethod.Post, "/api/calc/scale", new { }),
        })
        {
            using var request = new HttpRequestMessage(method, address) { Content = body is null ? null : JsonContent.Create(body) };
            request.Headers.TryAddWithoutValidation(header, value);
            using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
            Assert.Equal(HttpStatusCode.Forbidden, answer.StatusCode);
            Assert.Contains("own pages", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        }

        Assert.Equal(before["version"]!.GetValue<int>(), (await client.Get($"/api/builds/{id}"))["version"]!.GetValue<int>());
        Assert.DoesNotContain((await client.Get("/api/builds")).AsArray(), card => card!["name"]!.GetValue<string>() == "Taken");
    }

    [Theory]
    [InlineData("Origin", "http://localhost")]
    [InlineData("Sec-Fetch-Site", "same-origin")]
    [InlineData("Sec-Fetch-Site", "none")]
    [InlineData("Accept", "application/json")]
    public async Task A_change_from_our_own_page_or_another_program_is_made(string header, string value)
    {
        using var client = server.CreateClient();
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/builds") { Content = JsonContent.Create(new { name = "Ours", scale = 76, widthMm = 300, depthMm = 200 }) };
        request.Headers.TryAddWithoutValidation(header, value);
        using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.Created, answer.StatusCode);
    }

    [Theory]
    [InlineData("/api/health", 200)]
    [InlineData("/api/builds", 200)]
    [InlineData("/api/nothing", 404)]
    [InlineData("/api/builds/7f000000-0000-7000-8000-000000000000", 404)]
    public async Task Every_answer_says_what_a_page_may_do(string address, int status)
    {
        using var client = server.CreateClient();
        using var answer = await client.GetAsync(new Uri(address, UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.Equal(status, (int)answer.StatusCode);
        string Header(string name) => Assert.Single(answer.Headers.GetValues(name));
        var policy = Header("Content-Security-Policy");
        Assert.Contains("default-src 'none'", policy, StringComparison.Ordinal);
        Assert.Contains("frame-ancestors 'none'", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
        Assert.Equal("nosniff", Header("X-Content-Type-Options"));
        Assert.Equal("DENY", Header("X-Frame-Options"));
        Assert.Equal("no-referrer", Header("Referrer-Policy"));
    }

    [Theory]
    [InlineData("localhost", HttpStatusCode.OK)]
    [InlineData("rebound.example", HttpStatusCode.BadRequest)]
    public async Task A_name_that_is_not_ours_is_answered_nothing(string host, HttpStatusCode status)
    {
        using var client = server.CreateClient();
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/builds");
        request.Headers.Host = host;
        using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);
        Assert.Equal(status, answer.StatusCode);
    }
}
