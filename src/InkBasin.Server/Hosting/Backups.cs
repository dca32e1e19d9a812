using InkBasin.Core;
using InkBasin.Server.Builds;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace InkBasin.Server.Hosting;

/// <summary>Backup and restore by command, from the page, and one of itself each day it runs.</summary>
internal static class Backups
{
    public static void AddBackups(this WebApplicationBuilder builder, Restoring restoring)
    {
        builder.Services.AddHostedService<DailyBackup>();
        builder.Services.AddSingleton(restoring);
    }

    public static void MapBackups(this WebApplication app)
    {
        var backup = app.MapGroup("/api/backup").WithTags("backup");
        backup.MapGet("/", Download).Produces<byte[]>(contentType: "application/zip");
        backup.MapPost("/restore", Restore).Accepts<byte[]>(GroundPicture.ContentType, "application/zip").WithMetadata(new DisableRequestSizeLimitAttribute()).ProducesValidationProblem();
        backup.MapGet("/restored", (Restoring restoring) => TypedResults.Ok(restoring.Last ?? Restored.None));
    }

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

    // Looked at while the page waits; it takes the data's place when this answer is out and the server has ended.
    private static async Task<Accepted<RestoreBegun>> Restore(HttpContext http, DataFile data, TimeProvider time, Restoring restoring, IHostApplicationLifetime life, CancellationToken cancel)
    {
        var file = Path.Combine(Path.GetTempPath(), $"ink-basin-restoring-{Guid.NewGuid():N}.zip");
        try
        {
            await using (var to = File.Create(file)) await http.Request.Body.CopyToAsync(to, cancel);
            Backup.Look(file, data);
        }
        catch
        {
            File.Delete(file);
            throw;
        }

        var begun = restoring.Begin(file, data, time.GetLocalNow());
        http.Response.OnCompleted(() =>
        {
            life.StopApplication();
            return Task.CompletedTask;
        });
        return TypedResults.Accepted("/api/backup/restored", begun);
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
