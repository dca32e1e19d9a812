using InkBasin.Core;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>A lesson of the shop, as it is offered to a build.</summary>
/// <param name="Lesson">The lesson as it is now.</param>
/// <param name="Sentence">In words, with how sure it is.</param>
/// <param name="Taken">The same as the build has taken it; null while it has not.</param>
public sealed record LessonOffer(Lesson Lesson, string Sentence, TakenLesson? Taken);

/// <summary>The log of a build, and what is learnt from those of all builds.</summary>
internal static partial class LogEndpoints
{
    public static void MapLog(this RouteGroupBuilder builds)
    {
        builds.MapGet("/{id:guid}/log", Log);
        builds.MapGet("/{id:guid}/lessons", Offers);
    }

    private static async Task<Ok<IReadOnlyList<ReadEntry>>> Log(Guid id, Answers answers, CancellationToken cancel) => TypedResults.Ok(BuildLog.Of(await answers.OfAsync(id, cancel)));

    private static async Task<Ok<IReadOnlyList<LessonOffer>>> Offers(Guid id, BuildStore store, Answers answers, BuildMemory<IReadOnlyList<LessonMeasure>> memory, Core.Plan.Stores stores, ILogger<LessonOffer> logger, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var shelved = await store.ListAsync(false, cancel);
        memory.Keep(shelved);
        var measured = new List<LessonMeasure>();

        // Held against the plan without any lesson: what was taken once is not learnt anew on top of itself.
        foreach (var other in shelved.Where(one => one.Build is { } shown && (shown.Log.Count > 0 || shown.WaterTests.Count > 0)))
        {
            try
            {
                measured.AddRange(await memory.OfAsync(other, stores, async changed => BuildLog.Measured(await answers.OfAsync(changed with { Learnt = [] }, cancel))));
            }
            catch (Exception refused) when (refused is RefusedException or StoredDataException)
            {
                // It says so itself where it is opened; what the others measured is learnt all the same.
                LogUnplanned(logger, other.Id, refused.Message);
            }
        }

        var lessons = Lessons.Of(measured);
        TakenLesson? Taken(Lesson lesson) => build.Learnt.FirstOrDefault(one => one.Lesson.Kind == lesson.Kind && one.Lesson.ProductId == lesson.ProductId);
        return TypedResults.Ok<IReadOnlyList<LessonOffer>>([.. lessons.Select(lesson => new LessonOffer(lesson, LessonNotices.Sentence(lesson, stores.Sheet(lesson.ProductId)?.Name), Taken(lesson)))]);
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Build {Id} cannot be planned, nor is anything learnt from it: {Why}")]
    private static partial void LogUnplanned(ILogger logger, Guid id, string why);
}
