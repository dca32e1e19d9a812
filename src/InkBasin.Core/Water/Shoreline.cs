using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>Places round a water where its waterline is to be marked on the bank.</summary>
public static class Shoreline
{
    /// <summary>
    /// Marks along the shore: cells of the water beside dry ground on the board, walked round and thinned so that no two are nearer than the
    /// spacing. The board's edge is no shore.
    /// </summary>
    /// <param name="region">The water.</param>
    /// <param name="spacingMm">Least distance between two marks, mm, above 0.</param>
    /// <returns>Places between the last wet and the first dry cell, in order round the water from its back left.</returns>
    /// <exception cref="RefusedException">The spacing is not above zero.</exception>
    public static IReadOnlyList<PointMm> Marks(WetRegion region, double spacingMm)
    {
        ArgumentNullException.ThrowIfNull(region);
        Require.Positive(spacingMm, "spacingMm");
        if (region.Cells.Length == 0) return [];
        var field = region.Field;
        var wet = new bool[field.HeightsMm.Length];
        foreach (var cell in region.Cells) wet[cell] = true;
        var shore = new List<PointMm>();
        foreach (var cell in region.Cells)
        {
            int row = cell / field.Columns, column = cell - (row * field.Columns);
            var at = field.CentreOf(cell);
            Beside(row - 1, column, new PointMm(at.XMm, at.YMm - (field.CellMm / 2)));
            Beside(row + 1, column, new PointMm(at.XMm, at.YMm + (field.CellMm / 2)));
            Beside(row, column - 1, new PointMm(at.XMm - (field.CellMm / 2), at.YMm));
            Beside(row, column + 1, new PointMm(at.XMm + (field.CellMm / 2), at.YMm));
        }

        return Walk(shore, spacingMm);

        void Beside(int row, int column, PointMm border)
        {
            if (row >= 0 && column >= 0 && row < field.Rows && column < field.Columns && !wet[(row * field.Columns) + column]) shore.Add(border);
        }
    }

    // From the first, always to the nearest left: what is nearer than the spacing to a mark falls away with it.
    private static List<PointMm> Walk(List<PointMm> shore, double spacingMm)
    {
        var left = shore.OrderBy(p => p.YMm).ThenBy(p => p.XMm).ToList();
        var marks = new List<PointMm>();
        var least = spacingMm * spacingMm;
        while (left.Count > 0)
        {
            var at = marks.Count == 0 ? left[0] : left.MinBy(p => p.DistanceSquared(marks[^1]));
            marks.Add(at);
            left.RemoveAll(p => p.DistanceSquared(at) < least);
        }

        return marks;
    }
}
