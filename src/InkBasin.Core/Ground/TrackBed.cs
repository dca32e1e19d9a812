namespace InkBasin.Core.Ground;

/// <summary>
/// A formation for a track along a smooth line at a steady grade: ground in its way is cut, hollows are banked up, and both are
/// battered to the ground beside at the batter angle (models.md §1, cut and embankment).
/// </summary>
public sealed record TrackBed : ShapingStep
{
    private readonly Remembered<(IReadOnlyList<PointMm> Points, double StepMm), SmoothLine> _line = new();

    /// <summary>Centre line, 2…200 points.</summary>
    public required IReadOnlyList<PointMm> Points { get; init; }

    /// <summary>Level of the formation at the first point, mm over the board, −500…500.</summary>
    public required double StartMm { get; init; }

    /// <summary>Level of the formation at the last point, mm over the board, −500…500.</summary>
    public required double EndMm { get; init; }

    /// <summary>Width of the formation, mm, 2…500.</summary>
    public required double WidthMm { get; init; }

    /// <summary>Angle of the cutting's and the embankment's sides from the level, degrees, 10…90.</summary>
    public double BatterDeg { get; init; } = 40;

    /// <summary>The grade, % (rise over length along the line; positive climbs from the first point).</summary>
    public double GradePercent(double stepMm) =>
        Line(stepMm).LengthMm is > 0 and var length ? (EndMm - StartMm) / length * 100 : 0;

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Lines.Check(Points, 2, field);
        Require.Within(StartMm, -500, 500, $"{field}.startMm");
        Require.Within(EndMm, -500, 500, $"{field}.endMm");
        Require.Within(WidthMm, 2, 500, $"{field}.widthMm");
        Require.Within(BatterDeg, 10, 90, $"{field}.batterDeg");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around(Line(grid.CellMm * 2.5).Points, ReachMm(grid.CellMm, bounds));

    /// <inheritdoc/>
    internal override CellRegion Region(CellGrid grid, HeightBounds bounds) =>
        CellRegion.Along(grid, Line(grid.CellMm * 2.5).Points, ReachMm(grid.CellMm, bounds));

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var line = Line(work.CellMm * 2.5);
        var upright = BatterDeg >= 89.999;
        var tangent = Math.Tan(BatterDeg * Math.PI / 180);
        var nearest = NearestPiece.Lay(work, line.Points, ReachMm(work.CellMm, work.Bounds));
        for (var cell = 0; cell < work.Cells; cell++)
        {
            var piece = nearest.Piece[cell];
            if (piece == 0) continue;
            var s = line.AlongMm[piece - 1] + (nearest.Along[cell] * (line.AlongMm[piece] - line.AlongMm[piece - 1]));
            var level = StartMm + ((EndMm - StartMm) * (line.LengthMm > 0 ? s / line.LengthMm : 0));
            var beside = Math.Sqrt(nearest.Distance2[cell]) - (WidthMm / 2);
            if (beside <= 0)
            {
                work.Set(cell, level);
            }
            else if (!upright)
            {
                var swing = beside * tangent;
                work.Set(cell, Math.Clamp(work.HeightsMm[cell], level - swing, level + swing));
            }
        }
    }

    private SmoothLine Line(double stepMm) => _line.Of((Points, stepMm), () => Lines.Smooth(Points, stepMm));

    // Farther out the batter is past the highest and the lowest ground.
    private double ReachMm(double cellMm, HeightBounds bounds)
    {
        if (BatterDeg >= 89.999) return (WidthMm / 2) + cellMm;
        var most = Math.Max(bounds.FarthestMm(StartMm), bounds.FarthestMm(EndMm));
        return (WidthMm / 2) + (most / Math.Tan(BatterDeg * Math.PI / 180));
    }
}
