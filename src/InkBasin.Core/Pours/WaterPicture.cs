using InkBasin.Core.Ink;

namespace InkBasin.Core.Pours;

/// <summary>A water from above, cell by cell, after each of its layers: its bed as the brush left it, colours side by side as they blend.</summary>
/// <param name="Column0">First column of the box round it.</param>
/// <param name="Row0">First row.</param>
/// <param name="Columns">Columns of the box.</param>
/// <param name="Rows">Rows of the box.</param>
/// <param name="TopsMm">Tops of the layers, mm over the board, rising.</param>
/// <param name="Rgba">For the bare bed and after each layer, row by row: red, green, blue as on a screen and 255 where it is wet; four noughts elsewhere.</param>
public sealed record WaterPicture(int Column0, int Row0, int Columns, int Rows, IReadOnlyList<double> TopsMm, IReadOnlyList<byte[]> Rgba)
{
    /// <summary>Looks at a water.</summary>
    /// <param name="water">The water.</param>
    /// <param name="layers">Its layers; none where it cannot be cut.</param>
    /// <param name="cancel">Looked at row by row.</param>
    public static WaterPicture Of(PourCase water, IReadOnlyList<PlannedLayer> layers, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(layers);
        var (region, field, column) = (water.Water.Region, water.Water.Region.Field, new LayerColumn(water, layers));
        if (region.Cells.Length == 0) return new WaterPicture(0, 0, 0, 0, column.TopsMm, []);
        int left = field.Columns, right = 0, back = field.Rows, front = 0;
        foreach (var cell in region.Cells)
        {
            var (row, at) = Math.DivRem(cell, field.Columns);
            (left, right, back, front) = (Math.Min(left, at), Math.Max(right, at), Math.Min(back, row), Math.Max(front, row));
        }

        var (paint, bed) = (water.Paint.Colours(), new LinearRgb[field.HeightsMm.Length]);
        foreach (var cell in region.Cells) bed[cell] = paint(region.LevelMm - field.HeightsMm[cell]);
        BedStrokes.Over(field, water.Strokes, bed, water.Water.Wet);
        var (columns, rows) = (right - left + 1, front - back + 1);
        byte[][] tops = [.. Enumerable.Range(0, column.TopsMm.Count + 1).Select(_ => new byte[columns * rows * 4])];
        Parallel.For(0, rows, new ParallelOptions { CancellationToken = cancel }, row =>
        {
            for (var at = 0; at < columns; at++)
            {
                var cell = ((row + back) * field.Columns) + at + left;
                if (!water.Water.Covers(cell)) continue;
                var (seen, place) = (bed[cell], field.CentreOf(cell));
                Put(tops[0], ((row * columns) + at) * 4, seen);
                for (var k = 0; k < column.TopsMm.Count; k++)
                {
                    seen = column.Poured(k, seen, field.HeightsMm[cell], place);
                    Put(tops[k + 1], ((row * columns) + at) * 4, seen);
                }
            }
        });
        return new WaterPicture(left, back, columns, rows, column.TopsMm, tops);
    }

    private static void Put(byte[] into, int at, LinearRgb colour)
    {
        var (r, g, b) = colour.ToSrgb();
        (into[at], into[at + 1], into[at + 2], into[at + 3]) = ((byte)(r + 0.5), (byte)(g + 0.5), (byte)(b + 0.5), 255);
    }
}
