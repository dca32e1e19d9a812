using System.IO.Compression;
using System.Text.Json;
using InkBasin.Core;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>What a backup says of itself.</summary>
/// <param name="Format">Always <see cref="Backup.FormatName"/>.</param>
/// <param name="FormatVersion">Version of the format.</param>
/// <param name="WrittenAt">When it was written.</param>
public sealed record BackupNote(string Format, int FormatVersion, DateTimeOffset WrittenAt);

/// <summary>
/// The whole shelf in one file: builds with their undo, pictures, sheets, tints, the cupboard, sessions of the bench. A zip of a note in JSON and of the database as it was at one moment, made while the
/// server goes on. Not in it: the keys by which paired phones are known, which are this machine's.
/// </summary>
public static class Backup
{
    /// <summary>Name of the format in every backup.</summary>
    public const string FormatName = "ink-basin-backup";

    /// <summary>How many of those it keeps of itself.</summary>
    public const int Kept = 7;

    private const int Version = 1;
    private const string NoteName = "backup.json";
    private const string DataName = "inkbasin.db";
    private const long MostNoteBytes = 10_000;
    private const long MostBytes = 8L << 30;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <summary>Writes the shelf as it is now, whole or not at all: beside the file first, and then in its place.</summary>
    /// <param name="data">The data file.</param>
    /// <param name="file">Where to; a file there is replaced.</param>
    /// <param name="at">Now.</param>
    /// <exception cref="RefusedException">There is no data yet.</exception>
    public static void Write(DataFile data, string file, DateTimeOffset at)
    {
        ArgumentNullException.ThrowIfNull(data);
        if (!File.Exists(data.Path)) throw new RefusedException("backup", $"There is nothing to back up in {data.Folder}.", RefusalKind.Impossible);
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(file))!);
        var (snapshot, half) = ($"{file}.{Guid.NewGuid():N}.db", $"{file}.{Guid.NewGuid():N}.half");
        try
        {
            using (var connection = Open(data.Path, SqliteOpenMode.ReadWrite))
            {
                using var copy = connection.CreateCommand();
                copy.CommandText = "VACUUM INTO $file";
                copy.Parameters.AddWithValue("$file", snapshot);
                copy.ExecuteNonQuery();
            }

            using (var zip = ZipFile.Open(half, ZipArchiveMode.Create))
            {
                using (var note = zip.CreateEntry(NoteName).Open()) JsonSerializer.Serialize(note, new BackupNote(FormatName, Version, at), Json);
                zip.CreateEntryFromFile(snapshot, DataName);
            }

            File.Move(half, file, overwrite: true);
        }
        finally
        {
            File.Delete(snapshot);
            File.Delete(half);
        }
    }

    /// <summary>Reads all of a backup and changes nothing.</summary>
    /// <param name="file">The backup.</param>
    /// <param name="data">The data file it would become.</param>
    /// <exception cref="RefusedException">It is no backup, is damaged or of a later version.</exception>
    public static void Look(string file, DataFile data)
    {
        ArgumentNullException.ThrowIfNull(data);
        var incoming = Path.Combine(data.Folder, $"restoring-{Guid.NewGuid():N}.db");
        try
        {
            Unpack(file, incoming);
            Examine(incoming);
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    /// <summary>Puts a backup in the place of what is there, which is kept beside it. Nothing is touched before all of the file has been read and found whole.</summary>
    /// <param name="file">The backup.</param>
    /// <param name="data">The data file it becomes.</param>
    /// <param name="at">Now.</param>
    /// <returns>Where what was there before is kept; null when there was nothing.</returns>
    /// <exception cref="RefusedException">It is no backup, it is damaged or of a later version, or the server runs on that data.</exception>
    public static string? Restore(string file, DataFile data, DateTimeOffset at)
    {
        ArgumentNullException.ThrowIfNull(data);
        if (!File.Exists(file)) throw new RefusedException("restore", $"There is no file {file}.", RefusalKind.Impossible);
        Directory.CreateDirectory(data.Folder);
        var incoming = Path.Combine(data.Folder, $"restoring-{Guid.NewGuid():N}.db");
        try
        {
            Unpack(file, incoming);
            Examine(incoming);
            using var alone = data.Alone() ?? throw new RefusedException("restore", "Ink Basin runs on that data: stop it first. Nothing was changed.", RefusalKind.Impossible);
            string? before = null;
            if (File.Exists(data.Path))
            {
                FoldLog(data);
                before = Path.Combine(data.Folder, $"inkbasin.before-restore-{at:yyyyMMdd-HHmmss}.zip");
                Write(data, before, at);
                foreach (var beside in new[] { "-wal", "-shm" }) File.Delete(data.Path + beside);
            }

            File.Move(incoming, data.Path, overwrite: true);
            return before;
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    /// <summary>Keeps one of the day, if there is none yet, and no more than the last <see cref="Kept"/>.</summary>
    /// <param name="data">The data file.</param>
    /// <param name="at">Now, by the clock on the wall.</param>
    /// <returns>The file that was written; null when there is one of the day.</returns>
    public static string? KeepOfTheDay(DataFile data, DateTimeOffset at)
    {
        ArgumentNullException.ThrowIfNull(data);
        var folder = Path.Combine(data.Folder, "backups");
        var file = Path.Combine(folder, $"ink-basin-{at:yyyy-MM-dd}.zip");
        if (File.Exists(file)) return null;
        Write(data, file, at);

        // By their names: they sort as their days do.
        foreach (var old in Directory.GetFiles(folder, "ink-basin-????-??-??.zip").OrderDescending(StringComparer.Ordinal).Skip(Kept)) File.Delete(old);
        return file;
    }

    private static void Unpack(string file, string into)
    {
        try
        {
            using var zip = ZipFile.OpenRead(file);
            if (zip.Entries.Count != 2 || zip.GetEntry(NoteName) is not { Length: <= MostNoteBytes } note || zip.GetEntry(DataName) is not { Length: <= MostBytes } db)
                throw new RefusedException("restore", "This is not a backup: it should hold a note and the data, and nothing else.");
            BackupNote? said;
            using (var text = note.Open()) said = JsonSerializer.Deserialize<BackupNote>(text, Json);
            if (said?.Format != FormatName) throw new RefusedException("restore", "This is not a backup of Ink Basin.");
            if (said.FormatVersion > Version) throw new RefusedException("restore", $"That backup was written by a later version (format {said.FormatVersion}): it cannot be read here.");
            using var from = db.Open();
            using var to = File.Create(into);
            Copy(from, to, db.Length);
        }
        catch (Exception damaged) when (damaged is InvalidDataException or JsonException or EndOfStreamException or NotSupportedException)
        {
            throw new RefusedException("restore", "This is not a backup, or it is damaged. Nothing was changed.");
        }
    }

    // Never more than the file says it holds, whatever comes out of it.
    private static void Copy(Stream from, Stream to, long length)
    {
        var buffer = new byte[1 << 16];
        long done = 0;
        for (int read; (read = from.Read(buffer)) > 0; done += read)
        {
            if (done + read > length) throw new InvalidDataException("More comes out of it than it says.");
            to.Write(buffer, 0, read);
        }

        if (done != length) throw new EndOfStreamException();
    }

    // A whole database of ours, of this version or an older one.
    private static void Examine(string file)
    {
        try
        {
            using var connection = Open(file, SqliteOpenMode.ReadOnly);
            if (Ask(connection, "PRAGMA integrity_check") is not ["ok"]) throw new RefusedException("restore", "The data in that backup is damaged. Nothing was changed.");
            var has = Ask(connection, "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId");
            using var context = new InkBasinContext(new DbContextOptionsBuilder<InkBasinContext>().UseSqlite(connection).Options);
            List<string> known = [.. context.Database.GetMigrations()];
            if (has.Count == 0 || has[0] != known[0]) throw new RefusedException("restore", "The data in that backup is none of Ink Basin’s.");
            if (has.Except(known).Any()) throw new RefusedException("restore", "The data in that backup is of a later version: it cannot be read here.");
        }
        catch (SqliteException)
        {
            throw new RefusedException("restore", "The data in that backup is damaged, or none of Ink Basin’s. Nothing was changed.");
        }
    }

    // What still lies in the log beside the file goes into it; then nothing of it stays beside.
    private static void FoldLog(DataFile data)
    {
        using var connection = Open(data.Path, SqliteOpenMode.ReadWrite);
        Ask(connection, "PRAGMA journal_mode=DELETE");
    }

    private static List<string> Ask(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.CommandTimeout = 5;
        using var reader = command.ExecuteReader();
        var said = new List<string>();
        while (reader.Read()) said.Add(reader.GetValue(0).ToString() ?? "");
        return said;
    }

    private static SqliteConnection Open(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = file, Mode = mode, Pooling = false }.ConnectionString);
        connection.Open();
        return connection;
    }
}
