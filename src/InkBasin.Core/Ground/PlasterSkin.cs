namespace InkBasin.Core.Ground;

/// <summary>
/// A skin of plaster of one thickness over a region or the whole board, measured plumb. It may carry the roughness
/// a trowel and brush leave; the thickness is then the mean.
/// </summary>
public sealed record PlasterSkin : GroundOperation
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
    internal override void Shape(GroundWork work)
    {
        var region = Outline is null ? default : RingField.Lay(work, Outline.Ring(work.CellMm), 0);
        for (var row = 0; row < work.Rows; row++)
        {
            work.Cancel.ThrowIfCancellationRequested();
            for (var column = 0; column < work.Columns; column++)
            {
                var cell = (row * work.Columns) + column;
                if (Outline is not null && !region.Inside(cell)) continue;
                var laid = ThicknessMm + (RoughMm > 0 ? RoughMm * Texture(column, row, work.CellMm) : 0);
                var before = work.SkinMm[cell];
                work.HeightsMm[cell] += laid;
                work.SkinMm[cell] = before + laid;
            }
        }
    }

    // −½…½ about a mean of nought.
    private double Texture(int column, int row, double cellMm)
    {
        double sum = 0, weight = 0;
        for (var k = 0; k < TextureWavelengthsMm.Length; k++)
        {
            var period = Math.Max(1, (int)Math.Round(TextureWavelengthsMm[k] / cellMm));
            var share = 1.0 / (1 << k);
            sum += share * (ValueNoise.At(column, row, period, unchecked((Seed * 31) + k)) - 0.5);
            weight += share;
        }

        return sum / weight;
    }
}
