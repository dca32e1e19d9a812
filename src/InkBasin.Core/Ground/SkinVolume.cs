using System.Numerics;

namespace InkBasin.Core.Ground;

/// <summary>How much plaster a skin takes (models.md §1a).</summary>
public static class SkinVolume
{
    /// <summary>
    /// Area and volume of plaster: a cell's true area is cell²·√(1 + |∇h|²) with central differences (one-sided at
    /// the border); volume = Σ true area × thickness.
    /// </summary>
    /// <returns>True area under plaster in mm², volume in ml.</returns>
    public static (double AreaMm2, double VolumeMl) Of(CompiledGround ground)
    {
        ArgumentNullException.ThrowIfNull(ground);
        var field = ground.Surface;
        double area = 0, volume = 0;
        for (var row = 0; row < field.Rows; row++)
        {
            var column = 0;
            if (row > 0 && row < field.Rows - 1)
            {
                // Away from the border as many cells at once as the machine takes; the first and the last column lean on one neighbour.
                Add(ground, row, 0, ref area, ref volume);
                column = AddInner(ground, row, ref area, ref volume);
            }

            for (; column < field.Columns; column++) Add(ground, row, column, ref area, ref volume);
        }

        return (area, volume / 1000);
    }

    private static void Add(CompiledGround ground, int row, int column, ref double area, ref double volume)
    {
        var skin = ground.SkinMm[(row * ground.Surface.Columns) + column];
        if (skin <= 0) return;
        var trueArea = TrueAreaMm2(ground.Surface, row, column);
        area += trueArea;
        volume += trueArea * skin;
    }

    private static int AddInner(CompiledGround ground, int row, ref double area, ref double volume)
    {
        var field = ground.Surface;
        int columns = field.Columns, first = row * columns, column = 1;
        ReadOnlySpan<double> here = field.HeightsMm.AsSpan(first, columns), back = field.HeightsMm.AsSpan(first - columns, columns), front = field.HeightsMm.AsSpan(first + columns, columns);
        ReadOnlySpan<double> skins = ground.SkinMm.AsSpan(first, columns);
        Vector<double> areas = default, volumes = default;
        for (; column + Vector<double>.Count < columns; column += Vector<double>.Count)
        {
            var skin = new Vector<double>(skins[column..]);
            var gx = (new Vector<double>(here[(column + 1)..]) - new Vector<double>(here[(column - 1)..])) / (2 * field.CellMm);
            var gy = (new Vector<double>(front[column..]) - new Vector<double>(back[column..])) / (2 * field.CellMm);
            var trueArea = Vector.SquareRoot(Vector<double>.One + (gx * gx) + (gy * gy)) * field.CellAreaMm2;
            areas += Vector.ConditionalSelect(Vector.GreaterThan(skin, Vector<double>.Zero), trueArea, Vector<double>.Zero);
            volumes += Vector.Max(skin, Vector<double>.Zero) * trueArea;
        }

        area += Vector.Sum(areas);
        volume += Vector.Sum(volumes);
        return column;
    }

    /// <summary>A cell's true area, mm²: cell²·√(1 + |∇h|²).</summary>
    public static double TrueAreaMm2(HeightField field, int cell)
    {
        ArgumentNullException.ThrowIfNull(field);
        return TrueAreaMm2(field, cell / field.Columns, cell % field.Columns);
    }

    private static double TrueAreaMm2(HeightField field, int row, int column)
    {
        var h = field.HeightsMm;
        var cell = (row * field.Columns) + column;
        int left = column > 0 ? 1 : 0, right = column + 1 < field.Columns ? 1 : 0, back = row > 0 ? 1 : 0, front = row + 1 < field.Rows ? 1 : 0;
        var gx = left + right > 0 ? (h[cell + right] - h[cell - left]) / ((left + right) * field.CellMm) : 0;
        var gy = back + front > 0 ? (h[cell + (front * field.Columns)] - h[cell - (back * field.Columns)]) / ((back + front) * field.CellMm) : 0;
        return field.CellAreaMm2 * Math.Sqrt(1 + (gx * gx) + (gy * gy));
    }
}
