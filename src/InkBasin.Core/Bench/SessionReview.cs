namespace InkBasin.Core.Bench;

/// <summary>Something of a session worth knowing afterwards.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="Standing">How much it matters.</param>
/// <param name="What">What happened and what it cost.</param>
/// <param name="Better">How it could have gone; null where it went well.</param>
/// <param name="CostG">Resin it cost, g; 0 where none.</param>
/// <param name="CostMin">Time it cost, minutes; 0 where none.</param>
public sealed record ReviewLine(string Kind, Standing Standing, string What, string? Better, double CostG, double CostMin);

/// <summary>A session looked back on.</summary>
/// <param name="TookMin">From opening to the end, minutes.</param>
/// <param name="Lines">What is worth knowing, worst first.</param>
/// <param name="CostG">Resin that the slips cost, g.</param>
public sealed record SessionReview(double TookMin, IReadOnlyList<ReviewLine> Lines, double CostG)
{
    /// <summary>A look at bubbles that late has missed the half hour they rise in, minutes.</summary>
    public const double LateLookMin = 5;

    /// <summary>A leak that was closed so soon cost little, minutes.</summary>
    public const double SoonMin = 5;

    /// <summary>Looks back on a session.</summary>
    /// <param name="script">Its script.</param>
    /// <param name="openedAt">When it was opened.</param>
    /// <param name="state">Where it stands: usually at its end.</param>
    /// <param name="now">Now, for one that goes on.</param>
    public static SessionReview Of(BenchScript script, DateTimeOffset openedAt, BenchState state, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(script);
        ArgumentNullException.ThrowIfNull(state);
        List<ReviewLine> lines = [.. state.Cups.SelectMany(cup => OfCup(script, state, cup)), .. state.Leaks.Select(leak => OfLeak(leak, state.EndedAt ?? now)), .. OfLooks(state), .. OfRoom(script, state)];
        if (state is { EndedAt: not null, EndedEarly: false } && lines.TrueForAll(line => line.Standing == Standing.Holds)) lines.Add(new ReviewLine("clean", Standing.Holds, "Nothing went wrong that the bench could see.", null, 0, 0));
        if (state.EndedEarly) lines.Add(new ReviewLine("endedEarly", Standing.Tight, "It was ended before its last step; what was not poured is still ahead.", null, 0, 0));
        return new SessionReview(((state.EndedAt ?? now) - openedAt).TotalMinutes, [.. lines.OrderByDescending(line => line.Standing)], lines.Sum(line => line.CostG));
    }

    private static IEnumerable<ReviewLine> OfCup(BenchScript script, BenchState state, BenchCup cup)
    {
        var mix = script.Mixes[cup.Number - 1];
        var name = script.Mixes.Count == 1 ? "The cup" : $"Cup {cup.Number}";
        var more = state.Steps.Where(step => step.Cup == cup.Number && step.Correction > 0 && state.Done.Any(done => done.StepId == step.Id && !done.OpenedAgain)).ToList();
        if (cup.OneG is { } one && one - mix.OneG >= mix.GraduationG / 2 && more.Count == 0)
        {
            var cost = (one + cup.TwoTargetG) - (mix.OneG + mix.TwoG);
            yield return new ReviewLine("overshoot", Standing.Tight, $"{name}: part one came {Said.Tenth(one - mix.OneG)} g over; part two followed it, and {Said.Tenth(cost)} g more were mixed than planned.", "A thin stream from nine tenths on, the last of it by drops from a stick.", cost, 0);
        }

        if (more.Count > 0)
        {
            var cost = (cup.OneG ?? mix.OneG) + (cup.TwoG ?? mix.TwoG) - (mix.OneG + mix.TwoG);
            yield return new ReviewLine("putRight", Standing.Tight, $"{name}: part two came over, and the ratio was put right with more of part one; {Said.Tenth(Math.Max(0, cost))} g more were mixed than planned.", "Part two is the smaller one: pour it through a syringe, or over the lip of a spoon.", Math.Max(0, cost), 0);
        }

        if (cup is { RatioOffPercent: { } off, GivenUpAt: null })
        {
            if (Math.Abs(off) > mix.TolerancePercent)
                yield return new ReviewLine("ratioOff", Standing.Stop, $"{name} was {Said.Tenth(Math.Abs(off))} % off the ratio; the sheet allows {mix.TolerancePercent:0.#} %.", "It would have been put right before it was poured, or not been poured.", 0, 0);
            else yield return new ReviewLine("ratioHeld", Standing.Holds, $"{name}: the ratio was {Said.Tenth(Math.Abs(off))} % off, within the sheet’s {mix.TolerancePercent:0.#} %.", null, 0, 0);
        }

        var wanted = script.Steps.Where(step => step.Cup == cup.Number && step.Kind == BenchStepKind.Stir).Sum(step => step.Minutes ?? 0);
        if (cup.OutAt is not null && wanted > 0 && cup.StirredMin < wanted * BenchSession.NearlyAll)
            yield return new ReviewLine("stirredShort", Standing.Stop, $"{name} was stirred {cup.StirredMin:0.0} of {wanted:0.#} min.", "What is badly stirred stays soft in streaks, and nothing mends it: stir by the clock.", 0, 0);
        if (cup is { OutBy: { } by, OutAt: { } outAt })
        {
            var over = (outAt - by).TotalMinutes;
            yield return over > 0
                ? new ReviewLine("stoodTooLong", Standing.Stop, $"{name} was poured out {over:0.0} min past its time: it was getting hot and thick.", "A cup past its time is not poured: spread it thin outdoors, and mix anew.", (cup.OneG ?? mix.OneG) + (cup.TwoG ?? mix.TwoG), over)
                : new ReviewLine("outInTime", Standing.Holds, $"{name} was empty {-over:0} min before its time.", null, 0, 0);
        }
        else if (cup.GivenUpAt is not null)
        {
            yield return new ReviewLine("givenUp", Standing.Tight, $"{name} was spread out instead of poured: {Said.Tenth((cup.OneG ?? mix.OneG) + (cup.TwoG ?? mix.TwoG))} g lost, and the bed spared.", "What a cup past its time costs is the cup; poured, it costs the water.", (cup.OneG ?? mix.OneG) + (cup.TwoG ?? mix.TwoG), 0);
        }
        else if (cup is { OutBy: { } late, OutAt: null } && state.EndedAt is { } ended)
        {
            yield return new ReviewLine("neverPoured", Standing.Stop, $"{name} was mixed and not poured out{(ended > late ? ", past its time" : "")}.", "Spread what is mixed out thin at once: a mass in a cup heats by itself.", (cup.OneG ?? mix.OneG) + (cup.TwoG ?? mix.TwoG), 0);
        }
    }

    private static ReviewLine OfLeak(BenchLeak leak, DateTimeOffset end)
    {
        var minutes = ((leak.Until ?? end) - leak.From).TotalMinutes;
        var lost = leak.LostMl is { } ml ? $"; {ml:0.#} ml ran out" : "";
        return leak.Until is null
            ? new ReviewLine("leakOpen", Standing.Stop, $"A dam leaked, and nobody said that it holds again{lost}.", "Film or card over the gap, taped where it is dry; stay by it until it has gelled.", 0, minutes)
            : new ReviewLine("leak", minutes <= SoonMin ? Standing.Tight : Standing.Stop, $"A dam leaked for {minutes:0.0} min{lost}.", "A water test over night, and a first layer that is thin, find it before it costs resin.", 0, minutes);
    }

    private static IEnumerable<ReviewLine> OfLooks(BenchState state)
    {
        var poured = state.Steps.Where(step => step.Kind == BenchStepKind.Pour).Select(step => state.Done.LastOrDefault(done => done.StepId == step.Id && !done.OpenedAgain)?.At).Max();
        if (poured is not { } from) yield break;
        var late = state.Steps.Where(step => step.Kind == BenchStepKind.Bubbles)
            .Select(step => (step.DueMin, state.Done.LastOrDefault(done => done.StepId == step.Id && !done.OpenedAgain)?.At))
            .Where(look => look.At is { } at && (at - from).TotalMinutes > look.DueMin + LateLookMin).ToList();
        if (late.Count > 0)
            yield return new ReviewLine("lateLook", Standing.Tight, $"{late.Count} {(late.Count == 1 ? "look" : "looks")} for bubbles came over {LateLookMin:0} min late.", "They rise for about half an hour: let the bench call you, and stay near.", 0, late.Max(look => (look.At!.Value - from).TotalMinutes - look.DueMin!.Value));
    }

    private static IEnumerable<ReviewLine> OfRoom(BenchScript script, BenchState state)
    {
        if (state.RoomC is { } room && (room < script.WorkFromC || room > script.WorkToC))
            yield return new ReviewLine("room", state.Cups.Any(cup => cup.MetAt is not null) ? Standing.Stop : Standing.Tight, $"The room was at {Said.Tenth(room)} °C; the sheet wants {script.WorkFromC:0.#} to {script.WorkToC:0.#}.", room < script.WorkFromC ? "Warm room and bottles before anything is mixed; too cold it may stay soft." : "Wait for cooler air: it runs away faster.", 0, 0);
    }
}
