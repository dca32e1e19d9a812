using System.Buffers;

namespace InkBasin.Core.Water;

/// <summary>A part of a layer that stands by itself: resin poured into it does not reach the others before it runs over.</summary>
/// <param name="VolumeMl">What the layer takes there, ml on the bare ground.</param>
/// <param name="AreaMm2">Its surface, mm².</param>
/// <param name="MaxDepthMm">How thick the layer is there at most, mm.</param>
/// <param name="LowestCell">A cell where it is deepest.</param>
/// <param name="Cells">All its cells; empty for the only pool of a layer, which is all of the water under that top.</param>
public sealed record LayerPool(double VolumeMl, double AreaMm2, double MaxDepthMm, int LowestCell, int[] Cells);

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

    /// <summary>Splits the layers of a water. Time and room grow with its cells, not with its layers.</summary>
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
    internal static IReadOnlyList<LayerPools> Under(WetRegion region, IReadOnlyList<double> topsMm, CancellationToken cancel = default) => new Joining(region, topsMm, cancel).Layers();

    /// <summary>Cells are let in layer by layer and joined to their neighbours; every group knows its sums.</summary>
    private sealed class Joining
    {
        private readonly WetRegion _region;
        private readonly IReadOnlyList<double> _tops;
        private readonly CancellationToken _cancel;
        private readonly int[] _order;
        private readonly int[] _ends;

        // By place in the region: the group's root, and of a root its cells, heights, what stood under the layer before, its lowest cell.
        private readonly int[] _parent;
        private readonly int[] _count;
        private readonly double[] _heights;
        private readonly int[] _countUnder;
        private readonly double[] _heightsUnder;
        private readonly int[] _lowest;

        public Joining(WetRegion region, IReadOnlyList<double> tops, CancellationToken cancel)
        {
            (_region, _tops, _cancel) = (region, tops, cancel);
            var n = region.Cells.Length;
            (_parent, _count, _countUnder, _lowest) = (new int[n], new int[n], new int[n], new int[n]);
            (_heights, _heightsUnder) = (new double[n], new double[n]);
            (_order, _ends) = ByLayer();
        }

        private double Height(int place) => _region.Field.HeightsMm[_region.Cells[place]];

        // Places in the region in the order of the layers that cover them; where each layer's end.
        private (int[] Order, int[] Ends) ByLayer()
        {
            var n = _region.Cells.Length;
            var (layer, ends) = (new int[n], new int[_tops.Count]);
            for (var place = 0; place < n; place++)
            {
                int low = 0, high = _tops.Count - 1;
                var height = Height(place);
                while (low < high)
                {
                    var middle = (low + high) >> 1;
                    if (height < _tops[middle]) high = middle;
                    else low = middle + 1;
                }

                layer[place] = low;
                ends[low]++;
            }

            for (var k = 1; k < ends.Length; k++) ends[k] += ends[k - 1];
            var (order, next) = (new int[n], (int[])ends.Clone());
            for (var place = n - 1; place >= 0; place--) order[--next[layer[place]]] = place;
            return (order, ends);
        }

        public List<LayerPools> Layers()
        {
            var field = _region.Field;
            int column0 = int.MaxValue, column1 = 0, row0 = int.MaxValue, row1 = 0;
            foreach (var cell in _region.Cells)
            {
                int row = cell / field.Columns, column = cell - (row * field.Columns);
                (row0, row1) = (Math.Min(row0, row), Math.Max(row1, row));
                (column0, column1) = (Math.Min(column0, column), Math.Max(column1, column));
            }

            // A rim of one round the water's box: no neighbour has to be asked whether it is on it.
            int width = column1 - column0 + 3, size = width * (row1 - row0 + 3);
            int At(int cell) => ((cell / field.Columns) - row0 + 1) * width + (cell % field.Columns) - column0 + 1;
            var places = ArrayPool<int>.Shared.Rent(size);
            try
            {
                Array.Fill(places, -1, 0, size);
                ReadOnlySpan<int> around = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
                var layers = new List<LayerPools>(_tops.Count);
                var roots = new List<int>();
                var from = 0;
                for (var k = 0; k < _tops.Count; k++)
                {
                    for (; from < _ends[k]; from++)
                    {
                        if ((from & Spill.LookEach) == 0) _cancel.ThrowIfCancellationRequested();
                        var place = _order[from];
                        var at = At(_region.Cells[place]);
                        (_parent[place], _count[place], _heights[place], _lowest[place]) = (place, 1, Height(place), place);
                        places[at] = place;
                        roots.Add(place);
                        foreach (var step in around)
                        {
                            if (places[at + step] is >= 0 and var other) Join(other, place);
                        }
                    }

                    roots.RemoveAll(root => _parent[root] != root);
                    layers.Add(Layer(k, roots, from));
                }

                return layers;
            }
            finally
            {
                ArrayPool<int>.Shared.Return(places);
            }
        }

        private LayerPools Layer(int k, List<int> roots, int covered)
        {
            double top = _tops[k], under = k > 0 ? _tops[k - 1] : _region.LowestBedMm!.Value, cellMm2 = _region.Field.CellAreaMm2;
            var cells = roots.Count > 1 ? CellsOf(roots, covered) : [];
            var pools = new List<LayerPool>(roots.Count);
            foreach (var root in roots)
            {
                // What lay under the layer before is filled to its top; the rest stands on the ground.
                var sum = (_count[root] * top) - (_countUnder[root] * under) - (_heights[root] - _heightsUnder[root]);
                var lowest = _lowest[root];
                pools.Add(new LayerPool(
                    Math.Max(0, sum * cellMm2 / 1000),
                    _count[root] * cellMm2,
                    top - Math.Max(under, Height(lowest)),
                    _region.Cells[lowest],
                    cells.TryGetValue(root, out var own) ? own : []));
                (_countUnder[root], _heightsUnder[root]) = (_count[root], _heights[root]);
            }

            pools.Sort((a, b) => a.VolumeMl != b.VolumeMl ? b.VolumeMl.CompareTo(a.VolumeMl) : a.LowestCell.CompareTo(b.LowestCell));
            return new LayerPools(under, top, pools);
        }

        private Dictionary<int, int[]> CellsOf(List<int> roots, int covered)
        {
            var (cells, filled) = (roots.ToDictionary(root => root, root => new int[_count[root]]), roots.ToDictionary(root => root, _ => 0));
            for (var i = 0; i < covered; i++)
            {
                var root = Root(_order[i]);
                cells[root][filled[root]++] = _region.Cells[_order[i]];
            }

            return cells;
        }

        private int Root(int place)
        {
            while (_parent[place] != place) place = _parent[place] = _parent[_parent[place]];
            return place;
        }

        private void Join(int a, int b)
        {
            (a, b) = (Root(a), Root(b));
            if (a == b) return;
            if (_count[a] < _count[b]) (a, b) = (b, a);
            _parent[b] = a;
            _count[a] += _count[b];
            _heights[a] += _heights[b];
            _countUnder[a] += _countUnder[b];
            _heightsUnder[a] += _heightsUnder[b];

            // Of equally low cells the first in reading order, so that the place does not hang on the order of joining.
            var (mine, other) = (_lowest[a], _lowest[b]);
            if (Height(other) < Height(mine) || (Height(other) == Height(mine) && _region.Cells[other] < _region.Cells[mine])) _lowest[a] = other;
        }
    }
}
