namespace InkBasin.Core.Water;

/// <summary>
/// A min-heap of cells keyed by level, four children a node (fewer cache misses than two). Ties fall to the lower
/// cell number, so every search visits cells in one order.
/// </summary>
internal sealed class LevelHeap(int capacity = 1024)
{
    private Entry[] _entries = new Entry[Math.Max(4, capacity)];

    public int Count { get; private set; }

    private readonly record struct Entry(double Level, int Cell)
    {
        public bool Before(in Entry other) => Level < other.Level || (Level == other.Level && Cell < other.Cell);
    }

    public void Push(double level, int cell)
    {
        if (Count == _entries.Length) Array.Resize(ref _entries, Count * 2);
        var entries = _entries;
        var entry = new Entry(level, cell);
        var at = Count++;
        while (at > 0)
        {
            var parent = (at - 1) >> 2;
            if (!entry.Before(entries[parent])) break;
            entries[at] = entries[parent];
            at = parent;
        }

        entries[at] = entry;
    }

    /// <summary>Takes the lowest. Call only when <see cref="Count"/> is above 0.</summary>
    public double Pop(out int cell)
    {
        var entries = _entries;
        var top = entries[0];
        var last = entries[--Count];
        var count = Count;
        var at = 0;
        while (true)
        {
            var first = (at << 2) + 1;
            if (first >= count) break;
            var end = Math.Min(first + 4, count);
            var least = first;
            for (var k = first + 1; k < end; k++)
            {
                if (entries[k].Before(entries[least])) least = k;
            }

            if (!entries[least].Before(last)) break;
            entries[at] = entries[least];
            at = least;
        }

        entries[at] = last;
        cell = top.Cell;
        return top.Level;
    }
}
