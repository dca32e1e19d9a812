using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Sight;

/// <summary>What a water mirrors for an eye.</summary>
/// <param name="WetCells">Cells of the water.</param>
/// <param name="GroundCells">Cells in which ground is mirrored; the rest mirror the sky.</param>
/// <param name="MirrorsGround">For each wet cell, in the region's order, whether it mirrors ground.</param>
public sealed record Mirrored(int WetCells, int GroundCells, bool[] MirrorsGround)
{
    /// <summary>Share of the water that mirrors ground, %.</summary>
    public double GroundSharePercent => 100.0 * GroundCells / WetCells;

    /// <summary>Share of the water that mirrors the sky, %.</summary>
    public double SkySharePercent => 100 - GroundSharePercent;
}

/// <summary>
/// The mirror of still water (models.md §10; readings.md 27). From a wet cell's centre a ray goes on away from the eye
/// as steep as the eye looks down: height = waterline + (eye − waterline)/d · t, d the level distance to the eye. It meets
/// ground where a cell's flat top is above it as it enters the cell, and the sky when it leaves the board.
/// </summary>
public static class Mirror
{
    /// <param name="region">The water.</param>
    /// <param name="eye">Where the eye stands; may be off the board.</param>
    /// <param name="eyeMm">Height of the eye over the board, mm, above the waterline.</param>
    /// <param name="cancel">Looked at once a thousand cells.</param>
    /// <exception cref="RefusedException">Nothing is wet, or the eye is not above the water.</exception>
    public static Mirrored Look(WetRegion region, PointMm eye, double eyeMm, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(region);
        eye.Check("eye");
        Require.Finite(eyeMm, "eye.heightMm");
        if (region.Cells.Length == 0)
            throw new RefusedException("waterlineMm", "Nothing is wet at that waterline, so nothing is mirrored.", RefusalKind.Impossible);
        if (!(eyeMm > region.LevelMm))
            throw new RefusedException("eye.heightMm", "The eye must be above the water to see anything in it.", RefusalKind.Impossible);
        var mirrors = new bool[region.Cells.Length];
        var ground = 0;
        for (var i = 0; i < mirrors.Length; i++)
        {
            if (i % 1000 == 0) cancel.ThrowIfCancellationRequested();
            mirrors[i] = MeetsGround(region.Field, region.Cells[i], region.LevelMm, eye, eyeMm);
            if (mirrors[i]) ground++;
        }

        return new Mirrored(mirrors.Length, ground, mirrors);
    }

    /// <summary>
    /// How far from the eye, level, the top of an object is mirrored: D·e/(e + o), mm. Water must lie from the object's foot to
    /// there for it to be mirrored whole.
    /// </summary>
    /// <param name="eyeOverWaterMm">e: height of the eye over the water, mm, above 0.</param>
    /// <param name="topOverWaterMm">o: height of the object's top over the water, mm, ≥ 0.</param>
    /// <param name="distanceMm">D: level distance from the eye to the object, mm, ≥ 0.</param>
    /// <exception cref="RefusedException">A number out of range.</exception>
    public static double ReflectingPointMm(double eyeOverWaterMm, double topOverWaterMm, double distanceMm)
    {
        Require.Positive(eyeOverWaterMm, "eyeOverWaterMm");
        Require.NotNegative(topOverWaterMm, "topOverWaterMm");
        Require.NotNegative(distanceMm, "distanceMm");
        return distanceMm * eyeOverWaterMm / (eyeOverWaterMm + topOverWaterMm);
    }

    // Walks the cells the ray crosses, in order, by its next crossing of a column or a row (Amanatides & Woo 1987).
    private static bool MeetsGround(HeightField field, int start, double level, PointMm eye, double eyeMm)
    {
        var from = field.CentreOf(start);
        double dx = from.XMm - eye.XMm, dy = from.YMm - eye.YMm, distance = Math.Sqrt((dx * dx) + (dy * dy));
        if (distance < 1e-9) return false;
        dx /= distance;
        dy /= distance;
        var rise = (eyeMm - level) / distance;
        int column = start % field.Columns, row = start / field.Columns;
        int stepColumn = Math.Sign(dx), stepRow = Math.Sign(dy);
        double acrossColumn = stepColumn == 0 ? double.PositiveInfinity : field.CellMm / Math.Abs(dx);
        double acrossRow = stepRow == 0 ? double.PositiveInfinity : field.CellMm / Math.Abs(dy);
        double nextColumn = acrossColumn / 2, nextRow = acrossRow / 2;
        while (true)
        {
            double t;
            if (nextColumn < nextRow)
            {
                t = nextColumn;
                column += stepColumn;
                nextColumn += acrossColumn;
            }
            else
            {
                t = nextRow;
                row += stepRow;
                nextRow += acrossRow;
            }

            if (column < 0 || row < 0 || column >= field.Columns || row >= field.Rows) return false;
            if (field.HeightsMm[(row * field.Columns) + column] > level + (rise * t)) return true;
        }
    }
}
