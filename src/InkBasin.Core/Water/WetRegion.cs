using System.Buffers;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>
/// The water over a seed at a level: the 8-connected cells with ground strictly under the level that reach the seed,
/// bounded by the grid alone, as if every open edge were dammed (models.md §2; readings.md 1–2, 7).
/// </summary>
public sealed class WetRegion
{
    private readonly Lazy<double> _extentMm;

    private WetRegion(HeightField field, double levelMm, int[] cells)
    {
        _extentMm = new(Across);
        Field = field;
        LevelMm = levelMm;
        Cells = cells;
        double depth = 0, lowest = double.PositiveInfinity;
        DeepestCell = -1;
        foreach (var cell in cells)
        {
            var bed = field.HeightsMm[cell];
            depth += levelMm - bed;
            if (bed < lowest) (lowest, DeepestCell) = (bed, cell);
        }

        VolumeMl = depth * field.CellAreaMm2 / 1000;
        LowestBedMm = cells.Length > 0 ? lowest : null;
    }

    /// <summary>The ground.</summary>
    public HeightField Field { get; }

    /// <summary>The level, mm.</summary>
    public double LevelMm { get; }

    /// <summary>Wet cells, each once; empty when the seed is dry.</summary>
    public int[] Cells { get; }

    /// <summary>Volume, ml.</summary>
    public double VolumeMl { get; }

    /// <summary>Wet area, mm².</summary>
    public double AreaMm2 => Cells.Length * Field.CellAreaMm2;

    /// <summary>Height of the lowest bed, mm; null when dry.</summary>
    public double? LowestBedMm { get; }

    /// <summary>The deepest cell, the first of several; −1 when dry.</summary>
    public int DeepestCell { get; }

    /// <summary>Greatest depth, mm; 0 when dry.</summary>
    public double MaxDepthMm => LowestBedMm is { } bed ? LevelMm - bed : 0;

    /// <summary>Mean depth, mm; 0 when dry.</summary>
    public double MeanDepthMm => Cells.Length > 0 ? VolumeMl * 1000 / AreaMm2 : 0;

    /// <summary>Greatest extent, mm: across the box round it; 0 when dry.</summary>
    public double ExtentMm => _extentMm.Value;

    private double Across()
    {
        if (Cells.Length == 0) return 0;
        int columns = Field.Columns, left = int.MaxValue, right = 0, back = int.MaxValue, front = 0;
        foreach (var cell in Cells)
        {
            int row = cell / columns, column = cell - (row * columns);
            (left, right, back, front) = (Math.Min(left, column), Math.Max(right, column), Math.Min(back, row), Math.Max(front, row));
        }

        return double.Hypot(right - left + 1, front - back + 1) * Field.CellMm;
    }

    /// <summary>Floods from <paramref name="seedCell"/>.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="seedCell">A cell of the grid.</param>
    /// <param name="levelMm">The level.</param>
    /// <param name="cancel">Looked at now and then.</param>
    public static WetRegion Flood(HeightField field, int seedCell, double levelMm, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(field);
        var h = field.HeightsMm;
        if (!(h[seedCell] < levelMm)) return new WetRegion(field, levelMm, []);
        int columns = field.Columns, rows = field.Rows;
        var seen = new bool[h.Length];
        var queue = new int[Math.Min(h.Length, 4096)];
        queue[0] = seedCell;
        seen[seedCell] = true;
        var count = 1;
        for (var next = 0; next < count; next++)
        {
            if ((next & Spill.LookEach) == 0) cancel.ThrowIfCancellationRequested();
            int row = queue[next] / columns, column = queue[next] - (row * columns);
            int row0 = Math.Max(0, row - 1), row1 = Math.Min(rows - 1, row + 1);
            int column0 = Math.Max(0, column - 1), column1 = Math.Min(columns - 1, column + 1);
            if (count + 8 > queue.Length) Array.Resize(ref queue, Math.Min(h.Length + 8, queue.Length * 2));
            for (var r = row0; r <= row1; r++)
            {
                for (var cell = (r * columns) + column0; cell <= (r * columns) + column1; cell++)
                {
                    if (seen[cell] || h[cell] >= levelMm) continue;
                    seen[cell] = true;
                    queue[count++] = cell;
                }
            }
        }

        return new WetRegion(field, levelMm, queue[..count]);
    }

    /// <summary>
    /// The region as runs of wet cells, three numbers each: row, first column, column past the last; in row-major order.
    /// </summary>
    public int[] Runs()
    {
        // Marked and read off row by row: sorting them takes longer than all else about a water.
        if (Cells.Length == 0) return [];
        int columns = Field.Columns, first = int.MaxValue, last = 0;
        foreach (var cell in Cells) (first, last) = (Math.Min(first, cell), Math.Max(last, cell));
        int row0 = first / columns, rows = (last / columns) - row0 + 1;
        var marks = ArrayPool<byte>.Shared.Rent(rows * columns);
        try
        {
            marks.AsSpan(0, rows * columns).Clear();
            foreach (var cell in Cells) marks[cell - (row0 * columns)] = 1;
            var runs = new List<int>();
            for (var row = 0; row < rows; row++)
            {
                var of = marks.AsSpan(row * columns, columns);
                for (var from = of.IndexOf((byte)1); from >= 0;)
                {
                    var dry = of[from..].IndexOf((byte)0);
                    var to = dry < 0 ? columns : from + dry;
                    runs.AddRange([row0 + row, from, to]);
                    var wet = of[to..].IndexOf((byte)1);
                    from = wet < 0 ? -1 : to + wet;
                }
            }

            return [.. runs];
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(marks);
        }
    }

    /// <summary>Cells as runs: row, first column, column past the last.</summary>
    /// <param name="sorted">Cells in row-major order.</param>
    /// <param name="columns">Columns of their grid.</param>
    public static int[] RunsOf(ReadOnlySpan<int> sorted, int columns)
    {
        var runs = new List<int>();
        for (var i = 0; i < sorted.Length;)
        {
            int row = sorted[i] / columns, end = i + 1;
            while (end < sorted.Length && sorted[end] == sorted[end - 1] + 1 && sorted[end] / columns == row) end++;
            runs.AddRange([row, sorted[i] % columns, (sorted[end - 1] % columns) + 1]);
            i = end;
        }

        return [.. runs];
    }
}
