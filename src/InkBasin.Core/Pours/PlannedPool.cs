using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>A part of a layer that is poured by itself: what is poured beside it does not reach it before it runs over.</summary>
/// <param name="VolumeMl">Resin for it, ml.</param>
/// <param name="AreaMm2">Its surface, mm².</param>
/// <param name="DepthMm">How deep the layer is there at most, mm.</param>
/// <param name="At">Where to pour: its deepest place.</param>
/// <param name="SafeMm">How deep a layer may be there, mm; null where none is safe, and of what is poured.</param>
/// <param name="Standing">Stop where it is deeper and still to be poured.</param>
public sealed record PlannedPool(double VolumeMl, double AreaMm2, double DepthMm, PointMm At, double? SafeMm, Standing Standing)
{
    /// <summary>How high a share of it comes, mm, for a cup that does not fill it; null for the only pool of a layer, which has the water's curve.</summary>
    internal Func<double, double>? LevelMm { get; init; }

    /// <summary>Where it stands.</summary>
    internal LayerPool? Stands { get; init; }

    /// <summary>Share of its room that is full when the last cup is poured: what is set in afterwards fills the rest. 1 without such things.</summary>
    internal double FilledShare { get; init; } = 1;
}

/// <summary>A pool with the cells it covers.</summary>
/// <param name="Pool">Which pool of the layer, from 1.</param>
/// <param name="FromMm">The layer's underside, mm.</param>
/// <param name="ToMm">Its top, mm.</param>
/// <param name="WetRuns">Its cells as runs: row, first column, column past the last.</param>
public sealed record PoolPlace(int Pool, double FromMm, double ToMm, IReadOnlyList<int> WetRuns);

/// <summary>Where a layer stands, and what each place takes.</summary>
/// <param name="Each">The pools, the largest first: together the layer, but for its puddles.</param>
/// <param name="Puddles">Hollows of the bed too small to pour for by themselves.</param>
/// <param name="PuddlesMl">What they take in all, ml.</param>
public sealed record PlannedPools(IReadOnlyList<PlannedPool> Each, int Puddles, double PuddlesMl)
{
    /// <summary>Less than this nobody pours by itself, ml: some drops.</summary>
    public const double PuddleMl = 0.25;

    /// <summary>Puddles that take less than this share of their layer are not told apart.</summary>
    public const double NoMatterShare = 0.01;

    /// <summary>A layer with a joint still takes this share of itself where things fill it to the top.</summary>
    public const double LeastJointShare = 0.05;

    /// <summary>Deals a layer out to its pools.</summary>
    /// <param name="water">The water.</param>
    /// <param name="layer">The layer, as it is to be poured on a bare bed.</param>
    /// <param name="number">Which layer that is, from 1.</param>
    /// <param name="among">What stands in the water, among its layers.</param>
    /// <param name="split">The same layer on the ground, in its pools.</param>
    /// <param name="course">How it sets: what is safe under its deepest pool, and elsewhere.</param>
    /// <param name="shrinkPercent">Shrinkage, %.</param>
    /// <param name="poured">Whether it is poured: then no depth is asked any more.</param>
    internal static PlannedPools Of(PourCase water, Layer layer, int number, IReadOnlyList<PlacedThing> among, LayerPools split, LayerCourse course, double shrinkPercent, bool poured)
    {
        var (field, ground) = (water.Water.Region.Field, split.VolumeMl);
        var made = ground > 0 ? layer.VolumeMl / ground : 0;
        var lone = split.Pools.Count == 1;
        double[] things = new double[split.Pools.Count], wet = new double[split.Pools.Count];
        foreach (var placed in among)
        {
            // What stands in a pool takes the place of that much resin there; what stands on no ground of the layer, in the largest.
            var cell = field.CellAt(placed.Thing.At);
            var pool = lone || cell < 0 ? 0 : Math.Max(0, split.Pools.Index().FirstOrDefault(one => one.Item.Holds(cell)).Index);
            var displaced = placed.Meets.UnderMl(layer.ToMm) - placed.Meets.UnderMl(layer.FromMm);
            things[pool] += displaced;
            if (placed.GoesInWet && placed.Layer == number) wet[pool] += displaced;
        }

        // All before it shrinks: what stands there does not.
        double Bare(int i) => split.Pools[i].VolumeMl * made;
        double Shrinking(double ml) => ml / (1 - (shrinkPercent / 100));
        double Takes(int i) => Math.Max(Bare(i) * LeastJointShare, Bare(i) - Shrinking(things[i]));

        var each = new List<PlannedPool>();
        var (puddles, puddlesMl) = (0, 0.0);
        for (var i = 0; i < split.Pools.Count; i++)
        {
            var (pool, takes) = (split.Pools[i], Takes(i));
            if (i > 0 && takes < PuddleMl)
            {
                (puddles, puddlesMl) = (puddles + 1, puddlesMl + takes);
                continue;
            }

            // Under the deepest place lies the least foam: elsewhere less depth may be safe.
            var safe = poured ? null : lone || pool.LowestCell == water.Water.DeepestCell ? course.Safe()?.SafeMm : course.SafeOver(water.BedAt(pool.LowestCell))?.SafeMm;
            each.Add(new PlannedPool(
                takes,
                pool.AreaMm2,
                pool.MaxDepthMm,
                field.CentreOf(pool.LowestCell),
                safe,
                !poured && pool.MaxDepthMm > (safe ?? 0) + LayerCourse.HandMm ? Standing.Stop : Standing.Holds)
            { LevelMm = lone ? null : share => pool.LevelMm(field, layer.FromMm, layer.ToMm, share), Stands = pool, FilledShare = Math.Max(0, 1 - (Shrinking(wet[i]) / Bare(i))) });
        }

        each = [.. each.OrderByDescending(pool => pool.VolumeMl)];

        // What nobody would see is no line of the card: the largest pool takes it.
        if (puddlesMl >= NoMatterShare * layer.VolumeMl) return new PlannedPools(each, puddles, puddlesMl);
        each[0] = each[0] with { VolumeMl = each[0].VolumeMl + puddlesMl };
        return new PlannedPools(each, 0, 0);
    }
}
