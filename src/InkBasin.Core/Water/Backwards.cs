using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>The questions of a water asked from what is in the jug.</summary>
public static class Backwards
{
    // A film in the roughness of another hollow is no loss.
    private const double LostShare = 0.01;

    /// <summary>
    /// The waterline so much resin reaches when it is poured at a place, by <see cref="PourTest"/>; null when some of it would run over, off the
    /// board or into a hollow of its own.
    /// </summary>
    /// <param name="field">The ground.</param>
    /// <param name="dams">Dams, checked.</param>
    /// <param name="seed">A place under the water, on the board.</param>
    /// <param name="volumeMl">How much there is, ml, above 0.</param>
    /// <param name="cancel">Stops the pour.</param>
    /// <exception cref="RefusedException">The volume is not above 0, or the seed is off the board.</exception>
    public static double? WaterlineFor(HeightField field, IReadOnlyList<Dam> dams, PointMm seed, double volumeMl, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(field);
        Require.Positive(volumeMl, "volumeMl");
        var test = new PourTest(field, new EdgeOutlets(field, dams));
        test.Add(new Pour(seed, volumeMl), cancel);
        var pools = test.Outcome().Pools;
        var cell = field.CellAt(seed);
        var pool = pools.FirstOrDefault(one => Array.BinarySearch(one.Cells, cell) >= 0) ?? (pools.Count > 0 ? pools[0] : null);
        return pool is not null && pool.VolumeMl >= volumeMl * (1 - LostShare) ? pool.LevelMm : null;
    }

    /// <summary>
    /// The depth of water over a false bed at which so much resin is enough: Σ min(depth, d)·cell² = volume. Null when it is enough without.
    /// </summary>
    /// <param name="region">The water at its waterline, not dry.</param>
    /// <param name="volumeMl">How much there is, ml, above 0.</param>
    /// <exception cref="RefusedException">The volume is not above 0.</exception>
    public static double? DepthOverFalseBed(WetRegion region, double volumeMl)
    {
        ArgumentNullException.ThrowIfNull(region);
        Require.Positive(volumeMl, "volumeMl");
        if (volumeMl >= region.VolumeMl) return null;
        double[] depths = [.. region.Cells.Select(cell => region.LevelMm - region.Field.HeightsMm[cell]).Order()];
        var wanted = volumeMl * 1000 / region.Field.CellAreaMm2;
        double under = 0;
        for (var i = 0; i < depths.Length; i++)
        {
            // With the i shallowest whole, the rest as deep as each other.
            var depth = (wanted - under) / (depths.Length - i);
            if (depth <= depths[i]) return depth;
            under += depths[i];
        }

        return null;
    }
}
