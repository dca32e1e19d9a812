namespace InkBasin.Core.Days;

/// <summary>Windows that are missed and scuffed, by step and link, each with what left no other way.</summary>
internal sealed class Scuffs : Dictionary<(int Step, int Link), string>;

/// <summary>A build's steps sought in its hours: what may give way gives way in its order, layers of one mix are tried together, and where nothing fits it is tried what would free it.</summary>
/// <param name="hours">The bench hours.</param>
/// <param name="choice">When the maker is at the bench.</param>
/// <param name="search">How long may be sought.</param>
/// <param name="oneMix">How long one mix of pours keeps the hands busy, minutes; null where they cannot be of one.</param>
/// <param name="cancel">Gives it up.</param>
internal sealed class DaysSearch(BenchHours hours, DaysChoice choice, TimetableSearch search, Func<IReadOnlyList<BuildStep>, double?> oneMix, CancellationToken cancel)
{
    // Pairs of pours tried for one mix, the nearest first; each is a plan of its own.
    private const int MostMixes = 4;

    private const int HourMin = 60;

    /// <summary>What may give way.</summary>
    /// <param name="Walks">Looks may lie outside the bench hours: a walk.</param>
    /// <param name="Keeps">No pour comes after the date of its bottles.</param>
    private readonly record struct Ways(bool Walks, bool Keeps);

    /// <summary>The best plan of steps; where none fits, why.</summary>
    /// <returns>The steps as they are planned, the plan, the windows that are missed and scuffed, by step and link; and whether the search told: of a plan that nothing had to give way less, of none that there is none.</returns>
    /// <param name="steps">The steps.</param>
    /// <param name="mixes">Whether it is tried which of them can be of one mix.</param>
    public (IReadOnlyList<BuildStep> Steps, Timetable? Plan, Scuffs Scuffs, string? Why, bool Told) Best(IReadOnlyList<BuildStep> steps, bool mixes = true)
    {
        var tied = Tied(steps);
        var best = BestOf(tied, mixes);
        if (tied == steps || best is { Plan: not null, Scuffs.Count: 0 }) return best;

        // Waiting for each other may be what drives them out of their windows: then each is poured when it can be.
        var apart = BestOf(steps, mixes);
        return best.Plan is null || (apart.Plan is not null && apart.Scuffs.Count < best.Scuffs.Count) ? apart : best;
    }

    private (IReadOnlyList<BuildStep> Steps, Timetable? Plan, Scuffs Scuffs, string? Why, bool Told) BestOf(IReadOnlyList<BuildStep> steps, bool mixes)
    {
        // A look outside the bench hours costs a walk, a window that cannot be kept a scuffing, a bottle past its date a new one: all are told. Anything else stands in the way.
        IEnumerable<Ways> ways = steps.Any(step => step is { KeepsUntil: not null, DoneAt: null })
            ? [new(false, true), new(true, true), new(true, false)]
            : [new(false, false), new(true, false)];
        var (last, proved) = ((string?)null, true);
        foreach (var way in ways)
        {
            var (plan, scuffs, why, told) = Seek(steps, way);
            (last, proved) = (why, proved && told);
            if (plan is null) continue;

            // What gave way may not have had to: a longer search would tell.
            if (!proved) plan = plan with { Optimal = false };
            if (mixes) (steps, plan) = Mixed(steps, plan, scuffs, way);
            return (steps, plan.Optimal && !search.Enough.IsCancellationRequested ? Timetable.Tidied(Asked(steps, way, scuffs), hours, plan, cancel) : plan, scuffs, null, proved);
        }

        return (steps, null, new Scuffs(), last, proved);
    }

    // Layers of different waters that take the same wait for each other where that costs neither time nor visits: one mix then serves both.
    private (IReadOnlyList<BuildStep> Steps, Timetable Plan) Mixed(IReadOnlyList<BuildStep> steps, Timetable plan, Scuffs scuffs, Ways way)
    {
        var at = plan.Steps.ToDictionary(step => step.Id, step => step.StartMin);
        var pours = steps.Where(step => step is { Kind: BuildStepKind.Pour, DoneAt: null, MixKey: not null }).GroupBy(step => step.MixedWith ?? step.Id).Select(mix => mix.ToList()).ToList();
        var pairs = pours.SelectMany((one, i) => pours.Skip(i + 1).Select(other => (One: one, Other: other)))
            .Where(pair => pair.One[0].MixKey == pair.Other[0].MixKey && !pair.One.Exists(pour => pair.Other.Exists(beside => beside.WaterId == pour.WaterId)))
            .OrderBy(pair => Math.Abs(at[pair.One[0].Id] - at[pair.Other[0].Id])).Take(MostMixes).ToList();
        var taken = new HashSet<string>();
        foreach (var (one, other) in pairs)
        {
            List<BuildStep> both = [.. one, .. other];
            if (both.Exists(pour => taken.Contains(pour.Id)) || AsOne(steps, both) is not { } together) continue;
            if (Timetable.NoLater(Asked(together, way, scuffs), hours, plan, cancel) is not { } tried) continue;
            (steps, plan) = (together, tried);
            taken.UnionWith(both.Select(pour => pour.Id));
        }

        return (steps, plan);
    }

    // What the bench takes in one walk is one piece of work.
    private IReadOnlyList<BuildStep> Tied(IReadOnlyList<BuildStep> steps)
    {
        foreach (var walk in steps.Where(step => step is { Kind: BuildStepKind.Pour, DoneAt: null, Walk: not null }).GroupBy(step => step.Walk).Where(walk => walk.Skip(1).Any()).ToList())
            steps = AsOne(steps, [.. walk]) ?? steps;
        return steps;
    }

    // The one mix is the work of one of them, the others' time is its own; what the maker has put for any of them is not undercut. Null where they cannot be of one, or are held at different times.
    private IReadOnlyList<BuildStep>? AsOne(IReadOnlyList<BuildStep> steps, List<BuildStep> pours)
    {
        if (pours.Select(pour => pour.PinnedAt).OfType<DateTimeOffset>().Distinct().Skip(1).Any() || oneMix(pours) is not { } workMin) return null;
        List<BuildStep> lead = [.. pours.Where(pour => pour.MixedWith is null)];
        var leads = lead.Find(pour => pour.PinnedAt is not null) ?? lead.MaxBy(pour => pour.HandsOnMin)!;
        var handsOnMin = Math.Max(BenchMinutes.Fives(BenchMinutes.LayOut + workMin), pours.Max(pour => pour.HandsOnMin));
        var (more, all) = (handsOnMin - leads.HandsOnMin, pours.Select(pour => pour.Id).ToHashSet());
        return
        [
            .. steps.Select(step => step.Id == leads.Id ? step with { HandsOnMin = handsOnMin, WaitMin = Math.Max(step.AttendedMin, step.WaitMin - more) }
                : !all.Contains(step.Id) ? step
                : step.MixedWith is not null ? step with { MixedWith = leads.Id }
                : step with { HandsOnMin = 0, AttendedMin = 0, WaitMin = step.WaitMin + step.HandsOnMin, MixedWith = leads.Id, After = [.. step.After, new StepLink(new DayLink(leads.Id, LinkFrom.Start, 0, 0), "one mix serves both")] }),
        ];
    }

    // Steps as the timetable has them: what is done or pinned is held where it is.
    private DayStep[] StepsOf(IReadOnlyList<BuildStep> steps, Ways way)
    {
        var waking = new BenchHours(hours.Start, hours.HorizonDays, choice.Waking, [], hours.Zone).Windows();
        return [.. steps.Select(step => new DayStep(step.Id, step.HandsOnMin, step.WaitMin, Math.Min(step.AttendedMin, step.WaitMin), [.. step.After.Select(link => link.Link)])
        {
            Within = step.Kind == BuildStepKind.Look || (way.Walks && step.Kind is BuildStepKind.Thing or BuildStepKind.Ripples) ? waking : null,
            Name = $"“{step.Name}”",
            NotAfterMin = way.Keeps && step.KeepsUntil is { } day ? hours.MinuteOf(EndOf(day)) - 1 : null,

            // What was to begin by now and has not is to be placed anew.
            HeldAtMin = step.DoneAt is { } done ? hours.MinuteOf(done) : step.PinnedAt is { } pinned && pinned >= hours.Start ? hours.MinuteOf(pinned) : null,
        })];
    }

    private DateTimeOffset EndOf(DateOnly day)
    {
        var midnight = day == DateOnly.MaxValue ? day.ToDateTime(TimeOnly.MinValue) : day.AddDays(1).ToDateTime(TimeOnly.MinValue);
        return hours.Zone is { } zone ? Clock.Wall(midnight, zone) : new DateTimeOffset(midnight, hours.Midnight.Offset);
    }

    // With these windows missed.
    private DayStep[] Asked(IReadOnlyList<BuildStep> steps, Ways way, Scuffs scuffs)
    {
        var asked = StepsOf(steps, way);
        foreach (var (step, link) in scuffs.Keys) asked[step] = Missing(asked[step], link);
        return asked;
    }

    private static DayStep Missing(DayStep step, int link) => step with { After = [.. step.Links.Select((one, k) => k == link ? one with { GreatestMin = null } : one)] };

    // Of a clash the first window that scuffing may miss is given up, until it fits: no more are missed than have to be.
    // Told is false where the search was too short to tell that all of that had to give way.
    private (Timetable? Plan, Scuffs Scuffs, string? Why, bool Told) Seek(IReadOnlyList<BuildStep> steps, Ways way)
    {
        var (asked, scuffs) = (StepsOf(steps, way), new Scuffs());
        try
        {
            while (true)
            {
                if (Timetable.Seek(asked, hours, search, cancel) is not var (plan, clash)) return (null, scuffs, Timetable.TooShort().Message, false);
                if (plan is not null) return (plan, scuffs, null, true);
                var window = clash.FirstOrDefault(one => steps[one.Step].After[one.Link].Scuff && !scuffs.ContainsKey(one), (Step: -1, Link: -1));
                var why = TimetableClash.Refusal(asked, hours, clash).Message;
                if (!way.Walks || window.Step < 0) return (null, scuffs, why, true);
                scuffs[window] = why;
                asked[window.Step] = Missing(asked[window.Step], window.Link);
            }
        }
        catch (RefusedException none) when (none.Kind == RefusalKind.Impossible)
        {
            return (null, scuffs, none.Message, true);
        }
    }

    /// <summary>What would free steps that do not fit. Each offer is tried: what is said of it is what came of it.</summary>
    public IEnumerable<DaysOffer> Offers(IReadOnlyList<BuildStep> steps)
    {
        (string What, DaysChoice Choice)[] tries =
        [
            ("An hour longer at the bench every day", choice with { Week = [.. choice.Week.Select(day => day with { ToMin = Math.Min(BenchHours.DayMin, day.ToMin + HourMin) })] }),
            ("An evening from 18:30 to 22:00 every day", choice with { Week = [.. choice.Week, .. Enumerable.Range(0, 7).Select(day => new BenchDay((Weekday)day, (18 * HourMin) + 30, 22 * HourMin))] }),
            ("Saturdays and Sundays from 9:00 to 18:00", choice with { Week = [.. choice.Week, new(Weekday.Saturday, 9 * HourMin, 18 * HourMin), new(Weekday.Sunday, 9 * HourMin, 18 * HourMin)] }),
        ];
        foreach (var (what, other) in tries) yield return Offer(what, steps, other);
        if (choice.SittingMin is not null) yield return Offer("Sittings as long as the hours are", steps, choice with { SittingMin = null });
        if (hours.Elsewhere.Count > 0) yield return OfferIn(hours with { Elsewhere = [] }, "The other builds on this bench left to wait", steps, choice);
        if (steps.Any(step => step is { PinnedAt: not null, DoneAt: null })) yield return Offer("Every step let go that is held by hand", [.. steps.Select(step => step with { PinnedAt = null })], choice);

        // Nothing comes after ripples: they can go without a gap.
        if (steps.Any(step => step is { Kind: BuildStepKind.Ripples, DoneAt: null })) yield return Offer("The surface left to itself, and ripples laid on in gel once it is cured", [.. steps.Where(step => step.Kind != BuildStepKind.Ripples)], choice);
    }

    private DaysOffer Offer(string what, IReadOnlyList<BuildStep> steps, DaysChoice other) => OfferIn(hours with { Week = other.Week, SittingMin = other.SittingMin }, what, steps, other);

    private DaysOffer OfferIn(BenchHours tried, string what, IReadOnlyList<BuildStep> steps, DaysChoice other) => new DaysSearch(tried, other, search, oneMix, cancel).Freed(steps) switch
    {
        { Plan: { } freed } => new DaysOffer($"{what}: then it is ready {DaysChanges.Date(hours.At(freed.FinishMin))}.", hours.At(freed.FinishMin)),
        { Told: true } => new DaysOffer($"{what}: that does not free it.", null),
        _ => new DaysOffer($"{what}: whether that frees it was not found in the time there is.", null),
    };

    private (Timetable? Plan, bool Told) Freed(IReadOnlyList<BuildStep> steps)
    {
        var way = new Ways(Walks: true, Keeps: false);
        var found = Seek(Tied(steps), way);
        if (found.Plan is null) found = Seek(steps, way);
        return (found.Plan, found.Told);
    }
}
