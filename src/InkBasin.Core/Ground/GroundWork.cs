using System.Buffers;

namespace InkBasin.Core.Ground;

/// <summary>
/// A box of the ground while it is being compiled: heights and the plaster lying on it, row-major within the box. Rows and
/// columns count from the box's corner; centres are on the board.
/// </summary>
internal sealed class GroundWork : IDisposable
{
    // Fewer cells are shaped before a second core has been told of them.
    private const int SharedCells = 2000;

    private readonly CancellationToken _cancel;
    private readonly bool _lent;
    private readonly double[] _heights;
    private readonly double[] _skin;
    private bool[]? _inside;
    private double[]? _distance2;
    private double[]? _along;
    private long[]? _piece;
    private bool _disposed;

    private GroundWork(CellGrid grid, CellBox box, bool lent, HeightBounds bounds, CancellationToken cancel)
    {
        (Grid, Box, _lent, Bounds, _cancel) = (grid, box, lent, bounds, cancel);
        (Rows, Columns, Cells, CellMm) = (box.Rows, box.Columns, box.Rows * box.Columns, grid.CellMm);
        _heights = lent ? ArrayPool<double>.Shared.Rent(Cells) : new double[Cells];
        _skin = lent ? ArrayPool<double>.Shared.Rent(Cells) : new double[Cells];
    }

    public CellGrid Grid { get; }

    public CellBox Box { get; }

    // Kept, not worked out: they are asked for at every cell.
    public int Columns { get; }

    public int Rows { get; }

    public int Cells { get; }

    public double CellMm { get; }

    /// <summary>Height of the present surface, mm over the board's top.</summary>
    public Span<double> HeightsMm => _heights.AsSpan(0, Cells);

    /// <summary>Thickness of plaster at the surface, mm.</summary>
    public Span<double> SkinMm => _skin.AsSpan(0, Cells);

    /// <summary>Bounds no height that is right has left after any part so far; a bare board's are 0 and 0.</summary>
    public HeightBounds Bounds { get; private set; }

    /// <summary>A bare board of height 0, to become a ground of its own.</summary>
    public static GroundWork WholeBoard(CellGrid grid, CancellationToken cancel) => new(grid, grid.All, lent: false, default, cancel);

    /// <summary>A bare board of height 0 within a box.</summary>
    public static GroundWork Bare(CellGrid grid, CellBox box, CancellationToken cancel)
    {
        var work = new GroundWork(grid, box, lent: true, default, cancel);
        work.HeightsMm.Clear();
        work.SkinMm.Clear();
        return work;
    }

    /// <summary>A box of a ground, to go on from.</summary>
    public static GroundWork GoingOn(CellGrid grid, CompiledGround from, CellBox box, CancellationToken cancel)
    {
        var work = new GroundWork(grid, box, lent: true, from.Bounds, cancel);
        for (var row = 0; row < box.Rows; row++)
        {
            var at = ((box.Row0 + row) * grid.Columns) + box.Column0;
            from.Surface.HeightsMm.AsSpan(at, box.Columns).CopyTo(work.HeightsMm[(row * box.Columns)..]);
            from.SkinMm.AsSpan(at, box.Columns).CopyTo(work.SkinMm[(row * box.Columns)..]);
        }

        return work;
    }

    /// <summary>Lets a part shape the cells it may change.</summary>
    /// <param name="part">The part.</param>
    /// <param name="needed">Cells that must be right after it; the others are not looked at any more.</param>
    public void Apply(IGroundPart part, CellRegion needed)
    {
        _cancel.ThrowIfCancellationRequested();
        var changed = needed.FewBoxes(part.Footprint(Grid, Bounds).Meet(Box));

        // With the cells it reads for them, in one box; what works cell by cell is as right in many.
        var read = changed.Aggregate(CellBox.None, (all, box) => all.Join(part.Spread(Grid, box)));
        if (read.IsEmpty)
        {
            // No box knows of another. Many a part reaches far only where the ground is high or low, and here it may be neither.
            Each(changed, box =>
            {
                var bounds = box == Box ? Bounds : BoundsIn(needed, box);
                ShapeIn(box.Meet(part.Footprint(Grid, bounds)), bounds, part);
            });
        }
        else
        {
            ShapeIn(changed.Aggregate(read, (all, box) => all.Join(box)).Meet(Box), Bounds, part);
        }

        foreach (var box in changed) Bounds = Bounds.Join(BoundsIn(needed, box));
    }

    // On as many cores as there are, where that is worth the trouble of sharing it out.
    private void Each(IReadOnlyList<CellBox> boxes, Action<CellBox> work)
    {
        if (boxes.Count > 1 && boxes.Sum(box => box.Cells) >= SharedCells) Parallel.ForEach(boxes, new ParallelOptions { CancellationToken = _cancel }, work);
        else foreach (var box in boxes) work(box);
    }

    private void ShapeIn(CellBox box, HeightBounds bounds, IGroundPart part)
    {
        if (box.IsEmpty) return;
        if (box == Box)
        {
            part.Shape(this);
            return;
        }

        // On a grid of its own size: its scratch is cleared and walked at the cost of the part, not of the board.
        using var narrow = new GroundWork(Grid, box, lent: true, bounds, _cancel);
        Copy(box, HeightsMm, narrow.HeightsMm, take: true);
        Copy(box, SkinMm, narrow.SkinMm, take: true);
        part.Shape(narrow);
        Copy(box, HeightsMm, narrow.HeightsMm, take: false);
        Copy(box, SkinMm, narrow.SkinMm, take: false);
    }

    /// <summary>The whole board's ground, when the work was on the whole board.</summary>
    public CompiledGround Finish() =>
        new(new HeightField(Columns, Rows, CellMm, _heights), _skin) { Bounds = Bounds };

    /// <summary>Another ground with the cells of <paramref name="part"/> taken from here.</summary>
    public CompiledGround FinishInto(CompiledGround before, CellRegion part)
    {
        double[] heights = [], skin = [];
        Parallel.Invoke(() => heights = FinishInto(before.Surface.HeightsMm, _heights, part), () => skin = FinishInto(before.SkinMm, _skin, part));
        return new CompiledGround(new HeightField(Grid.Columns, Grid.Rows, CellMm, heights), skin) { Bounds = before.Bounds.Join(Bounds) };
    }

    private double[] FinishInto(double[] before, double[] work, CellRegion part)
    {
        double[]? finished = null;
        foreach (var box in part.All)
        {
            for (var row = box.Row0; row < box.Row1; row++)
            {
                var at = (row * Grid.Columns) + box.Column0;
                var made = work.AsSpan(((row - Box.Row0) * Columns) + box.Column0 - Box.Column0, box.Columns);
                if (finished is null)
                {
                    // Many a change leaves the plaster as it is: then it is the same plaster.
                    if (made.SequenceEqual(before.AsSpan(at, box.Columns))) continue;
                    finished = GC.AllocateUninitializedArray<double>(before.Length);
                    before.CopyTo(finished, 0);
                }

                made.CopyTo(finished.AsSpan(at));
            }
        }

        return finished ?? before;
    }

    /// <summary>Throws when the work is no longer wanted.</summary>
    public void StopIfUnwanted() => _cancel.ThrowIfCancellationRequested();

    // Scratch of one number a cell, shared by what one part does in turn.

    /// <summary>Scratch, all false.</summary>
    public Span<bool> Inside() => Cleared(_inside ??= ArrayPool<bool>.Shared.Rent(Cells), false);

    /// <summary>Scratch, all +∞.</summary>
    public Span<double> Distance2() => Cleared(_distance2 ??= ArrayPool<double>.Shared.Rent(Cells), double.PositiveInfinity);

    /// <summary>Scratch, unset.</summary>
    public Span<double> Along() => (_along ??= ArrayPool<double>.Shared.Rent(Cells)).AsSpan(0, Cells);

    /// <summary>Scratch, all 0.</summary>
    public Span<long> Piece() => Cleared(_piece ??= ArrayPool<long>.Shared.Rent(Cells), 0);

    /// <summary>Gives back what was lent: the scratch, and unless it became a ground of its own the box itself.</summary>
    public void Dispose()
    {
        if (_disposed) return;
        _disposed = true;
        if (_lent)
        {
            ArrayPool<double>.Shared.Return(_heights);
            ArrayPool<double>.Shared.Return(_skin);
        }

        if (_inside is not null) ArrayPool<bool>.Shared.Return(_inside);
        if (_distance2 is not null) ArrayPool<double>.Shared.Return(_distance2);
        if (_along is not null) ArrayPool<double>.Shared.Return(_along);
        if (_piece is not null) ArrayPool<long>.Shared.Return(_piece);
    }

    /// <summary>Sets a cell's surface lower or higher. Cutting takes the plaster first; filling is taken as bare.</summary>
    public void Set(int cell, double heightMm)
    {
        var cut = _heights[cell] - heightMm;
        if (cut == 0) return;
        _skin[cell] = cut > 0 ? Math.Max(0, _skin[cell] - cut) : 0;
        _heights[cell] = heightMm;
    }

    /// <summary>Lays plaster on a cell.</summary>
    public void Lay(int cell, double thicknessMm)
    {
        _skin[cell] += thicknessMm;
        _heights[cell] += thicknessMm;
    }

    /// <summary>Rows and columns of the box whose centres may lie within the points' box grown by <paramref name="growMm"/>.</summary>
    public (int Row0, int Row1, int Column0, int Column1) Window(ReadOnlySpan<PointMm> points, double growMm)
    {
        var met = Grid.Around(points, growMm).Meet(Box);
        return met.IsEmpty ? default : (met.Row0 - Box.Row0, met.Row1 - Box.Row0, met.Column0 - Box.Column0, met.Column1 - Box.Column0);
    }

    /// <summary>A column's number on the board.</summary>
    public int BoardColumn(int column) => Box.Column0 + column;

    /// <summary>A row's number on the board.</summary>
    public int BoardRow(int row) => Box.Row0 + row;

    /// <summary>The column, counted from the box's first, that holds a place <paramref name="xMm"/> from the board's left; beside the box when it does.</summary>
    public int ColumnAt(double xMm) => (int)Math.Floor(xMm / CellMm) - Box.Column0;

    /// <summary>Centre of a column, mm from the board's left.</summary>
    public double XMm(int column) => (Box.Column0 + column + 0.5) * CellMm;

    /// <summary>Centre of a row, mm from the board's back.</summary>
    public double YMm(int row) => (Box.Row0 + row + 0.5) * CellMm;

    // Of the cells that are right only: what lies between them may have become anything.
    private HeightBounds BoundsIn(CellRegion needed, CellBox box) =>
        needed.Boxes(box).Select(BoundsIn).Aggregate((all, one) => all.Join(one));

    private HeightBounds BoundsIn(CellBox box)
    {
        var bounds = new HeightBounds(double.PositiveInfinity, double.NegativeInfinity);
        for (var row = box.Row0 - Box.Row0; row < box.Row1 - Box.Row0; row++)
        {
            var (lowest, highest) = Extremes.Of(HeightsMm.Slice((row * Columns) + box.Column0 - Box.Column0, box.Columns));
            bounds = bounds.Join(new HeightBounds(lowest, highest));
        }

        return bounds;
    }

    private void Copy(CellBox box, Span<double> wide, Span<double> narrow, bool take)
    {
        for (var row = 0; row < box.Rows; row++)
        {
            var inWide = wide.Slice(((box.Row0 - Box.Row0 + row) * Columns) + box.Column0 - Box.Column0, box.Columns);
            var inNarrow = narrow.Slice(row * box.Columns, box.Columns);
            if (take) inWide.CopyTo(inNarrow);
            else inNarrow.CopyTo(inWide);
        }
    }

    private Span<T> Cleared<T>(T[] scratch, T value)
    {
        var span = scratch.AsSpan(0, Cells);
        span.Fill(value);
        return span;
    }
}
