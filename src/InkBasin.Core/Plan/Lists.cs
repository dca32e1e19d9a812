using InkBasin.Core.Ground;

namespace InkBasin.Core.Plan;

/// <summary>Lists with one thing changed.</summary>
internal static class Lists
{
    public static int StepAt(Build build, string id) =>
        Find(build.Recipe, step => step.Id == id, "That step of the ground is not there any more.");

    public static (int At, Strokes Strokes) StrokesAt(Build build, string id)
    {
        var at = StepAt(build, id);
        return build.Recipe[at] is Strokes strokes
            ? (at, strokes)
            : throw new RefusedException("id", $"{build.Recipe[at].Name} is not a set of strokes.", RefusalKind.Impossible);
    }

    public static (int At, SurveyedBed Bed) BedAt(Build build, string id)
    {
        var at = StepAt(build, id);
        return build.Recipe[at] is SurveyedBed bed
            ? (at, bed)
            : throw new RefusedException("id", $"{build.Recipe[at].Name} is not a measured bed.", RefusalKind.Impossible);
    }

    public static int StandInAt(Build build, string id) =>
        Find(build.StandIns, thing => thing.Id == id, "That stand-in is not there any more.");

    public static int WaterAt(Build build, string id) =>
        Find(build.Waters, water => water.Id == id, "That water is not there any more.");

    public static int TestAt(Build build, string id) =>
        Find(build.WaterTests, test => test.Id == id, "That water test is not there any more.");

    public static int DrownedAt(Build build, string id) =>
        Find(build.Drowned, thing => thing.Id == id, "That thing is not there any more.");

    public static int PourAt(Build build, string id) =>
        Find(build.Begun, pour => pour.Id == id, "That pour is not in the log any more.");

    public static IReadOnlyList<T> Insert<T>(IReadOnlyList<T> list, int index, T item)
    {
        if (index < 0 || index > list.Count)
            throw new RefusedException("index", $"The place must lie between 0 and {list.Count}.");
        return [.. list.Take(index), item, .. list.Skip(index)];
    }

    public static IReadOnlyList<T> Remove<T>(IReadOnlyList<T> list, int index) => [.. list.Take(index), .. list.Skip(index + 1)];

    public static IReadOnlyList<T> Replace<T>(IReadOnlyList<T> list, int index, T item) => [.. list.Take(index), item, .. list.Skip(index + 1)];

    private static int Find<T>(IReadOnlyList<T> list, Func<T, bool> match, string gone)
    {
        for (var i = 0; i < list.Count; i++)
        {
            if (match(list[i])) return i;
        }

        throw new RefusedException("id", gone, RefusalKind.Impossible);
    }
}
