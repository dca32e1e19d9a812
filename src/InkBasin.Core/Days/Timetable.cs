using System.Diagnostics;
using Google.OrTools.Sat;

namespace InkBasin.Core.Days;

/// <summary>How long may be sought, and who is told on the way.</summary>
/// <param name="Limit">At most so long; the best found by then is taken.</param>
public sealed record TimetableSearch(TimeSpan Limit)
{
    /// <summary>What is bounded by its work takes so long only where the machine stands still.</summary>
    internal static readonly TimeSpan Standstill = TimeSpan.FromMinutes(10);

    /// <summary>
    /// At most so much work for each of what is sought, in the solver's own measure (about a fifth of a second makes 0.04): bounded by it and not by the clock the same steps lie the same, however busy the machine;
    /// null where only the clock counts.
    /// </summary>
    public double? Work { get; init; }

    /// <summary>A search whose bound is its work alone.</summary>
    /// <param name="work">See <see cref="Work"/>.</param>
    public static TimetableSearch ByWork(double work) => new(Standstill) { Work = work };

    /// <summary>Told of each better plan as it is found.</summary>
    public Action<Timetable>? Found { get; init; }

    /// <summary>Stopped by hand: the best found by then is taken.</summary>
    public CancellationToken Enough { get; init; }
}

/// <summary>
/// When to do what (models.md §9): steps with waits, links with least and greatest lags, in the maker's bench hours, at a grain of five minutes; solved by constraint
/// programming (CP-SAT). First the least finish, then the fewest visits, then each step as early as that allows.
/// </summary>
/// <param name="Steps">The steps in their places, in the order given.</param>
/// <param name="FinishMin">The last of them is ready, minutes from <see cref="BenchHours.Midnight"/>.</param>
/// <param name="Visits">In so many bench windows something is done or attended.</param>
/// <param name="Optimal">Whether it is proved that no plan finishes sooner, nor as soon with fewer visits.</param>
public sealed record Timetable(IReadOnlyList<PlacedStep> Steps, int FinishMin, int Visits, bool Optimal)
{
    // What makes no plan better, only tidier, is not waited for long; counted in the solver's own work, not by the clock, so that the same steps always lie the same.
    private const double TidyWork = 0.03;

    // Nor is a trial that may come to nothing.
    private const double TrialWork = 0.05;

    /// <summary>Plans steps.</summary>
    /// <param name="steps">What is to be done.</param>
    /// <param name="hours">When someone is at the bench.</param>
    /// <param name="search">How long may be sought.</param>
    /// <param name="cancel">Gives the plan up altogether.</param>
    /// <exception cref="RefusedException">
    /// A number is out of range; or nothing fits: then it names a set of links none of which can be left out of the clash, or the steps where no window is long enough.
    /// </exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static Timetable Of(IReadOnlyList<DayStep> steps, BenchHours hours, TimetableSearch search, CancellationToken cancel = default)
    {
        var (plan, clash) = Seek(steps, hours, search, cancel) ?? throw TooShort();
        if (plan is { Optimal: true } && !search.Enough.IsCancellationRequested) plan = Tidied(steps, hours, plan, cancel);
        return plan ?? throw TimetableClash.Refusal(steps, hours, clash);
    }

    /// <summary>What is said where the search was too short to find a plan, or that there is none.</summary>
    internal static RefusedException TooShort() => new("steps", "The search ended before it found a plan, or that there is none: with fewer steps it is over sooner.", RefusalKind.Impossible);

    /// <summary>
    /// The same before it is tidied; where nothing fits, the links of a clash none of which can be left out of it, by step and link; none where the work alone is too much. Null where the search was too short to tell.
    /// </summary>
    internal static (Timetable? Plan, IReadOnlyList<(int Step, int Link)> Clash)? Seek(IReadOnlyList<DayStep> steps, BenchHours hours, TimetableSearch search, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(hours);
        ArgumentNullException.ThrowIfNull(search);
        DayStep.Check(steps);
        hours.Check();
        var windows = hours.Windows();
        TimetableClash.OfSteps(steps, hours, windows);
        TimetableClash.OfWork(steps, hours, windows);
        TimetableClash.OfCycles(steps);
        var begun = Stopwatch.GetTimestamp();
        TimeSpan Left() => search.Limit - Stopwatch.GetElapsedTime(begun) is var left && left > TimeSpan.FromMilliseconds(50) ? left : TimeSpan.FromMilliseconds(50);

        var (finish, first) = Solve(new TimetableModel(steps, hours, windows, null), model => model.LeastFinish());
        if (finish is CpSolverStatus.Infeasible) return (null, TimetableClash.Of(steps, hours, windows, cancel));
        if (first is null) return null;
        var plan = TimetableModel.Place(steps, first, windows, optimal: false);
        search.Found?.Invoke(plan);
        if (finish is not CpSolverStatus.Optimal || search.Enough.IsCancellationRequested) return (plan, []);

        var (visits, second) = Solve(new TimetableModel(steps, hours, windows, plan), model => model.FewestVisits());
        if (second is not null) plan = TimetableModel.Place(steps, second, windows, visits is CpSolverStatus.Optimal);
        search.Found?.Invoke(plan);
        return (plan, []);

        (CpSolverStatus Status, int[]? Starts) Solve(TimetableModel model, Action<TimetableModel> aim)
        {
            cancel.ThrowIfCancellationRequested();
            aim(model);
            var solved = model.Solve(Left(), search.Enough, cancel, search.Work);
            cancel.ThrowIfCancellationRequested();
            return solved;
        }
    }

    /// <summary>Other steps in their places, finished no later than a plan and in no more visits than it has; null where none is found with little work. They stand in its order.</summary>
    internal static Timetable? NoLater(IReadOnlyList<DayStep> steps, BenchHours hours, Timetable plan, CancellationToken cancel)
    {
        var windows = hours.Windows();
        return steps.All(step => step.HeldAtMin is not null || TimetableModel.StartsOf(step, hours, windows).Any()) ? From(steps, hours, plan, windows, model => model.NoMoreVisits(plan.Visits), TrialWork, cancel) : null;
    }

    /// <summary>The same plan with each step as early as can be: beyond finish and visits all are alike to the solver, not to a maker, and nothing is put off without a reason.</summary>
    internal static Timetable Tidied(IReadOnlyList<DayStep> steps, BenchHours hours, Timetable plan, CancellationToken cancel) =>
        From(steps, hours, plan, hours.Windows(), model => model.AsEarlyAsCan(plan.Visits), TidyWork, cancel) ?? plan;

    private static Timetable? From(IReadOnlyList<DayStep> steps, BenchHours hours, Timetable plan, IReadOnlyList<BenchWindow> windows, Action<TimetableModel> aim, double work, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        var model = new TimetableModel(steps, hours, windows, plan);
        aim(model);
        var (_, starts) = model.Solve(TimetableSearch.Standstill, default, cancel, work);
        cancel.ThrowIfCancellationRequested();
        return starts is null ? null : TimetableModel.Place(steps, starts, windows, plan.Optimal);
    }
}
