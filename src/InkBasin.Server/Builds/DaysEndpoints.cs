using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>The days of a build.</summary>
internal static class DaysEndpoints
{
    // Longer nobody looks at a page that seeks; the best found by then is shown, and said to be that.
    private static readonly TimetableSearch Search = new(TimeSpan.FromSeconds(4));

    public static void MapDays(this RouteGroupBuilder builds) => builds.MapGet("/{id:guid}/days", Days);

    private static async Task<Ok<DaysPlan>> Days(Guid id, Answers answers, TimeProvider time, CancellationToken cancel) =>
        TypedResults.Ok(BuildDays.Of(await answers.OfAsync(id, cancel), time.GetUtcNow(), Search));
}
