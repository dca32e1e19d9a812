using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Store;

namespace InkBasin.Server.Builds;

/// <summary>Plans the work of builds for the store, on their grounds.</summary>
internal sealed partial class PlansWork(Grounds grounds, Core.Plan.Stores stores, PlanMemory memory, TimeProvider time, ILogger<PlansWork> logger) : IPlansWork
{
    public async Task<IReadOnlyList<Work>?> OfAsync(Build build, bool withAmounts, CancellationToken cancel)
    {
        try
        {
            var answers = new BuildAnswers(build, await grounds.OfAsync(build, cancel), stores, memory, cancel);
            var compile = withAmounts ? await grounds.CompilerAsync(build, cancel) : null;

            // A ground that cannot be cut as it is takes what the rest of it takes.
            return BuildWork.Of(answers, compile is null ? null : Answer.Of(() => answers.Making(compile)).Is, time.GetUtcNow());
        }
        catch (Exception broken) when (broken is RefusedException or StoredDataException)
        {
            // Undo is within reach whatever is broken; the cupboard then stays as it is, to be put right by hand.
            LogUnplanned(logger, build.Name, broken);
            return null;
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The work of {Name} cannot be planned: the cupboard does not follow this change")]
    private static partial void LogUnplanned(ILogger logger, string name, Exception exception);
}
