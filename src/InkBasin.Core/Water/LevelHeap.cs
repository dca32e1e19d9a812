using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace InkBasin.Core.Water;

/// <summary>
/// A min-heap of cells keyed by level, four children a node, levels and cells in arrays of their own: a node's children lie
/// in one cache line. Levels that tie come in an order fixed by the pushes alone, so every search is repeatable.
/// The searches spend most of their time here, which is why it reads its arrays without bounds checks: every index is
/// below <see cref="Count"/>, which never exceeds the arrays' length.
/// </summary>
internal sealed class LevelHeap(int capacity = 1024)
{
    private double[] _levels = new double[Math.Max(4, capacity)];
    private int[] _cells = new int[Math.Max(4, capacity)];

    public int Count { get; private set; }

    public void Push(double level, int cell)
    {
        if (Count == _levels.Length)
        {
            Array.Resize(ref _levels, Count * 2);
            Array.Resize(ref _cells, Count * 2);
        }

        ref var levels = ref MemoryMarshal.GetArrayDataReference(_levels);
        ref var cells = ref MemoryMarshal.GetArrayDataReference(_cells);
        var at = Count++;
        while (at > 0)
        {
            var parent = (at - 1) >> 2;
            var above = Unsafe.Add(ref levels, parent);
            if (above <= level) break;
            Unsafe.Add(ref levels, at) = above;
            Unsafe.Add(ref cells, at) = Unsafe.Add(ref cells, parent);
            at = parent;
        }

        Unsafe.Add(ref levels, at) = level;
        Unsafe.Add(ref cells, at) = cell;
    }

    /// <summary>Takes over all that another heap holds; that one is empty afterwards.</summary>
    public void TakeAll(LevelHeap other)
    {
        for (var i = 0; i < other.Count; i++) Push(other._levels[i], other._cells[i]);
        other.Count = 0;
    }

    /// <summary>Takes the lowest. Call only when <see cref="Count"/> is above 0.</summary>
    public double Pop(out int cell)
    {
        ref var levels = ref MemoryMarshal.GetArrayDataReference(_levels);
        ref var cells = ref MemoryMarshal.GetArrayDataReference(_cells);
        var top = levels;
        cell = cells;
        var count = --Count;
        var last = Unsafe.Add(ref levels, count);
        var at = 0;
        while (true)
        {
            var first = (at << 2) + 1;
            if (first >= count) break;
            var least = first;
            var lowest = Unsafe.Add(ref levels, first);
            var end = Math.Min(first + 4, count);
            for (var k = first + 1; k < end; k++)
            {
                var level = Unsafe.Add(ref levels, k);
                if (level < lowest)
                {
                    lowest = level;
                    least = k;
                }
            }

            if (lowest >= last) break;
            Unsafe.Add(ref levels, at) = lowest;
            Unsafe.Add(ref cells, at) = Unsafe.Add(ref cells, least);
            at = least;
        }

        Unsafe.Add(ref levels, at) = last;
        Unsafe.Add(ref cells, at) = Unsafe.Add(ref cells, count);
        return top;
    }
}
