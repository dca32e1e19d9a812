using System.Numerics;

namespace InkBasin.Core.Ground;

/// <summary>
/// Cells of a board in whole tiles: what differs, or what is needed, where one box round all of it would hold far more. Never
/// changes.
/// </summary>
internal sealed class CellRegion
{
    /// <summary>Side of a tile, cells.</summary>
    public const int TileCells = 8;

    private const int Bits = 64;

    private readonly CellGrid _grid;
    private readonly int _words;

    // A bit a tile, each row of tiles in words of its own.
    private readonly ulong[] _tiles;

    private IReadOnlyList<CellBox>? _all;
    private CellBox? _round;

    private CellRegion(CellGrid grid, int words, ulong[] tiles)
    {
        (_grid, _words, _tiles) = (grid, words, tiles);
    }

    /// <summary>Whether no cell is in it.</summary>
    public bool IsEmpty => !_tiles.AsSpan().ContainsAnyExcept(0UL);

    /// <summary>All of it as boxes.</summary>
    public IReadOnlyList<CellBox> All => _all ??= Boxes(_grid.All);

    /// <summary>The least box round its tiles.</summary>
    public CellBox Round => _round ??= Around(All);

    /// <summary>No cell of a board.</summary>
    public static CellRegion None(CellGrid grid)
    {
        var words = ((grid.Columns - 1) / TileCells / Bits) + 1;
        return new CellRegion(grid, words, new ulong[words * (((grid.Rows - 1) / TileCells) + 1)]);
    }

    /// <summary>The cells whose centres may lie within <paramref name="reachMm"/> of a line of straight pieces; of one point, round it.</summary>
    public static CellRegion Along(CellGrid grid, ReadOnlySpan<PointMm> line, double reachMm)
    {
        var region = None(grid);
        var tiles = region._tiles;
        for (var i = line.Length == 1 ? 0 : 1; i < line.Length; i++)
        {
            PointMm a = line[Math.Max(0, i - 1)], b = line[i];
            var all = grid.Around([a, b], reachMm);
            for (var row = all.Row0 / TileCells * TileCells; row < all.Row1; row += TileCells)
            {
                double y0 = row * grid.CellMm, y1 = Math.Min(row + TileCells, grid.Rows) * grid.CellMm;
                var (left, right) = InReach(a, b, reachMm, y0, y1);
                if (left > right) continue;
                var y = y0 + (grid.CellMm / 2);
                region.Mark(ref tiles!, grid.Around([new(left, y), new(right, y)], 0) with { Row0 = row, Row1 = row + TileCells });
            }
        }

        return region;
    }

    // How far to the left and right what is in reach of a piece goes between two levels: bounded by the circles round its ends and
    // by the two lines that lie a reach beside it.
    private static (double Left, double Right) InReach(PointMm a, PointMm b, double reachMm, double y0, double y1)
    {
        double left = double.PositiveInfinity, right = double.NegativeInfinity, dx = b.XMm - a.XMm, dy = b.YMm - a.YMm;
        foreach (var end in (ReadOnlySpan<PointMm>)[a, b])
        {
            var off = Math.Max(0, Math.Max(y0 - end.YMm, end.YMm - y1));
            if (off <= reachMm) Take(end.XMm, Math.Sqrt((reachMm * reachMm) - (off * off)));
        }

        if (dy == 0) return (left, right);
        foreach (var beside in (ReadOnlySpan<double>)[-reachMm, reachMm])
        {
            var scale = beside / Math.Sqrt((dx * dx) + (dy * dy));
            double x = a.XMm - (dy * scale), y = a.YMm + (dx * scale), in0 = (y0 - y) / dy, in1 = (y1 - y) / dy;
            double from = Math.Max(0, Math.Min(in0, in1)), to = Math.Min(1, Math.Max(in0, in1));
            if (from > to) continue;
            Take(x + (from * dx), 0);
            Take(x + (to * dx), 0);
        }

        return (left, right);

        void Take(double x, double side) => (left, right) = (Math.Min(left, x - side), Math.Max(right, x + side));
    }

    /// <summary>This with the cells of a box; what lies beside the board is left out.</summary>
    public CellRegion Join(CellBox box)
    {
        ulong[]? joined = null;
        Mark(ref joined, box);
        return joined is null ? this : new CellRegion(_grid, _words, joined);
    }

    /// <summary>This with the cells of another.</summary>
    public CellRegion Join(CellRegion other)
    {
        var joined = new ulong[_tiles.Length];
        for (var i = 0; i < joined.Length; i++) joined[i] = _tiles[i] | other._tiles[i];
        return new CellRegion(_grid, _words, joined);
    }

    /// <summary>Whether all cells of another are in it.</summary>
    public bool Holds(CellRegion other)
    {
        for (var i = 0; i < _tiles.Length; i++)
        {
            if ((other._tiles[i] & ~_tiles[i]) != 0) return false;
        }

        return true;
    }

    /// <summary>This with what a part carries a difference in it to, or reads to make it right.</summary>
    public CellRegion Spread(IGroundPart part)
    {
        if (part.Spread(_grid, Round).IsEmpty) return this;
        ulong[]? wider = null;
        foreach (var box in All) Mark(ref wider, part.Spread(_grid, box));
        return wider is null ? this : new CellRegion(_grid, _words, wider);
    }

    /// <summary>Its cells within a box, as boxes; one box round them when that is hardly more.</summary>
    public IReadOnlyList<CellBox> FewBoxes(CellBox within)
    {
        var boxes = Boxes(within);
        if (boxes.Count < 2) return boxes;
        var round = Around(boxes);
        return boxes.Sum(box => box.Cells) * 4 >= round.Cells * 3 ? [round] : boxes;
    }

    /// <summary>Its cells within a box, as boxes that do not overlap.</summary>
    public IReadOnlyList<CellBox> Boxes(CellBox within)
    {
        within = within.Meet(_grid.All);
        if (within.IsEmpty) return [];
        var boxes = new List<CellBox>();
        List<CellBox> above = [], open = [];
        for (var row = within.Row0 / TileCells; row <= (within.Row1 - 1) / TileCells; row++)
        {
            (above, open) = (open, above);
            AddRuns(row, within, open);
            for (var i = 0; i < open.Count; i++)
            {
                // As wide as one that ends over it: that one goes on.
                var run = open[i];
                var onto = above.FindIndex(box => box.Column0 == run.Column0 && box.Column1 == run.Column1);
                if (onto < 0) continue;
                open[i] = run with { Row0 = above[onto].Row0 };
                above.RemoveAt(onto);
            }

            boxes.AddRange(above);
            above.Clear();
        }

        boxes.AddRange(open);
        return boxes;
    }

    private static CellBox Around(IReadOnlyList<CellBox> boxes) => boxes.Aggregate(CellBox.None, (all, box) => all.Join(box));

    // Adds the runs of tiles of a row, clipped to a box, from left to right: by words, as most rows have few or none.
    private void AddRuns(int row, CellBox within, List<CellBox> runs)
    {
        int first = within.Column0 / TileCells, last = (within.Column1 - 1) / TileCells, from = -1;
        for (var word = first / Bits; word <= last / Bits; word++)
        {
            var tiles = _tiles[(row * _words) + word] & Mask(within, word);
            if (from >= 0 && (tiles & 1) == 0) Close(word * Bits);
            for (var done = 0; tiles >> done != 0;)
            {
                var set = done + BitOperations.TrailingZeroCount(tiles >> done);
                if (from < 0) from = (word * Bits) + set;
                done = set + BitOperations.TrailingZeroCount(~(tiles >> set));
                if (done >= Bits) break;
                Close((word * Bits) + done);
            }
        }

        if (from >= 0) Close(last + 1);

        void Close(int tile)
        {
            runs.Add(within.Meet(new CellBox(row * TileCells, (row + 1) * TileCells, from * TileCells, tile * TileCells)));
            from = -1;
        }
    }

    // Marks the tiles a box touches, in a copy made when the first of them is new.
    private void Mark(ref ulong[]? marked, CellBox box)
    {
        box = box.Meet(_grid.All);
        if (box.IsEmpty) return;
        for (var word = box.Column0 / TileCells / Bits; word <= (box.Column1 - 1) / TileCells / Bits; word++)
        {
            var mask = Mask(box, word);
            for (var row = box.Row0 / TileCells; row <= (box.Row1 - 1) / TileCells; row++)
            {
                var at = (row * _words) + word;
                if ((mask & ~(marked ?? _tiles)[at]) == 0) continue;
                marked ??= [.. _tiles];
                marked[at] |= mask;
            }
        }
    }

    // The tiles of one word that a box touches.
    private static ulong Mask(CellBox box, int word)
    {
        int first = Math.Max(0, (box.Column0 / TileCells) - (word * Bits)), last = Math.Min(Bits - 1, ((box.Column1 - 1) / TileCells) - (word * Bits));
        return first > last ? 0 : (ulong.MaxValue << first) & (ulong.MaxValue >> (Bits - 1 - last));
    }
}
