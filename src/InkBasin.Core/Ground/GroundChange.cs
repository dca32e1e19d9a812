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
    public static IReadOnlyList<IGroundPart> Parts(IReadOnlyList<GroundOperation> steps, GroundGrids grids)
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

    /// <summary>Compiles all parts on a bare board.</summary>
    public static CompiledGround Whole(CellGrid grid, IReadOnlyList<IGroundPart> parts, CancellationToken cancel)
    {
        using var work = new GroundWork(grid, grid.All, cancel);
        foreach (var part in parts) work.Apply(part, grid.All);
        return work.Finish() with { Parts = parts };
    }

    /// <summary>Compiles <paramref name="after"/> from a ground on the same grid.</summary>
    public static CompiledGround From(CellGrid grid, CompiledGround ground, IReadOnlyList<IGroundPart> after, CancellationToken cancel)
    {
        var before = ground.Parts;
        var (first, last) = Shared(before, after);
        if (first + last == before.Count && first + last == after.Count) return ground;
        if (first == before.Count) return GoOn(grid, ground, after.Skip(first), cancel) with { Parts = after };

        // Changed parts may reach farther on higher ground, and how high it gets is known only when it has been compiled.
        for (var bounds = ground.Bounds; ;)
        {
            var part = Differs(grid, before, first, last, ground.Bounds).Join(Differs(grid, after, first, last, bounds));
            for (var i = after.Count - last; i < after.Count; i++) part = after[i].Spread(grid, part);
            part = part.Meet(grid.All);
            if (part.IsEmpty) return ground with { Parts = after };

            // What must be right after each part: the nearer the end, the less.
            var needed = new CellBox[after.Count];
            var start = part;
            for (var i = after.Count - 1; i >= 0; i--)
            {
                needed[i] = start;
                start = after[i].Spread(grid, start);
            }

            using var work = new GroundWork(grid, start.Meet(grid.All), cancel);
            for (var i = 0; i < after.Count; i++) work.Apply(after[i], needed[i]);
            if (bounds.Join(work.Bounds) == bounds) return work.FinishInto(ground, part) with { Parts = after };
            bounds = bounds.Join(work.Bounds);
        }
    }

    private static CompiledGround GoOn(CellGrid grid, CompiledGround ground, IEnumerable<IGroundPart> added, CancellationToken cancel)
    {
        using var work = GroundWork.GoingOn(grid, ground, cancel);
        foreach (var each in added) work.Apply(each, grid.All);
        return work.Finish();
    }

    private static CellBox Differs(CellGrid grid, IReadOnlyList<IGroundPart> parts, int first, int last, HeightBounds bounds)
    {
        var box = CellBox.None;
        for (var i = first; i < parts.Count - last; i++) box = parts[i].Spread(grid, box.Join(parts[i].Footprint(grid, bounds)));
        return box;
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
