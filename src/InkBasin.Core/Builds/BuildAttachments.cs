using InkBasin.Core.Ground;

namespace InkBasin.Core.Builds;

/// <summary>What a build lays down but does not hold in itself: height grids and pictures, by the ids they are kept under.</summary>
public static class BuildAttachments
{
    /// <summary>Height grids its recipe lays down, each once, in the recipe's order.</summary>
    public static IReadOnlyList<string> GridIds(Build build)
    {
        ArgumentNullException.ThrowIfNull(build);
        return [.. build.Recipe.OfType<ExistingGround>().Select(step => step.GridId).Distinct()];
    }

    /// <summary>Pictures: what it is traced from, then those of its log, each once.</summary>
    public static IReadOnlyList<string> PictureIds(Build build)
    {
        ArgumentNullException.ThrowIfNull(build);
        return [.. new[] { build.Photo?.PictureId }.Concat(build.Log.Select(entry => entry.PhotoId)).OfType<string>().Distinct()];
    }

    /// <summary>The build with its grids under other ids.</summary>
    /// <param name="build">The build.</param>
    /// <param name="ids">New ids by the old ones; a grid not named keeps its own.</param>
    public static Build WithGrids(Build build, IReadOnlyDictionary<string, string> ids)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(ids);
        return ids.All(pair => pair.Key == pair.Value)
            ? build
            : build with { Recipe = [.. build.Recipe.Select(step => step is ExistingGround laid && ids.TryGetValue(laid.GridId, out var id) ? laid with { GridId = id } : step)] };
    }
}
