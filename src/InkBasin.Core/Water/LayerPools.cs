using System.Buffers;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A part of a layer that stands by itself: resin poured into it does not reach the others before it runs over.</summary>
/// <param name="VolumeMl">What the layer takes there, ml on the bare ground.</param>
/// <param name="AreaMm2">Its surface, mm².</param>
/// <param name="MaxDepthMm">How thick the layer is there at most, mm.</param>
/// <param name="LowestCell">The first cell where its ground is lowest.</param>
/// <param name="Runs">Its cells, row by row: cells that lie side by side, from the first to before the last number.</param>
public sealed record LayerPool(double VolumeMl, double AreaMm2, double MaxDepthMm, int LowestCell, IReadOnlyList<Range> Runs)
{
    private const double ExactMm = 1e-10;

    /// <summary>Its cells, in row-major order.</summary>
    public IEnumerable<int> Cells() => Runs.SelectMany(run => Enumerable.Range(run.Start.Value, run.End.Value - run.Start.Value));

    /// <summary>Its cells as runs, to be drawn: row, first column, column past the last, one run after another.</summary>
    /// <param name="columns">Cells in a row of the ground.</param>
    public int[] WetRuns(int columns) => [.. Runs.SelectMany<Range, int>(run =>
    {
        var (row, first) = Math.DivRem(run.Start.Value, columns);
        return [row, first, first + run.End.Value - run.Start.Value];
    })];

    /// <summary>Whether a cell is one of it.</summary>
    /// <param name="cell">A cell.</param>
    public bool Holds(int cell) => Runs.Any(run => run.Start.Value <= cell && cell < run.End.Value);

    /// <summary>How high a part of what it takes comes in it, mm: down from the top by what is still to come over the cells wet there (Newton; exact, as volume is convex and piecewise linear).</summary>
    /// <param name="field">The ground.</param>
    /// <param name="fromMm">The layer's underside, mm.</param>
    /// <param name="topMm">The layer's top, mm.</param>
    /// <param name="share">Of what it takes, 0–1.</param>
    public double LevelMm(HeightField field, double fromMm, double topMm, double share)
    {
        ArgumentNullException.ThrowIfNull(field);
        var level = topMm;
        for (var target = double.NaN; ;)
        {
            var (depth, wet) = DepthUnder(field, fromMm, level);
            if (double.IsNaN(target)) target = depth * share;
            // A sum of many depths may round to a hair under the underside, which no resin stands below.
            var next = wet > 0 ? Math.Max(fromMm, level - ((depth - target) / wet)) : level;
            if (!(next < level - ExactMm)) return Math.Min(next, level);
            level = next;
        }
    }

    private (double DepthMm, int Cells) DepthUnder(HeightField field, double fromMm, double levelMm)
    {
        var (depth, wet) = (0.0, 0);
        foreach (var run in Runs)
        {
            foreach (var height in field.HeightsMm.AsSpan(run))
            {
                var bed = Math.Max(height, fromMm);
                if (bed >= levelMm) continue;
                depth += levelMm - bed;
                wet++;
            }
        }

        return (depth, wet);
    }
}

/// <summary>
/// A layer split into the pools it stands in: the 8-connected parts of a water with ground under the layer's top (models.md §2; readings.md P1–P2). A layer
/// that is one figure on paper may be two pours on the bench.
/// </summary>
/// <param name="FromMm">Its underside, mm.</param>
/// <param name="ToMm">Its top, mm.</param>
/// <param name="Pools">Where it stands, the largest first.</param>
public sealed record LayerPools(double FromMm, double ToMm, IReadOnlyList<LayerPool> Pools)
{
    /// <summary>The whole layer, ml on the bare ground: what the water holds to its top less what it holds to its underside.</summary>
    public double VolumeMl => Pools.Sum(pool => pool.VolumeMl);

    /// <summary>Splits the layers of a water.</summary>
    /// <param name="region">The water at its waterline.</param>
    /// <param name="topsMm">Tops of the layers, mm, rising; the first over the lowest bed, the last the waterline (to 1e-9 mm).</param>
    /// <param name="cancel">Looked at now and then.</param>
    /// <exception cref="RefusedException">Dry, or the tops do not rise from bed to waterline.</exception>
    public static IReadOnlyList<LayerPools> Of(WetRegion region, IReadOnlyList<double> topsMm, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(region);
        ArgumentNullException.ThrowIfNull(topsMm);
        if (region.LowestBedMm is not { } bed)
            throw new RefusedException("waterlineMm", "Nothing is wet at that waterline: raise it above the ground at the seed.", RefusalKind.Impossible);
        if (topsMm.Count >= ushort.MaxValue) throw new RefusedException("topsMm", "That is more layers than anybody pours.", RefusalKind.Impossible);
        if (topsMm.Count == 0) throw new RefusedException("topsMm", "Give the top of at least one layer.");
        for (var k = 0; k < topsMm.Count; k++)
        {
            Require.Finite(topsMm[k], $"topsMm[{k}]");
            if (!(topsMm[k] > (k > 0 ? topsMm[k - 1] : bed)))
                throw new RefusedException($"topsMm[{k}]", k > 0 ? "The tops must rise from one layer to the next." : "The first top must lie over the lowest bed.", RefusalKind.Impossible);
        }

        if (Math.Abs(topsMm[^1] - region.LevelMm) > 1e-9)
            throw new RefusedException($"topsMm[{topsMm.Count - 1}]", "The last top must be the waterline.", RefusalKind.Impossible);
        return Under(region, topsMm, cancel);
    }

    /// <summary>The same for tops known to rise from over the bed to no more than the waterline.</summary>
    internal static IReadOnlyList<LayerPools> Under(WetRegion region, IReadOnlyList<double> topsMm, CancellationToken cancel = default) => new Rows(region, topsMm, cancel).Layers();

    /// <summary>The layers of a water, each gone through row by row: runs of cells that touch are one pool.</summary>
    private sealed class Rows
    {
        private const ushort Ashore = ushort.MaxValue;

        private readonly WetRegion _region;
        private readonly double[] _top;
        private readonly int _last;
        private readonly CancellationToken _cancel;
        private readonly int _columns;
        private readonly int _row0;
        private readonly int _rows;

        // Of each cell of the water's rows the first layer that covers it.
        private readonly ushort[] _layer;

        // Runs of the layer gone through, each with its pool's first run and its own sums.
        private Run[] _runs = new Run[256];
        private int _count;

        private struct Run
        {
            public int From;
            public int To;
            public int Cell;
            public int Cells;
            public int Pool;

            // Of its pool, where it is the pool's first.
            public int Wet;
            public int Runs;
            public int Next;
            public double Depth;
            public double Lowest;
            public int LowestCell;
        }

        public Rows(WetRegion region, IReadOnlyList<double> tops, CancellationToken cancel)
        {
            (_region, _top, _last, _cancel) = (region, [.. tops], tops.Count - 1, cancel);
            // Whole rows, so that a cell's place follows without dividing.
            int first = int.MaxValue, last = 0;
            foreach (var cell in region.Cells) (first, last) = (Math.Min(first, cell), Math.Max(last, cell));
            (_columns, _row0) = (region.Field.Columns, first / region.Field.Columns);
            _rows = (last / _columns) - _row0 + 1;
            _layer = ArrayPool<ushort>.Shared.Rent(_rows * _columns);
            Array.Fill(_layer, Ashore, 0, _rows * _columns);
            var origin = _row0 * _columns;
            foreach (var cell in region.Cells) _layer[cell - origin] = Covers(region.Field.HeightsMm[cell]);
        }

        private ushort Covers(double heightMm)
        {
            // Most of a bed lies in the first few.
            var k = 0;
            while (k < _last && heightMm >= _top[k]) k++;
            return (ushort)k;
        }

        public List<LayerPools> Layers()
        {
            try
            {
                var layers = new List<LayerPools>(_top.Length);
                for (var k = 0; k < _top.Length; k++)
                {
                    _cancel.ThrowIfCancellationRequested();
                    layers.Add(Layer(k));
                }

                return layers;
            }
            finally
            {
                ArrayPool<ushort>.Shared.Return(_layer);
            }
        }

        private LayerPools Layer(int k)
        {
            double top = _top[k], under = k > 0 ? _top[k - 1] : _region.LowestBedMm!.Value;
            _count = 0;
            int before = 0, end = 0;
            for (var row = 0; row < _rows; row++)
            {
                var first = _count;
                Find(row, (ushort)k, top, under);
                Join(before, end, first);
                (before, end) = (first, _count);
            }

            return new LayerPools(under, top, Pools(top, under));
        }

        private void Find(int row, ushort k, double top, double under)
        {
            var cell0 = (row + _row0) * _columns;
            var layer = _layer.AsSpan(row * _columns, _columns);
            var h = _region.Field.HeightsMm.AsSpan(cell0, _columns);
            for (var from = 0; from < layer.Length;)
            {
                var dry = layer[from..].IndexOfAnyInRange((ushort)0, k);
                if (dry < 0) return;
                from += dry;
                var wet = layer[from..].IndexOfAnyExceptInRange((ushort)0, k);
                var to = wet < 0 ? layer.Length : from + wet;
                var lowestAt = from;
                double depth = 0, lowest = double.PositiveInfinity;
                for (var i = from; i < to; i++)
                {
                    var height = h[i];
                    depth += top - (height > under ? height : under);
                    if (height >= lowest) continue;
                    lowest = height;
                    lowestAt = i;
                }

                if (_count == _runs.Length) Array.Resize(ref _runs, 2 * _count);
                _runs[_count] = new Run { From = from, To = to - 1, Cell = cell0 + from, Cells = to - from, Pool = _count, Wet = to - from, Depth = depth, Lowest = lowest, LowestCell = cell0 + lowestAt };
                _count++;
                from = to;
            }
        }

        // Runs of two rows that touch, by a side or a corner.
        private void Join(int above, int aboveEnd, int here)
        {
            for (int a = above, b = here; a < aboveEnd && b < _count;)
            {
                if (_runs[a].To + 1 < _runs[b].From) a++;
                else if (_runs[b].To + 1 < _runs[a].From) b++;
                else
                {
                    var (one, two) = (PoolOf(a), PoolOf(b));
                    if (one != two) _runs[Math.Max(one, two)].Pool = Math.Min(one, two);
                    if (_runs[a].To < _runs[b].To) a++;
                    else b++;
                }
            }
        }

        private int PoolOf(int run)
        {
            while (_runs[run].Pool != run) run = _runs[run].Pool = _runs[_runs[run].Pool].Pool;
            return run;
        }

        private List<LayerPool> Pools(double top, double under)
        {
            var pools = new List<LayerPool>();
            for (var i = 0; i < _count; i++)
            {
                var pool = PoolOf(i);
                _runs[i].Pool = pool;
                ref var into = ref _runs[pool];
                into.Runs++;
                if (pool == i) continue;

                // A pool's first run comes before all others of it, so that the first of equally low cells stays.
                into.Wet += _runs[i].Cells;
                into.Depth += _runs[i].Depth;
                if (_runs[i].Lowest < into.Lowest) (into.Lowest, into.LowestCell) = (_runs[i].Lowest, _runs[i].LowestCell);
            }

            // Each pool's runs one after another, in their order.
            var own = new Range[_count];
            for (int i = 0, end = 0; i < _count; i++)
            {
                ref var of = ref _runs[_runs[i].Pool];
                if (_runs[i].Pool == i) (of.Next, end) = (end, end + of.Runs);
                own[of.Next++] = _runs[i].Cell..(_runs[i].Cell + _runs[i].Cells);
            }

            var cellMm2 = _region.Field.CellAreaMm2;
            for (var i = 0; i < _count; i++)
            {
                if (_runs[i].Pool != i) continue;
                pools.Add(new LayerPool(
                    _runs[i].Depth * cellMm2 / 1000,
                    _runs[i].Wet * cellMm2,
                    top - Math.Max(under, _runs[i].Lowest),
                    _runs[i].LowestCell,
                    new ArraySegment<Range>(own, _runs[i].Next - _runs[i].Runs, _runs[i].Runs)));
            }

            pools.Sort((a, b) => a.VolumeMl != b.VolumeMl ? b.VolumeMl.CompareTo(a.VolumeMl) : a.LowestCell.CompareTo(b.LowestCell));
            return pools;
        }
    }
}
