namespace InkBasin.Core.Bench;

/// <summary>
/// Follows a session: folds what happened into where it stands. Nothing else is remembered, so a page that is loaded anew, another device and a server that
/// was killed all come to the same.
/// </summary>
public sealed class BenchSession
{
    /// <summary>Less than this share of what was wanted is gone on with only knowingly: a press too early is no measurement.</summary>
    public const double NearlyAll = 0.9;

    /// <summary>No session has more happen to it.</summary>
    public const int MostEvents = 5000;

    private readonly BenchScript _script;
    private readonly List<BenchStep> _steps;
    private readonly List<DoneStep> _done = [];
    private readonly Dictionary<string, DoneStep> _standing = new(StringComparer.Ordinal);
    private readonly Dictionary<int, DateTimeOffset> _metAt = [];
    private readonly Dictionary<int, DateTimeOffset> _givenUp = [];
    private readonly Dictionary<int, DateTimeOffset> _turned = [];
    private readonly List<BenchLeak> _leaks = [];
    private readonly List<SurfaceReading> _surface = [];
    private readonly HashSet<string> _seen = new(StringComparer.Ordinal);
    private DateTimeOffset _since;
    private DateTimeOffset? _lastPourAt;
    private DateTimeOffset? _endedAt;
    private double? _roomC;
    private bool _early;
    private int _at;

    private BenchSession(BenchScript script, DateTimeOffset openedAt) => (_script, _steps, _since) = (script, [.. script.Steps], openedAt);

    /// <summary>Where a session stands.</summary>
    /// <param name="script">Its script.</param>
    /// <param name="openedAt">When it was opened.</param>
    /// <param name="events">What has happened, in order; what does not fit any more is passed over, as it was when it happened.</param>
    public static BenchState Of(BenchScript script, DateTimeOffset openedAt, IEnumerable<BenchEvent> events) => Follow(script, openedAt, events).State();

    /// <summary>Takes one more event, or says why it cannot be.</summary>
    /// <param name="script">Its script.</param>
    /// <param name="openedAt">When it was opened.</param>
    /// <param name="before">What has happened before.</param>
    /// <param name="next">What happens now.</param>
    /// <returns>Where it stands then; null when that very event, or a second press on the same step, has come already.</returns>
    /// <exception cref="RefusedException">It cannot happen as the session stands.</exception>
    public static BenchState? Take(BenchScript script, DateTimeOffset openedAt, IReadOnlyList<BenchEvent> before, BenchEvent next)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(next);
        next.Check();
        var session = Follow(script, openedAt, before);
        if (session._seen.Contains(next.Id)) return null;
        if (before.Count >= MostEvents) throw new RefusedException("id", "So much has happened in this session that no more is kept: end it.", RefusalKind.Impossible);
        if (session._endedAt is not null && next is not (BenchNote or BenchPhoto or SurfaceRead or RoomRead)) throw new RefusedException("id", "This session has ended.", RefusalKind.Impossible);
        switch (next)
        {
            case StepDone done when session._standing.ContainsKey(done.StepId) && session._steps.FindIndex(step => step.Id == done.StepId) < session._at:
                return null;
            case StepDone done:
                session.CheckDone(done);
                break;
            case StepBack back:
                if (session._at == 0 || session._steps[session._at - 1].Id != back.StepId)
                    throw new RefusedException("stepId", "The bench has gone on meanwhile: look where it stands.", RefusalKind.Impossible);
                if (session._givenUp.ContainsKey(session._steps[session._at - 1].Cup))
                    throw new RefusedException("stepId", "That cup is spread out; it is not poured any more.", RefusalKind.Impossible);
                if (session._steps[session._at - 1].FinishesLayer)
                    throw new RefusedException("stepId", "That layer is noted as poured. Note what was otherwise; it stays in the record.", RefusalKind.Impossible);
                break;
            case CupMet met when session._metAt.ContainsKey(met.Cup):
                return null;
            case CupMet met when !session.TakesPartTwo(met.Cup):
                throw new RefusedException("cup", "Part two of that cup is not being poured: look where the bench stands.", RefusalKind.Impossible);
            case CupGivenUp given when session._at >= session._steps.Count || session._steps[session._at].Cup != given.Cup || !session._metAt.ContainsKey(given.Cup):
                throw new RefusedException("cup", "That cup is not in hand: look where the bench stands.", RefusalKind.Impossible);
            case CupTurned turned when !session._metAt.ContainsKey(turned.Cup):
                throw new RefusedException("cup", "That cup is not mixed.", RefusalKind.Impossible);
            case DamHolds when session._leaks.All(leak => leak.Until is not null):
                return null;
            case DamGaveWay when session._leaks.Any(leak => leak.Until is null):
                return null;
        }

        session.Happen(next);
        return session.State();
    }

    private static BenchSession Follow(BenchScript script, DateTimeOffset openedAt, IEnumerable<BenchEvent> events)
    {
        ArgumentNullException.ThrowIfNull(script);
        ArgumentNullException.ThrowIfNull(events);
        var session = new BenchSession(script, openedAt);
        foreach (var one in events) session.Happen(one);
        return session;
    }

    private void CheckDone(StepDone done)
    {
        if (_at >= _steps.Count || _steps[_at].Id != done.StepId)
            throw new RefusedException("stepId", "The bench stands at another step: look where it stands.", RefusalKind.Impossible);
        var step = TargetsOf(_steps[_at]);
        if (Weighed(step.Kind) && done.Value is { } value && _script.ByScale)
        {
            if (value < MixOf(step.Cup).GraduationG / 2) throw new RefusedException("value", "The scale shows nothing: pour, or go on without a figure.", RefusalKind.Impossible);
            if (!done.Knowingly && step.TargetG is { } target && value < target * NearlyAll)
                throw new RefusedException("value", $"Only {Said.Tenth(value)} of {Said.Tenth(target)} g are in: pour on, or say that this is all.", RefusalKind.Impossible);
        }

        if (!done.Knowingly && step.Minutes is { } minutes && (done.At - _since).TotalMinutes < minutes * NearlyAll)
            throw new RefusedException("stepId", $"{Math.Max(0, (done.At - _since).TotalMinutes):0.0} of {minutes:0.#} minutes: go on with it, or say that it is enough.", RefusalKind.Impossible);
    }

    private bool TakesPartTwo(int cup) => _at < _steps.Count && _steps[_at].Kind == BenchStepKind.PartTwo && _steps[_at].Cup == cup;

    private static bool Weighed(BenchStepKind kind) => kind is BenchStepKind.PartOne or BenchStepKind.PartTwo or BenchStepKind.MoreOne;

    private void Happen(BenchEvent one)
    {
        if (!_seen.Add(one.Id)) return;
        switch (one)
        {
            case RoomRead room:
                _roomC = room.AirC;
                return;
            case SurfaceRead surface:
                _surface.Add(new SurfaceReading(surface.At, surface.SurfaceC));
                return;
            case BenchNote or BenchPhoto:
                return;
        }

        if (_endedAt is not null) return;
        switch (one)
        {
            case StepDone done when _at < _steps.Count && _steps[_at].Id == done.StepId:
                Finish(_steps[_at], done);
                break;
            case StepBack back when _at > 0 && _steps[_at - 1].Id == back.StepId:
                OpenAgain(_steps[_at - 1], back);
                break;
            case CupMet met when TakesPartTwo(met.Cup):
                _metAt.TryAdd(met.Cup, met.At);
                break;
            case CupGivenUp given when _at < _steps.Count && _steps[_at].Cup == given.Cup && _metAt.ContainsKey(given.Cup):
                GiveUp(given);
                break;
            case CupTurned turned when _metAt.ContainsKey(turned.Cup):
                _turned.TryAdd(turned.Cup, turned.At);
                break;
            case DamGaveWay when _leaks.All(leak => leak.Until is not null):
                _leaks.Add(new BenchLeak(one.At, null, null, null));
                break;
            case DamHolds holds when _leaks.FindIndex(leak => leak.Until is null) is >= 0 and var open:
                _leaks[open] = _leaks[open] with { Until = holds.At, LostMl = holds.LostMl, What = holds.What };
                break;
            case SessionEnded:
                (_endedAt, _early) = (one.At, _at < _steps.Count);
                break;
        }
    }

    private void Finish(BenchStep step, StepDone done)
    {
        var kept = new DoneStep(step.Id, done.At, done.Value, done.By, false);

        // From the first touch on it cures, whatever is weighed again afterwards.
        if (step.Kind == BenchStepKind.PartTwo) _metAt.TryAdd(step.Cup, done.At);
        if (step.Kind == BenchStepKind.Pour) _lastPourAt = done.At;
        if (_standing.TryGetValue(step.Id, out var before)) Strike(before);
        _standing[step.Id] = kept;
        _done.Add(kept);
        if (step.Kind is BenchStepKind.PartTwo or BenchStepKind.MoreOne && !done.Knowingly && Mixed(step.Cup) is { Met: false } cup)
        {
            // Too little of what is being poured: it goes on being poured. Too much of it asks for the other.
            var sameAgain = step.Kind == BenchStepKind.MoreOne ? cup.OneMoreG > 0 : cup.TwoMoreG > 0;
            if (sameAgain) return;
            _steps.Insert(_at + 1, Correction(step, cup));
        }

        _at++;
        _since = done.At;
        if (_at == _steps.Count) _endedAt = done.At;
    }

    private BenchStep Correction(BenchStep after, CupState cup)
    {
        var one = cup.OneMoreG > 0;
        var number = _steps.Count(step => step.Cup == after.Cup && step.Correction > 0) + 1;
        return new BenchStep(
            $"{after.Cup}-more-{number}",
            one ? BenchStepKind.MoreOne : BenchStepKind.PartTwo,
            after.Cup,
            one ? BenchNotices.MoreOneTitle : BenchNotices.MoreTwoTitle,
            $"The ratio is {Said.Tenth(Math.Abs(cup.RatioOffPercent))} % off, with too {(one ? "much" : "little")} of part two. This brings it back; nothing is ladled out.")
        { TargetG = one ? cup.OneMoreG : cup.TwoMoreG, Correction = number };
    }

    private void OpenAgain(BenchStep step, StepBack back)
    {
        // What a slip had put in and nobody has done yet goes with it.
        if (_at < _steps.Count && _steps[_at].Correction > 0) _steps.RemoveAt(_at);
        if (_standing.Remove(step.Id, out var kept)) Strike(kept);
        _at--;
        _since = back.At;
    }

    private void GiveUp(CupGivenUp given)
    {
        _givenUp[given.Cup] = given.At;
        _since = given.At;
        while (_at < _steps.Count && _steps[_at].Cup == given.Cup) _at++;

        // Nothing is in the bed and nothing is to be mixed: there is nothing to look after.
        var ahead = _steps.Skip(_at).Any(step => step.Kind == BenchStepKind.Pour);
        if (_at == _steps.Count || (!ahead && _lastPourAt is null)) (_endedAt, _early) = (given.At, true);
    }

    private void Strike(DoneStep kept) => _done[_done.LastIndexOf(kept)] = kept with { OpenedAgain = true };

    // Both parts of a cup with all that came on top; null while one of them was not weighed.
    private CupState? Mixed(int cup) => OneOf(cup) is { } one && TwoOf(cup) is { } two && MixOf(cup).HasTwo && _script.ByScale ? MixOf(cup).With(one, two) : null;

    private double? OneOf(int cup) => SumOf(cup, BenchStepKind.PartOne, BenchStepKind.MoreOne);

    private double? TwoOf(int cup) => SumOf(cup, BenchStepKind.PartTwo, BenchStepKind.PartTwo);

    // Null as soon as one of them was gone on with unweighed.
    private double? SumOf(int cup, BenchStepKind kind, BenchStepKind more)
    {
        double? sum = null;
        foreach (var step in _steps.Where(step => step.Cup == cup && (step.Kind == kind || step.Kind == more)))
        {
            if (!_standing.TryGetValue(step.Id, out var done)) continue;
            if (done.Value is not { } value) return null;
            sum = (sum ?? 0) + value;
        }

        return sum;
    }

    // The targets that hold now: part two by what part one came to, and what is still to come where some of it is in.
    private BenchStep TargetsOf(BenchStep step)
    {
        if (!_script.ByScale || step.TargetG is not { } planned) return step;
        if (step.Kind == BenchStepKind.PartTwo && step.Id == BenchSteps.TwoId(step.Cup))
            return OneOf(step.Cup) is { } one && MixOf(step.Cup) is var mix && one >= mix.GraduationG / 2 ? step with { TargetG = mix.TwoFor(one), TargetMl = mix.TwoFor(one) / mix.DensityTwo } : step;
        return step with { TargetG = planned };
    }

    private CupMix MixOf(int cup) => _script.Mixes[cup - 1];

    private bool HasTwo => _script.Mixes.Any(mix => mix.HasTwo);

    private BenchState State()
    {
        var cups = Enumerable.Range(1, _script.Mixes.Count).Select(CupOf).ToList();
        var steps = _steps.Select(TargetsOf).Select(step => Left(step, cups)).ToList();
        DateTimeOffset? due = _at < steps.Count && steps[_at].DueMin is { } minutes && _lastPourAt is { } poured ? poured.AddMinutes(minutes) : null;
        return new BenchState(steps, _at, _since, due, cups, [.. _done], [.. PouredLayers(cups)], [.. _leaks], _roomC, [.. _surface], _endedAt, _early);
    }

    // More in the cup than planned stays over after its last pool; less comes short there.
    private BenchStep Left(BenchStep step, List<BenchCup> cups)
    {
        if (step.Kind != BenchStepKind.Pour || step.LeftMl is not { } left) return step;
        var more = cups[step.Cup - 1].MixedMl - MixOf(step.Cup).PlannedMl;
        return step with { LeftMl = Math.Max(0, left + more) };
    }

    private BenchCup CupOf(int number)
    {
        double? one = OneOf(number), two = TwoOf(number);
        var (mix, mixed) = (MixOf(number), Mixed(number));
        var hasTwo = mix.HasTwo;
        var target = one is { } g && hasTwo && _script.ByScale && g >= mix.GraduationG / 2 ? mix.TwoFor(g) : mix.TwoG;
        var massG = (one ?? mix.OneG) + (two ?? target);
        DateTimeOffset? met = _metAt.TryGetValue(number, out var at) ? at : null;
        var last = _steps.LastOrDefault(step => step.Cup == number && step.Kind == BenchStepKind.Pour);
        var stirred = 0.0;
        foreach (var step in _steps.Where(step => step.Cup == number && step.Kind == BenchStepKind.Stir))
        {
            if (!_standing.TryGetValue(step.Id, out var done)) continue;
            stirred += (done.At - BeganAt(step)).TotalMinutes;
        }

        return new BenchCup(
            number, one, hasTwo ? target : 0, two, mixed?.RatioOffPercent,
            _script.ByScale ? mix.MixedMl(one ?? mix.OneG, two ?? target) : mix.PlannedMl,
            met,
            met is { } from && mix.MinutesOf(massG) is { } minutes ? from.AddMinutes(minutes) : null,
            last is not null && _standing.TryGetValue(last.Id, out var outAt) ? outAt.At : null,
            stirred,
            ValueOf(number, BenchStepKind.Over),
            ValueOf(number, BenchStepKind.Empty),
            _givenUp.TryGetValue(number, out var given) ? given : null,
            _turned.TryGetValue(number, out var turned) ? turned : null);
    }

    private double? ValueOf(int cup, BenchStepKind kind) => _steps.Find(step => step.Cup == cup && step.Kind == kind) is { } step && _standing.TryGetValue(step.Id, out var done) ? done.Value : null;

    // A step is open from when the one before it was done.
    private DateTimeOffset BeganAt(BenchStep step)
    {
        var at = _steps.IndexOf(step);
        return at > 0 && _standing.TryGetValue(_steps[at - 1].Id, out var before) ? before.At : _since;
    }

    private IEnumerable<PouredLayer> PouredLayers(List<BenchCup> cups)
    {
        foreach (var layer in _script.Layers)
        {
            bool Fills(BenchStep step) => step.Kind == BenchStepKind.Pour && step.WaterId == layer.WaterId && step.Layer == layer.Layer;
            var pours = _steps.Where(Fills).ToList();
            var poured = pours.Where(step => _standing.ContainsKey(step.Id)).ToList();
            var whole = poured.Count == pours.Count;
            if (poured.Count == 0 || (!whole && _endedAt is null)) continue;
            double? one = 0, two = 0;
            foreach (var cup in poured.GroupBy(step => step.Cup))
            {
                var all = _steps.Where(step => step.Kind == BenchStepKind.Pour && step.Cup == cup.Key).Sum(step => step.TargetMl ?? 0);
                var share = all > 0 ? cup.Sum(step => step.TargetMl ?? 0) / all : 1;
                (one, two) = (one + (cups[cup.Key - 1].OneG * share), MixOf(cup.Key).HasTwo ? two + (cups[cup.Key - 1].TwoG * share) : 0);
            }

            var level = _steps.Find(step => step.Kind == BenchStepKind.Level && step.WaterId == layer.WaterId && step.Layer == layer.Layer);
            yield return new PouredLayer(
                layer.WaterId, layer.Layer, poured.Max(step => _standing[step.Id].At), one, HasTwo ? two : null,
                level is not null && _standing.TryGetValue(level.Id, out var read) ? read.Value : null, whole);
        }
    }
}
