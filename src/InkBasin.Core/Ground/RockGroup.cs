namespace InkBasin.Core.Ground;

/// <summary>
/// Rocks strewn in an outline: domes on elliptic footprints, turned and sized at random from a seed, each bedded a third of
/// its height into the ground at its middle.
/// </summary>
public sealed record RockGroup : ShapingStep
{
    private const double Bedded = 1.0 / 3;

    private readonly Remembered<(Outline Outline, int Count, int Seed, double CellMm), (int Rock, PointMm At)[]> _places = new();

    /// <summary>Where they lie.</summary>
    public required Outline Outline { get; init; }

    /// <summary>How many, 1…200.</summary>
    public required int Count { get; init; }

    /// <summary>Longest side of the smallest, mm, 1…300.</summary>
    public required double LeastMm { get; init; }

    /// <summary>Longest side of the largest, mm, LeastMm…300.</summary>
    public required double GreatestMm { get; init; }

    /// <summary>Height of a rock over its longest side, 0.1…2.</summary>
    public double HeightShare { get; init; } = 0.6;

    /// <summary>Which of the possible strewings; the same number gives the same one.</summary>
    public int Seed { get; init; }

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Outline, $"{field}.outline").Check($"{field}.outline");
        if (Count is < 1 or > 200) throw new RefusedException($"{field}.count", "Strew 1 to 200 rocks at once.");
        Require.Within(LeastMm, 1, 300, $"{field}.leastMm");
        Require.Within(GreatestMm, 1, 300, $"{field}.greatestMm");
        if (GreatestMm < LeastMm) throw new RefusedException($"{field}.greatestMm", "The largest rock cannot be smaller than the smallest.");
        Require.Within(HeightShare, 0.1, 2, $"{field}.heightShare");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around(Outline.Traced(grid.CellMm), GreatestMm / 2);

    /// <inheritdoc/>
    internal override CellBox Spread(CellGrid grid, CellBox part)
    {
        part = part.Meet(Footprint(grid, default));
        if (part.IsEmpty) return CellBox.None;

        // A rock stands on the ground at its middle, wherever its edge is, and that may be the rock before it.
        CellBox[] rocks = [.. Places(grid.CellMm).Select(rock => grid.Around([rock.At], SizeMm(rock.Rock) / 2))];
        for (var grown = true; grown;)
        {
            grown = false;
            foreach (var rock in rocks)
            {
                if (part.Meet(rock).IsEmpty || part.Join(rock) == part) continue;
                part = part.Join(rock);
                grown = true;
            }
        }

        return part;
    }

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        foreach (var (rock, at) in Places(work.CellMm))
        {
            work.StopIfUnwanted();
            Set(work, rock, at);
        }
    }

    // One that finds no place in its outline is left out.
    private (int Rock, PointMm At)[] Places(double cellMm) => _places.Of((Outline, Count, Seed, cellMm), () => [.. Strewn(cellMm)]);

    private IEnumerable<(int Rock, PointMm At)> Strewn(double cellMm)
    {
        var ring = Outline.Ring(cellMm);
        double left = ring.Min(p => p.XMm), right = ring.Max(p => p.XMm), back = ring.Min(p => p.YMm), front = ring.Max(p => p.YMm);
        for (var rock = 0; rock < Count; rock++)
        {
            for (var attempt = 0; attempt < 40; attempt++)
            {
                var at = new PointMm(
                    left + ((right - left) * ValueNoise.Lattice(rock, (attempt * 8) + 1, Seed)),
                    back + ((front - back) * ValueNoise.Lattice(rock, (attempt * 8) + 2, Seed)));
                if (!Rings.Contains(ring, at.XMm, at.YMm)) continue;
                yield return (rock, at);
                break;
            }
        }
    }

    private double SizeMm(int rock) => LeastMm + ((GreatestMm - LeastMm) * ValueNoise.Lattice(rock, 3, Seed));

    private void Set(GroundWork work, int rock, PointMm at)
    {
        var size = SizeMm(rock);
        var narrow = 0.6 + (0.4 * ValueNoise.Lattice(rock, 4, Seed));
        var (sin, cos) = Math.SinCos(Math.PI * ValueNoise.Lattice(rock, 5, Seed));
        int column = (int)Math.Floor(at.XMm / work.CellMm) - work.Box.Column0, row = (int)Math.Floor(at.YMm / work.CellMm) - work.Box.Row0;
        if (column < 0 || row < 0 || column >= work.Columns || row >= work.Rows) return;
        var height = size * HeightShare;
        var foot = work.HeightsMm[(row * work.Columns) + column] - (height * Bedded);
        var (row0, row1, column0, column1) = work.Window([at], size / 2);
        for (var r = row0; r < row1; r++)
        {
            for (var c = column0; c < column1; c++)
            {
                double dx = work.XMm(c) - at.XMm, dy = work.YMm(r) - at.YMm;
                double u = ((dx * cos) + (dy * sin)) * 2 / size, v = ((dy * cos) - (dx * sin)) * 2 / (size * narrow);
                var off = (u * u) + (v * v);
                if (off >= 1) continue;
                var cell = (r * work.Columns) + c;
                var top = foot + (height * Math.Sqrt(1 - off));
                if (top > work.HeightsMm[cell]) work.Set(cell, top);
            }
        }
    }
}
