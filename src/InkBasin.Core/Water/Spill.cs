using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>Where and at what level a water runs over.</summary>
/// <param name="LevelMm">The spill level, mm.</param>
/// <param name="Cell">The cell crossed: the edge cell or the saddle; the seed's own when it lies in no depression.</param>
public readonly record struct SpillPoint(double LevelMm, int Cell);

/// <summary>
/// The spill level of the water over a seed (readings.md 8–10): the lowest level, not below the waterline, at which it
/// would leave over an open edge or run into lower ground that it does not yet cover; water that is already out
/// spills at the level where it got out. Found by growing a heap from the seed, as one basin needs no tree of the
/// whole board.
/// </summary>
public static class Spill
{
    /// <summary>Ground counts as lower only when it lies more than this under the level, mm (route default).</summary>
    public const double DefaultDimpleMm = 0.5;

    /// <summary>Cells between two looks at whether the answer is still wanted, less one; a power of two, less one.</summary>
    internal const int LookEach = 8191;

    /// <param name="field">The ground.</param>
    /// <param name="outlets">Where water leaves the board.</param>
    /// <param name="seedCell">A cell of the grid.</param>
    /// <param name="waterlineMm">The waterline.</param>
    /// <param name="dimpleMm">Depth up to which a hollow in the bank is a dimple and no other basin, mm, ≥ 0.</param>
    /// <param name="cancel">Looked at now and then.</param>
    public static SpillPoint Of(HeightField field, EdgeOutlets outlets, int seedCell, double waterlineMm, double dimpleMm = DefaultDimpleMm, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(outlets);
        return Over(field, outlets, seedCell, OfGround(field, outlets, seedCell, cancel), waterlineMm, dimpleMm, cancel);
    }

    /// <summary>Where water that rises over the seed gets off the board at last, whatever its waterline: the Priority-Flood level of the seed's cell.</summary>
    internal static SpillPoint OfGround(HeightField field, EdgeOutlets outlets, int seedCell, CancellationToken cancel) =>
        Grow(field, outlets, seedCell, field.HeightsMm[seedCell], double.PositiveInfinity, cancel);

    /// <summary>The spill of a waterline, where it is known where the ground lets go, and perhaps what is wet at it.</summary>
    internal static SpillPoint Over(HeightField field, EdgeOutlets outlets, int seedCell, SpillPoint off, double waterlineMm, double dimpleMm, CancellationToken cancel, WetRegion? wet = null)
    {
        var seedGround = field.HeightsMm[seedCell];
        var start = Math.Max(waterlineMm, seedGround);
        if (off.LevelMm <= start) return off.LevelMm <= seedGround ? new SpillPoint(off.LevelMm, seedCell) : off;
        return Grow(field, outlets, seedCell, start, dimpleMm, cancel, wet is not null && wet.LevelMm.Equals(start) && wet.Cells.Length > 0 ? wet : null);
    }

    // The water over the seed stands at `start` and rises. It stops where it meets an outlet, or ground more than
    // `dimple` under its level that it does not cover. A dimple of +∞ looks for outlets alone: the Priority-Flood
    // level of the seed's cell. Outlets wait in the heap as ~cell.
    private static SpillPoint Grow(HeightField field, EdgeOutlets outlets, int seedCell, double start, double dimple, CancellationToken cancel, WetRegion? wet = null)
    {
        var h = field.HeightsMm;
        int columns = field.Columns, rows = field.Rows;
        var seen = new bool[h.Length];
        var heap = new LevelHeap();
        var level = start;

        // The water as it stands: everything strictly under the start that reaches the seed. Where the seed itself is still dry the water must first rise to
        // it, and by then has drowned all ground joined to it that is no higher.
        var standing = (wet ?? WetRegion.Flood(field, seedCell, h[seedCell] < start ? start : Math.BitIncrement(start), cancel)).Cells;
        foreach (var cell in standing) seen[cell] = true;
        foreach (var cell in standing)
        {
            // Most cells of a water lie amid others of it and lead nowhere.
            if (!IsAmid(cell)) ReachesLower(cell);
        }

        var saddle = seedCell;
        for (var popped = 0; heap.Count > 0; popped++)
        {
            if ((popped & LookEach) == 0) cancel.ThrowIfCancellationRequested();
            level = Math.Max(level, heap.Pop(out var cell));
            if (cell < 0) return new SpillPoint(level, ~cell);
            if (h[cell] >= level) saddle = cell;
            if (ReachesLower(cell)) return new SpillPoint(level, saddle);
        }

        throw new InvalidOperationException("A board always has an edge for water to leave over.");

        bool IsAmid(int cell)
        {
            int row = cell / columns, column = cell - (row * columns);
            return row > 0 && row < rows - 1 && column > 0 && column < columns - 1
                && seen[cell - columns - 1] && seen[cell - columns] && seen[cell - columns + 1] && seen[cell - 1]
                && seen[cell + 1] && seen[cell + columns - 1] && seen[cell + columns] && seen[cell + columns + 1];
        }

        bool ReachesLower(int cell)
        {
            var outlet = outlets.Of(cell);
            if (!double.IsPositiveInfinity(outlet)) heap.Push(Math.Max(outlet, level), ~cell);
            int row = cell / columns, column = cell - (row * columns);
            for (var r = Math.Max(0, row - 1); r <= Math.Min(rows - 1, row + 1); r++)
            {
                for (var c = Math.Max(0, column - 1); c <= Math.Min(columns - 1, column + 1); c++)
                {
                    var next = (r * columns) + c;
                    if (seen[next]) continue;
                    seen[next] = true;
                    if (h[next] < level - dimple) return true;
                    heap.Push(Math.Max(h[next], level), next);
                }
            }

            return false;
        }
    }
}
