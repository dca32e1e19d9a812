using InkBasin.Server.Bench;
using InkBasin.Store;
using Microsoft.AspNetCore.SignalR;

namespace InkBasin.Server.Instruments;

/// <summary>Tells those who watch a session what its instruments show, some times a second, and only while somebody does.</summary>
internal sealed partial class InstrumentFeed(
    IServiceProvider services, BenchWatchers watchers, BenchInstruments instruments, IHubContext<BenchHub, IBenchWatcher> hub, TimeProvider time, ILogger<InstrumentFeed> logger) : BackgroundService
{
    /// <summary>How often, s.</summary>
    public const double EachS = 0.2;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromSeconds(EachS), time);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            foreach (var session in watchers.Sessions)
            {
                try
                {
                    using var scope = services.CreateScope();
                    var stored = await scope.ServiceProvider.GetRequiredService<BenchStore>().GetAsync(session, stoppingToken);
                    await hub.Clients.Group(BenchHub.GroupOf(session)).Readings(await instruments.ReadAsync(stored, stoppingToken));
                }
                catch (Exception gone) when (gone is SessionNotFoundException or StoredDataException)
                {
                    // Whoever watches it is told when they ask for it; the others go on being told.
                    LogGone(logger, session, gone.Message);
                }
                catch (Exception fault) when (!stoppingToken.IsCancellationRequested)
                {
                    // A data file that is just being put in another's place, a full disk: told, and read again. It ends no bench and no program.
                    LogFault(logger, fault, session);
                }
            }
        }
    }

    [LoggerMessage(Level = LogLevel.Debug, Message = "Session {Id} is watched and cannot be read: {Why}")]
    private static partial void LogGone(ILogger logger, Guid id, string why);

    [LoggerMessage(Level = LogLevel.Error, Message = "What the instruments show could not be told to those who watch session {Id}")]
    private static partial void LogFault(ILogger logger, Exception fault, Guid id);
}
