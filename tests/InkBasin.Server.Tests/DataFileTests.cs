using System.Net;
using InkBasin.Store;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

public sealed class DataFileTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-data-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private static InkBasinContext Open(DataFile file)
    {
        var options = new DbContextOptionsBuilder<InkBasinContext>();
        file.Use(options);
        return new(options.Options);
    }

    [Fact]
    public async Task A_new_folder_is_made_with_a_write_ahead_log_and_foreign_keys()
    {
        var file = new DataFile(Path.Combine(_folder, "deep", "down"));
        await using var context = Open(file);
        Assert.True(await file.PrepareAsync(context));
        Assert.Equal("wal", (await context.Database.SqlQuery<string>($"SELECT journal_mode AS Value FROM pragma_journal_mode").ToListAsync()).Single());
        Assert.Equal(1, (await context.Database.SqlQuery<long>($"SELECT foreign_keys AS Value FROM pragma_foreign_keys").ToListAsync()).Single());
        await using var again = Open(file);
        Assert.False(await file.PrepareAsync(again));
    }

    // Requests that come at once after a quiet time: pooled, one handle was given to two of them in about one burst of two hundred.
    [Fact]
    public void Connections_opened_at_once_each_have_a_handle_of_their_own()
    {
        var file = new DataFile(_folder);
        for (var burst = 0; burst < 400; burst++)
        {
            var connections = Enumerable.Range(0, 24).Select(_ => new SqliteConnection(file.ConnectionString)).ToArray();
            using var start = new Barrier(connections.Length);
            Thread[] openers = [.. connections.Select(connection => new Thread(() =>
            {
                start.SignalAndWait();
                connection.Open();
            }))];
            foreach (var opener in openers) opener.Start();
            foreach (var opener in openers) opener.Join();
            Assert.Equal(connections.Length, connections.Select(connection => connection.Handle).Distinct().Count());
            foreach (var connection in connections) connection.Dispose();
        }
    }

    [Fact]
    public async Task A_context_opens_the_file_once_and_closes_it_when_it_is_disposed_of()
    {
        var file = new DataFile(_folder);
        SqliteConnection connection;
        await using (var context = Open(file))
        {
            await file.PrepareAsync(context);
            connection = (SqliteConnection)context.Database.GetDbConnection();
            var opened = connection.Handle;
            Assert.NotNull(opened);
            Assert.Empty(context.Builds.ToList());
            await using (var change = await context.Database.BeginTransactionAsync())
            {
                Assert.Empty(await context.Bottles.ToListAsync());
                await change.RollbackAsync();
            }

            Assert.Same(opened, connection.Handle);
        }

        Assert.Equal(System.Data.ConnectionState.Closed, connection.State);
        Assert.False(File.Exists(file.Path + "-wal"), "the last to close the file writes its log back into it");
    }

    [Fact]
    public async Task Before_a_migration_the_old_file_is_kept_beside_it()
    {
        var file = new DataFile(_folder);
        await using (var old = new SqliteConnection(file.ConnectionString))
        {
            await old.OpenAsync();
            await using var command = old.CreateCommand();
            command.CommandText = "CREATE TABLE Before (Word TEXT); INSERT INTO Before VALUES ('kept');";
            await command.ExecuteNonQueryAsync();
        }

        await using var context = Open(file);
        Assert.False(await file.PrepareAsync(context));
        var copy = Assert.Single(Directory.GetFiles(_folder, "inkbasin.before-*.db"));
        await using var kept = new SqliteConnection($"Data Source={copy};Pooling=False");
        await kept.OpenAsync();
        await using var read = kept.CreateCommand();
        read.CommandText = "SELECT Word FROM Before";
        Assert.Equal("kept", await read.ExecuteScalarAsync());
        Assert.Empty(await context.Builds.ToListAsync());
    }

    private async Task Damage(string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(_folder, "inkbasin.db")};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        Assert.Equal(1, await command.ExecuteNonQueryAsync());
    }

    [Fact]
    public async Task A_record_that_cannot_be_read_is_told_kept_and_hides_no_other()
    {
        string broken, whole;
        using (var first = ServerFixture.On(_folder, demo: false))
        {
            using var client = first.CreateClient();
            broken = await client.Begin("Broken");
            whole = await client.Begin("Whole");
            await client.Edit(broken, Set(new { scale = 87 }));
            foreach (var name in new[] { "Good resin", "Bad resin" }) Assert.Equal(HttpStatusCode.Created, (await client.Post("/api/stores/products", new { name, kind = "castingEpoxy", ratio = new { a = 2, b = 1, basis = "volume" }, greatestLayerMm = 12, gelH = 8, fullCureH = 96 })).Status);
            foreach (var name in new[] { "Good tint", "Bad tint" }) Assert.Equal(HttpStatusCode.Created, (await client.Post("/api/stores/tints", new { name, kind = "oilPaint", likeId = "red" })).Status);
        }

        await Damage("UPDATE Builds SET Document = '{\"version\":2,\"build\":{\"name\":7}}' WHERE Name = 'Broken'");
        await Damage("UPDATE Sheets SET Draft = 'not JSON' WHERE Draft LIKE '%Bad resin%'");
        await Damage("UPDATE Tints SET Draft = replace(Draft, 'red', 'gone') WHERE Draft LIKE '%Bad tint%'");
        using var again = ServerFixture.On(_folder, demo: false);
        using var after = again.CreateClient();

        // The shelf shows both, and tells which it is.
        var cards = (await after.Get("/api/builds")).AsArray();
        Assert.Equal(["Broken", "Whole"], cards.Select(card => card!["name"]!.GetValue<string>()).Order());
        Assert.Contains("cannot be read", cards.Single(card => card!["name"]!.GetValue<string>() == "Broken")!["trouble"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Null(cards.Single(card => card!["name"]!.GetValue<string>() == "Whole")!["trouble"]);
        using (var other = await after.GetAsync(whole)) Assert.Equal(HttpStatusCode.OK, other.StatusCode);

        // A fault of the data file is no fault of who asked; what cannot help is not offered, and the record is kept as it is.
        using (var asked = await after.GetAsync(broken))
        {
            Assert.Equal(HttpStatusCode.InternalServerError, asked.StatusCode);
            Assert.Contains("The record of this build cannot be read.", await asked.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        Assert.Null((await after.Get($"{broken}/undo-list"))["undoLabel"]);
        Assert.Contains("Good resin", (await after.Get("/api/stores/products")).ToJsonString(), StringComparison.Ordinal);
        Assert.Contains("Good tint", (await after.Get("/api/stores/tints")).ToJsonString(), StringComparison.Ordinal);
        var troubles = (await after.Get("/api/stores/troubles")).ToJsonString();
        Assert.Contains("one of your sheets cannot be read", troubles, StringComparison.Ordinal);
        Assert.Contains("one of your tints cannot be read", troubles, StringComparison.Ordinal);
        await Damage("UPDATE Builds SET Name = 'Broken still' WHERE Document = '{\"version\":2,\"build\":{\"name\":7}}'");
    }

    [Fact]
    public async Task After_501_edits_exactly_500_are_undone()
    {
        using var server = ServerFixture.On(_folder, demo: false);
        using var client = server.CreateClient();
        var at = await client.Begin("Long evening");
        for (var version = 1; version <= 501; version++)
        {
            var (status, _) = await client.Post($"{at}/edits", new { version, edit = Set(new { scale = 50 + version }) });
            Assert.Equal(HttpStatusCode.OK, status);
        }

        var undone = 0;
        for (var version = 502; ; version++, undone++)
        {
            var (status, body) = await client.Post($"{at}/undo", new { version });
            if (status == HttpStatusCode.OK) continue;
            Assert.Contains("nothing to undo", body.ToJsonString(), StringComparison.Ordinal);
            break;
        }

        Assert.Equal(500, undone);
        Assert.Equal(51, (await client.Get(at))["build"]!["scale"]!.GetValue<double>());
    }
}
