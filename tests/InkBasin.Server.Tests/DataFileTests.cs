using InkBasin.Store;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Server.Tests;

public sealed class DataFileTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-data-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private static InkBasinContext Open(DataFile file) =>
        new(new DbContextOptionsBuilder<InkBasinContext>().UseSqlite(file.ConnectionString).Options);

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
        await using var kept = new SqliteConnection($"Data Source={copy}");
        await kept.OpenAsync();
        await using var read = kept.CreateCommand();
        read.CommandText = "SELECT Word FROM Before";
        Assert.Equal("kept", await read.ExecuteScalarAsync());
        Assert.Empty(await context.Builds.ToListAsync());
    }
}
