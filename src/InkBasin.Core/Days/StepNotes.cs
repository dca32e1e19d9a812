namespace InkBasin.Core.Days;

/// <summary>What a maker says of steps, on those that are reckoned.</summary>
internal static class StepNotes
{
    private const string Put = "as you have put it";

    /// <summary>What is said goes before what is reckoned: own steps are added, a failed pour is cleared out and poured again, a step left out hands on what it came after.</summary>
    public static IReadOnlyList<BuildStep> On(List<BuildStep> steps, DaysChoice choice)
    {
        foreach (var own in choice.Own)
        {
            List<string> after = [.. own.After.Where(id => steps.Exists(step => step.Id == id))];
            steps.Add(new($"own:{own.Id}", BuildStepKind.Own, null, own.Name, own.HandsOnMin, own.WaitMin, 0, [.. after.Select(id => new StepLink(new DayLink(id), Put))], Put));
        }

        var notes = choice.Notes.ToDictionary(note => note.Id);
        foreach (var failed in steps.Where(step => step is { Kind: BuildStepKind.Pour, DoneAt: not null } && notes.GetValueOrDefault(step.Id) is { FailedAt: not null }).ToList())
            PourAgain(steps, failed, notes[failed.Id].FailedAt!.Value);
        for (var i = 0; i < steps.Count; i++)
        {
            if (notes.GetValueOrDefault(steps[i].Id) is { } note) steps[i] = With(steps[i], note);
        }

        foreach (var one in steps.Where(step => step.DoneAt is null && notes.GetValueOrDefault(step.Id) is { LeftOut: true }).ToList()) LeaveOut(steps, one);
        Infer(steps);
        return steps;
    }

    // Who has painted the bed has built it: what comes before something done is done, whether anybody said so or not.
    private static void Infer(List<BuildStep> steps)
    {
        var open = new Stack<BuildStep>(steps.Where(step => step.DoneAt is not null));
        while (open.TryPop(out var done))
        {
            foreach (var link in done.After)
            {
                var at = steps.FindIndex(step => step.Id == link.Link.Id);
                if (at < 0 || steps[at].DoneAt is not null) continue;
                steps[at] = steps[at] with { DoneAt = done.DoneAt };
                open.Push(steps[at]);
            }
        }
    }

    private static BuildStep With(BuildStep step, StepNote note) => step with
    {
        Name = note.Name ?? step.Name,
        HandsOnMin = note.HandsOnMin ?? step.HandsOnMin,
        WaitMin = note.WaitMin ?? step.WaitMin,
        WaitFrom = note.WaitMin is null ? step.WaitFrom : Put,
        DoneAt = step.DoneAt ?? note.DoneAt,
        PinnedAt = note.PinnedAt ?? step.PinnedAt,
    };

    // What came after the pour comes after the new one; what lay under it is cured, and its window over.
    private static void PourAgain(List<BuildStep> steps, BuildStep failed, DateTimeOffset at)
    {
        var again = failed with
        {
            Id = $"{failed.Id}:again",
            Name = $"{failed.Name} again",
            DoneAt = null,
            PinnedAt = null,
            After = [new(new DayLink($"{failed.Id}:clear"), "what failed is out, and the ground scuffed")],
        };
        for (var i = 0; i < steps.Count; i++)
        {
            if (steps[i].DoneAt is null) steps[i] = steps[i] with { After = [.. steps[i].After.Select(link => link.Link.Id == failed.Id ? link with { Link = link.Link with { Id = again.Id } } : link)] };
        }

        var place = steps.IndexOf(failed);
        var clear = new BuildStep($"{failed.Id}:clear", BuildStepKind.Clear, failed.WaterId, $"Clear out {failed.Name["Pour ".Length..]}", BenchMinutes.Clear, 0, 0, [new(new DayLink(failed.Id, LinkFrom.Start, Math.Max(0, (int)Math.Ceiling((at - failed.DoneAt!.Value).TotalMinutes))), "it was seen then that it failed")], "")
        {
            LayOut = ["scraper, abrasive, wipes; gloves, moving air"],
        };
        steps.InsertRange(place + 1, [clear, again]);
    }

    private static void LeaveOut(List<BuildStep> steps, BuildStep out_)
    {
        steps.RemoveAll(step => step.Id == out_.Id);
        for (var i = 0; i < steps.Count; i++)
        {
            var step = steps[i];
            if (!step.After.Any(link => link.Link.Id == out_.Id)) continue;
            var handed = out_.After.Where(link => step.After.All(other => other.Link.Id != link.Link.Id)).Select(link => new StepLink(link.Link with { GreatestMin = null }, link.Why));
            steps[i] = step with { After = [.. step.After.Where(link => link.Link.Id != out_.Id), .. handed] };
        }
    }
}
