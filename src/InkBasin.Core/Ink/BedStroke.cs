using InkBasin.Core.Ground;

namespace InkBasin.Core.Ink;

/// <summary>A stroke of paint on a bed.</summary>
/// <param name="Colour">Its colour, '#rrggbb'.</param>
/// <param name="WidthMm">Width of the brush, mm, 1…500.</param>
/// <param name="Path">Where it went, on the board, 1…2000 places.</param>
public sealed record BedStroke(string Colour, double WidthMm, IReadOnlyList<PointMm> Path)
{
    /// <summary>A bed has no more strokes.</summary>
    public const int Most = 300;

    // The outer part of its half width fades out, as a brush leaves it.
    private const double SoftShare = 0.4;

    /// <summary>How well it covers at a distance from its path, 0…1.</summary>
    /// <param name="distanceMm">Distance, mm, ≥ 0.</param>
    public double CoverAt(double distanceMm)
    {
        var half = WidthMm / 2;
        var beyond = Math.Clamp((distanceMm - (half * (1 - SoftShare))) / (half * SoftShare), 0, 1);
        return 1 - (beyond * beyond * (3 - (2 * beyond)));
    }

    /// <summary>Refuses what no brush does.</summary>
    /// <exception cref="RefusedException">The colour cannot be read, or a number is out of range.</exception>
    public void Check(string field)
    {
        LinearRgb.FromHex(Colour, $"{field}.colour");
        Require.Within(WidthMm, 1, 500, $"{field}.widthMm");
        if (Require.Present(Path, $"{field}.path").Count is < 1 or > 2000) throw new RefusedException($"{field}.path", "A stroke needs 1 to 2000 places.");
        foreach (var (i, place) in Path.Index()) place.Check($"{field}.path[{i}]");
    }
}

/// <summary>What the strokes leave to be seen on the cells of a ground.</summary>
public static class BedStrokes
{
    /// <summary>Paints over a bed, stroke after stroke.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="strokes">The strokes, the first under all others.</param>
    /// <param name="bed">The colour of a cell's bed before, changed where a stroke covers it.</param>
    /// <param name="wet">Which cells matter.</param>
    public static void Over(HeightField field, IReadOnlyList<BedStroke> strokes, LinearRgb[] bed, ReadOnlySpan<bool> wet)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(strokes);
        ArgumentNullException.ThrowIfNull(bed);
        foreach (var stroke in strokes)
        {
            var (colour, half) = (LinearRgb.FromHex(stroke.Colour, "colour"), stroke.WidthMm / 2);
            int Column(double mm) => (int)Math.Clamp(Math.Floor(mm / field.CellMm), 0, field.Columns - 1);
            int Row(double mm) => (int)Math.Clamp(Math.Floor(mm / field.CellMm), 0, field.Rows - 1);
            int left = Column(stroke.Path.Min(p => p.XMm) - half), right = Column(stroke.Path.Max(p => p.XMm) + half);
            int back = Row(stroke.Path.Min(p => p.YMm) - half), front = Row(stroke.Path.Max(p => p.YMm) + half);
            for (var row = back; row <= front; row++)
            {
                for (var column = left; column <= right; column++)
                {
                    var cell = (row * field.Columns) + column;
                    if (!wet[cell]) continue;
                    var cover = stroke.CoverAt(Distance(stroke.Path, (column + 0.5) * field.CellMm, (row + 0.5) * field.CellMm));
                    if (cover > 0) bed[cell] = bed[cell].Toward(colour, cover);
                }
            }
        }
    }

    /// <summary>The same at one place.</summary>
    /// <param name="strokes">The strokes, the first under all others.</param>
    /// <param name="place">A place on the board.</param>
    /// <param name="bed">Its colour before.</param>
    public static LinearRgb At(IReadOnlyList<BedStroke> strokes, PointMm place, LinearRgb bed)
    {
        ArgumentNullException.ThrowIfNull(strokes);
        foreach (var stroke in strokes) bed = bed.Toward(LinearRgb.FromHex(stroke.Colour, "colour"), stroke.CoverAt(Distance(stroke.Path, place.XMm, place.YMm)));
        return bed;
    }

    private static double Distance(IReadOnlyList<PointMm> path, double x, double y)
    {
        var least = Square(path[0].XMm - x) + Square(path[0].YMm - y);
        for (var i = 1; i < path.Count; i++)
        {
            var (a, b) = (path[i - 1], path[i]);
            double dx = b.XMm - a.XMm, dy = b.YMm - a.YMm, length = (dx * dx) + (dy * dy);
            var t = length > 0 ? Math.Clamp((((x - a.XMm) * dx) + ((y - a.YMm) * dy)) / length, 0, 1) : 0;
            least = Math.Min(least, Square(a.XMm + (t * dx) - x) + Square(a.YMm + (t * dy) - y));
        }

        return Math.Sqrt(least);
    }

    private static double Square(double v) => v * v;
}
