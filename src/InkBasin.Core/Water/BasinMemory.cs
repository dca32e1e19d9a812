using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>
/// Basins measured before, each with the ground it lies in. A hand that drags one waterline asks again and again for the other waters, which stay as they
/// are, and for the level at which the ground itself lets go of the one that rises. For each place water was looked for the last basin is kept, as long as
/// its ground is. Safe to share between threads.
/// </summary>
public sealed class BasinMemory
{
    private const int MostSeeds = 200;

    /// <summary>A water that covers less than one cell in so many is small.</summary>
    private const int LargeShare = 8;

    private readonly ConditionalWeakTable<HeightField, ConcurrentDictionary<PointMm, Known>> _grounds = [];

    private sealed record Known(IReadOnlyList<Dam> Dams, EdgeOutlets Outlets, SpillPoint Brim, double DimpleMm, Basin Basin);

    private readonly ConditionalWeakTable<HeightField, ConcurrentDictionary<(int Cell, double LevelMm), double>> _beds = [];

    private readonly ConditionalWeakTable<HeightField, int[]> _ascending = [];

    /// <summary>What the bare bed of a ground holds over a seed to a level, ml: asked at the levels of water tests, which stay while a waterline is dragged.</summary>
    public double BedMlAt(HeightField field, PointMm seed, double levelMm)
    {
        ArgumentNullException.ThrowIfNull(field);
        var known = _beds.GetValue(field, _ => new());
        var cell = field.CellAt(seed);
        if (known.Count >= MostSeeds) known.Clear();
        return known.GetOrAdd((cell, levelMm), key => WetRegion.Flood(field, key.Cell, key.LevelMm).VolumeMl);
    }

    /// <summary>The same answer as <see cref="Basin.Measure"/>.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="dams">Dams along the board's edges.</param>
    /// <param name="seed">A place on the board.</param>
    /// <param name="waterlineMm">The waterline, mm over the board; may be negative.</param>
    /// <param name="dimpleMm">See <see cref="Spill.Of"/>.</param>
    /// <param name="cancel">Looked at now and then.</param>
    /// <exception cref="RefusedException">The seed lies off the board, or a number is not one.</exception>
    public Basin Measure(HeightField field, IReadOnlyList<Dam> dams, PointMm seed, double waterlineMm, double dimpleMm, CancellationToken cancel = default)
    {
        var seeds = _grounds.GetValue(field, _ => new());
        var isKnown = seeds.TryGetValue(seed, out var known) && (ReferenceEquals(known.Dams, dams) || known.Dams.SequenceEqual(dams));
        if (isKnown && known!.Basin.Region.LevelMm.Equals(waterlineMm) && known.DimpleMm.Equals(dimpleMm)) return known.Basin;
        var cell = Basin.Check(field, dams, seed, waterlineMm, dimpleMm);
        var outlets = isKnown ? known!.Outlets : new EdgeOutlets(field, dams);
        var brim = isKnown ? known!.Brim : Spill.OfGround(field, outlets, cell, cancel);

        // A water dragged up and down is asked for again and again on the same ground: once that is in order none of its beds needs sorting. A small one is sorted sooner.
        var ascending = isKnown && known!.Basin.Region.Cells.Length * LargeShare >= field.HeightsMm.Length ? _ascending.GetValue(field, Ascending) : null;
        var basin = Basin.Over(field, outlets, cell, brim, waterlineMm, dimpleMm, cancel, ascending);
        if (seeds.Count >= MostSeeds) seeds.Clear();
        seeds[seed] = new Known(dams, outlets, brim, dimpleMm, basin);
        return basin;
    }

    private static int[] Ascending(HeightField field)
    {
        int[] cells = [.. Enumerable.Range(0, field.HeightsMm.Length)];
        double[] heights = [.. field.HeightsMm];
        Array.Sort(heights, cells);
        return cells;
    }
}
