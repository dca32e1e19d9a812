using InkBasin.Core.Resin;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>What is remembered from plan to plan. Whoever plans again and again keeps one and hands it in; a new one begins anew.</summary>
public sealed class PlanMemory
{
    /// <summary>Columns of resin followed before.</summary>
    public CureMemory Cures { get; } = new();

    /// <summary>Basins measured before.</summary>
    public BasinMemory Basins { get; } = new();
}
