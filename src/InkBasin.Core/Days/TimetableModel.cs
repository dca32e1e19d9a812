using System.Diagnostics;
using Google.OrTools.Sat;
using Google.OrTools.Util;

namespace InkBasin.Core.Days;

/// <summary>The constraints of a plan, as the solver has them. Starts are counted in marks of five minutes.</summary>
internal sealed class TimetableModel
{
    private const string Unpresolved = ",cp_model_presolve:false";

    private const int Grain = BenchHours.GrainMin;

    // In the solver's own measure: a second and a half of a machine that does nothing else.
    private const double QuickWork = 0.3;

    private readonly CpModel _model = new();
    private readonly IReadOnlyList<DayStep> _steps;
    private readonly IReadOnlyList<BenchWindow> _windows;
    private readonly LinearExpr[] _starts;
    private readonly int _lastMin;
    private readonly Timetable? _known;
    private readonly List<(int Step, int Link, BoolVar Holds)> _assumed = [];
    private readonly Dictionary<int, BoolVar> _visited = [];

    /// <param name="steps">The steps.</param>
    /// <param name="hours">The bench hours.</param>
    /// <param name="windows">Their windows.</param>
    /// <param name="known">A plan as good so far: its finish is not passed, and the search begins with it.</param>
    /// <param name="assume">Whether each link is only assumed, so that those in a clash can be named.</param>
    public TimetableModel(IReadOnlyList<DayStep> steps, BenchHours hours, IReadOnlyList<BenchWindow> windows, Timetable? known, bool assume = false)
    {
        (_steps, _windows, _known) = (steps, windows, known);
        _lastMin = Math.Max(hours.LastMin, steps.Max(step => step.HeldAtMin ?? 0));
        _starts = new LinearExpr[steps.Count];
        var busy = new List<IntervalVar>();
        for (var i = 0; i < steps.Count; i++)
        {
            var step = steps[i];
            if (step.HeldAtMin is { } held)
            {
                _starts[i] = LinearExpr.Constant(held);
            }
            else
            {
                var domain = Domain.FromIntervals([.. StartsOf(step, hours, windows).Select(one => new long[] { one.From, one.To })]);
                var mark = _model.NewIntVarFromDomain(domain, step.Id);
                _starts[i] = mark * Grain;
                if (known is not null) _model.AddHint(mark, known.Steps[i].StartMin / Grain);
            }

            if (step is { HandsOnMin: > 0, HeldAtMin: null }) busy.Add(_model.NewFixedSizeIntervalVar(_starts[i], step.HandsOnMin, step.Id));
            if (known is not null) _model.Add(_starts[i] <= known.FinishMin - step.ReadyAfterMin);
        }

        // What is done already, or held by hand, or wants hands elsewhere, lies where it lies, also over one another; what is still to be placed keeps clear of it.
        var taken = Taken(steps, hours).Select(one => (Interval: _model.NewFixedSizeIntervalVar(LinearExpr.Constant(one.From), one.To - one.From, "taken"), one.Makers)).ToList();
        if (hours.Makers == 1)
        {
            _model.AddNoOverlap(busy.Concat(taken.Select(one => one.Interval)));
        }
        else
        {
            var hands = _model.AddCumulative(hours.Makers);
            foreach (var one in busy) hands.AddDemand(one, 1);
            foreach (var (interval, makers) in taken) hands.AddDemand(interval, makers);
        }

        var at = steps.Index().ToDictionary(one => one.Item.Id, one => one.Index);
        foreach (var (i, step) in steps.Index())
        {
            foreach (var (k, link) in step.Links.Index())
            {
                var from = at[link.Id];
                if (step.HeldAtMin is not null && steps[from].HeldAtMin is not null) continue;
                var lag = _starts[i] - _starts[from] - (link.From == LinkFrom.End ? steps[from].ReadyAfterMin : 0);
                var holds = _model.AddLinearExpressionInDomain(lag, new Domain(link.LeastMin, link.GreatestMin ?? int.MaxValue));
                if (!assume) continue;
                var literal = _model.NewBoolVar($"{i}.{k}");
                holds.OnlyEnforceIf(literal);
                _assumed.Add((i, k, literal));
            }
        }
    }

    // How many makers are taken, stretch by stretch; never more than there are.
    private static IEnumerable<(int From, int To, int Makers)> Taken(IReadOnlyList<DayStep> steps, BenchHours hours)
    {
        var held = steps.Where(step => step is { HandsOnMin: > 0, HeldAtMin: not null }).Select(step => new BenchWindow(step.HeldAtMin!.Value, step.HeldAtMin.Value + step.HandsOnMin));
        var (makers, since) = (0, 0);
        foreach (var at in held.Concat(hours.Elsewhere).Where(one => one.LengthMin > 0).SelectMany(one => new[] { (Min: one.From, By: 1), (Min: one.To, By: -1) }).GroupBy(one => one.Min).OrderBy(one => one.Key))
        {
            if (makers > 0) yield return (since, at.Key, Math.Min(makers, hours.Makers));
            (makers, since) = (makers + at.Sum(one => one.By), at.Key);
        }
    }

    /// <summary>In which marks a step may start: within a window from its first minute to its last, or anywhere where it needs no bench.</summary>
    public static IEnumerable<(int From, int To)> StartsOf(DayStep step, BenchHours hours, IReadOnlyList<BenchWindow> windows)
    {
        IEnumerable<BenchWindow> open = step.Within ?? (step.AtBenchMin > 0 ? windows : [new BenchWindow(hours.FirstMin, hours.LastMin)]);
        foreach (var window in open)
        {
            var (from, to) = (FirstMark(Math.Max(window.From, step.NotBeforeMin)), LastMark(Math.Min(window.To - step.AtBenchMin, step.NotAfterMin ?? int.MaxValue)));
            if (from <= to) yield return (from, to);
        }
    }

    private static int FirstMark(int minute) => (int)Math.Ceiling(minute / (double)Grain);

    private static int LastMark(int minute) => (int)Math.Floor(minute / (double)Grain);

    public void LeastFinish()
    {
        var finish = _model.NewIntVar(0, (long)_lastMin + _steps.Max(step => (long)step.ReadyAfterMin), "finish");
        for (var i = 0; i < _steps.Count; i++) _model.Add(finish >= _starts[i] + _steps[i].ReadyAfterMin);
        _model.Minimize(finish);
    }

    public void FewestVisits()
    {
        Visit();
        _model.Minimize(LinearExpr.Sum(_visited.Values));
    }

    public void NoMoreVisits(int visits)
    {
        Visit();
        _model.Add(LinearExpr.Sum(_visited.Values) <= visits);
    }

    public void AsEarlyAsCan(int visits)
    {
        NoMoreVisits(visits);
        _model.Minimize(LinearExpr.Sum(_starts));
    }

    // A visit is a window in which some step lies.
    private void Visit()
    {
        for (var i = 0; i < _steps.Count; i++)
        {
            var step = _steps[i];
            if (step.AtBenchMin == 0 || step.Within is not null) continue;
            if (step.HeldAtMin is { } held)
            {
                foreach (var (w, window) in _windows.Index())
                    if (held < window.To && held + step.AtBenchMin > window.From) _model.Add(Visited(w) == 1);
                continue;
            }

            var literals = new List<ILiteral>();
            foreach (var (w, window) in _windows.Index())
            {
                var (from, to) = (FirstMark(Math.Max(window.From, step.NotBeforeMin)), LastMark(Math.Min(window.To - step.AtBenchMin, _known!.FinishMin - step.ReadyAfterMin)));
                if (from > to) continue;
                var here = _model.NewBoolVar($"{step.Id}@{w}");
                _model.AddLinearExpressionInDomain(_starts[i], new Domain(from * Grain, to * Grain)).OnlyEnforceIf(here);
                _model.AddImplication(here, Visited(w));
                literals.Add(here);
                var known = _known.Steps[i].StartMin;
                _model.AddHint(here, known >= window.From && known <= window.To);
            }

            _model.AddExactlyOne(literals);
        }
    }

    private BoolVar Visited(int window)
    {
        if (!_visited.TryGetValue(window, out var visited)) _visited[window] = visited = _model.NewBoolVar($"visit {window}");
        return visited;
    }

    /// <summary>Seeks; returns the starts in minutes, or null where none were found.</summary>
    /// <param name="limit">At most so long.</param>
    /// <param name="enough">Stops it with the best so far.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="work">At most so much work, in the solver's own measure, which is the same on every machine; null for no limit.</param>
    public (CpSolverStatus Status, int[]? Starts) Solve(TimeSpan limit, CancellationToken enough, CancellationToken cancel, double? work = null)
    {
        // A plan of some dozens of steps is found and proved while presolving alone would go on; only one that is not is presolved.
        var begun = Stopwatch.GetTimestamp();
        var found = Seek(Parameters(limit, Math.Min(work ?? QuickWork, QuickWork)) + Unpresolved, enough, cancel);
        var left = limit - Stopwatch.GetElapsedTime(begun);
        if (work <= QuickWork || found.Status is CpSolverStatus.Optimal or CpSolverStatus.Infeasible || left <= TimeSpan.Zero || enough.IsCancellationRequested || cancel.IsCancellationRequested) return found;
        var longer = Seek(Parameters(left, work - QuickWork), enough, cancel);
        return longer.Starts is null && found.Starts is not null ? found : longer;
    }

    private (CpSolverStatus Status, int[]? Starts) Seek(string parameters, CancellationToken enough, CancellationToken cancel)
    {
        using var solver = new CpSolver { StringParameters = parameters };
        using var stopped = enough.Register(solver.StopSearch);
        using var calledOff = cancel.Register(solver.StopSearch);
        var status = solver.Solve(_model);
        return (status, status is CpSolverStatus.Optimal or CpSolverStatus.Feasible ? [.. _starts.Select(start => (int)solver.Value(start))] : null);
    }

    /// <summary>The links that together cannot hold, as the solver's proof names them; empty where nothing fits even without links.</summary>
    /// <param name="limit">At most so long; what is not proved by then leaves all of them in it.</param>
    /// <param name="work">At most so much work.</param>
    /// <param name="cancel">Stops it: all of them stay in it.</param>
    public IReadOnlyList<(int Step, int Link)> ClashingLinks(TimeSpan limit, double work, CancellationToken cancel)
    {
        _model.AddAssumptions(_assumed.Select(one => one.Holds));
        using var solver = new CpSolver { StringParameters = Parameters(limit, work) + Unpresolved };
        using var calledOff = cancel.Register(solver.StopSearch);
        if (solver.Solve(_model) is not CpSolverStatus.Infeasible) return [.. _assumed.Select(one => (one.Step, one.Link))];
        var named = solver.SufficientAssumptionsForInfeasibility().ToHashSet();
        return [.. _assumed.Where(one => named.Contains(one.Holds.GetIndex())).Select(one => (one.Step, one.Link))];
    }

    // One worker and one seed: the same steps have the same plan.
    private static string Parameters(TimeSpan limit, double? work = null) => string.Create(
        System.Globalization.CultureInfo.InvariantCulture,
        $"max_time_in_seconds:{limit.TotalSeconds:0.###},num_workers:1,random_seed:7{(work is { } most ? $",max_deterministic_time:{most}" : "")}");

    /// <summary>A plan of starts.</summary>
    public static Timetable Place(IReadOnlyList<DayStep> steps, int[] starts, IReadOnlyList<BenchWindow> windows, bool optimal)
    {
        PlacedStep[] placed = [.. steps.Select((step, i) => new PlacedStep(step.Id, starts[i], starts[i] + step.HandsOnMin, starts[i] + step.ReadyAfterMin))];
        var visits = windows.Count(window => steps.Index().Any(one => one.Item is { AtBenchMin: > 0, Within: null } && starts[one.Index] < window.To && starts[one.Index] + one.Item.AtBenchMin > window.From));
        return new Timetable(placed, placed.Max(step => step.ReadyMin), visits, optimal);
    }
}
