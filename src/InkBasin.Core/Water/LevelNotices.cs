namespace InkBasin.Core.Water;

/// <summary>What is said of where a water stands.</summary>
internal static class LevelNotices
{
    // A dam for an open edge stands so far over the waterline, mm (models.md §7).
    private const double DamOverMm = 5;

    /// <summary>All of them, in the order they are looked at.</summary>
    public static IEnumerable<Notice> Of(WaterLevel level, IReadOnlyList<OpenEdge> openEdges)
    {
        if (level.BedMm is null)
        {
            yield return Notice.Of("dry", Standing.Stop, "Nothing is wet at this waterline: raise it, or move the water to lower ground.", ("waterlineMm", level.WaterlineMm));
            yield break;
        }

        foreach (var edge in openEdges)
        {
            yield return Notice.Of(
                "openEdge",
                Standing.Stop,
                $"Open over the {edge.Side.ToString().ToLowerInvariant()} edge for {edge.ToMm - edge.FromMm:0} mm: it needs a dam to {level.WaterlineMm + DamOverMm:0.0} mm.",
                ("lengthMm", edge.ToMm - edge.FromMm),
                ("topMm", level.WaterlineMm + DamOverMm));
        }

        if (level.FreeboardMm >= 0 || openEdges.Count == 0) yield return OfFreeboard(level);
        foreach (var other in level.JoinedWith)
            yield return Notice.Of("joined", Standing.Stop, $"At this waterline it is one water with {other}: lower it, or keep only one of the two.");
    }

    private static Notice OfFreeboard(WaterLevel level)
    {
        var (freeboard, spill) = (level.FreeboardMm, level.SpillMm);
        return Notice.Of(
            "freeboard",
            level.Standing,
            level.Standing switch
            {
                Standing.Stop => $"It runs over at {spill:0.0} mm, {-freeboard:0.0} mm under the waterline: lower the waterline or raise the bank there.",
                Standing.Tight => $"Only {freeboard:0.0} mm of freeboard before it runs over at {spill:0.0} mm: raise the bank or lower the waterline.",
                _ => $"Freeboard {freeboard:0.0} mm before it runs over.",
            },
            ("freeboardMm", freeboard),
            ("spillMm", spill));
    }
}
