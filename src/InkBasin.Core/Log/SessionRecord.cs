using InkBasin.Core.Bench;

namespace InkBasin.Core.Log;

/// <summary>A session at the bench as it was, planned beside actual.</summary>
/// <param name="Title">What was poured.</param>
/// <param name="ProductId">The product.</param>
/// <param name="ProductName">Its name, as it was called then.</param>
/// <param name="InkName">Its tints; null when clear.</param>
/// <param name="OpenedAt">When it was opened.</param>
/// <param name="EndedAt">When it ended.</param>
/// <param name="EndedEarly">Whether before its last step.</param>
/// <param name="Planned">The layers it was to fill.</param>
/// <param name="Mixes">Each cup as planned.</param>
/// <param name="StirMin">How long a cup was to be stirred, minutes.</param>
/// <param name="WorkFromC">Least temperature of the sheet, °C.</param>
/// <param name="WorkToC">Greatest, °C.</param>
/// <param name="PeakC">Hottest it was to become, °C.</param>
/// <param name="Cups">Each cup as it was.</param>
/// <param name="Poured">The layers as they were poured.</param>
/// <param name="Leaks">Dams that leaked.</param>
/// <param name="RoomC">The room as it was last read, °C.</param>
/// <param name="HumidityPercent">Its relative humidity, %; null when not read.</param>
/// <param name="HottestC">Hottest reading of the surface, °C.</param>
/// <param name="BubbleLooks">How many looks for bubbles there were, and how many had been planned.</param>
/// <param name="LatestLookMin">How late the latest of them came, minutes; 0 when none was late.</param>
public sealed record SessionRecord(
    string Title,
    string ProductId,
    string ProductName,
    string? InkName,
    DateTimeOffset OpenedAt,
    DateTimeOffset EndedAt,
    bool EndedEarly,
    IReadOnlyList<BenchLayer> Planned,
    IReadOnlyList<CupMix> Mixes,
    double StirMin,
    double WorkFromC,
    double WorkToC,
    double? PeakC,
    IReadOnlyList<BenchCup> Cups,
    IReadOnlyList<PouredLayer> Poured,
    IReadOnlyList<BenchLeak> Leaks,
    double? RoomC,
    double? HumidityPercent,
    double? HottestC,
    BubbleLooks BubbleLooks,
    double LatestLookMin)
{
    // The most that any pour is noted with.
    private const double MostG = 1_000_000;

    // Beyond all that a bench can come to, were it left for years.
    private const double MostFigure = 1e9;

    /// <summary>Readings of the surface of the pour, oldest first; none in records of before they were kept.</summary>
    public IReadOnlyList<SurfaceReading> Surface { get; init; } = [];

    /// <summary>How much of each cup went into a layer of <see cref="Poured"/>, 0…1, by its pours as they were planned; none in records of before it was kept.</summary>
    public IReadOnlyList<double> PouredShares { get; init; } = [];

    /// <summary>
    /// What was mixed and went into no layer: spread out, or left standing in its cup. Of what was not weighed nothing is known. What never met its other part can be mixed yet.
    /// </summary>
    /// <returns>Part one and part two of it, g.</returns>
    public (double OneG, double TwoG) Spent()
    {
        var (one, two) = (0.0, 0.0);
        foreach (var (cup, share) in Cups.Zip(PouredShares))
        {
            if (cup.MetAt is null) continue;
            var rest = 1 - Math.Clamp(share, 0, 1);
            one += rest * Math.Clamp(cup.OneG ?? 0, 0, MostG);
            two += rest * Math.Clamp(cup.TwoG ?? 0, 0, MostG);
        }

        return (one, two);
    }

    /// <summary>Refuses a record that no session can have left: files and other programs write one too.</summary>
    /// <exception cref="RefusedException">A part is missing, out of range, or speaks of a cup or a layer the session did not have.</exception>
    public void Check(string field)
    {
        Clock.Check(OpenedAt, $"{field}.openedAt");
        Clock.Check(EndedAt, $"{field}.endedAt");
        Figures(field, ("stirMin", StirMin), ("workFromC", WorkFromC), ("workToC", WorkToC), ("peakC", PeakC), ("roomC", RoomC), ("humidityPercent", HumidityPercent), ("hottestC", HottestC), ("latestLookMin", LatestLookMin));
        CheckEach(Planned, $"{field}.planned", (layer, at) => Figures(at, ("toMm", layer.ToMm), ("volumeMl", layer.VolumeMl), ("depthMm", layer.DepthMm)));
        CheckEach(Mixes, $"{field}.mixes", CheckMix);
        CheckEach(Cups, $"{field}.cups", CheckCup);
        if (Cups.Count != Mixes.Count || Cups.Index().Any(one => one.Item.Number != one.Index + 1)) throw new RefusedException($"{field}.cups", "A session has a cup for each of its mixes, counted from 1.", RefusalKind.Impossible);
        CheckEach(Poured, $"{field}.poured", CheckPoured);
        CheckEach(Leaks, $"{field}.leaks", (leak, at) =>
        {
            Clock.Check(leak.From, $"{at}.from");
            Moments(at, ("until", leak.Until));
            Figures(at, ("lostMl", leak.LostMl));
        });
        CheckEach(Surface, $"{field}.surface", (reading, at) =>
        {
            Clock.Check(reading.At, $"{at}.at");
            Figures(at, ("surfaceC", reading.SurfaceC));
        });
        if (PouredShares.Count > 0 && PouredShares.Count != Cups.Count) throw new RefusedException($"{field}.pouredShares", "A share for each cup, or none.", RefusalKind.Impossible);
        foreach (var (i, share) in PouredShares.Index()) Require.Within(share, 0, 1 + 1e-9, $"{field}.pouredShares[{i}]");
    }

    private void CheckPoured(PouredLayer layer, string field)
    {
        Clock.Check(layer.At, $"{field}.at");
        Figures(field, ("oneG", layer.OneG), ("twoG", layer.TwoG), ("reachedMm", layer.ReachedMm));
        if (!Planned.Any(one => one.WaterId == layer.WaterId && one.Layer == layer.Layer)) throw new RefusedException($"{field}.layer", "That layer was not planned for the session.", RefusalKind.Impossible);
    }

    private static void CheckMix(CupMix mix, string field)
    {
        Figures(field, ("onePerTwoG", mix.OnePerTwoG), ("oneG", mix.OneG), ("twoG", mix.TwoG), ("tolerancePercent", mix.TolerancePercent), ("maxBatchG", mix.MaxBatchG), ("graduationG", mix.GraduationG));
        Require.Positive(mix.DensityOne, $"{field}.densityOne");
        if (mix.HasTwo) Require.Positive(mix.DensityTwo, $"{field}.densityTwo");
        CheckEach(mix.Times, $"{field}.times", (time, at) => Figures(at, ("massG", time.MassG), ("minutes", time.Minutes)));
    }

    private static void CheckCup(BenchCup cup, string field)
    {
        Figures(field, ("oneG", cup.OneG), ("twoTargetG", cup.TwoTargetG), ("twoG", cup.TwoG), ("ratioOffPercent", cup.RatioOffPercent), ("mixedMl", cup.MixedMl), ("stirredMin", cup.StirredMin), ("overG", cup.OverG), ("leftG", cup.LeftG));
        Moments(field, ("metAt", cup.MetAt), ("outBy", cup.OutBy), ("outAt", cup.OutAt), ("givenUpAt", cup.GivenUpAt), ("turnedAt", cup.TurnedAt));
    }

    private static void CheckEach<T>(IReadOnlyList<T> items, string field, Action<T, string> check)
        where T : class
    {
        foreach (var (i, item) in Require.Present(items, field).Index()) check(Require.Present(item, $"{field}[{i}]"), $"{field}[{i}]");
    }

    private static void Figures(string field, params ReadOnlySpan<(string Name, double? Value)> figures)
    {
        foreach (var (name, value) in figures)
        {
            if (value is { } figure) Require.Within(figure, -MostFigure, MostFigure, $"{field}.{name}");
        }
    }

    private static void Moments(string field, params ReadOnlySpan<(string Name, DateTimeOffset? At)> moments)
    {
        foreach (var (name, at) in moments)
        {
            if (at is { } moment) Clock.Check(moment, $"{field}.{name}");
        }
    }

    /// <summary>The record of a session that has ended.</summary>
    /// <param name="script">Its script.</param>
    /// <param name="openedAt">When it was opened.</param>
    /// <param name="events">What has happened.</param>
    /// <exception cref="RefusedException">It goes on.</exception>
    public static SessionRecord Of(BenchScript script, DateTimeOffset openedAt, IReadOnlyList<BenchEvent> events)
    {
        ArgumentNullException.ThrowIfNull(script);
        ArgumentNullException.ThrowIfNull(events);
        var state = BenchSession.Of(script, openedAt, events);
        if (state.EndedAt is not { } ended) throw new RefusedException("session", "That session goes on.", RefusalKind.Impossible);
        var looks = script.Steps.Where(step => step.Kind == BenchStepKind.Bubbles).ToList();
        List<(double DueMin, DateTimeOffset At)> looked = [.. looks.Select(step => (step.DueMin ?? 0, state.Done.LastOrDefault(done => done.StepId == step.Id && !done.OpenedAgain)?.At)).Where(one => one.At is not null).Select(one => (one.Item1, one.At!.Value))];
        var poured = state.Poured.Select(layer => (DateTimeOffset?)layer.At).Max();
        return new SessionRecord(
            script.Title, script.ProductId, script.ProductName, script.InkName, openedAt, ended, state.EndedEarly, script.Layers, script.Mixes,
            script.Steps.Where(step => step.Kind == BenchStepKind.Stir && step.Cup == 1).Sum(step => step.Minutes ?? 0),
            script.WorkFromC, script.WorkToC, script.PeakC, state.Cups, state.Poured, state.Leaks, state.RoomC,
            events.OfType<RoomRead>().LastOrDefault(read => read.HumidityPercent is not null)?.HumidityPercent,
            state.HottestC,
            new BubbleLooks(looked.Count, looks.Count),
            poured is { } from ? looked.Select(look => (look.At - from).TotalMinutes - look.DueMin).Where(late => late > 0).DefaultIfEmpty(0).Max() : 0)
        {
            Surface = state.Surface,
            PouredShares = [.. state.Cups.Select(cup => PouredShare(state, cup.Number))],
        };
    }

    private static double PouredShare(BenchState state, int cup)
    {
        var pours = state.Steps.Where(step => step.Kind == BenchStepKind.Pour && step.Cup == cup).ToList();
        var poured = pours.Where(step => state.Done.Any(done => done.StepId == step.Id && !done.OpenedAgain)).ToList();
        var all = pours.Sum(step => step.TargetMl ?? 0);
        return all > 0 ? poured.Sum(step => step.TargetMl ?? 0) / all : poured.Count > 0 ? 1 : 0;
    }
}

/// <summary>Looks for bubbles.</summary>
/// <param name="Done">How many there were.</param>
/// <param name="Planned">How many were planned.</param>
public sealed record BubbleLooks(int Done, int Planned);
