namespace InkBasin.Core.Ground;

/// <summary>
/// A sheet of foam laid on what is there: raises the ground inside its outline by its thickness, or the whole board
/// when it has none. Its edge may be carved back to a slope.
/// </summary>
public sealed record FoamSheet : ShapingStep
{
    /// <summary>Thickness of the sheet, mm, 0.5…300.</summary>
    public required double ThicknessMm { get; init; }

    /// <summary>Outline of the sheet; null covers the whole board.</summary>
    public Outline? Outline { get; init; }

    /// <summary>How far the edge is carved back inward, mm, 0…1000: 0 leaves it square.</summary>
    public double CarvedBackMm { get; init; }

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Within(ThicknessMm, 0.5, 300, $"{field}.thicknessMm");
        Require.Within(CarvedBackMm, 0, 1000, $"{field}.carvedBackMm");
        Outline?.Check($"{field}.outline");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        Outline is null ? grid.All : grid.Around(Outline.Traced(grid.CellMm), 0);

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        if (Outline is null)
        {
            for (var i = 0; i < work.Cells; i++) work.Set(i, work.HeightsMm[i] + ThicknessMm);
            return;
        }

        var sheet = RingField.Lay(work, Outline.Ring(work.CellMm), CarvedBackMm);
        for (var cell = 0; cell < work.Cells; cell++)
        {
            if (!sheet.Inside(cell)) continue;
            var share = CarvedBackMm > 0 ? Math.Min(1, sheet.DistanceMm(cell) / CarvedBackMm) : 1;
            work.Set(cell, work.HeightsMm[cell] + (ThicknessMm * ValueNoise.Smooth(share)));
        }
    }
}
