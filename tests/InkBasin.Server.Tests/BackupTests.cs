using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace InkBasin.Server.Tests;

/// <summary>The whole shelf in one file, and back: every route answers the same; what is no whole backup touches nothing.</summary>
public sealed class BackupTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2027, 5, 14, 9, 30, 0, TimeSpan.Zero);

    // Live by nature: what an instrument shows at this moment, and the backup itself.
    private static readonly string[] Live = ["/api/instruments", "/api/backup", "/hubs"];

    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-backup-").FullName;

    private DataFile Data(string name) => new(Path.Combine(_folder, name));

    private string At(string name) => Path.Combine(_folder, name);

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private static async Task<SortedDictionary<string, string>> Answers(ServerFixture server)
    {
        using var client = server.CreateClient();
        var ids = (await client.Get("/api/builds")).AsArray().Select(card => card!["id"]!.GetValue<string>()).Take(2).ToList();
        var routes = server.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>()
            .Where(route => route.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods.Contains("GET") == true)
            .Select(route => route.RoutePattern.RawText!)
            .Where(route => route.StartsWith("/api/", StringComparison.Ordinal) && !Live.Any(live => route.StartsWith(live, StringComparison.Ordinal)))
            .Select(route => route.Replace("{id:guid}", "{id}", StringComparison.Ordinal))
            .Where(route => !route.Replace("{id}", "", StringComparison.Ordinal).Contains('{', StringComparison.Ordinal))
            .Distinct()
            .ToList();
        Assert.True(routes.Count > 25, $"{routes.Count} routes");
        var answers = new SortedDictionary<string, string>(StringComparer.Ordinal);
        foreach (var path in routes.SelectMany(route => route.Contains("{id}", StringComparison.Ordinal) ? ids.Select(id => route.Replace("{id}", id, StringComparison.Ordinal)) : [route]))
        {
            using var answer = await client.GetAsync(new Uri(path, UriKind.Relative));

            // A refusal names the request it refuses, each by its own.
            answers[path] = $"{(int)answer.StatusCode} {(answer.IsSuccessStatusCode ? Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(await answer.Content.ReadAsByteArrayAsync())) : "")}";
        }

        return answers;
    }

    [Fact]
    public async Task Restored_on_a_fresh_folder_every_route_answers_the_same_byte_for_byte()
    {
        SortedDictionary<string, string> before;
        await using (var server = ServerFixture.On(Data("a").Folder, demo: true))
        {
            using var client = server.CreateClient();
            await client.Edit(await client.Copy("Three Weirs at Ondry"), Edits.Set(new { name = "A copy of the weirs" }));
            before = await Answers(server);

            // While it goes on.
            Backup.Write(Data("a"), At("all.zip"), Now);
        }

        Assert.Null(Backup.Restore(At("all.zip"), Data("b"), Now));
        await using (var server = ServerFixture.On(Data("b").Folder, demo: false))
        {
            var after = await Answers(server);
            Assert.Equal(before.Keys, after.Keys);
            Assert.Empty(before.Where(one => after[one.Key] != one.Value).Select(one => one.Key));
        }
    }

    [Fact]
    public async Task From_the_page_it_is_the_same_file()
    {
        await using (var server = ServerFixture.On(Data("a").Folder, demo: true))
        {
            using var client = server.CreateClient();
            await File.WriteAllBytesAsync(At("page.zip"), await client.GetByteArrayAsync(new Uri("/api/backup", UriKind.Relative)));
        }

        Backup.Restore(At("page.zip"), Data("b"), Now);
        await using (var server = ServerFixture.On(Data("b").Folder, demo: false))
        {
            using var client = server.CreateClient();
            Assert.Equal(3, (await client.Get("/api/builds")).AsArray().Count);
        }
    }

    [Fact]
    public async Task What_was_there_is_kept_beside_it_and_a_running_server_is_not_pulled_away()
    {
        await using (var server = ServerFixture.On(Data("a").Folder, demo: true))
        {
            using var client = server.CreateClient();
            await client.Get("/api/builds");
            Backup.Write(Data("a"), At("all.zip"), Now);

            // Idle, with nobody asking.
            Assert.Contains("stop it first", Assert.Throws<RefusedException>(() => Backup.Restore(At("all.zip"), Data("a"), Now)).Message, StringComparison.Ordinal);
            Assert.Equal(3, (await client.Get("/api/builds")).AsArray().Count);
        }

        var kept = Backup.Restore(At("all.zip"), Data("a"), Now)!;
        Assert.True(File.Exists(kept));
        Backup.Restore(kept, Data("b"), Now);
        Assert.True(File.Exists(Data("b").Path));
    }
}
