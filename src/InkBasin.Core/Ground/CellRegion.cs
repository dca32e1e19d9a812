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

    /// <summary>This with the cells of a box; what lies beside the board is left out.</summary>
    public CellRegion Join(CellBox box)
    {
        box = box.Meet(_grid.All);
        if (box.IsEmpty) return this;
        ulong[]? joined = null;
        for (var row = box.Row0 / TileCells; row <= (box.Row1 - 1) / TileCells; row++)
        {
            for (var word = 0; word < _words; word++)
            {
                var at = (row * _words) + word;
                var all = _tiles[at] | Mask(box, word);
                if (all == _tiles[at]) continue;
                joined ??= [.. _tiles];
                joined[at] = all;
            }
        }

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
        var wider = this;
        if (part.Spread(_grid, Round).IsEmpty) return wider;
        foreach (var box in All) wider = wider.Join(part.Spread(_grid, box));
        return wider;
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
        var open = new List<CellBox>();
        for (var row = within.Row0 / TileCells; row <= (within.Row1 - 1) / TileCells; row++)
        {
            var above = open;
            open = [];
            foreach (var run in Runs(row, within))
            {
                // As wide as one that ends over it: that one goes on.
                var onto = above.FindIndex(box => box.Column0 == run.Column0 && box.Column1 == run.Column1);
                open.Add(onto < 0 ? run : run with { Row0 = above[onto].Row0 });
                if (onto >= 0) above.RemoveAt(onto);
            }

            boxes.AddRange(above);
        }

        boxes.AddRange(open);
        return boxes;
    }

    private static CellBox Around(IReadOnlyList<CellBox> boxes) => boxes.Aggregate(CellBox.None, (all, box) => all.Join(box));

    // Runs of tiles of a row, clipped to a box.
    private IEnumerable<CellBox> Runs(int row, CellBox within)
    {
        int first = within.Column0 / TileCells, last = (within.Column1 - 1) / TileCells;
        for (var tile = first; tile <= last; tile++)
        {
            if (!Has(row, tile)) continue;
            var from = tile;
            while (tile < last && Has(row, tile + 1)) tile++;
            yield return within.Meet(new CellBox(row * TileCells, (row + 1) * TileCells, from * TileCells, (tile + 1) * TileCells));
        }
    }

    private bool Has(int row, int tile) => (_tiles[(row * _words) + (tile / Bits)] >> (tile % Bits) & 1) != 0;

    // The tiles of one word that a box touches.
    private static ulong Mask(CellBox box, int word)
    {
        int first = Math.Max(0, (box.Column0 / TileCells) - (word * Bits)), last = Math.Min(Bits - 1, ((box.Column1 - 1) / TileCells) - (word * Bits));
        return first > last ? 0 : (ulong.MaxValue << first) & (ulong.MaxValue >> (Bits - 1 - last));
    }
}
