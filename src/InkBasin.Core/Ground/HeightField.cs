using System.Numerics;

namespace InkBasin.Core.Ground;

/// <summary>
/// Ground heights on a grid of flat square cells, row-major: row 0 is the back edge, column 0 the left edge. A height
/// is mm above the board's top face and belongs to its whole cell (models.md, Conventions). The one grid type of the
/// product: every algorithm on ground takes it.
/// </summary>
public sealed class HeightField
{
    /// <summary>Greatest number of cells accepted anywhere.</summary>
    public const int MaxCells = 4_000_000;

    /// <param name="columns">Cells from left to right, at least 1.</param>
    /// <param name="rows">Cells from back to front, at least 1.</param>
    /// <param name="cellMm">Side of a cell, mm, above 0.</param>
    /// <param name="heightsMm">columns × rows finite heights; kept, not copied.</param>
    /// <exception cref="RefusedException">A size is not positive, over <see cref="MaxCells"/>, or a height is not finite.</exception>
    public HeightField(int columns, int rows, double cellMm, double[] heightsMm)
    {
        ArgumentNullException.ThrowIfNull(heightsMm);
        if (columns < 1) throw new RefusedException("grid.columns", "The grid needs at least one column.");
        if (rows < 1) throw new RefusedException("grid.rows", "The grid needs at least one row.");
        if ((long)columns * rows > MaxCells)
            throw new RefusedException("grid", $"The grid has more than {MaxCells} cells: use a larger cell.");
        Require.Positive(cellMm, "grid.cellMm");
        if (heightsMm.Length != columns * rows)
        {
            throw new RefusedException(
                "grid.heightsMm",
                $"The grid is {columns} × {rows}, so it needs {columns * rows} heights; {heightsMm.Length} came.");
        }

        for (var i = WithinReason(heightsMm); i < heightsMm.Length; i++)
        {
            if (!(Math.Abs(heightsMm[i]) <= Require.Greatest)) Require.Finite(heightsMm[i], $"grid.heightsMm[{i}]");
        }

        Columns = columns;
        Rows = rows;
        CellMm = cellMm;
        HeightsMm = heightsMm;
    }

    /// <summary>Cells from left to right.</summary>
    public int Columns { get; }

    /// <summary>Cells from back to front.</summary>
    public int Rows { get; }

    /// <summary>Side of a cell, mm.</summary>
    public double CellMm { get; }

    /// <summary>Heights in mm, row-major.</summary>
    public double[] HeightsMm { get; }

    /// <summary>Area of a cell, mm².</summary>
    public double CellAreaMm2 => CellMm * CellMm;

    /// <summary>
    /// Index of the cell that holds <paramref name="point"/>: floor(x/c), floor(y/c), so a point on the line between
    /// two cells belongs to the right or front one. −1 when it lies off the grid.
    /// </summary>
    public int CellAt(PointMm point)
    {
        double column = Math.Floor(point.XMm / CellMm), row = Math.Floor(point.YMm / CellMm);
        if (!(column >= 0 && column < Columns && row >= 0 && row < Rows)) return -1;
        return ((int)row * Columns) + (int)column;
    }

    /// <summary>Whether a cell lies at the board's edge.</summary>
    /// <param name="cell">Row × columns + column.</param>
    public bool IsOnEdge(int cell)
    {
        var (row, column) = Math.DivRem(cell, Columns);
        return row == 0 || column == 0 || row == Rows - 1 || column == Columns - 1;
    }

    /// <summary>Centre of cell <paramref name="cell"/>.</summary>
    public PointMm CentreOf(int cell) =>
        new(((cell % Columns) + 0.5) * CellMm, ((cell / Columns) + 0.5) * CellMm);

    // How many of the first heights are numbers within reason, as far as can be seen many at once.
    private static int WithinReason(ReadOnlySpan<double> heightsMm)
    {
        var greatest = new Vector<double>(Require.Greatest);
        var i = 0;
        while (i <= heightsMm.Length - Vector<double>.Count && Vector.LessThanOrEqualAll(Vector.Abs(new Vector<double>(heightsMm[i..])), greatest)) i += Vector<double>.Count;
        return i;
    }
}
