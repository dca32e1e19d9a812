namespace InkBasin.Core.Days;

/// <summary>Why no plan fits: which steps, or which links, and in words.</summary>
internal static class TimetableClash
{
    // One trial of leaving a link out, in the solver's own work; what is not answered by then is kept in the clash.
    private const double TrialWork = 0.4;

    /// <summary>Refuses steps for which no window is long enough.</summary>
    public static void OfSteps(IReadOnlyList<DayStep> steps, BenchHours hours, IReadOnlyList<BenchWindow> windows)
    {
        var longest = windows.Count == 0 ? 0 : windows.Max(window => window.LengthMin);
        foreach (var step in steps.Where(step => step.HeldAtMin is null && !TimetableModel.StartsOf(step, hours, windows).Any()))
        {
            throw new RefusedException("steps", windows.Count == 0
                ? $"There are no bench hours within {hours.HorizonDays} days: {step.Called} has no place."
                : $"{step.Called} needs {Words(step.AtBenchMin)} at the bench in one go, and no stretch there is so long (the longest is {Words(longest)}).", RefusalKind.Impossible);
        }
    }

    /// <summary>
    /// Refuses more work than the windows hold: of steps so long or longer a window takes no more than go into it after one another, by each maker. A search would try them in every order
    /// before it saw that (the pigeonhole principle).
    /// </summary>
    public static void OfWork(IReadOnlyList<DayStep> steps, BenchHours hours, IReadOnlyList<BenchWindow> windows)
    {
        int[] work = [.. steps.Where(step => step is { HandsOnMin: > 0, HeldAtMin: null, Within: null }).Select(step => step.HandsOnMin).OrderDescending()];
        for (var i = 0; i < work.Length; i++)
        {
            if (windows.Sum(window => (long)(window.LengthMin / work[i]) * hours.Makers) <= i) throw TooMuch(steps, hours, windows);
        }

        if (work.Sum(min => (long)min) > windows.Sum(window => (long)window.LengthMin * hours.Makers)) throw TooMuch(steps, hours, windows);
    }

    /// <summary>Refuses steps that wait for each other.</summary>
    public static void OfCycles(IReadOnlyList<DayStep> steps)
    {
        var at = steps.Index().ToDictionary(one => one.Item.Id, one => one.Index);
        var state = new byte[steps.Count];
        foreach (var (start, _) in steps.Index())
        {
            if (state[start] != 0) continue;

            // Down the links by hand: a chain of four hundred is no matter for the call stack.
            var path = new List<(int Step, int Link)> { (start, -1) };
            state[start] = 1;
            while (path.Count > 0)
            {
                var (step, link) = path[^1];
                if (link + 1 == steps[step].Links.Count)
                {
                    state[step] = 2;
                    path.RemoveAt(path.Count - 1);
                    continue;
                }

                path[^1] = (step, link + 1);
                var next = at[steps[step].Links[link + 1].Id];
                if (state[next] == 0)
                {
                    state[next] = 1;
                    path.Add((next, -1));
                }
                else if (state[next] == 1)
                {
                    throw Refusal(steps, [.. path.SkipWhile(one => one.Step != next)], "They wait for each other in a ring");
                }
            }
        }
    }

    /// <summary>Links that cannot all hold, where the steps cannot all be placed; none where they fit no better without any.</summary>
    public static IReadOnlyList<(int Step, int Link)> Of(IReadOnlyList<DayStep> steps, BenchHours hours, IReadOnlyList<BenchWindow> windows, CancellationToken cancel)
    {
        var named = new TimetableModel(steps, hours, windows, null, assume: true).ClashingLinks(TimetableSearch.Standstill, TrialWork, cancel);

        // Every link that can be left out is: what stays is a clash only as a whole.
        List<(int Step, int Link)> clash = [.. named];
        foreach (var one in named)
        {
            cancel.ThrowIfCancellationRequested();
            List<(int Step, int Link)> less = [.. clash.Where(other => other != one)];
            var (status, _) = new TimetableModel(Only(steps, less), hours, windows, null).Solve(TimetableSearch.Standstill, default, cancel, TrialWork);
            if (status == Google.OrTools.Sat.CpSolverStatus.Infeasible) clash = less;
        }

        cancel.ThrowIfCancellationRequested();
        return clash;
    }

    /// <summary>What such steps are refused with.</summary>
    public static RefusedException Refusal(IReadOnlyList<DayStep> steps, BenchHours hours, IReadOnlyList<(int Step, int Link)> clash)
    {
        if (clash.Count > 0) return Refusal(steps, clash, "These cannot all hold in the bench hours there are");
        return TooMuch(steps, hours, hours.Windows());
    }

    private static RefusedException TooMuch(IReadOnlyList<DayStep> steps, BenchHours hours, IReadOnlyList<BenchWindow> windows)
    {
        var work = steps.Sum(step => step.HandsOnMin);
        var open = windows.Sum(window => window.LengthMin);
        return new RefusedException("steps", $"{Words(work)} of work do not go into the {Words(open)} at the bench within {hours.HorizonDays} days, a stretch at a time: give it more hours, or more days.", RefusalKind.Impossible);
    }

    private static IReadOnlyList<DayStep> Only(IReadOnlyList<DayStep> steps, List<(int Step, int Link)> links) =>
        [.. steps.Select((step, i) => step with { After = [.. step.Links.Where((_, k) => links.Contains((i, k)))] })];

    private static RefusedException Refusal(IReadOnlyList<DayStep> steps, IReadOnlyList<(int Step, int Link)> links, string why)
    {
        List<(string Field, string Sentence)> each = [.. links.Select(one => ($"steps[{one.Step}].after[{one.Link}]", Words(steps[one.Step], steps[one.Step].Links[one.Link], steps.First(step => step.Id == steps[one.Step].Links[one.Link].Id).Called)))];
        return new RefusedException(each[0].Field, $"{why}: {string.Join("; ", each.Select(one => one.Sentence))}.", RefusalKind.Impossible) { Others = [.. each.Skip(1)] };
    }

    private static string Words(DayStep step, DayLink link, string earlier)
    {
        var from = link.From == LinkFrom.Start ? $"the start of {earlier}" : $"{earlier} is ready";
        return link switch
        {
            { GreatestMin: { } greatest, LeastMin: 0 } => $"{step.Called} within {Words(greatest)} after {from}",
            { GreatestMin: { } greatest } => $"{step.Called} from {Words(link.LeastMin)} to {Words(greatest)} after {from}",
            { LeastMin: > 0 } => $"{step.Called} at least {Words(link.LeastMin)} after {from}",
            _ => $"{step.Called} after {from}",
        };
    }

    /// <summary>Minutes as one says them.</summary>
    internal static string Words(int minutes)
    {
        var (hours, rest) = Math.DivRem(minutes, 60);
        return hours == 0 ? $"{rest} min" : rest == 0 ? $"{hours} h" : $"{hours} h {rest} min";
    }
}
