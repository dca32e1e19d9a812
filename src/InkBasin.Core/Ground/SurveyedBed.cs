namespace InkBasin.Core.Ground;

/// <summary>What the depths measured in a bed say of it.</summary>
/// <param name="StepId">The step.</param>
/// <param name="VolumeMl">Volume under its waterline inside the shore, ml.</param>
/// <param name="RmseMm">Root mean square of the errors when each depth in turn is left out, mm.</param>
/// <param name="BandMl">Half-width of the volume's band, ml.</param>
public sealed record SurveyFigures(string StepId, double VolumeMl, double RmseMm, double BandMl);

/// <summary>
/// A bed that exists and was measured with a stick: inside the shore the ground is put to the waterline less the depth, by the
/// spline of <see cref="Soundings"/>.
/// </summary>
public sealed record SurveyedBed : ShapingStep, IMeasuredBed
{
    // Solving grows with the cube of the points: this many answer while a point is dragged.
    private const int MostSoundings = 200;
    private const int ShorePoints = 60;
    private const int MostPlaces = 40_000;

    /// <summary>The shore, where the depth is nothing.</summary>
    public required Outline Outline { get; init; }

    /// <summary>Level the depths are measured from, mm over the board, −500…500.</summary>
    public required double WaterlineMm { get; init; }

    /// <summary>Measured depths, 1…200.</summary>
    public required IReadOnlyList<Sounding> Soundings { get; init; }

    /// <summary>0 passes through every depth; more evens out a shaky hand, 0…10.</summary>
    public double Smoothing { get; init; }

    /// <summary>What the depths say, on cells of the board.</summary>
    /// <exception cref="RefusedException">The depths make no bed.</exception>
    public SurveyFigures Figures(double cellMm)
    {
        // Some thousands of places are plenty for a volume, however fine the board is reckoned.
        var (shore, soundings, _) = FromCorner(Shore(cellMm));
        var cell = Math.Max(cellMm, Math.Sqrt(shore.Max(p => p.XMm) * shore.Max(p => p.YMm) / MostPlaces));
        var bed = Ground.Soundings.ToBed(shore, soundings, cell, Smoothing);
        return new SurveyFigures(Id, bed.VolumeMl, bed.RmseMm, bed.BandMl);
    }

    /// <inheritdoc/>
    public double? BandMl(HeightField ground)
    {
        ArgumentNullException.ThrowIfNull(ground);
        return Figures(ground.CellMm).BandMl;
    }

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Outline, $"{field}.outline").Check($"{field}.outline");
        Require.Within(WaterlineMm, -500, 500, $"{field}.waterlineMm");
        Require.Within(Smoothing, 0, 10, $"{field}.smoothing");
        if (Require.Present(Soundings, $"{field}.soundings").Count > MostSoundings)
            throw new RefusedException($"{field}.soundings", $"Keep the soundings of a bed to {MostSoundings}.");
        for (var i = 0; i < Soundings.Count; i++) Soundings[i].Place.Check($"{field}.soundings[{i}]");
        var (shore, soundings, _) = FromCorner(Shore(1));
        Ground.Soundings.Check(shore, soundings, field);
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) => grid.Around(Shore(grid.CellMm), 0);

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var shore = Shore(work.CellMm);
        var (cornered, soundings, corner) = FromCorner(shore);
        var spline = Ground.Soundings.Fit(cornered, soundings, Smoothing);
        var inside = RingField.Lay(work, shore, 0);
        for (var row = 0; row < work.Rows; row++)
        {
            work.StopIfUnwanted();
            for (var column = 0; column < work.Columns; column++)
            {
                var cell = (row * work.Columns) + column;
                if (inside.Inside(cell)) work.Set(cell, WaterlineMm - Math.Max(0, spline.At(work.XMm(column) - corner.XMm, work.YMm(row) - corner.YMm)));
            }
        }
    }

    // Soundings are reckoned from a corner of their own, so that a bed may reach over the board's edge.
    private (PointMm[] Shore, List<Sounding> Soundings, PointMm Corner) FromCorner(PointMm[] shore)
    {
        var corner = new PointMm(shore.Min(p => p.XMm), shore.Min(p => p.YMm));
        PointMm Moved(PointMm p) => new(p.XMm - corner.XMm, p.YMm - corner.YMm);
        return ([.. shore.Select(Moved)], [.. Soundings.Select(sounding => sounding with { Place = Moved(sounding.Place) })], corner);
    }

    // Points close enough along the shore to hold the depth at nothing all the way round, and few enough to solve.
    private PointMm[] Shore(double cellMm)
    {
        var ring = Outline.Ring(cellMm);
        var step = Enumerable.Range(0, ring.Length).Sum(i => ring[i].DistanceMm(ring[(i + 1) % ring.Length])) / ShorePoints;
        var shore = new List<PointMm>();
        var since = double.PositiveInfinity;
        for (var i = 0; i < ring.Length; i++)
        {
            PointMm a = ring[i], b = ring[(i + 1) % ring.Length];
            var length = a.DistanceMm(b);
            if (since >= step / 2)
            {
                shore.Add(a);
                since = 0;
            }

            var pieces = (int)(length / step);
            for (var k = 1; k < pieces; k++) shore.Add(new PointMm(a.XMm + ((b.XMm - a.XMm) * k / pieces), a.YMm + ((b.YMm - a.YMm) * k / pieces)));
            since = pieces > 1 ? length / pieces : since + length;
        }

        return [.. shore];
    }
}
