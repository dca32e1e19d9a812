namespace InkBasin.Core.Ground;

/// <summary>A box of cells: rows Row0…Row1−1, columns Column0…Column1−1. Empty when an end is not past its start.</summary>
internal readonly record struct CellBox(int Row0, int Row1, int Column0, int Column1)
{
    public static CellBox None => default;

    public bool IsEmpty => Row1 <= Row0 || Column1 <= Column0;

    public int Rows => Math.Max(0, Row1 - Row0);

    public int Columns => Math.Max(0, Column1 - Column0);

    public long Cells => (long)Rows * Columns;

    public CellBox Meet(CellBox other)
    {
        var box = new CellBox(
            Math.Max(Row0, other.Row0), Math.Min(Row1, other.Row1), Math.Max(Column0, other.Column0), Math.Min(Column1, other.Column1));
        return box.IsEmpty ? None : box;
    }

    /// <summary>The least box that holds both.</summary>
    public CellBox Join(CellBox other)
    {
        if (IsEmpty) return other;
        return other.IsEmpty ? this : new CellBox(
            Math.Min(Row0, other.Row0), Math.Max(Row1, other.Row1), Math.Min(Column0, other.Column0), Math.Max(Column1, other.Column1));
    }

    public CellBox Grow(int cells) => IsEmpty ? None : new CellBox(Row0 - cells, Row1 + cells, Column0 - cells, Column1 + cells);
}

/// <summary>The grid of a whole board.</summary>
internal readonly record struct CellGrid(int Columns, int Rows, double CellMm)
{
    public static CellGrid Of(Board board) => new(board.Columns, board.Rows, board.CellMm);

    public static CellGrid Of(HeightField field) => new(field.Columns, field.Rows, field.CellMm);

    public CellBox All => new(0, Rows, 0, Columns);

    /// <summary>The cells whose centres may lie within the points' box grown by <paramref name="growMm"/>.</summary>
    public CellBox Around(ReadOnlySpan<PointMm> points, double growMm)
    {
        double left = double.PositiveInfinity, right = double.NegativeInfinity, back = left, front = right;
        foreach (var p in points)
        {
            left = Math.Min(left, p.XMm);
            right = Math.Max(right, p.XMm);
            back = Math.Min(back, p.YMm);
            front = Math.Max(front, p.YMm);
        }

        var box = new CellBox(
            Clip(Math.Floor((back - growMm) / CellMm), Rows),
            Clip(Math.Ceiling((front + growMm) / CellMm), Rows),
            Clip(Math.Floor((left - growMm) / CellMm), Columns),
            Clip(Math.Ceiling((right + growMm) / CellMm), Columns));
        return box.IsEmpty ? CellBox.None : box;
    }

    // Half-open ranges: the first is clipped to 0…count, and so is the one past the last.
    private static int Clip(double value, int count) => (int)Math.Clamp(value, 0, count);
}
