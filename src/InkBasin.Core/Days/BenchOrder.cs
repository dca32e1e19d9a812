namespace InkBasin.Core.Days;

/// <summary>A build's turn at being planned.</summary>
/// <param name="Build">The build.</param>
/// <param name="After">The builds whose work it keeps clear of; each has had its turn before.</param>
public sealed record BenchTurn(Guid Build, IReadOnlyList<Guid> After);

/// <summary>In which order builds that share a bench are planned.</summary>
public static class BenchOrder
{
    /// <summary>
    /// All that one build's days hang on, each once, with that build last. It keeps clear of every build it comes after. Of the others, those that come after each other, by whatever way
    /// round, are planned as if they did not: none of them is first.
    /// </summary>
    /// <param name="build">The build whose days are asked for.</param>
    /// <param name="comesAfter">The builds that one comes after.</param>
    public static IReadOnlyList<BenchTurn> Of(Guid build, Func<Guid, IReadOnlyList<Guid>> comesAfter)
    {
        ArgumentNullException.ThrowIfNull(comesAfter);
        var after = new Dictionary<Guid, IReadOnlyList<Guid>>();
        var found = Reached(build, one => after[one] = [.. comesAfter(one).Distinct().Where(other => other != one)]);
        var before = found.SelectMany(one => after[one].Select(other => (other, one))).ToLookup(pair => pair.other, pair => pair.one);

        // A build later in the list of those found may come first: each is placed once all it comes after are.
        var open = new List<BenchTurn>();
        foreach (var one in found.Where(one => one != build))
        {
            var waiting = Reached(one, other => before[other]).ToHashSet();
            open.Add(new BenchTurn(one, [.. after[one].Where(other => !waiting.Contains(other))]));
        }

        var turns = new List<BenchTurn>(found.Count);
        var placed = new HashSet<Guid>();
        while (open.Count > 0)
        {
            var ready = open.FindAll(turn => turn.After.All(placed.Contains));
            turns.AddRange(ready);
            placed.UnionWith(ready.Select(turn => turn.Build));
            open.RemoveAll(turn => placed.Contains(turn.Build));
        }

        turns.Add(new BenchTurn(build, after[build]));
        return turns;
    }

    // Everything a way leads to, itself first.
    private static List<Guid> Reached(Guid from, Func<Guid, IEnumerable<Guid>> next)
    {
        List<Guid> found = [from];
        var known = new HashSet<Guid> { from };
        for (var i = 0; i < found.Count; i++) found.AddRange(next(found[i]).Where(known.Add));
        return found;
    }
}
