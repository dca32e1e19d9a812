using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Hosting;

/// <summary>Backup and restore by command, from the page, and one of itself each day it runs.</summary>
internal static class Backups
{
    public static void AddBackups(this WebApplicationBuilder builder) => builder.Services.AddHostedService<DailyBackup>();

    public static void MapBackups(this WebApplication app) => app.MapGet("/api/backup", Download).Produces<byte[]>(contentType: "application/zip").WithTags("backup");

    /// <summary>Does what the command line asks for instead of serving.</summary>
    /// <returns>The exit code; null when it asks for neither.</returns>
    public static int? BackupOrRestore(this WebApplication app)
    {
        var data = app.Services.GetRequiredService<DataFile>();
        var now = app.Services.GetRequiredService<TimeProvider>().GetLocalNow();
        try
        {
            if (app.Configuration["backup"] is { Length: > 0 } to)
            {
                Backup.Write(data, to, now);
                Console.WriteLine($"Backed up to {to}.");
                return 0;
            }

            if (app.Configuration["restore"] is { Length: > 0 } from)
            {
                var before = Backup.Restore(from, data, now);
                Console.WriteLine($"Restored from {from}.{(before is null ? "" : $" What was there before is in {before}.")}");
                return 0;
            }
        }
        catch (Exception refused) when (refused is RefusedException or IOException or UnauthorizedAccessException)
        {
            Console.Error.WriteLine(refused.Message);
            return 1;
        }

        return null;
    }

    private static FileStreamHttpResult Download(DataFile data, TimeProvider time)
    {
        var now = time.GetLocalNow();
        var file = Path.Combine(Path.GetTempPath(), $"ink-basin-{Guid.NewGuid():N}.zip");
        Backup.Write(data, file, now);
        return TypedResults.File(new FileStream(file, new FileStreamOptions { Options = FileOptions.DeleteOnClose | FileOptions.Asynchronous }), "application/zip", $"ink-basin-{now:yyyy-MM-dd}.zip");
    }
}

/// <summary>Keeps a backup of each day the program is used.</summary>
internal sealed partial class DailyBackup(DataFile data, TimeProvider time, ILogger<DailyBackup> logger) : BackgroundService
{
    private static readonly TimeSpan Each = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Each, time);
        do
        {
            try
            {
                if (File.Exists(data.Path)) Backup.KeepOfTheDay(data, time.GetLocalNow());
            }
            catch (Exception full) when (full is IOException or UnauthorizedAccessException or RefusedException or Microsoft.Data.Sqlite.SqliteException)
            {
                // A full disk is told and tried again within the hour; the bench goes on.
                LogNotKept(logger, full);
            }
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "The backup of the day could not be kept")]
    private static partial void LogNotKept(ILogger logger, Exception exception);
}
