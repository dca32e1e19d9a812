namespace InkBasin.Core.Ground;

/// <summary>
/// A hill (one point) or a ridge (a smooth crest line) raised on what is there: full height on the crest, falling smoothly to
/// nothing at half its base width.
/// </summary>
public sealed record Ridge : ShapingStep
{
    private readonly Remembered<(IReadOnlyList<PointMm> Points, double StepMm), SmoothLine> _crest = new();

    /// <summary>The crest, 1…200 points.</summary>
    public required IReadOnlyList<PointMm> Points { get; init; }

    /// <summary>How much the crest is raised, mm, 0.5…500.</summary>
    public required double HeightMm { get; init; }

    /// <summary>Width of the base, mm, 2…3000.</summary>
    public required double WidthMm { get; init; }

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Lines.Check(Points, 1, field);
        Require.Within(HeightMm, 0.5, 500, $"{field}.heightMm");
        Require.Within(WidthMm, 2, 3000, $"{field}.widthMm");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around(Crest(grid.CellMm * 2.5).Points, WidthMm / 2);

    /// <inheritdoc/>
    internal override CellRegion Region(CellGrid grid, HeightBounds bounds) =>
        CellRegion.Along(grid, Crest(grid.CellMm * 2.5).Points, WidthMm / 2);

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var crest = NearestPiece.Lay(work, Crest(work.CellMm * 2.5).Points, WidthMm / 2);
        for (var cell = 0; cell < work.Cells; cell++)
        {
            var off = Math.Sqrt(crest.Distance2[cell]) * 2 / WidthMm;
            if (off < 1) work.Set(cell, work.HeightsMm[cell] + (HeightMm * ValueNoise.Smooth(1 - off)));
        }
    }

    private SmoothLine Crest(double stepMm) => _crest.Of((Points, stepMm), () => Lines.Smooth(Points, stepMm));
}

/// <summary>What the steps drawn along a line share.</summary>
internal static class Lines
{
    /// <summary>Refuses a line with too few or too many points.</summary>
    public static void Check(IReadOnlyList<PointMm> points, int least, string field)
    {
        Require.Present(points, $"{field}.points");
        if (points.Count < least || points.Count > 200)
            throw new RefusedException($"{field}.points", $"The line needs {least} to 200 points.");
        PointMm.CheckAll(points, $"{field}.points");
    }

    /// <summary>The smooth line through the points; one point is a line of no length.</summary>
    public static SmoothLine Smooth(IReadOnlyList<PointMm> points, double stepMm) =>
        SmoothLine.Through(points.Count == 1 ? [points[0], points[0]] : points, stepMm);
}
