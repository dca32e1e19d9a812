using System.Text;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Formats;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>The days of a build.</summary>
internal static class DaysEndpoints
{
    private const int LongestS = 30;

    public static void MapDays(this RouteGroupBuilder builds)
    {
        builds.MapGet("/{id:guid}/days", Days);
        builds.MapGet("/{id:guid}/days/trials", Trials);
        builds.MapGet("/{id:guid}/days.ics", Calendar).Produces<string>(StatusCodes.Status200OK, "text/calendar");
        builds.MapGet("/{id:guid}/days.csv", Table).Produces<string>(StatusCodes.Status200OK, "text/csv");
    }

    // An address a calendar on this machine can subscribe to.
    private static async Task<IResult> Calendar(Guid id, BuildStore store, BenchDays bench, TimeProvider time, CancellationToken cancel) =>
        TypedResults.Text(DaysCalendar.Write(await bench.OfAsync(id, cancel), id, (await store.GetAsync(id, cancel)).Build.Name, time.GetUtcNow()), "text/calendar", Encoding.UTF8);

    private static async Task<IResult> Table(Guid id, BenchDays bench, CancellationToken cancel) =>
        TypedResults.Text(DaysTable.Write(await bench.OfAsync(id, cancel)), "text/csv", Encoding.UTF8);

    // A page that waits asks for a short search first, then for a longer one that it can leave.
    private static async Task<Ok<DaysPlan>> Days(Guid id, BenchDays bench, ShownDays shown, CancellationToken cancel, double? withinS = null)
    {
        if (withinS is { } within) Core.Require.Within(within, 0.1, LongestS, "withinS");
        return TypedResults.Ok(shown.Show(id, await bench.OfAsync(id, cancel, withinS is { } limit ? TimeSpan.FromSeconds(limit) : null)));
    }

    private static async Task<Ok<IReadOnlyList<DaysTrial>>> Trials(Guid id, BenchDays bench, CancellationToken cancel) => TypedResults.Ok(await bench.TrialsAsync(id, cancel));
}
