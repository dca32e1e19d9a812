using InkBasin.Core;
using InkBasin.Core.Plan;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>A late check, with the build it is of.</summary>
public sealed record BuildCheck(Guid BuildId, string BuildName, LateCheck Check);

/// <summary>What is to be looked at now, over all builds on the shelf.</summary>
internal static partial class AfterCareEndpoints
{
    // What came due earlier nobody still wants to be told; what is further off is asked for again.
    private const double BackH = 12;
    private const double AheadH = 2;

    // By then every product has cured.
    private const double MostDays = 60;

    public static void MapAfterCare(this WebApplication app)
    {
        app.MapGet("/api/after-care", AfterCareOf).WithTags("after-care");
        app.MapGet("/api/builds/{id:guid}/late-checks", OfBuild).WithTags("after-care").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Ok<IReadOnlyList<LateCheck>>> OfBuild(Guid id, BuildStore store, Answers answers, TimeProvider time, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var (now, zone) = (time.GetUtcNow(), Clock.Zone(build.TimeZone));
        return TypedResults.Ok<IReadOnlyList<LateCheck>>([.. AfterCare.Of(await answers.OfAsync(build, cancel)).Where(check => check.At >= now || check.Until > now).Select(check => check with { At = Clock.On(check.At, zone) })]);
    }

    private static async Task<Ok<IReadOnlyList<BuildCheck>>> AfterCareOf(BuildStore store, Answers answers, BuildMemory<IReadOnlyList<LateCheck>> memory, Core.Plan.Stores shelf, TimeProvider time, ILogger<Answers> logger, CancellationToken cancel)
    {
        var now = time.GetUtcNow();
        var due = new List<BuildCheck>();
        var shelved = await store.ListAsync(false, cancel);
        memory.Keep(shelved);
        foreach (var one in shelved.Where(one => one.Build is { Begun.Count: > 0 }))
        {
            var build = one.Build!;
            var zone = Clock.Zone(build.TimeZone);
            if (build.Begun.Max(pour => pour.At) < now.AddDays(-MostDays)) continue;
            IReadOnlyList<LateCheck> checks;
            try
            {
                checks = await memory.OfAsync(one, shelf, async changed => AfterCare.Of(await answers.OfAsync(changed, cancel)));
            }
            catch (Exception refused) when (refused is RefusedException or StoredDataException)
            {
                // It says so itself where it is opened; the others are looked after all the same.
                LogUnplanned(logger, one.Id, refused.Message);
                continue;
            }

            due.AddRange(checks
                .Where(check => check.At >= now.AddHours(-BackH) && check.At <= now.AddHours(AheadH) && (check.Until is not { } until || until > now))
                .Select(check => new BuildCheck(one.Id, one.Name, check with { At = Clock.On(check.At, zone) })));
        }

        return TypedResults.Ok<IReadOnlyList<BuildCheck>>(due);
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Build {Id} cannot be planned, nor its late checks told: {Why}")]
    private static partial void LogUnplanned(ILogger logger, Guid id, string why);
}
