using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A first waterline for a water put on the board, so that it starts where it would hold.</summary>
public static class WaterlineProposal
{
    /// <summary>Room left under the level where it would run over, mm: the freeboard that is not tight.</summary>
    public const double FreeboardMm = 2;

    /// <summary>Depth proposed where no bank holds the water, mm.</summary>
    public const double UnheldDepthMm = 5;

    /// <summary>
    /// Two mm under the level at which it would run into other ground, taking every edge of the board as dammed, to half
    /// a mm; where nothing holds it, a shallow depth over the ground.
    /// </summary>
    /// <param name="field">The ground.</param>
    /// <param name="seed">Where the water is put.</param>
    /// <param name="dimpleMm">See <see cref="Spill.Of"/>.</param>
    /// <exception cref="RefusedException">The seed lies off the board.</exception>
    public static double Of(HeightField field, PointMm seed, double dimpleMm = Spill.DefaultDimpleMm)
    {
        ArgumentNullException.ThrowIfNull(field);
        seed.Check("seed");
        var cell = field.CellAt(seed);
        if (cell < 0) throw new RefusedException("seed", "The starting point lies off the board.", RefusalKind.Impossible);
        var ground = field.HeightsMm[cell];
        var top = field.HeightsMm.Max() + 1;
        var dammed = EdgeOutlets.Sides.Select(side => new Dam(side, double.MinValue, double.MaxValue, top)).ToArray();
        var bed = Lowest(field, cell, ground);
        var spill = Spill.Of(field, new EdgeOutlets(field, dammed), cell, ground, dimpleMm).LevelMm;
        var proposed = spill >= top ? ground + UnheldDepthMm : Math.Floor((spill - FreeboardMm) * 2) / 2;
        return Math.Max(proposed, Math.Ceiling((bed + 1) * 2) / 2);
    }

    // The bed of the hollow the seed lies in: water put on a slope runs down into it.
    private static double Lowest(HeightField field, int cell, double ground) =>
        WetRegion.Flood(field, cell, ground + 0.001).LowestBedMm ?? ground;
}
