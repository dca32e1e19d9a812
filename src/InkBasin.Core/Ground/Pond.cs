namespace InkBasin.Core.Ground;

/// <summary>
/// A pond dug inside an outline. Depths count down from its brim: the lowest ground along the outline where the pond
/// is dug, the level at which it would run over. A shelf of its own depth may run round the margin; inside it the bed
/// slopes down to the full depth. With neither shelf nor slope it is a dock with upright walls.
/// </summary>
public sealed record Pond : ShapingStep
{
    /// <summary>The shore.</summary>
    public required Outline Outline { get; init; }

    /// <summary>Greatest depth under the brim, mm, 0.5…300.</summary>
    public required double DepthMm { get; init; }

    /// <summary>Depth of the shelf under the brim, mm, 0…DepthMm.</summary>
    public double ShelfDepthMm { get; init; }

    /// <summary>Width of the shelf from the shore inward, mm, 0…1000.</summary>
    public double ShelfWidthMm { get; init; }

    /// <summary>Slope from the shelf down to the full depth, degrees from the level, 5…90; 90 is a wall.</summary>
    public double SlopeDeg { get; init; } = 35;

    /// <summary>How far the shore wanders inward, mm, 0…100.</summary>
    public double RaggedMm { get; init; }

    /// <summary>Where the bank overhangs, in the maker's words: a height field cannot hold it. At most 200 characters.</summary>
    public string Overhang { get; init; } = "";

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Outline, $"{field}.outline").Check($"{field}.outline");
        Require.Within(DepthMm, 0.5, 300, $"{field}.depthMm");
        Require.NotNegative(ShelfDepthMm, $"{field}.shelfDepthMm");
        if (ShelfDepthMm > DepthMm) throw new RefusedException($"{field}.shelfDepthMm", "The shelf cannot lie deeper than the pond.");
        Require.Within(ShelfWidthMm, 0, 1000, $"{field}.shelfWidthMm");
        Require.Within(SlopeDeg, 5, 90, $"{field}.slopeDeg");
        Require.Within(RaggedMm, 0, 100, $"{field}.raggedMm");
        if (Require.Present(Overhang, $"{field}.overhang").Length > 200)
            throw new RefusedException($"{field}.overhang", "Keep the note to 200 characters.");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around(Outline.Traced(grid.CellMm), grid.CellMm);

    /// <inheritdoc/>
    internal override CellBox Spread(CellGrid grid, CellBox part)
    {
        // Its brim may lie anywhere along the shore.
        var foot = Footprint(grid, default);
        return part.Meet(foot).IsEmpty ? CellBox.None : foot;
    }

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var tangent = SlopeDeg >= 89.999 ? double.PositiveInfinity : Math.Tan(SlopeDeg * Math.PI / 180);
        var shore = RingField.Lay(work, Outline.Ring(work.CellMm), RaggedMm + ShelfWidthMm + ((DepthMm - ShelfDepthMm) / tangent));
        var brim = BrimMm(work, shore);
        for (var cell = 0; cell < work.Cells; cell++)
        {
            if (!shore.Inside(cell)) continue;
            var fromShore = shore.DistanceMm(cell) - (RaggedMm > 0 ? RaggedMm * Wander(cell, work) : 0);
            if (fromShore < 0) continue;
            var bed = brim - DepthAt(fromShore, tangent);
            if (bed < work.HeightsMm[cell]) work.Set(cell, bed);
        }
    }

    // 0…1, in waves of some 16 mm.
    private static double Wander(int cell, GroundWork work) =>
        ValueNoise.At(work.BoardColumn(cell % work.Columns), work.BoardRow(cell / work.Columns), Math.Max(1, (int)Math.Round(16 / work.CellMm)), 523);

    private double DepthAt(double fromShoreMm, double tangent)
    {
        if (fromShoreMm < ShelfWidthMm) return ShelfDepthMm;
        return double.IsPositiveInfinity(tangent) || double.IsPositiveInfinity(fromShoreMm)
            ? DepthMm
            : Math.Min(DepthMm, ShelfDepthMm + ((fromShoreMm - ShelfWidthMm) * tangent));
    }

    // The lowest ground among the dry cells that touch the pond; when it has none (it fills the board), its own ground.
    private static double BrimMm(GroundWork work, RingField shore)
    {
        double brim = double.PositiveInfinity, own = double.PositiveInfinity;
        var heights = work.HeightsMm;
        for (var cell = 0; cell < heights.Length; cell++)
        {
            if (shore.Inside(cell)) own = Math.Min(own, heights[cell]);
            else if (heights[cell] < brim && Touches(work, shore, cell)) brim = heights[cell];
        }

        return double.IsPositiveInfinity(brim) ? own : brim;
    }

    private static bool Touches(GroundWork work, RingField shore, int cell)
    {
        int row = cell / work.Columns, column = cell % work.Columns;
        for (var r = Math.Max(0, row - 1); r <= Math.Min(work.Rows - 1, row + 1); r++)
        {
            for (var c = Math.Max(0, column - 1); c <= Math.Min(work.Columns - 1, column + 1); c++)
            {
                if (shore.Inside((r * work.Columns) + c)) return true;
            }
        }

        return false;
    }
}
