namespace InkBasin.Core.Ground;

/// <summary>What the jug says of a bed.</summary>
/// <param name="TotalMl">Volume to its waterline, ml.</param>
/// <param name="BandMl">Half of what that may be off by, ml.</param>
/// <param name="MissesMl">By how much the curve misses each mark, ml; over it positive.</param>
public sealed record JugFigures(double TotalMl, double BandMl, IReadOnlyList<double> MissesMl);

/// <summary>What the jug says of one bed of a recipe.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Figures">Its figures; nothing while it is not measured, stopped where no water leaves such marks.</param>
public sealed record JugBedPlan(string StepId, Answer<JugFigures> Figures);

/// <summary>
/// A bed that exists and was measured with a jug: its shore, its deepest place and marks of how high so many ml came. Inside the shore the ground is put so that
/// it holds at every height what the <see cref="JugCurve"/> of the marks says. How it lies between is not measured: it is drawn rising evenly from the deepest place to the shore,
/// and as one hollow, since one jug filled it.
/// </summary>
public sealed record JugBed : ShapingStep, IMeasuredBed
{
    // A level floor still is lowest where the maker found it so: there it is poured.
    private const double TiltMm = 0.002;

    private readonly Remembered<(PointMm[] Ring, CellGrid Grid), double> _shoreMm2 = new();
    private readonly Remembered<(double ShoreMm2, double DeepestMm, IReadOnlyList<JugMark> Marks), Answer<JugCurve>> _curve = new();

    /// <summary>The shore at the waterline.</summary>
    public required Outline Outline { get; init; }

    /// <summary>Level of that waterline, mm over the board, −500…500.</summary>
    public required double WaterlineMm { get; init; }

    /// <summary>Its deepest place; outside the shore, the nearest to it inside.</summary>
    public required PointMm Deepest { get; init; }

    /// <summary>Waterline over the deepest place, mm, over 0…300; null until it is measured.</summary>
    public double? DeepestMm { get; init; }

    /// <summary>Marks, at most six; none until it is measured.</summary>
    public IReadOnlyList<JugMark> Marks { get; init; } = [];

    /// <summary>What its marks say on a board.</summary>
    public JugBedPlan Figures(Board board)
    {
        ArgumentNullException.ThrowIfNull(board);
        var curve = Curve(CellGrid.Of(board));
        return new JugBedPlan(Id, new(curve.Is is { } fits ? new JugFigures(fits.TotalMl, fits.BandMl, [.. Marks.Select(mark => fits.VolumeAt(mark.HeightMm) - mark.VolumeMl)]) : null, curve.Stop));
    }

    /// <inheritdoc/>
    public double? BandMl(HeightField ground) => Curve(CellGrid.Of(ground)).Is?.BandMl;

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Outline, $"{field}.outline").Check($"{field}.outline");
        Require.Within(WaterlineMm, -500, 500, $"{field}.waterlineMm");
        Deepest.Check($"{field}.deepest");
        if (DeepestMm is { } deepest)
        {
            Require.Positive(deepest, $"{field}.deepestMm");
            Require.Within(deepest, 0, 300, $"{field}.deepestMm");
        }

        if (Require.Present(Marks, $"{field}.marks").Count > JugCurve.MostMarks) throw new RefusedException($"{field}.marks", $"Keep the jug marks of a bed to {JugCurve.MostMarks}.");
        for (var i = 0; i < Marks.Count; i++)
        {
            // Whether they fit the shore is asked of the whole: a shore may be drawn after its marks.
            Require.Positive(Marks[i].HeightMm, $"{field}.marks[{i}].heightMm");
            Require.Positive(Marks[i].VolumeMl, $"{field}.marks[{i}].volumeMl");
            Require.Within(Marks[i].HeightMm, 0, 300, $"{field}.marks[{i}].heightMm");
            Require.Within(Marks[i].VolumeMl, 0, 1e6, $"{field}.marks[{i}].volumeMl");
        }
    }

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) => grid.Around(Outline.Traced(grid.CellMm), grid.CellMm);

    /// <inheritdoc/>
    internal override CellBox Spread(CellGrid grid, CellBox part)
    {
        // A cell's height depends on how many lie lower.
        var foot = Footprint(grid, default);
        return part.Meet(foot).IsEmpty ? CellBox.None : foot;
    }

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        if (Curve(work.Grid).Is is not { } curve) return;
        var ring = Outline.Ring(work.CellMm);
        var foot = Footprint(work.Grid, default);
        var shore = RingField.Lay(work, ring, Math.Max(foot.Rows, foot.Columns) * work.CellMm);
        var order = Order(work, shore);
        var cellMm2 = work.CellMm * work.CellMm;
        for (var i = 0; i < order.Count; i++) work.Set(order[i], WaterlineMm - curve.DeepestMm + curve.HeightFor((i + 0.5) * cellMm2) + (TiltMm * i / order.Count));
    }

    // The cells inside from the deepest up: grown from the deepest place, always by that cell at its edge which lies least far on the way from there to the shore.
    // So whatever the water's level, it is one.
    private List<int> Order(GroundWork work, in RingField shore)
    {
        var on = new double[work.Cells];
        var waiting = new List<int>();
        for (var cell = 0; cell < on.Length; cell++)
        {
            on[cell] = double.NaN;
            if (!shore.Inside(cell)) continue;
            var from = Deepest.DistanceMm(new PointMm(work.XMm(cell % work.Columns), work.YMm(cell / work.Columns)));
            on[cell] = from / Math.Max(1e-9, from + shore.DistanceMm(cell));
            waiting.Add(cell);
        }

        waiting.Sort((a, b) => on[a] != on[b] ? on[a].CompareTo(on[b]) : a.CompareTo(b));
        var (order, edge, seen) = (new List<int>(waiting.Count), new PriorityQueue<int, (double On, int Cell)>(), new bool[work.Cells]);
        foreach (var start in waiting)
        {
            // An outline that crosses itself may enclose several.
            if (seen[start]) continue;
            work.StopIfUnwanted();
            seen[start] = true;
            edge.Enqueue(start, (on[start], start));
            while (edge.TryDequeue(out var cell, out _))
            {
                order.Add(cell);
                int row = cell / work.Columns, column = cell % work.Columns;
                for (var r = Math.Max(0, row - 1); r <= Math.Min(work.Rows - 1, row + 1); r++)
                {
                    for (var c = Math.Max(0, column - 1); c <= Math.Min(work.Columns - 1, column + 1); c++)
                    {
                        var next = (r * work.Columns) + c;
                        if (seen[next] || double.IsNaN(on[next])) continue;
                        seen[next] = true;
                        edge.Enqueue(next, (on[next], next));
                    }
                }
            }
        }

        return order;
    }

    // The shore as the board's cells have it, so that the ground on the Sheet holds at each mark what was poured.
    private Answer<JugCurve> Curve(CellGrid grid)
    {
        if (DeepestMm is not { } deepest || Marks.Count == 0) return new(null, null);
        var shore = _shoreMm2.Of((Outline.Ring(grid.CellMm), grid), () =>
        {
            using var work = GroundWork.Bare(grid, Footprint(grid, default), CancellationToken.None);
            var inside = RingField.Lay(work, Outline.Ring(grid.CellMm), 0);
            var count = 0;
            for (var cell = 0; cell < work.Cells; cell++) count += inside.Inside(cell) ? 1 : 0;
            return count * grid.CellMm * grid.CellMm;
        });
        return _curve.Of((shore, deepest, Marks), () => Answer.Of(() => JugCurve.Of(
            shore > 0 ? shore : throw new RefusedException("outline", "The shore encloses nothing of the board.", RefusalKind.Impossible), deepest, Marks)));
    }
}
