using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>The database file: where it is, and bringing it up to date.</summary>
/// <param name="Folder">The data folder.</param>
public sealed record DataFile(string Folder)
{
    /// <summary>Path of the database.</summary>
    public string Path => System.IO.Path.Combine(Folder, "inkbasin.db");

    /// <summary>How it is opened: foreign keys on, and each connection by itself.</summary>
    // Not pooled: between taking a pooled connection and marking whose it is, Microsoft.Data.Sqlite 10 counts it as forgotten, and where no other is idle it may hand it to a second
    // request as well. Two requests in one transaction, or "unable to delete/modify collation sequence due to active statements" (seen once, in a test of the browser).
    public string ConnectionString => $"Data Source={Path};Foreign Keys=True;Default Timeout=10;Pooling=False";

    /// <summary>Has contexts work on this file, each over a connection that it opens once.</summary>
    public void Use(DbContextOptionsBuilder options) => options.UseSqlite(ConnectionString).AddInterceptors(OpenWithContext.Only);

    private string LockPath => System.IO.Path.Combine(Folder, "inkbasin.lock");

    /// <summary>Says that a server goes on with this data, until it is disposed of or the process ends, however it ends. Several may.</summary>
    public IDisposable Hold()
    {
        Directory.CreateDirectory(Folder);
        using (new FileStream(LockPath, FileMode.OpenOrCreate, FileAccess.Read, FileShare.ReadWrite))
        {
            // There has to be a file to hold.
        }

        return new FileStream(LockPath, FileMode.Open, FileAccess.Read, FileShare.Read);
    }

    /// <summary>Has this data alone; null while a server goes on with it, whether it has the database open at this moment or not.</summary>
    public IDisposable? Alone()
    {
        Directory.CreateDirectory(Folder);
        try
        {
            return new FileStream(LockPath, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException)
        {
            return null;
        }
    }

    /// <summary>Opens the prepared file and keeps it open until it is disposed of: its write-ahead log stays, whoever else comes and goes.</summary>
    /// <exception cref="SqliteException">It cannot be opened or read.</exception>
    public IDisposable OpenBeside()
    {
        var connection = new SqliteConnection(ConnectionString);
        try
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "SELECT COUNT(*) FROM sqlite_schema";
            _ = command.ExecuteScalar();
            return connection;
        }
        catch
        {
            connection.Dispose();
            throw;
        }
    }

    /// <summary>
    /// Makes the folder, migrates the file (keeping a copy of the old one beside it first) and sets write-ahead logging.
    /// </summary>
    /// <returns>True when the file is new.</returns>
    public async Task<bool> PrepareAsync(InkBasinContext context, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(context);
        Directory.CreateDirectory(Folder);
        var isNew = !File.Exists(Path);
        var pending = (await context.Database.GetPendingMigrationsAsync(cancel)).ToList();
        if (!isNew && pending.Count > 0)
        {
            var copy = System.IO.Path.Combine(Folder, $"inkbasin.before-{pending[0]}.db");
            File.Delete(copy);
            await context.Database.ExecuteSqlAsync($"VACUUM INTO {copy}", cancel);
        }

        if (pending.Count > 0) await context.Database.MigrateAsync(cancel);
        await context.Database.ExecuteSqlAsync($"PRAGMA journal_mode=WAL", cancel);
        return isNew;
    }
}
