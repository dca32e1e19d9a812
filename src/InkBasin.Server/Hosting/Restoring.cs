using InkBasin.Core;
using InkBasin.Store;
using Microsoft.Data.Sqlite;

namespace InkBasin.Server.Hosting;

/// <summary>A restore that has been taken on.</summary>
/// <param name="Id">By which it is known again.</param>
public sealed record RestoreBegun(Guid Id);

/// <summary>How the last restore came out.</summary>
/// <param name="Id">The restore; empty while there was none.</param>
/// <param name="Before">Where what was there before is kept; null when there was nothing, or it stays in its place.</param>
/// <param name="Trouble">Why the data is still what it was; null when it is the backup's.</param>
public sealed record Restored(Guid Id, string? Before, string? Trouble)
{
    /// <summary>There was none since the program was started.</summary>
    public static Restored None { get; } = new(Guid.Empty, null, null);
}

/// <summary>A restore asked for from the page: held over the end of one server and told by the next.</summary>
internal sealed class Restoring
{
    private readonly Lock _lock = new();
    private (Guid Id, string File, DataFile Data, DateTimeOffset At)? _asked;

    /// <summary>How the last one came out; null while there was none.</summary>
    public Restored? Last { get; private set; }

    /// <summary>Takes a restore on.</summary>
    /// <param name="file">The backup, looked at already; cleared away afterwards.</param>
    /// <param name="data">The data it takes the place of.</param>
    /// <param name="at">Now.</param>
    /// <exception cref="RefusedException">Another one is under way.</exception>
    public RestoreBegun Begin(string file, DataFile data, DateTimeOffset at)
    {
        lock (_lock)
        {
            if (_asked is not null)
            {
                File.Delete(file);
                throw new RefusedException("restore", "Another backup is being put in place already.", RefusalKind.Impossible);
            }

            var id = Guid.NewGuid();
            _asked = (id, file, data, at);
            return new RestoreBegun(id);
        }
    }

    /// <summary>Does what was asked for, once the server has ended.</summary>
    /// <returns>Whether a server has to be started again.</returns>
    public bool Settle()
    {
        lock (_lock)
        {
            if (_asked is not { } asked) return false;
            _asked = null;
            try
            {
                Last = new Restored(asked.Id, Backup.Restore(asked.File, asked.Data, asked.At), null);
            }
            catch (Exception failed) when (failed is RefusedException or IOException or UnauthorizedAccessException or SqliteException)
            {
                // The data is what it was; whoever asked is told by the server that comes next.
                Last = new Restored(asked.Id, null, failed.Message);
            }
            finally
            {
                File.Delete(asked.File);
            }

            return true;
        }
    }
}
