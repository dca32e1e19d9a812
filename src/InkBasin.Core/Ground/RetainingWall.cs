namespace InkBasin.Core.Ground;

/// <summary>
/// A wall of one thickness along a line of straight pieces, with its top at a level: ground under it is raised to the top,
/// ground that already stands higher is left.
/// </summary>
public sealed record RetainingWall : ShapingStep
{
    /// <summary>Foot of the wall, 2…200 points, joined straight.</summary>
    public required IReadOnlyList<PointMm> Points { get; init; }

    /// <summary>Level of its top, mm over the board, −500…500.</summary>
    public required double TopMm { get; init; }

    /// <summary>Its thickness, mm, 0.5…200.</summary>
    public double ThicknessMm { get; init; } = 4;

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Lines.Check(Points, 2, field);
        Require.Within(TopMm, -500, 500, $"{field}.topMm");
        Require.Within(ThicknessMm, 0.5, 200, $"{field}.thicknessMm");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around([.. Points], HalfMm(grid.CellMm));

    /// <inheritdoc/>
    internal override CellRegion Region(CellGrid grid, HeightBounds bounds) =>
        CellRegion.Along(grid, [.. Points], HalfMm(grid.CellMm));

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var half = HalfMm(work.CellMm);
        var wall = NearestPiece.Lay(work, [.. Points], half);
        for (var cell = 0; cell < work.Cells; cell++)
        {
            if (wall.Distance2[cell] <= half * half && work.HeightsMm[cell] < TopMm) work.Set(cell, TopMm);
        }
    }

    // A wall thinner than a cell still stands: otherwise water would find its way between the cells' centres.
    private double HalfMm(double cellMm) => Math.Max(ThicknessMm / 2, cellMm * 0.71);
}
