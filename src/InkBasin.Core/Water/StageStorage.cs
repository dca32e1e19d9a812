using System.Buffers;

namespace InkBasin.Core.Water;

/// <summary>A place on a stage–storage curve: volume and wet area at a level.</summary>
public readonly record struct StagePoint(double LevelMm, double VolumeMl, double AreaMm2);

/// <summary>
/// The stage–storage curve of a water: V(L) = Σ max(0, L − h)·cell² over its cells. Wet area is a step function of the
/// level and volume piecewise linear, with a knot at every distinct bed height, so both directions are exact
/// (models.md §2; readings.md 12). Or a curve given point by point, linear between (readings.md 23).
/// </summary>
public sealed class StageStorage
{
    private readonly double[] _levelMm;
    private readonly double[] _volumeMl;
    private readonly double[] _areaMm2;

    private StageStorage(double[] levelMm, double[] volumeMl, double[] areaMm2)
    {
        _levelMm = levelMm;
        _volumeMl = volumeMl;
        _areaMm2 = areaMm2;
    }

    /// <summary>Height of the lowest bed: the first level, volume 0 on a curve from ground.</summary>
    public double BedMm => _levelMm[0];

    /// <summary>The highest level the curve knows.</summary>
    public double TopMm => _levelMm[^1];

    /// <summary>Number of knots.</summary>
    public int Knots => _levelMm.Length;

    /// <summary>The curve of a wet region up to its own level.</summary>
    /// <exception cref="RefusedException">The region is dry.</exception>
    public static StageStorage Of(WetRegion region)
    {
        ArgumentNullException.ThrowIfNull(region);
        var beds = new double[region.Cells.Length];
        for (var i = 0; i < beds.Length; i++) beds[i] = region.Field.HeightsMm[region.Cells[i]];
        Array.Sort(beds);
        return Of(beds, region.Field.CellAreaMm2, region.LevelMm);
    }

    /// <summary>The same curve, by the cells of the whole ground from the lowest up: read off instead of sorted, which is quicker for a large region.</summary>
    /// <param name="region">The region.</param>
    /// <param name="ascending">All cells of its ground, rising by height, equal ones in any order.</param>
    /// <exception cref="RefusedException">The region is dry.</exception>
    internal static StageStorage Of(WetRegion region, int[] ascending)
    {
        var h = region.Field.HeightsMm;
        var beds = new double[region.Cells.Length];
        var wet = ArrayPool<bool>.Shared.Rent(h.Length);
        try
        {
            wet.AsSpan(0, h.Length).Clear();
            foreach (var cell in region.Cells) wet[cell] = true;
            var found = 0;
            for (var i = 0; found < beds.Length; i++)
            {
                if (wet[ascending[i]]) beds[found++] = h[ascending[i]];
            }
        }
        finally
        {
            ArrayPool<bool>.Shared.Return(wet);
        }

        return Of(beds, region.Field.CellAreaMm2, region.LevelMm);
    }

    // The curve over beds from the lowest up.
    private static StageStorage Of(double[] beds, double cellMm2, double levelMm)
    {
        if (beds.Length == 0)
            throw new RefusedException("waterlineMm", "Nothing is wet at that waterline: raise it above the ground at the seed.", RefusalKind.Impossible);
        var distinct = 1;
        for (var i = 1; i < beds.Length; i++)
        {
            if (beds[i] != beds[i - 1]) distinct++;
        }

        double[] level = new double[distinct + 1], volume = new double[distinct + 1], area = new double[distinct + 1];
        var knot = 0;
        for (var i = 0; i < beds.Length;)
        {
            level[knot] = beds[i];
            area[knot] = i * cellMm2;
            volume[knot] = knot == 0 ? 0 : volume[knot - 1] + (i * cellMm2 * (beds[i] - level[knot - 1]) / 1000);
            var same = i;
            while (i < beds.Length && beds[i] == beds[same]) i++;
            knot++;
        }

        level[knot] = levelMm;
        area[knot] = beds.Length * cellMm2;
        volume[knot] = volume[knot - 1] + (beds.Length * cellMm2 * (levelMm - level[knot - 1]) / 1000);
        return new StageStorage(level, volume, area);
    }

    /// <summary>A curve from given points, volume linear between them.</summary>
    /// <param name="levelMm">At least two levels, rising.</param>
    /// <param name="volumeMl">Their volumes, not falling, not below 0.</param>
    /// <exception cref="RefusedException">The lists do not make a curve.</exception>
    public static StageStorage Through(IReadOnlyList<double> levelMm, IReadOnlyList<double> volumeMl)
    {
        ArgumentNullException.ThrowIfNull(levelMm);
        ArgumentNullException.ThrowIfNull(volumeMl);
        if (levelMm.Count < 2 || volumeMl.Count != levelMm.Count)
            throw new RefusedException("curve", "The curve needs at least two levels, each with its volume.");
        double[] level = [.. levelMm], volume = [.. volumeMl], area = new double[level.Length];
        for (var i = 0; i < level.Length; i++)
        {
            Require.Finite(level[i], $"curve[{i}].levelMm");
            Require.NotNegative(volume[i], $"curve[{i}].volumeMl");
            if (i == 0) continue;
            if (!(level[i] > level[i - 1]))
                throw new RefusedException($"curve[{i}].levelMm", "The curve's levels must rise from one to the next.", RefusalKind.Impossible);
            if (volume[i] < volume[i - 1])
                throw new RefusedException($"curve[{i}].volumeMl", "A higher level cannot hold less.", RefusalKind.Impossible);
            area[i] = (volume[i] - volume[i - 1]) * 1000 / (level[i] - level[i - 1]);
        }

        return new StageStorage(level, volume, area);
    }

    /// <summary>Volume at a level, ml. Below the bed 0; above the top, the wet area carried upright.</summary>
    public double VolumeAt(double levelMm)
    {
        if (levelMm <= _levelMm[0]) return levelMm < _levelMm[0] ? 0 : _volumeMl[0];
        var above = Above(_levelMm, levelMm);
        return above == _levelMm.Length
            ? _volumeMl[^1] + (_areaMm2[^1] * (levelMm - _levelMm[^1]) / 1000)
            : _volumeMl[above - 1] + ((_volumeMl[above] - _volumeMl[above - 1]) * (levelMm - _levelMm[above - 1]) / (_levelMm[above] - _levelMm[above - 1]));
    }

    /// <summary>Wet area just under a level, mm²: cells with ground under it.</summary>
    public double AreaAt(double levelMm)
    {
        if (levelMm <= _levelMm[0]) return 0;
        var above = LowerBound(_levelMm, levelMm);
        return _areaMm2[Math.Min(above, _areaMm2.Length - 1)];
    }

    /// <summary>
    /// The lowest level that holds <paramref name="volumeMl"/>: the exact inverse of <see cref="VolumeAt"/>. Above the
    /// curve's top the wet area is carried upright.
    /// </summary>
    /// <exception cref="RefusedException">The volume is negative or not a number.</exception>
    public double LevelFor(double volumeMl)
    {
        Require.NotNegative(volumeMl, "volumeMl");
        if (volumeMl <= _volumeMl[0]) return _levelMm[0];
        var above = LowerBound(_volumeMl, volumeMl);
        if (above == _volumeMl.Length)
            return _levelMm[^1] + ((volumeMl - _volumeMl[^1]) * 1000 / _areaMm2[^1]);
        return _levelMm[above - 1] + ((_levelMm[above] - _levelMm[above - 1]) * (volumeMl - _volumeMl[above - 1]) / (_volumeMl[above] - _volumeMl[above - 1]));
    }

    /// <summary>
    /// The same curve with its volumes corrected at some levels: up to the first by its factor, between two in proportion to what lies between, over the last by its
    /// factor. Exact: volume stays linear between the knots.
    /// </summary>
    /// <param name="at">Levels, mm, rising, and true over drawn volume there; none leaves the curve as it is.</param>
    public StageStorage Corrected(IReadOnlyList<(double LevelMm, double Factor)> at)
    {
        ArgumentNullException.ThrowIfNull(at);
        if (at.Count == 0) return this;
        var (drawn, made) = (new double[at.Count], new double[at.Count]);
        for (var i = 0; i < at.Count; i++) (drawn[i], made[i]) = (VolumeAt(at[i].LevelMm), at[i].Factor * VolumeAt(at[i].LevelMm));
        double Slope(int part) => part == 0 ? at[0].Factor : part == at.Count ? at[^1].Factor : (made[part] - made[part - 1]) / (drawn[part] - drawn[part - 1]);

        // Both lists rise: one walk along them, a knot more at each tested level.
        var (level, volume, area) = (new List<double>(_levelMm.Length + at.Count), new List<double>(_levelMm.Length + at.Count), new List<double>(_levelMm.Length + at.Count));
        var next = 0;
        void Add(double levelMm, double ml, double mm2)
        {
            level.Add(levelMm);
            volume.Add(next == 0 ? ml * at[0].Factor : made[next - 1] + ((ml - drawn[next - 1]) * Slope(next)));
            area.Add(mm2 * Slope(next));
        }

        for (var k = 0; k < _levelMm.Length; k++)
        {
            for (; next < at.Count && at[next].LevelMm <= _levelMm[k]; next++)
            {
                if (k > 0 && at[next].LevelMm > _levelMm[k - 1] && at[next].LevelMm < _levelMm[k]) Add(at[next].LevelMm, drawn[next], _areaMm2[k]);
            }

            // At a tested level itself both parts give the same volume; the area under it is the lower part's.
            var own = next > 0 && at[next - 1].LevelMm == _levelMm[k];
            if (own) next--;
            Add(_levelMm[k], _volumeMl[k], _areaMm2[k]);
            if (own) next++;
        }

        return new StageStorage([.. level], [.. volume], [.. area]);
    }

    /// <summary>
    /// Points from the bed to the top for a table or a drawing: every knot when there are at most
    /// <paramref name="most"/>, else evenly spaced levels; never fewer than <paramref name="least"/> and each exact.
    /// </summary>
    public StagePoint[] Sample(int least = 50, int most = 400)
    {
        double bed = BedMm, span = TopMm - bed;
        var levels = new SortedSet<double>();
        if (Knots <= most) levels.UnionWith(_levelMm);
        var even = Knots <= most ? least : most;
        for (var k = 0; k < even; k++) levels.Add(k == even - 1 ? TopMm : bed + (span * k / (even - 1)));
        return [.. levels.Select(level => new StagePoint(level, VolumeAt(level), AreaAt(level)))];
    }

    // First index whose value is above x.
    private static int Above(double[] values, double x)
    {
        var i = Array.BinarySearch(values, x);
        return i >= 0 ? i + 1 : ~i;
    }

    // First index whose value is not below x.
    private static int LowerBound(double[] values, double x)
    {
        int low = 0, high = values.Length;
        while (low < high)
        {
            var middle = (low + high) >> 1;
            if (values[middle] < x) low = middle + 1;
            else high = middle;
        }

        return low;
    }
}
