namespace InkBasin.Core.Water;

/// <summary>A proposed reach: a stretch of stream poured to one level.</summary>
/// <param name="FromMm">Its upper end, mm along the stream.</param>
/// <param name="ToMm">Its lower end.</param>
/// <param name="LevelMm">Its level, mm over the board.</param>
/// <param name="ShallowestMm">Depth at its shallowest section, mm.</param>
/// <param name="DeepestMm">Depth at its deepest section, mm.</param>
/// <param name="Deepest">Index of that section: where its water is put in.</param>
public sealed record ProposedReach(double FromMm, double ToMm, double LevelMm, double ShallowestMm, double DeepestMm, int Deepest);

/// <summary>
/// Splits a stream into reaches: a river is not level but resin is (models.md §2). As few as keep every reach no deeper than wanted and
/// nowhere drier than the least; then as even as that number allows.
/// </summary>
public static class Reaches
{
    /// <summary>More reaches than this are no stream.</summary>
    public const int MostReaches = 50;

    /// <summary>Proposes reaches.</summary>
    /// <param name="sections">Sections from the upper end down, at least 2; only their beds are used.</param>
    /// <param name="deepestMm">Greatest depth in any reach, mm, over <paramref name="leastMm"/>.</param>
    /// <param name="leastMm">Least depth everywhere, mm, above 0.</param>
    /// <exception cref="RefusedException">The depths leave no room, or it would take too many reaches.</exception>
    public static IReadOnlyList<ProposedReach> Propose(IReadOnlyList<StreamSection> sections, double deepestMm, double leastMm)
    {
        ArgumentNullException.ThrowIfNull(sections);
        Require.Positive(leastMm, "leastMm");
        Require.Positive(deepestMm, "deepestMm");
        if (deepestMm <= leastMm) throw new RefusedException("deepestMm", "The deepest must be deeper than the least depth.", RefusalKind.Impossible);
        if (sections.Count < 2) throw new RefusedException("stepId", "That channel does not run over the board.", RefusalKind.Impossible);
        var fewest = Split(sections, deepestMm, leastMm);
        if (fewest.Count > MostReaches)
            throw new RefusedException("deepestMm", $"It falls so much that it would take {fewest.Count} reaches: allow more depth, or flatten its bed.", RefusalKind.Impossible);

        // The least depth that still does with so many reaches shares the fall out evenly.
        double low = leastMm, high = deepestMm;
        for (var i = 0; i < 40; i++)
        {
            var middle = (low + high) / 2;
            if (Split(sections, middle, leastMm).Count <= fewest.Count) high = middle;
            else low = middle;
        }

        return Split(sections, high, leastMm);
    }

    // From the upper end: a reach goes on until its level, set by its highest bed, would be too deep over its lowest.
    private static List<ProposedReach> Split(IReadOnlyList<StreamSection> sections, double deepestMm, double leastMm)
    {
        var reaches = new List<ProposedReach>();
        var from = 0;
        while (from < sections.Count)
        {
            double highest = sections[from].BedMm, lowest = highest;
            int to = from + 1, deepest = from;
            while (to < sections.Count)
            {
                var bed = sections[to].BedMm;
                double nextHighest = Math.Max(highest, bed), nextLowest = Math.Min(lowest, bed);
                if (nextHighest + leastMm - nextLowest > deepestMm + 1e-9) break;
                if (bed < lowest) deepest = to;
                (highest, lowest) = (nextHighest, nextLowest);
                to++;
            }

            var end = to < sections.Count ? sections[to].AlongMm : sections[^1].AlongMm;
            reaches.Add(new ProposedReach(sections[from].AlongMm, end, highest + leastMm, leastMm, highest + leastMm - lowest, deepest));
            from = to;
            if (reaches.Count > sections.Count) break;
        }

        return reaches;
    }
}
