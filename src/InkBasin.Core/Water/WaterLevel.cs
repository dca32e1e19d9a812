using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>Where a water stands and how well.</summary>
/// <param name="WaterlineMm">Its waterline, mm over the board.</param>
/// <param name="SeedGroundMm">Ground at its starting point, mm.</param>
/// <param name="BedMm">Lowest bed, mm; null when nothing is wet.</param>
/// <param name="VolumeMl">Volume to the waterline as the ground has it, ml.</param>
/// <param name="AreaMm2">Wet area, mm².</param>
/// <param name="MaxDepthMm">Greatest depth, mm.</param>
/// <param name="MeanDepthMm">Mean depth, mm.</param>
/// <param name="ScaleDepthM">Greatest depth at full size, m.</param>
/// <param name="SpillMm">Level at which it runs over, mm.</param>
/// <param name="FreeboardMm">Spill level − waterline, mm.</param>
/// <param name="SpillAt">Where it runs over.</param>
/// <param name="Standing">How well it stands by its freeboard.</param>
/// <param name="JoinedWith">Names of the waters it is one with at this waterline.</param>
/// <param name="WetRuns">Wet cells as runs: row, first column, column past the last.</param>
public sealed record WaterLevel(
    double WaterlineMm,
    double SeedGroundMm,
    double? BedMm,
    double VolumeMl,
    double AreaMm2,
    double MaxDepthMm,
    double MeanDepthMm,
    double ScaleDepthM,
    double SpillMm,
    double FreeboardMm,
    PointMm SpillAt,
    Standing Standing,
    IReadOnlyList<string> JoinedWith,
    int[] WetRuns)
{
    /// <summary>Looks at a water.</summary>
    /// <param name="water">The water.</param>
    /// <param name="all">All waters of the board, it among them.</param>
    /// <param name="scale">N of 1:N.</param>
    public static WaterLevel Of(StandingWater water, IReadOnlyList<StandingWater> all, double scale)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(all);
        var (region, basin) = (water.Region, water.Basin);
        var field = region.Field;
        return new WaterLevel(
            water.WaterlineMm,
            field.HeightsMm[field.CellAt(water.Seed)],
            region.LowestBedMm,
            region.VolumeMl,
            region.AreaMm2,
            region.MaxDepthMm,
            region.MeanDepthMm,
            region.MaxDepthMm * scale / 1000,
            basin.Spill.LevelMm,
            basin.FreeboardMm,
            field.CentreOf(basin.Spill.Cell),
            Freeboard.Of(basin.FreeboardMm),
            [.. all.Where(other => other.Id != water.Id && water.Covers(field.CellAt(other.Seed))).Select(other => other.Name)],
            region.Runs());
    }
}
