namespace InkBasin.Core.Ground;

/// <summary>
/// A false bed: the bed inside the outline is raised to a level wherever it is lower, to save resin (models.md §1c). It is
/// honest only where the ink hides it.
/// </summary>
public sealed record FillBlock : ShapingStep
{
    /// <summary>Outline of the block.</summary>
    public required Outline Outline { get; init; }

    /// <summary>Level of its top, mm over the board, −500…500: waterline − depth of water over it.</summary>
    public required double TopMm { get; init; }

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Outline, $"{field}.outline").Check($"{field}.outline");
        Require.Within(TopMm, -500, 500, $"{field}.topMm");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around(Outline.Traced(grid.CellMm), 0);

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var block = RingField.Lay(work, Outline.Ring(work.CellMm), 0);
        for (var cell = 0; cell < work.Cells; cell++)
        {
            if (block.Inside(cell) && work.HeightsMm[cell] < TopMm) work.Set(cell, TopMm);
        }
    }
}
