using InkBasin.Core.Builds;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Plan;

/// <summary>Holds an edit back that would begin a pour with a question open.</summary>
public static class PourGate
{
    /// <summary>Pours a build has begun that the one before it has not, by layer.</summary>
    public static IReadOnlyList<BegunPour> NewIn(Build before, Build after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        return [.. after.Begun.Where(pour => before.Begun.All(known => known.Id != pour.Id)).OrderBy(pour => pour.Layer)];
    }

    /// <summary>
    /// The builds that the pours of an edit are judged on: as the edit leaves them, without that pour and those after it and with the answers it was begun
    /// on. An edit that changes something else besides cannot walk round the list.
    /// </summary>
    public static IReadOnlyList<(BegunPour Pour, Build Build)> Asked(Build before, Build after) => [.. NewIn(before, after).Select(pour => (pour, after with
    {
        Begun = [.. after.Begun.Where(other => other.WaterId != pour.WaterId || other.Layer < pour.Layer)],
        Answers = [.. after.Answers.Where(answer => answer.WaterId != pour.WaterId), .. pour.Answers],
    }))];

    /// <summary>Lets an edit through only when every pour it begins has its list settled.</summary>
    /// <param name="before">The build before the edit.</param>
    /// <param name="after">The build after it.</param>
    /// <param name="listOf">The list of a pour, on the build of <see cref="Asked"/>.</param>
    /// <exception cref="RefusedException">A question is open.</exception>
    public static void Check(Build before, Build after, Func<BegunPour, IReadOnlyList<PourCheck>> listOf)
    {
        ArgumentNullException.ThrowIfNull(listOf);
        foreach (var pour in NewIn(before, after))
        {
            var open = listOf(pour).Where(check => !check.Settled).ToList();
            if (open.Count == 0) continue;
            throw new RefusedException(
                "beforePour",
                $"Not yet: {open.Count} {(open.Count == 1 ? "question is" : "questions are")} open before this pour, first “{open[0].Question}” Answer {(open.Count == 1 ? "it" : "them")}, or go on knowingly with a reason.",
                RefusalKind.Impossible);
        }
    }
}
