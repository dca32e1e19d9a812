namespace InkBasin.Core.Ground;

/// <summary>
/// Compiling a recipe again only where it differs from one whose ground is at hand. Two recipes share what stands before
/// and behind their difference; the difference is followed forward through the parts behind it to the cells that may change,
/// then backward through the whole recipe to the cells those depend on. Only these are compiled, and the answer is the same
/// to the last bit as compiling everything.
/// </summary>
internal static class GroundChange
{
    /// <summary>Parts of the enabled steps, in order.</summary>
    public static IReadOnlyList<IGroundPart> Parts(IReadOnlyList<GroundStep> steps, GroundGrids grids)
    {
        var parts = new List<IGroundPart>();
        foreach (var step in steps)
        {
            if (step.Enabled) parts.AddRange(step.Parts(grids));
        }

        return parts;
    }

    /// <summary>How many parts two recipes do not share: those between their common beginning and their common end.</summary>
    public static int Unshared(IReadOnlyList<IGroundPart> before, IReadOnlyList<IGroundPart> after)
    {
        var (first, last) = Shared(before, after);
        return before.Count + after.Count - (2 * (first + last));
    }

    /// <summary>How many cells the parts two recipes do not share may change.</summary>
    public static long UnsharedCells(CellGrid grid, CompiledGround ground, IReadOnlyList<IGroundPart> after)
    {
        var (first, last) = Shared(ground.Parts, after);
        return Differs(grid, ground.Parts, first, last, ground.Bounds).Join(Differs(grid, after, first, last, ground.Bounds)).All.Sum(box => box.Cells);
    }

    /// <summary>Compiles all parts on a bare board.</summary>
    public static CompiledGround Whole(CellGrid grid, IReadOnlyList<IGroundPart> parts, CancellationToken cancel)
    {
        using var work = GroundWork.WholeBoard(grid, cancel);
        var all = CellRegion.None(grid).Join(grid.All);
        foreach (var part in parts) work.Apply(part, all);
        return work.Finish() with { Parts = parts };
    }

    /// <summary>Compiles <paramref name="after"/> from a ground on the same grid.</summary>
    public static CompiledGround From(CellGrid grid, CompiledGround ground, IReadOnlyList<IGroundPart> after, CancellationToken cancel)
    {
        var before = ground.Parts;
        var (first, last) = Shared(before, after);
        if (first + last == before.Count && first + last == after.Count) return ground;

        // What is only added goes on from the ground as it stands; else all that lies over each other there is made anew.
        var from = first == before.Count ? first : 0;

        // Changed parts may reach farther on higher ground, and how high it gets is known only when it has been compiled.
        for (var bounds = ground.Bounds; ;)
        {
            var changed = Differs(grid, before, first, last, ground.Bounds).Join(Differs(grid, after, first, last, bounds));
            var differing = changed;
            for (var i = after.Count - last; i < after.Count; i++) differing = differing.Spread(after[i]);
            if (differing.IsEmpty) return ground with { Parts = after };

            // What must be right after each part: the nearer the end, the less.
            var needed = new CellRegion[after.Count];
            var start = differing;
            for (var i = after.Count - 1; i >= from; i--)
            {
                needed[i] = start;
                start = start.Spread(after[i]);
            }

            using var work = from > 0 ? GroundWork.GoingOn(grid, ground, start.Round, cancel) : GroundWork.Bare(grid, start.Round, cancel);
            for (var i = from; i < after.Count; i++) work.Apply(after[i], needed[i]);
            bounds = bounds.Join(work.Bounds);
            if (changed.Holds(Differs(grid, after, first, last, bounds))) return work.FinishInto(ground, differing) with { Parts = after };
        }
    }

    private static CellRegion Differs(CellGrid grid, IReadOnlyList<IGroundPart> parts, int first, int last, HeightBounds bounds)
    {
        var differing = CellRegion.None(grid);
        for (var i = first; i < parts.Count - last; i++) differing = differing.Join(parts[i].Region(grid, bounds)).Spread(parts[i]);
        return differing;
    }

    private static (int First, int Last) Shared(IReadOnlyList<IGroundPart> before, IReadOnlyList<IGroundPart> after)
    {
        int first = 0, last = 0, most = Math.Min(before.Count, after.Count);
        while (first < most && Same(before[first], after[first])) first++;
        while (last < most - first && Same(before[before.Count - 1 - last], after[after.Count - 1 - last])) last++;
        return (first, last);
    }

    // Steps never change and keep their lists, so an unchanged one is equal field by field. One read anew from a file has lists
    // of its own: it counts as changed and is only compiled once too often.
    private static bool Same(IGroundPart a, IGroundPart b) => ReferenceEquals(a, b) || a.Equals(b);
}
