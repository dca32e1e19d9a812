namespace InkBasin.Core.Bench;

/// <summary>What is said at the bench, for the moment it is asked.</summary>
/// <param name="Notices">Worst first.</param>
/// <param name="ChangesAt">When it has to be asked again though nothing happens; null when it stays.</param>
public sealed record BenchSaid(IReadOnlyList<Notice> Notices, DateTimeOffset? ChangesAt);

/// <summary>What a device says while it goes on by itself, the server being away: without numbers, as nothing is reckoned for it then.</summary>
/// <param name="PastItsTime">Of a cup past its time.</param>
/// <param name="Turned">Of a cup that has turned.</param>
/// <param name="OverTheBatch">Of a cup that would come to more than the sheet mixes.</param>
/// <param name="RatioOff">Of a cup off the sheet's ratio.</param>
/// <param name="PartTwoFollows">Of part two where part one came to something else.</param>
/// <param name="MoreOne">The title of more of part one.</param>
/// <param name="MoreTwo">The title of more of part two.</param>
public sealed record AwayWords(string PastItsTime, string Turned, string OverTheBatch, string RatioOff, string PartTwoFollows, string MoreOne, string MoreTwo);

/// <summary>Makes the sentences of the bench.</summary>
public static class BenchNotices
{
    // Pouring goes to a pool in a minute and pours a hundred ml in one more (the rule the plan divides cups by).
    private const double MinPerPool = 1;
    private const double MlPerMin = 100;

    private const string SpreadIt = "Do not pour it. Gloves on, carry it out, spread it thin on something that does not burn, away from people; never leave it standing in the cup.";

    /// <summary>What is said while the server is away.</summary>
    public static AwayWords Away { get; } = new(
        $"Past its time in the cup. {SpreadIt}",
        $"It has turned, whatever the clock says. {SpreadIt}",
        "With part two it would come to more than the sheet mixes at once. Step back and take part one out again: now, before part two is in.",
        "This cup is off the sheet’s ratio. Put it right before it is poured.",
        "Part one came to another figure than planned: part two follows it.",
        MoreOneTitle,
        MoreTwoTitle);

    /// <summary>The title of more of part one.</summary>
    internal const string MoreOneTitle = "Part one again";

    /// <summary>The title of more of part two.</summary>
    internal const string MoreTwoTitle = "Part two again";

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
        $"Past its time in the cup by {Math.Ceiling(overMin):0} min. {SpreadIt}",
        ("overMin", overMin), ("cup", cup.Number));

    private static Notice Turned(BenchCup cup) => Notice.Of(
        "turned",
        Standing.Stop,
        Away.Turned,
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
