namespace InkBasin.Core.Ground;

/// <summary>
/// A skin of plaster of one thickness over a region or the whole board, measured plumb. It may carry the roughness
/// a trowel and brush leave; the thickness is then the mean.
/// </summary>
public sealed record PlasterSkin : ShapingStep
{
    // Wavelengths of worked plaster, mm: trowel marks, then brush marks.
    private static readonly double[] TextureWavelengthsMm = [34, 15, 7];

    /// <summary>Mean thickness, mm, 0.2…30.</summary>
    public required double ThicknessMm { get; init; }

    /// <summary>Where it is laid; null is the whole board.</summary>
    public Outline? Outline { get; init; }

    /// <summary>Height of the roughness from trough to crest, mm, 0…ThicknessMm (it never bares the ground under it).</summary>
    public double RoughMm { get; init; }

    /// <summary>Which of the possible roughnesses; the same number gives the same one.</summary>
    public int Seed { get; init; }

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Within(ThicknessMm, 0.2, 30, $"{field}.thicknessMm");
        Require.NotNegative(RoughMm, $"{field}.roughMm");
        if (RoughMm > ThicknessMm) throw new RefusedException($"{field}.roughMm", "The roughness cannot be more than the skin's thickness.");
        Outline?.Check($"{field}.outline");
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        Outline is null ? grid.All : grid.Around(Outline.Traced(grid.CellMm), 0);

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var region = Outline is null ? default : RingField.Lay(work, Outline.Ring(work.CellMm), 0);
        var texture = new double[work.Columns];
        for (var row = 0; row < work.Rows; row++)
        {
            work.StopIfUnwanted();
            if (RoughMm > 0) Texture(texture, work.BoardColumn(0), work.BoardRow(row), work.CellMm);
            for (var column = 0; column < work.Columns; column++)
            {
                var cell = (row * work.Columns) + column;
                if (Outline is not null && !region.Inside(cell)) continue;
                work.Lay(cell, ThicknessMm + (RoughMm > 0 ? RoughMm * texture[column] : 0));
            }
        }
    }

    // −½…½ about a mean of nought, along a row.
    private void Texture(Span<double> sums, int firstColumn, int row, double cellMm)
    {
        sums.Clear();
        double weight = 0;
        for (var k = 0; k < TextureWavelengthsMm.Length; k++)
        {
            var period = Math.Max(1, (int)Math.Round(TextureWavelengthsMm[k] / cellMm));
            var share = 1.0 / (1 << k);
            ValueNoise.AddRow(sums, share, firstColumn, row, period, unchecked((Seed * 31) + k));
            weight += share;
        }

        for (var i = 0; i < sums.Length; i++) sums[i] /= weight;
    }
}
