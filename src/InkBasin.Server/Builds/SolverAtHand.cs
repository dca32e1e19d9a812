using InkBasin.Core;
using InkBasin.Core.Days;

namespace InkBasin.Server.Builds;

/// <summary>Has the solver loaded and run once beside the start, so that nobody waits for that who opens the days first.</summary>
internal sealed partial class SolverAtHand(TimeProvider time, ILogger<SolverAtHand> logger) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Not in the way of the start itself.
        await Task.Yield();
        var choice = new DaysChoice();
        DayStep[] steps = [new("one", 10, 600), new("two", 10, 0, 5, [new DayLink("one", LinkFrom.Start, 600, 3000)])];
        try
        {
            Timetable.Of(steps, new BenchHours(time.GetUtcNow(), 14, choice.Week, choice.Except), new TimetableSearch(TimeSpan.FromSeconds(5)), stoppingToken);
        }
        catch (RefusedException refused)
        {
            // A machine that stands still, or a clock beyond all calendars: the program runs all the same.
            NotAtHand(refused);
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The solver is not at hand yet")]
    private partial void NotAtHand(Exception why);
}
