using System.Text.Json.Serialization;

namespace InkBasin.Core.Ground;

/// <summary>The board everything stands on.</summary>
/// <param name="WidthMm">Left to right, mm, 20…3000.</param>
/// <param name="DepthMm">Back to front, mm, 20…3000.</param>
/// <param name="CellMm">Side of the grid's cells, mm, 0.25…20.</param>
/// <param name="ThicknessMm">Thickness of the board itself, mm, 1…100 (below height 0).</param>
/// <param name="Material">What the board is: <c>ply</c> or <c>mdf</c>.</param>
public sealed record Board(double WidthMm, double DepthMm, double CellMm = 2, double ThicknessMm = 6, string Material = "ply")
{
    /// <summary>Cells from left to right: the board's width in cells, rounded, at least 1.</summary>
    [JsonIgnore]
    public int Columns => Math.Max(1, (int)Math.Round(WidthMm / CellMm));

    /// <summary>Cells from back to front.</summary>
    [JsonIgnore]
    public int Rows => Math.Max(1, (int)Math.Round(DepthMm / CellMm));

    /// <summary>Refuses a board no grid fits on.</summary>
    /// <exception cref="RefusedException">A size is out of range or the grid would have too many cells.</exception>
    public void Check(string field)
    {
        Require.Within(WidthMm, 20, 3000, $"{field}.widthMm");
        Require.Within(DepthMm, 20, 3000, $"{field}.depthMm");
        Require.Within(CellMm, 0.25, 20, $"{field}.cellMm");
        Require.Within(ThicknessMm, 1, 100, $"{field}.thicknessMm");
        if (Material is not ("ply" or "mdf")) throw new RefusedException($"{field}.material", "The board is ply or mdf.");
        if ((long)Columns * Rows > HeightField.MaxCells)
            throw new RefusedException($"{field}.cellMm", "That makes over 4 million cells: choose a larger cell.");
    }
}

/// <summary>What a recipe compiles to.</summary>
/// <param name="Surface">The finished surface.</param>
/// <param name="SkinMm">Plaster at the surface of each cell, mm, on the same grid.</param>
public sealed record CompiledGround(HeightField Surface, double[] SkinMm)
{
    private readonly Remembered<(HeightField, double[]), (double AreaMm2, double VolumeMl)> _plaster = new();
    private readonly Remembered<(HeightField, double[]), (double LowestMm, double HighestMm)> _range = new();

    /// <summary>True area under plaster in mm², and its volume in ml (models.md §1a).</summary>
    public (double AreaMm2, double VolumeMl) Plaster => _plaster.Of((Surface, SkinMm), () => SkinVolume.Of(this));

    /// <summary>The lowest and the highest ground, mm over the board.</summary>
    public (double LowestMm, double HighestMm) RangeMm => _range.Of((Surface, SkinMm), () => Extremes.Of(Surface.HeightsMm));

    /// <summary>Bounds no cell has left while it was compiled.</summary>
    internal HeightBounds Bounds { get; init; }

    /// <summary>What it was compiled from, in order.</summary>
    internal IReadOnlyList<IGroundPart> Parts { get; init; } = [];
}

/// <summary>
/// A board and the ordered steps that make its ground. The recipe is the truth; the grid is derived from it and may
/// be thrown away (models.md §1).
/// </summary>
public static class GroundRecipe
{
    /// <summary>Compiles the enabled steps in order on a bare board of height 0. Same input, same grid to the last bit.</summary>
    /// <param name="board">The board, already checked.</param>
    /// <param name="steps">The steps, already checked.</param>
    /// <param name="grids">The grids the steps lay down; null when they lay down none.</param>
    /// <param name="cancel">Stops the work between parts and rows.</param>
    /// <exception cref="RefusedException">A step lays down a grid that is not at hand.</exception>
    public static CompiledGround Compile(Board board, IReadOnlyList<GroundStep> steps, GroundGrids? grids = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(board);
        ArgumentNullException.ThrowIfNull(steps);
        return GroundChange.Whole(CellGrid.Of(board), GroundChange.Parts(steps, grids ?? GroundGrids.None), cancel);
    }

    /// <summary>
    /// The same answer as <see cref="Compile"/>, to the last bit, at the cost of what differs from a ground at hand. Steps and
    /// strokes count as shared when their fields are the same and their lists the same objects.
    /// </summary>
    /// <param name="board">The board, already checked; another than the ground's own only costs a whole compilation.</param>
    /// <param name="steps">The steps wanted, already checked.</param>
    /// <param name="ground">A ground compiled before.</param>
    /// <param name="grids">The grids the steps lay down; null when they lay down none.</param>
    /// <param name="cancel">Stops the work between parts and rows.</param>
    /// <exception cref="RefusedException">A step lays down a grid that is not at hand.</exception>
    public static CompiledGround Recompile(Board board, IReadOnlyList<GroundStep> steps, CompiledGround ground, GroundGrids? grids = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(board);
        ArgumentNullException.ThrowIfNull(steps);
        ArgumentNullException.ThrowIfNull(ground);
        var grid = CellGrid.Of(board);
        var parts = GroundChange.Parts(steps, grids ?? GroundGrids.None);
        return grid == CellGrid.Of(ground.Surface) ? GroundChange.From(grid, ground, parts, cancel) : GroundChange.Whole(grid, parts, cancel);
    }

    /// <summary>
    /// Of grounds of the same board, the one it costs least to recompile a recipe from: the fewest parts differ from it, and of
    /// several such the one where they may change the fewest cells. A hill dragged far is nearer to where it was a moment ago
    /// than to where it was taken up.
    /// </summary>
    /// <param name="board">The board, already checked.</param>
    /// <param name="steps">The steps wanted, already checked.</param>
    /// <param name="grounds">Grounds compiled before, on this board; of equals the first is taken.</param>
    /// <param name="grids">The grids the steps lay down; null when they lay down none.</param>
    /// <returns>One of <paramref name="grounds"/>; null when there is none.</returns>
    /// <exception cref="RefusedException">A step lays down a grid that is not at hand.</exception>
    public static CompiledGround? Nearest(Board board, IReadOnlyList<GroundStep> steps, IReadOnlyList<CompiledGround> grounds, GroundGrids? grids = null)
    {
        ArgumentNullException.ThrowIfNull(board);
        ArgumentNullException.ThrowIfNull(steps);
        ArgumentNullException.ThrowIfNull(grounds);
        if (grounds.Count < 2) return grounds.Count == 0 ? null : grounds[0];
        var parts = GroundChange.Parts(steps, grids ?? GroundGrids.None);
        var differing = grounds.Select(ground => GroundChange.Unshared(ground.Parts, parts)).ToArray();
        var least = differing.Min();
        CompiledGround[] fewest = [.. grounds.Where((_, i) => differing[i] == least)];
        return fewest.Length == 1 ? fewest[0] : fewest.MinBy(ground => GroundChange.UnsharedCells(CellGrid.Of(board), ground, parts));
    }
}
