using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>
/// Priority-Flood after Barnes, Lehman &amp; Mulla 2014 (the improved version: plain queues beside the priority queue):
/// the lowest level at which water over each cell gets off the board, and which depression the cell lies in.
/// </summary>
public sealed class PriorityFlood
{
    private PriorityFlood(double[] filledMm, int[] label, int depressions)
    {
        FilledMm = filledMm;
        Label = label;
        Depressions = depressions;
    }

    /// <summary>Per cell the filled height, mm: its ground, or the level of the depression it lies in.</summary>
    public double[] FilledMm { get; }

    /// <summary>Per cell 0 where nothing is raised, else the number of its depression, 1…</summary>
    public int[] Label { get; }

    /// <summary>Number of depressions: 8-connected sets of raised cells that share one level.</summary>
    public int Depressions { get; }

    /// <summary>
    /// Fills <paramref name="field"/> from its open edges inward. Flat loops over one framed copy of the grid: the
    /// frame is closed from the start, so no neighbour needs a bounds check, and nothing is allocated once running
    /// but the growth of the queues.
    /// </summary>
    /// <param name="field">The ground; left as it is.</param>
    /// <param name="outlets">Where water leaves the board.</param>
    /// <param name="cancel">Looked at once every 65,536 cells.</param>
    public static PriorityFlood Fill(HeightField field, EdgeOutlets outlets, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(outlets);
        int columns = field.Columns, rows = field.Rows, width = columns + 2;
        var z = new double[width * (rows + 2)];
        var label = new int[z.Length];
        var closed = new bool[z.Length];
        Array.Fill(closed, true);
        for (var row = 0; row < rows; row++)
        {
            var start = ((row + 1) * width) + 1;
            Array.Copy(field.HeightsMm, row * columns, z, start, columns);
            Array.Fill(closed, false, start, columns);
        }

        // An edge cell's own height opens it at once; a dam opens it only when the water has risen to its top, unless
        // the water inside reaches the cell first. Outlets wait in the heap as the cell, other cells as ~cell.
        var open = new LevelHeap(Math.Max(1024, z.Length / 8));
        foreach (var side in EdgeOutlets.Sides)
        {
            for (var k = 0; k < outlets.CellsAlong(side); k++)
            {
                var cell = outlets.CellOn(side, k);
                open.Push(outlets.Over(side, k), ((cell / columns) + 1) * width + (cell % columns) + 1);
            }
        }

        var depressions = Spread(z, label, closed, open, width, cancel);
        var filled = new double[columns * rows];
        var labels = new int[filled.Length];
        for (var row = 0; row < rows; row++)
        {
            Array.Copy(z, ((row + 1) * width) + 1, filled, row * columns, columns);
            Array.Copy(label, ((row + 1) * width) + 1, labels, row * columns, columns);
        }

        return new PriorityFlood(filled, labels, depressions);
    }

    // The flood itself. A cell taken from the pit is under the level of its depression and keeps its number; a cell from
    // the flat or the heap stands at its own height. A depression is flooded whole before anything else goes on, so
    // that it gets one number.
    private static int Spread(double[] z, int[] label, bool[] closed, LevelHeap open, int width, CancellationToken cancel)
    {
        ReadOnlySpan<int> offsets = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
        var pit = new CellQueue();
        var flat = new CellQueue();
        int depressions = 0, visited = 0;
        while (true)
        {
            int cell, number = 0;
            double level;
            if (pit.TryTake(out cell))
            {
                level = z[cell];
                number = label[cell];
            }
            else if (flat.TryTake(out cell))
            {
                level = z[cell];
            }
            else if (open.Count > 0)
            {
                level = open.Pop(out cell);
                if (cell < 0)
                {
                    cell = ~cell;
                }
                else
                {
                    // An outlet: the cell may have been reached from inside already.
                    if (closed[cell]) continue;
                    closed[cell] = true;
                    if (level > z[cell])
                    {
                        z[cell] = level;
                        label[cell] = number = ++depressions;
                    }
                }
            }
            else
            {
                return depressions;
            }

            if ((++visited & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            foreach (var offset in offsets)
            {
                var next = cell + offset;
                if (closed[next]) continue;
                closed[next] = true;
                var ground = z[next];
                if (ground > level)
                {
                    open.Push(ground, ~next);
                }
                else if (ground == level)
                {
                    flat.Add(next);
                }
                else
                {
                    z[next] = level;
                    label[next] = number > 0 ? number : ++depressions;
                    pit.Add(next);
                    if (number > 0) continue;

                    // A new depression beside a dry cell: that cell comes back for its other neighbours afterwards.
                    flat.Add(cell);
                    break;
                }
            }
        }
    }

    private struct CellQueue()
    {
        private int[] _cells = new int[1024];
        private int _head;
        private int _count;

        public void Add(int cell)
        {
            if (_count == _cells.Length) Array.Resize(ref _cells, _count * 2);
            _cells[_count++] = cell;
        }

        public bool TryTake(out int cell)
        {
            if (_head < _count)
            {
                cell = _cells[_head++];
                return true;
            }

            _head = _count = 0;
            cell = 0;
            return false;
        }
    }
}
