using System.IO.Compression;
using System.Text;
using System.Text.Json.Nodes;
using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.Routing;
using Microsoft.Data.Sqlite;
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

    [Fact]
    public async Task What_is_no_whole_backup_is_refused_and_touches_nothing()
    {
        await using (var server = ServerFixture.On(Data("a").Folder, demo: false))
        {
            using var client = server.CreateClient();
            await client.Get("/api/builds");
            Backup.Write(Data("a"), At("all.zip"), Now);
        }

        var whole = await File.ReadAllBytesAsync(At("all.zip"));
        string Refused(byte[] file)
        {
            File.WriteAllBytes(At("bad.zip"), file);
            var message = Assert.Throws<RefusedException>(() => Backup.Restore(At("bad.zip"), Data("b"), Now)).Message;
            Assert.False(File.Exists(Data("b").Path));
            Assert.DoesNotContain(Directory.GetFiles(Data("b").Folder), left => !left.EndsWith(".lock", StringComparison.Ordinal));
            return message;
        }

        Assert.Contains("damaged", Refused([1, 2, 3]), StringComparison.Ordinal);
        Assert.Contains("damaged", Refused([]), StringComparison.Ordinal);
        var random = new Random(7);
        for (var cut = 0; cut < 40; cut++) Refused(whole[..random.Next(whole.Length - 1)]);
        Assert.Contains("nothing else", Refused(Zip(("backup.json", Note()), ("inkbasin.db", [1]), ("../../away.txt", [1]))), StringComparison.Ordinal);
        Assert.Contains("nothing else", Refused(Zip(("backup.json", Note()), ("../inkbasin.db", [1]))), StringComparison.Ordinal);
        Assert.Contains("later version", Refused(Zip(("backup.json", Note(2)), ("inkbasin.db", [1]))), StringComparison.Ordinal);
        Assert.Contains("not a backup of Ink Basin", Refused(Zip(("backup.json", Note(1, "other")), ("inkbasin.db", [1]))), StringComparison.Ordinal);
        Assert.Contains("damaged", Refused(Zip(("backup.json", Note()), ("inkbasin.db", Encoding.UTF8.GetBytes("no database at all")))), StringComparison.Ordinal);
        Assert.Contains("none of Ink Basin", Refused(Zip(("backup.json", Note()), ("inkbasin.db", Database("CREATE TABLE Other (Id)")))), StringComparison.Ordinal);
        Assert.Contains("later version", Refused(Zip(("backup.json", Note()), ("inkbasin.db", Altered(whole, "INSERT INTO __EFMigrationsHistory VALUES ('99991231_Later', '99')")))), StringComparison.Ordinal);
        Assert.Throws<RefusedException>(() => Backup.Restore(At("nowhere.zip"), Data("b"), Now));
        Assert.Throws<RefusedException>(() => Backup.Write(Data("none"), At("x.zip"), Now));
    }

    [Fact]
    public async Task Bytes_turned_over_are_refused_or_the_data_is_whole()
    {
        await using (var server = ServerFixture.On(Data("a").Folder, demo: false))
        {
            using var client = server.CreateClient();
            await client.Get("/api/builds");
            Backup.Write(Data("a"), At("all.zip"), Now);
        }

        var whole = await File.ReadAllBytesAsync(At("all.zip"));
        var random = new Random(11);
        for (var hit = 0; hit < 60; hit++)
        {
            var file = (byte[])whole.Clone();
            for (var turned = 0; turned < 3; turned++) file[random.Next(file.Length)] ^= (byte)random.Next(1, 256);
            File.WriteAllBytes(At("bad.zip"), file);
            try
            {
                Backup.Restore(At("bad.zip"), Data("b"), Now);
            }
            catch (RefusedException)
            {
                Assert.False(File.Exists(Data("b").Path));
                continue;
            }

            File.Delete(Data("b").Path);
        }
    }

    [Fact]
    public async Task One_of_each_day_is_kept_and_no_more_than_seven()
    {
        await using (var server = ServerFixture.On(Data("a").Folder, demo: false))
        {
            using var client = server.CreateClient();
            await client.Get("/api/builds");
        }

        var folder = Path.Combine(Data("a").Folder, "backups");
        if (Directory.Exists(folder)) Directory.Delete(folder, true);
        for (var day = 0; day < 9; day++)
        {
            Assert.NotNull(Backup.KeepOfTheDay(Data("a"), Now.AddDays(day)));
            Assert.Null(Backup.KeepOfTheDay(Data("a"), Now.AddDays(day).AddHours(3)));
        }

        Assert.Equal(Enumerable.Range(2, Backup.Kept).Select(day => $"ink-basin-{Now.AddDays(day):yyyy-MM-dd}.zip"), Directory.GetFiles(folder).Select(Path.GetFileName).Order(StringComparer.Ordinal));
    }

    private static byte[] Note(int version = 1, string format = Backup.FormatName) => Encoding.UTF8.GetBytes(new JsonObject { ["format"] = format, ["formatVersion"] = version, ["writtenAt"] = "2027-05-14T09:30:00+00:00" }.ToJsonString());

    private static byte[] Zip(params (string Name, byte[] Content)[] entries)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, content) in entries)
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(content);
            }
        }

        return file.ToArray();
    }

    private byte[] Database(string sql, byte[]? from = null)
    {
        var path = At($"made-{Guid.NewGuid():N}.db");
        if (from is not null) File.WriteAllBytes(path, from);
        using (var connection = new SqliteConnection($"Data Source={path};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }

        return File.ReadAllBytes(path);
    }

    private byte[] Altered(byte[] backup, string sql)
    {
        using var zip = new ZipArchive(new MemoryStream(backup));
        using var db = new MemoryStream();
        using (var entry = zip.GetEntry("inkbasin.db")!.Open()) entry.CopyTo(db);
        return Database(sql, db.ToArray());
    }
}
