namespace InkBasin.Core.Ground;

/// <summary>
/// A flat at a level, for a building or a yard: ground inside the outline is brought to it, cut or filled, and
/// the ground round it is battered up or down to it at the batter angle.
/// </summary>
public sealed record Pad : ShapingStep
{
    /// <summary>Edge of the flat.</summary>
    public required Outline Outline { get; init; }

    /// <summary>Level of the flat, mm over the board, −500…500.</summary>
    public required double LevelMm { get; init; }

    /// <summary>Angle of the batter round it from the level, degrees, 10…90; 90 leaves an upright edge.</summary>
    public double BatterDeg { get; init; } = 90;

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Outline, $"{field}.outline").Check($"{field}.outline");
        Require.Within(LevelMm, -500, 500, $"{field}.levelMm");
        Require.Within(BatterDeg, 10, 90, $"{field}.batterDeg");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around(Outline.Traced(grid.CellMm), ReachMm(bounds));

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var reach = ReachMm(work.Bounds);
        var tangent = Math.Tan(BatterDeg * Math.PI / 180);
        var flat = RingField.Lay(work, Outline.Ring(work.CellMm), reach);
        for (var cell = 0; cell < work.Cells; cell++)
        {
            if (flat.Inside(cell))
            {
                work.Set(cell, LevelMm);
            }
            else if (reach > 0)
            {
                var swing = flat.DistanceMm(cell) * tangent;
                work.Set(cell, Math.Clamp(work.HeightsMm[cell], LevelMm - swing, LevelMm + swing));
            }
        }
    }

    // Farther out the batter is past the highest and the lowest ground. An upright edge has none.
    private double ReachMm(HeightBounds bounds) =>
        BatterDeg >= 89.999 ? 0 : bounds.FarthestMm(LevelMm) / Math.Tan(BatterDeg * Math.PI / 180);
}
