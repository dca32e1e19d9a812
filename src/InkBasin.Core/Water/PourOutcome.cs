using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>Liquid poured at a place.</summary>
/// <param name="At">Where.</param>
/// <param name="VolumeMl">How much, ml, ≥ 0.</param>
public readonly record struct Pour(PointMm At, double VolumeMl);

/// <summary>Liquid that stands somewhere after a pour test.</summary>
/// <param name="LowestAt">Centre of its lowest cell, the first in row-major order.</param>
/// <param name="LevelMm">Its level, mm over the board.</param>
/// <param name="VolumeMl">Volume, ml.</param>
/// <param name="AreaMm2">Wet area, mm².</param>
/// <param name="MaxDepthMm">Greatest depth, mm.</param>
/// <param name="Cells">Its wet cells, in row-major order.</param>
public sealed record Pool(PointMm LowestAt, double LevelMm, double VolumeMl, double AreaMm2, double MaxDepthMm, int[] Cells);

/// <summary>Liquid that left the board over an edge cell.</summary>
/// <param name="Side">The side.</param>
/// <param name="AtMm">Centre of the cell along the side, mm.</param>
/// <param name="VolumeMl">Volume, ml.</param>
public sealed record RunOff(BoardSide Side, double AtMm, double VolumeMl);

/// <summary>What a pour test came to. Poured = pools + run-off.</summary>
/// <param name="Pools">Where liquid stands, largest first.</param>
/// <param name="RunOff">Where it left the board, most first.</param>
public sealed record PourOutcome(IReadOnlyList<Pool> Pools, IReadOnlyList<RunOff> RunOff)
{
    /// <summary>All that left the board, ml.</summary>
    public double RunOffMl => RunOff.Sum(one => one.VolumeMl);
}
