namespace InkBasin.Core.Days;

/// <summary>A step with its place in the days.</summary>
/// <param name="Step">The step.</param>
/// <param name="StartAt">It begins.</param>
/// <param name="HandsOnEndAt">Hands-on work is over.</param>
/// <param name="ReadyAt">Its wait is over.</param>
/// <param name="Scuffed">Whether it comes after its window: scuff and wipe the surface first.</param>
/// <param name="OutOfHours">Whether it lies outside the hours at the bench: someone is only to be up.</param>
public sealed record DayPlace(BuildStep Step, DateTimeOffset StartAt, DateTimeOffset HandsOnEndAt, DateTimeOffset ReadyAt, bool Scuffed, bool OutOfHours);

/// <summary>A stretch at the bench.</summary>
/// <param name="FromAt">From then.</param>
/// <param name="ToAt">To then.</param>
/// <param name="StepIds">What is done in it, in its order.</param>
/// <param name="BenchMin">How long someone is at the bench for it, minutes.</param>
public sealed record BenchStretch(DateTimeOffset FromAt, DateTimeOffset ToAt, IReadOnlyList<string> StepIds, int BenchMin);

/// <summary>Something that would free a plan that does not fit, tried.</summary>
/// <param name="Sentence">What, and what comes of it.</param>
/// <param name="FinishAt">It would be finished then; null where that does not free it.</param>
public sealed record DaysOffer(string Sentence, DateTimeOffset? FinishAt);

/// <summary>The days of a build.</summary>
/// <param name="Places">Its steps in their places, in their order in time.</param>
/// <param name="Stretches">The stretches at the bench from now on, until it is finished and a few days more.</param>
/// <param name="FinishAt">All is ready; null without steps, or where nothing fits.</param>
/// <param name="Visits">In so many stretches something is done.</param>
/// <param name="Optimal">Whether it is proved that nothing is sooner, nor as soon in fewer visits.</param>
/// <param name="Clash">Why nothing fits; null when it does.</param>
/// <param name="Offers">What would free it.</param>
/// <param name="Next">The next stretch with something to do; null when nothing is.</param>
public sealed record DaysPlan(
    IReadOnlyList<DayPlace> Places,
    IReadOnlyList<BenchStretch> Stretches,
    DateTimeOffset? FinishAt,
    int Visits,
    bool Optimal,
    string? Clash,
    IReadOnlyList<DaysOffer> Offers,
    BenchStretch? Next)
{
    /// <summary>A build is planned so many days ahead.</summary>
    public const int HorizonDays = 120;

    // What is shown after the finish.
    private const int DaysAfter = 3;

    private const int HourMin = 60;

    /// <summary>Plans a build's steps from now on.</summary>
    /// <param name="steps">The steps.</param>
    /// <param name="choice">When the maker is at the bench.</param>
    /// <param name="now">Now.</param>
    /// <param name="zone">By whose clock; null: the offset of <paramref name="now"/>.</param>
    /// <param name="search">How long may be sought.</param>
    /// <param name="cancel">Gives it up.</param>
    public static DaysPlan Of(IReadOnlyList<BuildStep> steps, DaysChoice choice, DateTimeOffset now, TimeZoneInfo? zone, TimetableSearch search, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(steps);
        ArgumentNullException.ThrowIfNull(choice);
        var hours = new BenchHours(now, HorizonDays, choice.Week, choice.Except, zone);
        steps = [.. steps.Where(step => !IsOver(step, steps, now))];
        if (steps.Count == 0) return new DaysPlan([], StretchesOf([], hours, hours.FirstMin), null, 0, true, null, [], null);
        foreach (var walks in new[] { false, true })
        {
            // A look outside the bench hours costs a walk, a window that cannot be kept a scuffing: both are told. Anything else stands in the way.
            var (plan, scuffs, why) = Seek(steps, hours, choice, walks, search, cancel);
            if (plan is not null) return Placed(steps, hours, plan, scuffs);
            if (walks) return new DaysPlan([], StretchesOf([], hours, hours.FirstMin), null, 0, false, why, [.. OffersOf(steps, choice, hours, search, cancel)], null);
        }

        throw new InvalidOperationException("Both were tried.");
    }

    // A look whose moment went by with a pour that is logged: nobody can take it any more, and it holds nothing up.
    private static bool IsOver(BuildStep step, IReadOnlyList<BuildStep> steps, DateTimeOffset now) =>
        step is { DoneAt: null, Kind: BuildStepKind.Look or BuildStepKind.Thing or BuildStepKind.Ripples }
        && step.After.Any(link => link.Link is { From: LinkFrom.Start, GreatestMin: { } greatest } && steps.FirstOrDefault(one => one.Id == link.Link.Id)?.DoneAt is { } began && began.AddMinutes(greatest) < now);

    // Steps as the timetable has them: what is done or pinned is held where it is.
    private static DayStep[] StepsOf(IReadOnlyList<BuildStep> steps, BenchHours hours, DaysChoice choice, bool walks)
    {
        var waking = new BenchHours(hours.Start, hours.HorizonDays, choice.Waking, [], hours.Zone).Windows();
        return [.. steps.Select(step => new DayStep(step.Id, step.HandsOnMin, step.WaitMin, Math.Min(step.AttendedMin, step.WaitMin), [.. step.After.Select(link => link.Link)])
        {
            Within = step.Kind == BuildStepKind.Look || (walks && step.Kind is BuildStepKind.Thing or BuildStepKind.Ripples) ? waking : null,
            Name = $"“{step.Name}”",

            // What was to begin by now and has not is to be placed anew.
            HeldAtMin = step.DoneAt is { } done ? hours.MinuteOf(done) : step.PinnedAt is { } pinned && pinned >= hours.Start ? hours.MinuteOf(pinned) : null,
        })];
    }

    // Of a clash the first window that scuffing may miss is given up, until it fits: no more are missed than have to be.
    private static (Timetable? Plan, IReadOnlySet<(int Step, int Link)> Scuffs, string? Why) Seek(IReadOnlyList<BuildStep> steps, BenchHours hours, DaysChoice choice, bool walks, TimetableSearch search, CancellationToken cancel)
    {
        var (asked, scuffs) = (StepsOf(steps, hours, choice, walks), new HashSet<(int Step, int Link)>());
        try
        {
            while (true)
            {
                var (plan, clash) = Timetable.Seek(asked, hours, search, cancel);
                if (plan is not null) return (plan, scuffs, null);
                var window = clash.FirstOrDefault(one => steps[one.Step].After[one.Link].Scuff && !scuffs.Contains(one), (Step: -1, Link: -1));
                if (!walks || window.Step < 0) return (null, scuffs, TimetableClash.Refusal(asked, hours, clash).Message);
                scuffs.Add(window);
                asked[window.Step] = asked[window.Step] with { After = [.. asked[window.Step].Links.Select((link, k) => k == window.Link ? link with { GreatestMin = null } : link)] };
            }
        }
        catch (RefusedException none) when (none.Kind == RefusalKind.Impossible)
        {
            return (null, scuffs, none.Message);
        }
    }

    private static DaysPlan Placed(IReadOnlyList<BuildStep> steps, BenchHours hours, Timetable plan, IReadOnlySet<(int Step, int Link)> scuffs)
    {
        var at = plan.Steps.ToDictionary(step => step.Id);
        bool Missed(BuildStep step, int index) => step.After.Index().Any(one => scuffs.Contains((index, one.Index)) && one.Item.Link is { GreatestMin: { } greatest } link && at[step.Id].StartMin - (link.From == LinkFrom.Start ? at[link.Id].StartMin : at[link.Id].ReadyMin) > greatest);
        var windows = hours.Windows();
        bool Outside(BuildStep step) => step.DoneAt is null && step.HandsOnMin + step.AttendedMin > 0 && !windows.Any(window => window.From <= at[step.Id].StartMin && at[step.Id].HandsOnEndMin <= window.To);
        DayPlace[] places = [.. steps.Select((step, i) => new DayPlace(step, hours.At(plan.Steps[i].StartMin), hours.At(plan.Steps[i].HandsOnEndMin), hours.At(plan.Steps[i].ReadyMin), Missed(step, i), Outside(step))).OrderBy(place => place.StartAt)];
        var stretches = StretchesOf(places, hours, plan.FinishMin);
        return new DaysPlan(places, stretches, hours.At(plan.FinishMin), plan.Visits, plan.Optimal, null, [], stretches.FirstOrDefault(one => one.StepIds.Count > 0));
    }

    private static List<BenchStretch> StretchesOf(DayPlace[] places, BenchHours hours, int finishMin)
    {
        List<DayPlace> work = [.. places.Where(place => place.Step is { DoneAt: null } step && step.HandsOnMin + step.AttendedMin > 0)];
        return [.. hours.Windows().TakeWhile(window => window.From <= finishMin + (DaysAfter * BenchHours.DayMin)).Select(window =>
        {
            var (from, to) = (hours.At(window.From), hours.At(window.To));
            List<DayPlace> here = [.. work.Where(place => place.StartAt >= from && place.StartAt < to)];
            var (busy, end) = (0.0, from);
            foreach (var place in here)
            {
                var until = place.HandsOnEndAt.AddMinutes(Math.Min(place.Step.AttendedMin, place.Step.WaitMin));
                var begins = place.StartAt > end ? place.StartAt : end;
                if (until > begins) (busy, end) = (busy + (until - begins).TotalMinutes, until);
            }

            return new BenchStretch(from, to, [.. here.Select(place => place.Step.Id)], (int)Math.Round(busy));
        })];
    }

    // Each offer is tried: what is said of it is what came of it.
    private static IEnumerable<DaysOffer> OffersOf(IReadOnlyList<BuildStep> steps, DaysChoice choice, BenchHours hours, TimetableSearch search, CancellationToken cancel)
    {
        (string What, DaysChoice Choice)[] tries =
        [
            ("An hour longer at the bench every day", choice with { Week = [.. choice.Week.Select(day => day with { ToMin = Math.Min(BenchHours.DayMin, day.ToMin + HourMin) })] }),
            ("An evening from 18:30 to 22:00 every day", choice with { Week = [.. choice.Week, .. Enumerable.Range(0, 7).Select(day => new BenchDay((Weekday)day, (18 * HourMin) + 30, 22 * HourMin))] }),
            ("Saturdays and Sundays from 9:00 to 18:00", choice with { Week = [.. choice.Week, new(Weekday.Saturday, 9 * HourMin, 18 * HourMin), new(Weekday.Sunday, 9 * HourMin, 18 * HourMin)] }),
        ];
        DaysOffer Offer(string what, IReadOnlyList<BuildStep> tried, DaysChoice other) => Seek(tried, hours with { Week = other.Week }, other, walks: true, search, cancel).Plan is { } freed
            ? new DaysOffer($"{what}: then it is finished {Date(hours.At(freed.FinishMin))}.", hours.At(freed.FinishMin))
            : new DaysOffer($"{what}: that does not free it.", null);
        foreach (var (what, other) in tries) yield return Offer(what, steps, other);
        if (steps.Any(step => step is { PinnedAt: not null, DoneAt: null })) yield return Offer("Every step let go that is held by hand", [.. steps.Select(step => step with { PinnedAt = null })], choice);

        // Nothing comes after ripples: they can go without a gap.
        if (steps.Any(step => step is { Kind: BuildStepKind.Ripples, DoneAt: null })) yield return Offer("The surface left to itself, and ripples laid on in gel once it is cured", [.. steps.Where(step => step.Kind != BuildStepKind.Ripples)], choice);
    }

    private static string Date(DateTimeOffset at) => at.ToString("ddd d MMM, HH:mm", System.Globalization.CultureInfo.InvariantCulture);
}
