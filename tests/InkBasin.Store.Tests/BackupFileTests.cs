using System.IO.Compression;
using System.Text;
using System.Text.Json.Nodes;
using InkBasin.Core;
using Microsoft.Data.Sqlite;

namespace InkBasin.Store.Tests;

/// <summary>The data in one file, and back: whole or not at all, and what is no whole backup touches nothing.</summary>
public sealed class BackupFileTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2027, 5, 14, 9, 30, 0, TimeSpan.Zero);

    private readonly string _folder = Directory.CreateTempSubdirectory("ink-basin-backup-").FullName;
    private readonly KeptFile _file = new();

    private DataFile Data(string name) => new(Path.Combine(_folder, name));

    private string At(string name) => Path.Combine(_folder, name);

    public void Dispose()
    {
        _file.Dispose();
        Directory.Delete(_folder, recursive: true);
    }

    private async Task Keep(string name)
    {
        using var ask = _file.Ask();
        await ask.Builds.CreateAsync(Sample.Board(name));
    }

    private static List<string> NamesIn(string database)
    {
        using var connection = new SqliteConnection($"Data Source={database};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT Name FROM Builds ORDER BY Name";
        using var reader = command.ExecuteReader();
        var names = new List<string>();
        while (reader.Read()) names.Add(reader.GetString(0));
        return names;
    }

    private static List<string> FilesOf(string folder) => [.. Directory.GetFiles(folder).Select(file => Path.GetFileName(file)).Where(file => file != "inkbasin.lock").Order(StringComparer.Ordinal)];

    // Written while somebody has it open and the log beside it is not folded in.
    [Fact]
    public async Task It_holds_all_there_was_at_that_moment_and_leaves_nothing_beside_it()
    {
        await Keep("Before");
        using (var open = _file.Data.OpenBeside())
        {
            await Keep("In the log");
            Backup.Write(_file.Data, At("deep/all.zip"), Now);
            await Keep("After");
        }

        Assert.Equal(["all.zip"], FilesOf(At("deep")));
        Assert.Null(Backup.Restore(At("deep/all.zip"), Data("b"), Now));
        Assert.Equal(["Before", "In the log"], NamesIn(Data("b").Path));
        Assert.Equal(["inkbasin.db"], FilesOf(Data("b").Folder));
        using var zip = ZipFile.OpenRead(At("deep/all.zip"));
        using var note = zip.GetEntry("backup.json")!.Open();
        var said = JsonNode.Parse(note)!;
        Assert.Equal(("ink-basin-backup", 1, Now), (said["format"]!.GetValue<string>(), said["formatVersion"]!.GetValue<int>(), said["writtenAt"]!.GetValue<DateTimeOffset>()));

        // A file that is there is replaced, whole.
        Backup.Write(_file.Data, At("deep/all.zip"), Now);
        Backup.Restore(At("deep/all.zip"), Data("c"), Now);
        Assert.Equal(["After", "Before", "In the log"], NamesIn(Data("c").Path));
    }

    [Fact]
    public async Task One_that_cannot_be_written_leaves_nothing_half_done()
    {
        await Keep("Mine");
        Directory.CreateDirectory(At("here/all.zip"));
        Assert.ThrowsAny<Exception>(() => Backup.Write(_file.Data, At("here/all.zip"), Now));
        Assert.Empty(FilesOf(At("here")));
    }

    [Fact]
    public async Task What_was_there_is_kept_beside_it_its_log_too()
    {
        await Keep("Early");
        Backup.Write(_file.Data, At("early.zip"), Now);
        await Keep("Late");

        // As a server leaves it that was killed: what it wrote last is in the log only.
        using (_file.Data.OpenBeside())
        {
            await Keep("Last");
            Directory.CreateDirectory(At("killed"));
            foreach (var file in Directory.GetFiles(_file.Data.Folder, "inkbasin.db*")) File.Copy(file, Path.Combine(At("killed"), Path.GetFileName(file)));
        }

        Assert.Contains("inkbasin.db-wal", FilesOf(At("killed")));
        var kept = Backup.Restore(At("early.zip"), Data("killed"), Now)!;
        Assert.Equal(Path.Combine(At("killed"), "inkbasin.before-restore-20270514-093000.zip"), kept);
        Assert.Equal(["inkbasin.before-restore-20270514-093000.zip", "inkbasin.db"], FilesOf(At("killed")));
        Assert.Equal(["Early"], NamesIn(Data("killed").Path));
        Backup.Restore(kept, Data("back"), Now);
        Assert.Equal(["Early", "Last", "Late"], NamesIn(Data("back").Path));
    }

    [Fact]
    public async Task While_a_server_holds_the_data_it_is_not_pulled_away()
    {
        await Keep("Mine");
        Backup.Write(_file.Data, At("all.zip"), Now);
        using (_file.Data.Hold())
        {
            var refused = Assert.Throws<RefusedException>(() => Backup.Restore(At("all.zip"), _file.Data, Now));
            Assert.Equal("Ink Basin runs on that data: stop it first. Nothing was changed.", refused.Message);
            Assert.DoesNotContain(FilesOf(_file.Data.Folder), file => file.StartsWith("restoring", StringComparison.Ordinal) || file.Contains("before-restore", StringComparison.Ordinal));
            using (_file.Data.Hold()) Assert.Null(_file.Data.Alone());
        }

        using (_file.Data.Alone())
        {
            Assert.Throws<IOException>(() => _file.Data.Hold());
            Assert.Null(_file.Data.Alone());
        }

        Assert.NotNull(Backup.Restore(At("all.zip"), _file.Data, Now));
    }

    [Fact]
    public async Task To_look_at_one_changes_nothing()
    {
        await Keep("Mine");
        Backup.Write(_file.Data, At("all.zip"), Now);
        await Keep("Later");
        Backup.Look(At("all.zip"), _file.Data);
        File.WriteAllBytes(At("bad.zip"), File.ReadAllBytes(At("all.zip"))[..^100]);
        Assert.Throws<RefusedException>(() => Backup.Look(At("bad.zip"), _file.Data));
        File.WriteAllBytes(At("bad.zip"), Zip(("backup.json", Note()), ("inkbasin.db", Database("CREATE TABLE Other (Id)"))));
        Assert.Throws<RefusedException>(() => Backup.Look(At("bad.zip"), _file.Data));
        Assert.Equal(["Later", "Mine"], NamesIn(_file.Data.Path));
        Assert.Equal(["inkbasin.db"], FilesOf(_file.Data.Folder));
    }

    [Fact]
    public async Task What_is_no_whole_backup_is_refused_and_touches_nothing()
    {
        Backup.Write(_file.Data, At("all.zip"), Now);

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
        const string History = "CREATE TABLE __EFMigrationsHistory (MigrationId TEXT, ProductVersion TEXT)";
        Assert.Contains("none of Ink Basin", Refused(Zip(("backup.json", Note()), ("inkbasin.db", Database(History)))), StringComparison.Ordinal);
        Assert.Contains("none of Ink Basin", Refused(Zip(("backup.json", Note()), ("inkbasin.db", Database($"{History}; INSERT INTO __EFMigrationsHistory VALUES ('20200101000000_Other', '1')")))), StringComparison.Ordinal);
        Assert.Contains("later version", Refused(Zip(("backup.json", Note()), ("inkbasin.db", Altered(whole, "INSERT INTO __EFMigrationsHistory VALUES ('99991231_Later', '99')")))), StringComparison.Ordinal);
        Assert.Throws<RefusedException>(() => Backup.Restore(At("nowhere.zip"), Data("b"), Now));
        Assert.Throws<RefusedException>(() => Backup.Write(Data("none"), At("x.zip"), Now));
    }

    [Fact]
    public async Task Bytes_turned_over_are_refused_or_the_data_is_whole()
    {
        Backup.Write(_file.Data, At("all.zip"), Now);

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
    public void One_of_each_day_is_kept_and_no_more_than_seven()
    {

        var folder = Path.Combine(_file.Data.Folder, "backups");
        for (var day = 0; day < 9; day++)
        {
            Assert.NotNull(Backup.KeepOfTheDay(_file.Data, Now.AddDays(day)));
            Assert.Null(Backup.KeepOfTheDay(_file.Data, Now.AddDays(day).AddHours(3)));
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
