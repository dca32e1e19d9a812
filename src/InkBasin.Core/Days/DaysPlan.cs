namespace InkBasin.Core.Days;

/// <summary>A step with its place in the days.</summary>
/// <param name="Step">The step.</param>
/// <param name="StartAt">It begins.</param>
/// <param name="HandsOnEndAt">Hands-on work is over.</param>
/// <param name="ReadyAt">Its wait is over.</param>
/// <param name="Scuffed">Whether it comes after its window: scuff and wipe the surface first.</param>
/// <param name="OutOfHours">Whether it lies outside the hours at the bench: someone is only to be up.</param>
/// <param name="Stale">Whether the bottles it is poured of are past their date by then.</param>
public sealed record DayPlace(BuildStep Step, DateTimeOffset StartAt, DateTimeOffset HandsOnEndAt, DateTimeOffset ReadyAt, bool Scuffed, bool OutOfHours, bool Stale)
{
    /// <summary>What left no other way than after its window; null where that is kept.</summary>
    public string? WhyScuffed { get; init; }
}

/// <summary>Hands that are busy with another build on this bench.</summary>
/// <param name="Build">The other build's name.</param>
/// <param name="Name">What is done.</param>
/// <param name="FromAt">From then.</param>
/// <param name="ToAt">To then.</param>
public sealed record ElsewhereWork(string Build, string Name, DateTimeOffset FromAt, DateTimeOffset ToAt);

/// <summary>The room at a time.</summary>
/// <param name="At">When.</param>
/// <param name="C">Temperature, °C.</param>
public readonly record struct RoomMoment(DateTimeOffset At, double C);

/// <summary>The room over the days: as it was read, then as it is planned.</summary>
/// <param name="Course">Its temperature; straight from one to the next.</param>
/// <param name="LeastC">The least some product ahead wants, °C; null without any.</param>
public sealed record DaysRoom(IReadOnlyList<RoomMoment> Course, double? LeastC);

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

/// <summary>A step that is left out.</summary>
/// <param name="Id">Which.</param>
/// <param name="Name">What would be done.</param>
public sealed record LeftOutStep(string Id, string Name);

/// <summary>The days of a build.</summary>
/// <param name="Places">Its steps in their places, in their order in time.</param>
/// <param name="Stretches">The stretches at the bench from now on, until it is finished and a few days more.</param>
/// <param name="FinishAt">All that has a day is ready; null without steps, or where nothing fits.</param>
/// <param name="Visits">In so many stretches something is done.</param>
/// <param name="Optimal">Whether it is proved: that nothing is sooner with what is of one mix poured at once, nor as soon in fewer visits; or that nothing fits.</param>
/// <param name="Clash">Why nothing fits, or that it was not sought long enough to tell; null when it fits.</param>
/// <param name="Offers">What would free it, what does first; none where it is unsettled.</param>
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

    /// <summary>Whether the search was too short to find a plan, or that there is none.</summary>
    public bool Unsettled => Clash is not null && !Optimal;

    /// <summary>What came to lie otherwise than in the plan before, in words; empty where there was none, or nothing did.</summary>
    public IReadOnlyList<string> Changes { get; init; } = [];

    /// <summary>What hands are busy with in other builds.</summary>
    public IReadOnlyList<ElsewhereWork> Elsewhere { get; init; } = [];

    /// <summary>The room; null where nobody asked.</summary>
    public DaysRoom? Room { get; init; }

    /// <summary>Steps that are left out, by id and name, so that they can be taken in again.</summary>
    public IReadOnlyList<LeftOutStep> LeftOut { get; init; } = [];

    /// <summary>What no day can be found for, in words: it follows a layer that is noted as soft, and when that will be firm nobody can reckon.</summary>
    public IReadOnlyList<string> Waits { get; init; } = [];

    /// <summary>What is laid out for the next stretch.</summary>
    public IReadOnlyList<string> LayOut { get; init; } = [];

    /// <summary>What of it is not in the stores.</summary>
    public IReadOnlyList<string> Missing { get; init; } = [];

    /// <summary>Plans a build's steps from now on.</summary>
    /// <param name="steps">The steps.</param>
    /// <param name="choice">When the maker is at the bench.</param>
    /// <param name="now">Now.</param>
    /// <param name="zone">By whose clock; null: the offset of <paramref name="now"/>.</param>
    /// <param name="search">How long may be sought.</param>
    /// <param name="elsewhere">What hands are busy with in other builds.</param>
    /// <param name="oneMix">How long one mix of pours keeps the hands busy, minutes, or null where they cannot be of one; without it each is mixed by itself.</param>
    /// <param name="cancel">Gives it up.</param>
    public static DaysPlan Of(
        IReadOnlyList<BuildStep> steps, DaysChoice choice, DateTimeOffset now, TimeZoneInfo? zone, TimetableSearch search,
        IReadOnlyList<ElsewhereWork>? elsewhere = null, Func<IReadOnlyList<BuildStep>, double?>? oneMix = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(steps);
        ArgumentNullException.ThrowIfNull(choice);
        var hours = HoursOf(choice, now, zone, elsewhere ?? []);
        steps = [.. steps.Where(step => !IsOver(step, steps, now))];
        var seek = new DaysSearch(hours, choice, search, oneMix ?? (_ => null), cancel);
        DaysPlan? Fitting(IReadOnlyList<BuildStep> asked, bool mixes, out (string? Why, bool Told) stop)
        {
            var best = seek.Best(asked, mixes);
            stop = (best.Why, best.Told);
            return best.Plan is { } found ? Placed(best.Steps, hours, found, best.Scuffs) : null;
        }

        if (steps.Count == 0) return new DaysPlan([], StretchesOf([], hours, hours.FirstMin), null, 0, true, null, [], null) { Elsewhere = elsewhere ?? [] };
        if (Fitting(steps, mixes: true, out var stop) is not { } plan)
            return new DaysPlan([], StretchesOf([], hours, hours.FirstMin), null, 0, stop.Told, stop.Why, stop.Told ? [.. seek.Offers(steps).OrderBy(offer => offer.FinishAt is null)] : [], null) { Elsewhere = elsewhere ?? [] };

        // What is held by hand may be what drives a layer out of its window: it is tried what letting it go would bring.
        var held = steps.Where(step => step is { PinnedAt: not null, DoneAt: null }).ToList();
        var offers = held.Count > 0 && plan.Amiss > 0 && Fitting([.. steps.Select(step => step with { PinnedAt = null })], mixes: false, out _) is { } free && free.Amiss < plan.Amiss
            ? [new DaysOffer($"Let go of {string.Join(", ", held.Select(step => step.Name))}: then {(free.Amiss == 0 ? "nothing of that happens" : "less of that happens")}, and it is ready {DaysChanges.Date(free.FinishAt!.Value)}.", free.FinishAt)]
            : Array.Empty<DaysOffer>();
        return plan with { Elsewhere = elsewhere ?? [], Offers = offers };
    }

    /// <summary>How many steps lie otherwise than they should: after their window, outside the hours, after their bottles' date.</summary>
    private int Amiss => Places.Count(place => place.Scuffed || place.OutOfHours || place.Stale);

    private static BenchHours HoursOf(DaysChoice choice, DateTimeOffset now, TimeZoneInfo? zone, IReadOnlyList<ElsewhereWork> elsewhere)
    {
        var hours = new BenchHours(now, HorizonDays, choice.Week, choice.Except, zone) { Makers = choice.Makers, SittingMin = choice.SittingMin };
        return hours with { Elsewhere = [.. elsewhere.Where(work => work.ToAt > now).Select(work => new BenchWindow(hours.MinuteOf(work.FromAt), hours.MinuteOf(work.ToAt)))] };
    }

    // A look whose moment went by with a pour that is logged: nobody can take it any more, and it holds nothing up.
    private static bool IsOver(BuildStep step, IReadOnlyList<BuildStep> steps, DateTimeOffset now) =>
        step is { DoneAt: null, Kind: BuildStepKind.Look or BuildStepKind.Thing or BuildStepKind.Ripples }
        && step.After.Any(link => link.Link is { From: LinkFrom.Start, GreatestMin: { } greatest } && steps.FirstOrDefault(one => one.Id == link.Link.Id)?.DoneAt is { } began && began.AddMinutes(greatest) < now);

    private static DaysPlan Placed(IReadOnlyList<BuildStep> steps, BenchHours hours, Timetable plan, Scuffs scuffs)
    {
        var at = plan.Steps.ToDictionary(step => step.Id);
        string? Missed(BuildStep step, int index) => step.After.Index()
            .Where(one => one.Item.Link is { GreatestMin: { } greatest } link && at[step.Id].StartMin - (link.From == LinkFrom.Start ? at[link.Id].StartMin : at[link.Id].ReadyMin) > greatest)
            .Select(one => scuffs.GetValueOrDefault((index, one.Index))).FirstOrDefault(why => why is not null);
        var windows = hours.Windows();
        bool Outside(BuildStep step) => step.DoneAt is null && step.HandsOnMin + step.AttendedMin > 0 && !windows.Any(window => window.From <= at[step.Id].StartMin && at[step.Id].HandsOnEndMin <= window.To);
        bool Stale(BuildStep step) => step.DoneAt is null && step.KeepsUntil is { } last && DateOnly.FromDateTime(hours.At(at[step.Id].StartMin).DateTime) > last;
        DayPlace[] places = [.. steps.Select((step, i) => new DayPlace(step, hours.At(plan.Steps[i].StartMin), hours.At(plan.Steps[i].HandsOnEndMin), hours.At(plan.Steps[i].ReadyMin), Missed(step, i) is not null, Outside(step), Stale(step)) { WhyScuffed = Missed(step, i) }).OrderBy(place => place.StartAt)];
        var stretches = StretchesOf(places, hours, plan.FinishMin);
        var next = stretches.FirstOrDefault(one => one.StepIds.Count > 0);
        string[] OfNext(Func<BuildStep, IReadOnlyList<string>> what) => next is null ? [] : [.. places.Where(place => next.StepIds.Contains(place.Step.Id)).SelectMany(place => what(place.Step)).Distinct()];
        return new DaysPlan(places, stretches, hours.At(plan.FinishMin), plan.Visits, plan.Optimal, null, [], next) { LayOut = OfNext(step => step.LayOut), Missing = OfNext(step => step.Missing) };
    }

    private static List<BenchStretch> StretchesOf(DayPlace[] places, BenchHours hours, int finishMin)
    {
        List<DayPlace> work = [.. places.Where(place => place.Step is { DoneAt: null } step && (step.HandsOnMin + step.AttendedMin > 0 || step.MixedWith is not null))];
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
}
