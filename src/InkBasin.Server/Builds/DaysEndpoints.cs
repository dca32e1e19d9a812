using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Formats;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>The days of a build.</summary>
internal static class DaysEndpoints
{
    // Longer nobody looks at a page that seeks; the best found by then is shown, and said to be that.
    private static readonly TimetableSearch Search = new(TimeSpan.FromSeconds(4));

    public static void MapDays(this RouteGroupBuilder builds)
    {
        builds.MapGet("/{id:guid}/days", Days);
        builds.MapGet("/{id:guid}/days.ics", Calendar).Produces<string>(StatusCodes.Status200OK, "text/calendar");
    }

    // An address a calendar on this machine can subscribe to.
    private static async Task<IResult> Calendar(Guid id, BuildStore store, Answers answers, TimeProvider time, CancellationToken cancel)
    {
        var name = (await store.GetAsync(id, cancel)).Build.Name;
        var (now, found) = (time.GetUtcNow(), await answers.OfAsync(id, cancel));
        return TypedResults.Text(DaysCalendar.Write(BuildDays.Of(found, now, Search), id, name, now), "text/calendar", System.Text.Encoding.UTF8);
    }

    private static async Task<Ok<DaysPlan>> Days(Guid id, Answers answers, TimeProvider time, CancellationToken cancel) =>
        TypedResults.Ok(BuildDays.Of(await answers.OfAsync(id, cancel), time.GetUtcNow(), Search));
}
