namespace InkBasin.Core.Bench;

/// <summary>What is said at the bench, for the moment it is asked.</summary>
/// <param name="Notices">Worst first.</param>
/// <param name="ChangesAt">When it has to be asked again though nothing happens; null when it stays.</param>
public sealed record BenchSaid(IReadOnlyList<Notice> Notices, DateTimeOffset? ChangesAt);

/// <summary>Makes the sentences of the bench.</summary>
public static class BenchNotices
{
    // Pouring goes to a pool in a minute and pours a hundred ml in one more (the rule the plan divides cups by).
    private const double MinPerPool = 1;
    private const double MlPerMin = 100;

    /// <summary>What is to be known now.</summary>
    /// <param name="script">The session's script.</param>
    /// <param name="state">Where it stands.</param>
    /// <param name="now">Now, by the session's clock.</param>
    public static BenchSaid Of(BenchScript script, BenchState state, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(script);
        ArgumentNullException.ThrowIfNull(state);
        var notices = new List<Notice>();
        DateTimeOffset? changes = null;
        void Again(DateTimeOffset at) => changes = at > now && (changes is null || at < changes) ? at : changes;
        foreach (var cup in state.Cups.Where(cup => cup is { OutBy: not null, Stands: true } && state.EndedAt is null))
        {
            var need = NeededMin(state, cup.Number, now);
            var left = (cup.OutBy!.Value - now).TotalMinutes;
            if (cup.TurnedAt is not null) notices.Add(Turned(cup));
            else if (left <= 0) notices.Add(Stands(cup, -left));
            else if (left < need) notices.Add(Hurry(cup, left, need));
            Again(cup.OutBy.Value);

            // While a timer runs what is still needed falls as fast as what is left: only a wait beside it eats the rest up.
            if (left > need) Again(cup.OutBy.Value.AddMinutes(-need));
        }

        if (state.Step is { } step) notices.AddRange(OfStep(script, state, step));
        foreach (var cup in state.Cups.Where(cup => cup.GivenUpAt is null)) notices.AddRange(OfCup(script, cup));
        if (Room(script, state) is { } room) notices.Add(room);
        if (Surface(script, state) is { } hot) notices.Add(hot);
        return new BenchSaid(notices.WorstFirst(), changes);
    }

    /// <summary>What a cup still takes until it is empty: what is left of its stirring, and pouring, minutes.</summary>
    /// <param name="state">Where the session stands.</param>
    /// <param name="cup">Which cup, from 1.</param>
    /// <param name="now">Now.</param>
    public static double NeededMin(BenchState state, int cup, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(state);
        double need = 0;
        foreach (var (i, step) in state.Steps.Index())
        {
            if (i < state.At || step.Cup != cup) continue;
            if (step is { Kind: BenchStepKind.Stir, Minutes: { } minutes }) need += i == state.At ? Math.Max(0, minutes - (now - state.Since).TotalMinutes) : minutes;
            if (step is { Kind: BenchStepKind.Pour, TargetMl: { } ml }) need += MinPerPool + (ml / MlPerMin);
        }

        return need;
    }

    private static Notice Stands(BenchCup cup, double overMin) => Notice.Of(
        "pastItsTime",
        Standing.Stop,
        $"Past its time in the cup by {Math.Ceiling(overMin):0} min. Do not pour it. Gloves on, carry it out, spread it thin on something that does not burn, away from people; never leave it standing in the cup.",
        ("overMin", overMin), ("cup", cup.Number));

    private static Notice Turned(BenchCup cup) => Notice.Of(
        "turned",
        Standing.Stop,
        "It has turned, whatever the clock says. Do not pour it. Gloves on, carry it out, spread it thin on something that does not burn, away from people; never leave it standing in the cup.",
        ("cup", cup.Number));

    private static Notice Hurry(BenchCup cup, double leftMin, double needMin) => Notice.Of(
        "hurry",
        Standing.Tight,
        $"{Math.Floor(leftMin):0} min are left in the cup, and stirring and pouring still take about {Math.Ceiling(needMin):0}: pour the largest pool now, the rest after it.",
        ("leftMin", leftMin), ("needMin", needMin), ("cup", cup.Number));

    private static IEnumerable<Notice> OfStep(BenchScript script, BenchState state, BenchStep step)
    {
        if (step.Cup == 0) yield break;
        var mix = script.Mixes[step.Cup - 1];
        if (step.Kind == BenchStepKind.PartTwo && step.TargetG is { } two && step.Id == BenchSteps.TwoId(step.Cup) && state.Cups[step.Cup - 1].OneG is { } one && Math.Abs(one - mix.OneG) >= mix.GraduationG / 2)
        {
            var sum = one + two;
            if (sum > mix.MaxBatchG * (1 + 1e-9))
            {
                yield return Notice.Of(
                    "overTheBatch",
                    Standing.Stop,
                    $"With part two it would come to {Said.Tenth(sum)} g, and the sheet mixes {mix.MaxBatchG:0} g at most. Step back, take part one out down to {Said.Tenth(Math.Floor((mix.MaxBatchG * mix.OnePerTwoG / (1 + mix.OnePerTwoG)) * 10) / 10)} g and weigh it again: now, before part two is in.",
                    ("sumG", sum), ("maxBatchG", mix.MaxBatchG));
            }
            else
            {
                var off = one - mix.OneG;
                yield return Notice.Of(
                    "partTwoFollows",
                    Standing.Holds,
                    $"Part one came to {Said.Tenth(one)}, {Said.Tenth(Math.Abs(off))} {(off > 0 ? "over" : "under")}: part two is {Said.Tenth(two)} now, not {Said.Tenth(mix.TwoG)}. The cup will hold {Said.Tenth(sum)} g.{(off < 0 ? $" That is {mix.PlannedMl - mix.MixedMl(one, two):0.#} ml less than planned." : "")}",
                    ("oneG", one), ("twoG", two), ("sumG", sum));
            }
        }

        if (step.Kind == BenchStepKind.Pour && step.LeftMl is { } left && state.Cups[step.Cup - 1] is { } cup && cup.MixedMl < mix.PlannedMl - 1 && left <= 0)
            yield return Notice.Of("comesShort", Standing.Tight, $"This cup holds {mix.PlannedMl - cup.MixedMl:0.#} ml less than planned: its last pool comes short. Do not scrape the cup out for it; the next layer makes it up.", ("shortMl", mix.PlannedMl - cup.MixedMl));
    }

    private static IEnumerable<Notice> OfCup(BenchScript script, BenchCup cup)
    {
        if (cup.RatioOffPercent is { } off && Math.Abs(off) > script.Mixes[cup.Number - 1].TolerancePercent)
            yield return Notice.Of(
                "ratioOff",
                Standing.Stop,
                $"Cup {cup.Number} is {Said.Tenth(Math.Abs(off))} % off the ratio, with too {(off > 0 ? "little" : "much")} of part two; the sheet allows {script.Mixes[cup.Number - 1].TolerancePercent:0.#} %. Put it right before it is poured.",
                ("offPercent", off), ("cup", cup.Number));
    }

    private static Notice? Room(BenchScript script, BenchState state)
    {
        if (state.RoomC is not { } room || (room >= script.WorkFromC && room <= script.WorkToC)) return null;
        var open = state.Cups.Any(cup => cup.MetAt is not null);
        var cold = room < script.WorkFromC;
        return Notice.Of(
            cold ? "roomCold" : "roomWarm",
            open ? Standing.Tight : Standing.Stop,
            open
                ? $"The room is at {Said.Tenth(room)} °C; the sheet wants {script.WorkFromC:0.#} to {script.WorkToC:0.#}. {(cold ? "Warm the room round the piece, gently and from far: it may stay soft." : "Cover off and air over it: it runs away faster.")}"
                : $"The room is at {Said.Tenth(room)} °C; the sheet wants {script.WorkFromC:0.#} to {script.WorkToC:0.#}. {(cold ? "Warm room and bottles first" : "Wait for cooler air")}; nothing is mixed yet, nothing is lost.",
            ("roomC", room));
    }

    private static Notice? Surface(BenchScript script, BenchState state) => state.SurfaceC is { } now && script.PeakC is { } peak && now > peak
        ? Notice.Of(
            "hotterThanPlanned",
            Standing.Stop,
            $"Its surface is at {now:0} °C, and the plan reckoned {peak:0} at most inside it: cover off, air over it, nothing that burns beside it; do not touch it, and stay by until it falls.",
            ("surfaceC", now), ("peakC", peak))
        : null;
}
