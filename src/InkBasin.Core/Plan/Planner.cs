using InkBasin.Core.Builds;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Plan;

/// <summary>Build → plan in one go.</summary>
public static class Planner
{
    /// <summary>Plans a build from its recipe.</summary>
    /// <exception cref="RefusedException">The build itself cannot be.</exception>
    public static BuildPlan Plan(Build build, Stores stores, GroundGrids? grids = null, CancellationToken cancel = default) => Answers(build, stores, grids, cancel).Plan();

    /// <summary>What follows from a build, from its recipe on.</summary>
    /// <exception cref="RefusedException">The build itself cannot be.</exception>
    public static BuildAnswers Answers(Build build, Stores stores, GroundGrids? grids = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        build.Check();
        return new BuildAnswers(build, GroundRecipe.Compile(build.Board, build.Recipe, grids, cancel), stores, new PlanMemory(), cancel);
    }
}
