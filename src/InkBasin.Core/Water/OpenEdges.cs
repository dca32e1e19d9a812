using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A run of the board's edge where a water would run off.</summary>
/// <param name="Side">The side.</param>
/// <param name="FromMm">Border of its first cell, mm along the side.</param>
/// <param name="ToMm">Border of its last cell, mm along the side.</param>
/// <param name="LowestBedMm">Lowest ground in the run, mm (the ground, not a dam).</param>
/// <param name="MaxDepthMm">Waterline − lowest bed, mm.</param>
public sealed record OpenEdge(BoardSide Side, double FromMm, double ToMm, double LowestBedMm, double MaxDepthMm);

/// <summary>
/// Maximal runs of edge cells that are wet at the waterline and whose outlet over that side is under it (readings.md
/// 11). A dam that reaches the waterline closes its cells, a lower one does not. Runs never turn a corner.
/// </summary>
public static class OpenEdges
{
    /// <returns>The runs: back, front, left, right, then rising along the side.</returns>
    public static IReadOnlyList<OpenEdge> Of(WetRegion region, EdgeOutlets outlets)
    {
        ArgumentNullException.ThrowIfNull(region);
        ArgumentNullException.ThrowIfNull(outlets);
        var field = region.Field;
        var wet = new bool[field.HeightsMm.Length];
        foreach (var cell in region.Cells) wet[cell] = true;
        var edges = new List<OpenEdge>();
        foreach (var side in EdgeOutlets.Sides)
        {
            var count = outlets.CellsAlong(side);
            for (var k = 0; k < count;)
            {
                if (!IsOpen(side, k))
                {
                    k++;
                    continue;
                }

                var from = k;
                var lowest = double.PositiveInfinity;
                for (; k < count && IsOpen(side, k); k++) lowest = Math.Min(lowest, field.HeightsMm[outlets.CellOn(side, k)]);
                edges.Add(new OpenEdge(side, from * field.CellMm, k * field.CellMm, lowest, region.LevelMm - lowest));
            }
        }

        return edges;

        bool IsOpen(BoardSide side, int index) =>
            wet[outlets.CellOn(side, index)] && outlets.Over(side, index) < region.LevelMm;
    }
}
