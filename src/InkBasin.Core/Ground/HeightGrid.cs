namespace InkBasin.Core.Ground;

/// <summary>
/// Heights brought in from outside, in the lengths of their file (metres of a real landscape, or millimetres of a scan): what an
/// <see cref="ExistingGround"/> lays on the board. Row 0 is the back, row-major; NaN is a hole.
/// </summary>
public sealed class HeightGrid
{
    // No place on earth is higher in any length a file is in, mm too.
    private const float Farthest = 1e7f;

    /// <param name="columns">Cells from left to right, at least 1.</param>
    /// <param name="rows">Cells from back to front, at least 1.</param>
    /// <param name="cell">Side of a cell in the file's length, above 0.</param>
    /// <param name="heights">columns × rows heights in the file's length; kept, not copied. NaN is a hole.</param>
    /// <exception cref="RefusedException">A size is not positive, there are too many cells, or every cell is a hole.</exception>
    public HeightGrid(int columns, int rows, double cell, float[] heights)
    {
        ArgumentNullException.ThrowIfNull(heights);
        if (columns < 1 || rows < 1) throw new RefusedException("file", "The grid has no cells.");
        if ((long)columns * rows > HeightField.MaxCells)
            throw new RefusedException("file", $"The grid is {columns} × {rows}: over {HeightField.MaxCells / 1_000_000} million cells are too many. Thin it out first.");
        Require.Positive(cell, "file");
        if (heights.Length != columns * rows) throw new RefusedException("file", $"The grid is {columns} × {rows}, but {heights.Length} heights came.");
        float low = float.PositiveInfinity, high = float.NegativeInfinity;
        foreach (var height in heights)
        {
            if (float.IsNaN(height))
            {
                Holes++;
                continue;
            }

            if (!(Math.Abs(height) <= Farthest))
                throw new RefusedException("file", $"A height in the file, {height:0.###e+0}, is beyond all measure: perhaps the file's value for no data, which its head does not name.");
            low = Math.Min(low, height);
            high = Math.Max(high, height);
        }

        if (Holes == heights.Length) throw new RefusedException("file", "The file holds no heights, only holes.", RefusalKind.Impossible);
        (Columns, Rows, Cell, Heights, Lowest, Highest) = (columns, rows, cell, heights, low, high);
    }

    /// <summary>Cells from left to right.</summary>
    public int Columns { get; }

    /// <summary>Cells from back to front.</summary>
    public int Rows { get; }

    /// <summary>Side of a cell in the file's length.</summary>
    public double Cell { get; }

    /// <summary>Heights in the file's length, row-major; NaN is a hole.</summary>
    public float[] Heights { get; }

    /// <summary>Lowest height.</summary>
    public float Lowest { get; }

    /// <summary>Highest height.</summary>
    public float Highest { get; }

    /// <summary>Cells without a height.</summary>
    public int Holes { get; }

    /// <summary>
    /// The height at a place in cells from the grid's corner, by the four cells round it; NaN where one that counts is a hole.
    /// Beyond the outermost centres it stays as it is there.
    /// </summary>
    public double At(double column, double row)
    {
        double x = Math.Clamp(column - 0.5, 0, Columns - 1), y = Math.Clamp(row - 0.5, 0, Rows - 1);
        int c = Math.Min((int)x, Math.Max(0, Columns - 2)), r = Math.Min((int)y, Math.Max(0, Rows - 2));
        double u = x - c, v = y - r;
        double sum = 0;
        for (var corner = 0; corner < 4; corner++)
        {
            var weight = ((corner & 1) == 0 ? 1 - u : u) * ((corner & 2) == 0 ? 1 - v : v);
            if (weight > 1e-9) sum += weight * Heights[((r + (corner >> 1)) * Columns) + c + (corner & 1)];
        }

        return sum;
    }
}

/// <summary>The grids the steps of a recipe lay down, by id.</summary>
public sealed class GroundGrids(IReadOnlyDictionary<string, HeightGrid> grids)
{
    /// <summary>For recipes that lay down none.</summary>
    public static GroundGrids None { get; } = new(new Dictionary<string, HeightGrid>());

    /// <summary>A grid.</summary>
    /// <exception cref="RefusedException">It is not at hand.</exception>
    public HeightGrid Get(string id) => grids.TryGetValue(id, out var grid) ? grid
        : throw new RefusedException("gridId", "The heights that step lays down are not kept here. Bring the file in again.", RefusalKind.Impossible);
}
