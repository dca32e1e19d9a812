namespace InkBasin.Core.Ground;

/// <summary>
/// A flat shelf at a level, for a building or a yard: ground inside the outline is brought to it, cut or filled, and
/// the ground round it is battered up or down to it at the batter angle.
/// </summary>
public sealed record Pad : GroundOperation
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
    internal override void Shape(GroundWork work)
    {
        var upright = BatterDeg >= 89.999;
        var tangent = Math.Tan(BatterDeg * Math.PI / 180);
        var most = work.HeightsMm.Max(height => Math.Abs(height - LevelMm));
        var flat = RingField.Lay(work, Outline.Ring(work.CellMm), upright ? 0 : most / tangent);
        for (var cell = 0; cell < work.HeightsMm.Length; cell++)
        {
            if (flat.Inside(cell))
            {
                work.Set(cell, LevelMm);
            }
            else if (!upright)
            {
                var swing = flat.DistanceMm(cell) * tangent;
                work.Set(cell, Math.Clamp(work.HeightsMm[cell], LevelMm - swing, LevelMm + swing));
            }
        }
    }
}
