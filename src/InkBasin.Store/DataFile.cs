using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>The database file: where it is, and bringing it up to date.</summary>
/// <param name="Folder">The data folder.</param>
public sealed record DataFile(string Folder)
{
    /// <summary>Path of the database.</summary>
    public string Path => System.IO.Path.Combine(Folder, "inkbasin.db");

    /// <summary>How it is opened: foreign keys on, shared by the connections of this process.</summary>
    public string ConnectionString => $"Data Source={Path};Foreign Keys=True;Default Timeout=10";

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

        await context.Database.MigrateAsync(cancel);
        await context.Database.ExecuteSqlAsync($"PRAGMA journal_mode=WAL", cancel);
        return isNew;
    }
}
