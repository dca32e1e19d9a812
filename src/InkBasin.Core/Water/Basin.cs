using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>What one water is at one waterline.</summary>
/// <param name="Region">Its wet cells with volume, area and depths.</param>
/// <param name="Storage">Its stage–storage curve; null when dry.</param>
/// <param name="Spill">Where it would run over.</param>
/// <param name="OpenEdges">Where the board's edge lets it off at this waterline.</param>
public sealed record Basin(WetRegion Region, StageStorage? Storage, SpillPoint Spill, IReadOnlyList<OpenEdge> OpenEdges)
{
    /// <summary>Spill level − waterline, mm; negative when water filled to the waterline would get off the board.</summary>
    public double FreeboardMm => Spill.LevelMm - Region.LevelMm;

    /// <summary>Measures the water over a seed.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="dams">Dams along the board's edges.</param>
    /// <param name="seed">A place on the board.</param>
    /// <param name="waterlineMm">The waterline, mm over the board; may be negative.</param>
    /// <param name="dimpleMm">See <see cref="Water.Spill.Of"/>.</param>
    /// <param name="cancel">Looked at now and then.</param>
    /// <exception cref="RefusedException">The seed lies off the board, or a number is not one.</exception>
    public static Basin Measure(HeightField field, IReadOnlyList<Dam> dams, PointMm seed, double waterlineMm, double dimpleMm = Water.Spill.DefaultDimpleMm, CancellationToken cancel = default)
    {
        var cell = Check(field, dams, seed, waterlineMm, dimpleMm);
        var outlets = new EdgeOutlets(field, dams);
        return Over(field, outlets, cell, Water.Spill.OfGround(field, outlets, cell, cancel), waterlineMm, dimpleMm, cancel);
    }

    /// <summary>The cell of the seed, once all is looked at.</summary>
    /// <exception cref="RefusedException">The seed lies off the board, or a number is not one.</exception>
    internal static int Check(HeightField field, IReadOnlyList<Dam> dams, PointMm seed, double waterlineMm, double dimpleMm)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(dams);
        seed.Check("seed");
        Require.Finite(waterlineMm, "waterlineMm");
        Require.NotNegative(dimpleMm, "dimpleMm");
        for (var i = 0; i < dams.Count; i++) Require.Present(dams[i], $"dams[{i}]").Check($"dams[{i}]");
        var cell = field.CellAt(seed);
        return cell >= 0 ? cell : throw new RefusedException("seed", "The starting point lies off the board.", RefusalKind.Impossible);
    }

    /// <summary>Measures what was looked at, with what the ground alone says; perhaps with its cells from the lowest up.</summary>
    internal static Basin Over(HeightField field, EdgeOutlets outlets, int cell, SpillPoint brim, double waterlineMm, double dimpleMm, CancellationToken cancel, int[]? ascending = null)
    {
        var region = WetRegion.Flood(field, cell, waterlineMm, cancel);
        return new Basin(
            region,
            region.Cells.Length == 0 ? null : ascending is null ? StageStorage.Of(region) : StageStorage.Of(region, ascending),
            Water.Spill.Over(field, outlets, cell, brim, waterlineMm, dimpleMm, cancel, region),
            Water.OpenEdges.Of(region, outlets));
    }
}
