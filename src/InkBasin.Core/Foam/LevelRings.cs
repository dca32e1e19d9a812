using InkBasin.Core.Ground;

namespace InkBasin.Core.Foam;

/// <summary>
/// The rings round all ground above a level: marching squares (Lorensen &amp; Cline 1987, in two dimensions) through the cells'
/// centres, drawn out to the board's edges. A saddle joins where the mean of its four corners is above the level.
/// </summary>
public static class LevelRings
{
    // Points that lie this near one straight line are made one piece, mm: a hair under what a knife can follow.
    private const double StraightMm = 0.02;

    // Where a ring crosses a cell's sides, by which corners are above: 1 back left, 2 back right, 4 front right, 8 front left; sides
    // 0 back, 1 right, 2 front, 3 left. The ground above lies to the left of the way. Saddles (5, 10) are told apart below.
    private static readonly (int From, int To)[][] Ways =
    [
        [], [(3, 0)], [(0, 1)], [(3, 1)], [(1, 2)], [(3, 0), (1, 2)], [(0, 2)], [(3, 2)],
        [(2, 3)], [(2, 0)], [(0, 1), (2, 3)], [(2, 1)], [(1, 3)], [(1, 0)], [(0, 3)], [],
    ];

    /// <summary>Closed rings, mm on the board. Outer ones run one way round, holes the other: see <see cref="IsOuter"/>.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="levelMm">The level; ground strictly above it is inside.</param>
    /// <param name="cancel">Looked at once a row.</param>
    public static IReadOnlyList<PointMm[]> Above(HeightField field, double levelMm, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(field);

        // Nodes: a rim that is never above, the board's edge, every centre, the other edge and its rim.
        int columns = field.Columns + 4, rows = field.Rows + 4;
        var next = new int[columns * rows * 2];
        Array.Fill(next, -1);
        for (var row = 0; row + 1 < rows; row++)
        {
            cancel.ThrowIfCancellationRequested();
            for (var column = 0; column + 1 < columns; column++)
            {
                double a = Node(field, column, row), b = Node(field, column + 1, row), c = Node(field, column + 1, row + 1), d = Node(field, column, row + 1);
                var above = (a > levelMm ? 1 : 0) | (b > levelMm ? 2 : 0) | (c > levelMm ? 4 : 0) | (d > levelMm ? 8 : 0);
                if (above is 0 or 15) continue;
                var ways = Ways[above];
                if (above is 5 or 10 && (a + b + c + d) / 4 > levelMm) ways = above == 5 ? [(1, 0), (3, 2)] : [(0, 3), (2, 1)];
                foreach (var (from, to) in ways) next[Side(columns, column, row, from)] = Side(columns, column, row, to);
            }
        }

        var rings = new List<PointMm[]>();
        var ring = new List<PointMm>();
        for (var start = 0; start < next.Length; start++)
        {
            if (next[start] < 0) continue;
            ring.Clear();
            for (var side = start; next[side] >= 0;)
            {
                var point = Crossing(field, columns, side, levelMm);
                if (ring.Count == 0 || ring[^1].DistanceSquared(point) > 1e-12) ring.Add(point);
                (next[side], side) = (-1, next[side]);
            }

            if (ring.Count > 1 && ring[0].DistanceSquared(ring[^1]) <= 1e-12) ring.RemoveAt(ring.Count - 1);
            if (ring.Count < 3) continue;
            var straight = Rings.Straightened([.. ring], StraightMm);
            if (straight.Length >= 3) rings.Add(straight);
        }

        return rings;
    }

    /// <summary>Whether a ring of <see cref="Above"/> goes round ground above the level (true) or round a hole in it.</summary>
    public static bool IsOuter(ReadOnlySpan<PointMm> ring)
    {
        double twice = 0;
        for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
            twice += (ring[j].XMm * ring[i].YMm) - (ring[i].XMm * ring[j].YMm);
        return twice < 0;
    }

    private static double Node(HeightField field, int column, int row)
    {
        if (column == 0 || row == 0 || column == field.Columns + 3 || row == field.Rows + 3) return double.NegativeInfinity;
        return field.HeightsMm[(Math.Clamp(row - 2, 0, field.Rows - 1) * field.Columns) + Math.Clamp(column - 2, 0, field.Columns - 1)];
    }

    private static double Place(int node, int cells, double cellMm) => Math.Clamp(node - 1.5, 0, cells) * cellMm;

    // A side's number: that of its first node, doubled, and one more for an upright one.
    private static int Side(int columns, int column, int row, int side) => side switch
    {
        0 => ((row * columns) + column) * 2,
        1 => ((((row * columns) + column + 1) * 2) + 1),
        2 => (((row + 1) * columns) + column) * 2,
        _ => (((row * columns) + column) * 2) + 1,
    };

    private static PointMm Crossing(HeightField field, int columns, int side, double levelMm)
    {
        int node = side / 2, column = node % columns, row = node / columns;
        int column2 = side % 2 == 0 ? column + 1 : column, row2 = side % 2 == 0 ? row : row + 1;
        double a = Node(field, column, row), b = Node(field, column2, row2);
        var share = double.IsInfinity(a) ? 1 : double.IsInfinity(b) ? 0 : (levelMm - a) / (b - a);
        double x = Place(column, field.Columns, field.CellMm), y = Place(row, field.Rows, field.CellMm);
        return new PointMm(
            x + ((Place(column2, field.Columns, field.CellMm) - x) * share),
            y + ((Place(row2, field.Rows, field.CellMm) - y) * share));
    }
}
