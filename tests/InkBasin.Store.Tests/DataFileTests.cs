using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

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

    [Fact]
    public void A_folder_that_is_not_there_yet_can_be_held()
    {
        using (new DataFile(Path.Combine(_folder, "held")).Hold()) Assert.True(Directory.Exists(Path.Combine(_folder, "held")));
        using (new DataFile(Path.Combine(_folder, "alone")).Alone()) Assert.True(Directory.Exists(Path.Combine(_folder, "alone")));
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
        var copy = Path.Combine(_folder, $"inkbasin.before-{context.Database.GetMigrations().First()}.db");
        await File.WriteAllTextAsync(copy, "What is left of one that broke off.");
        Assert.False(await file.PrepareAsync(context));
        Assert.Equal([copy], Directory.GetFiles(_folder, "inkbasin.before-*.db"));
        await using var kept = new SqliteConnection($"Data Source={copy};Pooling=False");
        await kept.OpenAsync();
        await using var read = kept.CreateCommand();
        read.CommandText = "SELECT Word FROM Before";
        Assert.Equal("kept", await read.ExecuteScalarAsync());
        Assert.Empty(await context.Builds.ToListAsync());
    }
}
