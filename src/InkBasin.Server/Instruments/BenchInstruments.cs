using System.Collections.Concurrent;
using InkBasin.Core;
using InkBasin.Core.Bench;
using InkBasin.Store;

namespace InkBasin.Server.Instruments;

/// <summary>An instrument of a session, and what it shows.</summary>
/// <param name="Id">Which.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Kind">scale, room, surface, level.</param>
/// <param name="IsSimulated">True for a stand-in.</param>
/// <param name="Reading">What it shows; null while it does not answer.</param>
/// <param name="HumidityPercent">Of a room sensor; null for others.</param>
/// <param name="Says">What its figure means at the open step; null where it needs no words.</param>
/// <param name="Touch">Whether part two touches part one by it; null where that cannot be told.</param>
public sealed record InstrumentState(string Id, string Name, string Kind, bool IsSimulated, InstrumentReading? Reading, double? HumidityPercent, Notice? Says = null, Touch? Touch = null);

/// <summary>The instruments a session is gone through with: those at hand; for a rehearsal stand-ins of its own. One that fails, or hangs, is one that does not answer.</summary>
internal sealed partial class BenchInstruments(ICupScale cups, IKitchenScale kitchen, IRoomSensor room, IContactFreeThermometer thermometer, ILaserLevel laser, TimeProvider time, ILogger<BenchInstruments> logger)
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2);

    // Told in the log once, not five times a second.
    private readonly ConcurrentDictionary<string, bool> _failing = new();

    // What was asked and never answered: nothing more is asked of that instrument before it does.
    private readonly ConcurrentDictionary<string, Task> _hanging = new();

    /// <summary>What they show now, and what that means where the session stands.</summary>
    public async Task<IReadOnlyList<InstrumentState>> ReadAsync(StoredSession session, CancellationToken cancel)
    {
        var state = session.State;
        var all = session.Rehearsal is { } rehearsal ? RehearsalStandIns.Read(session.Script, state, rehearsal, session.Now(time.GetUtcNow())) : await ReadAsync(cancel);
        return [.. all.Select(one => one.Kind == "scale" ? one with { Says = ScaleSays.Of(session.Script, state, one.Reading?.Value), Touch = ScaleSays.TouchOf(session.Script, state, one.Reading?.Value) } : one)];
    }

    private Task<InstrumentState[]> ReadAsync(CancellationToken cancel) => Task.WhenAll(ReadAsync(cups, "scale", cancel), ReadAsync(kitchen, "scale", cancel), ReadAsync(room, "room", cancel), ReadAsync(thermometer, "surface", cancel), ReadAsync(laser, "level", cancel));

    private async Task<InstrumentState> ReadAsync(IInstrument instrument, string kind, CancellationToken cancel)
    {
        InstrumentReading? reading = null;
        double? humidity = null;
        await AskAsync(instrument, async asked =>
        {
            reading = await instrument.ReadAsync(asked);
            if (instrument is IRoomSensor sensor) humidity = await sensor.ReadHumidityAsync(asked);
        }, cancel);
        return new InstrumentState(instrument.Id, instrument.Name, kind, instrument.IsSimulated, reading, humidity);
    }

    /// <summary>Sets the scales to nought where a step begins that is weighed from nought.</summary>
    public async Task TareForAsync(StoredSession session, BenchState state, CancellationToken cancel)
    {
        if (session.Rehearsal is not null || state.Step is not { TargetG: not null }) return;
        await Task.WhenAll(AskAsync(cups, async asked => await cups.TareAsync(asked), cancel), AskAsync(kitchen, async asked => await kitchen.TareAsync(asked), cancel));
    }

    // What comes through a cable can fail in any way; the bench goes on by hand and the others are read.
    private async Task AskAsync(IInstrument instrument, Func<CancellationToken, Task> ask, CancellationToken cancel)
    {
        if (_hanging.TryGetValue(instrument.Id, out var before) && !before.IsCompleted) return;
        var asked = ask(cancel);
        try
        {
            await asked.WaitAsync(Patience, time, cancel);
            _failing.TryRemove(instrument.Id, out _);
        }
        catch (Exception fault) when (!cancel.IsCancellationRequested)
        {
            if (!asked.IsCompleted) _hanging[instrument.Id] = asked;
            if (_failing.TryAdd(instrument.Id, true)) LogFailing(logger, fault, instrument.Id);
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The instrument {Id} fails: taken as one that does not answer")]
    private static partial void LogFailing(ILogger logger, Exception fault, string id);
}

/// <summary>
/// The stand-ins of a rehearsal. What they show follows from the session, its seed and its clock alone: a hand that pours quickly, then slowly, and a little past or
/// short of the mark; a room that breathes; a surface that warms as the plan reckoned. Loaded anew, or after a restart, it is the same.
/// </summary>
internal static class RehearsalStandIns
{
    private const double GraduationG = 0.1;

    // What the hand pours in a second, and the least it takes over a cup.
    private const double GPerS = 5;
    private const double LeastS = 8;

    // Until the bottle is tilted the scale stands at nought.
    private const double TiltS = 2;

    // How far it comes past the mark: by itself, and on request.
    private const double HandG = 0.15;
    private const double OvershootShare = 0.06;

    private const double SilentMin = 4;
    private const double RoomC = 20.6;
    private const double ColdUnderC = 4;
    private const double ColdAfterMin = 8;

    public static IReadOnlyList<InstrumentState> Read(BenchScript script, BenchState state, Rehearsal rehearsal, DateTimeOffset now)
    {
        var silent = rehearsal.Mishaps.Any(one => one.Kind == Mishap.ScaleLost && now >= one.At && now < one.At.AddMinutes(SilentMin));
        var (massG, steady) = ScaleG(state, rehearsal, now);
        double Shown(double value, double step) => Math.Round(Math.Round(value / step) * step, 6);
        return
        [
            new("cup-scale", "Cup scale", "scale", true, silent ? null : new InstrumentReading(Shown(massG, GraduationG), "g", now, steady), null),
            new("room-sensor", "Room sensor", "room", true, new InstrumentReading(Shown(RoomAt(script, rehearsal, now), 0.1), "°C", now, true), 52),
            new("thermometer", "Contact-free thermometer", "surface", true, new InstrumentReading(Shown(SurfaceC(script, state, rehearsal, now), 0.1), "°C", now, true), null),
        ];
    }

    /// <summary>How much the hand has poured at the open step, g.</summary>
    private static (double MassG, bool IsSteady) ScaleG(BenchState state, Rehearsal rehearsal, DateTimeOffset now)
    {
        if (state.Step is not { TargetG: { } target } step) return (0, true);
        var over = rehearsal.Mishaps.Any(one => one.Kind == Mishap.Overshoot && one.At <= now && one.At >= state.Since.AddMinutes(-5) && step.Kind is BenchStepKind.PartOne or BenchStepKind.PartTwo && !step.Id.Contains("-more-", StringComparison.Ordinal) && Takes(state, one));
        var final = Math.Max(GraduationG, target + (over ? target * OvershootShare : HandG * Normal(rehearsal.Seed, step.Id)));
        var takes = Math.Max(LeastS, target / GPerS);
        var share = Math.Clamp(((now - state.Since).TotalSeconds - TiltS) / takes, 0, 1);

        // Quickly at first, a thin stream at the end.
        var poured = final * (1 - Math.Pow(1 - share, 1.8));
        var wavers = share is > 0 and < 1 ? 0.15 * Normal(rehearsal.Seed, $"{step.Id}{now.Ticks / TimeSpan.TicksPerSecond}") : 0;
        return (Math.Max(0, poured + wavers), share >= 1);
    }

    // A mishap goes to the first step that is weighed after it was asked for, and to no other.
    private static bool Takes(BenchState state, MishapAt mishap) =>
        !state.Done.Any(done => done.At >= mishap.At && done.Value is not null && (done.StepId.EndsWith("-one", StringComparison.Ordinal) || done.StepId.EndsWith("-two", StringComparison.Ordinal)));

    private static double RoomAt(BenchScript script, Rehearsal rehearsal, DateTimeOffset now)
    {
        var breathes = RoomC + (0.3 * Math.Sin((now - rehearsal.Clock[0].At).TotalMinutes / 40));
        if (rehearsal.Mishaps.LastOrDefault(one => one.Kind == Mishap.ColdRoom && one.At <= now) is not { } cold) return breathes;
        var to = script.WorkFromC - ColdUnderC;
        return to + ((breathes - to) * Math.Exp(-(now - cold.At).TotalMinutes / ColdAfterMin));
    }

    // As warm as the plan reckoned at most, in a bell over some hours; the surface is cooler than the middle.
    private static double SurfaceC(BenchScript script, BenchState state, Rehearsal rehearsal, DateTimeOffset now)
    {
        var room = RoomAt(script, rehearsal, now);
        if (script.PeakC is not { } peak || state.Poured.Count == 0) return room;
        var hours = (now - state.Poured.Max(layer => layer.At)).TotalHours;
        return room + ((peak - room) * 0.7 * Math.Exp(-Math.Pow(hours - 4, 2) / 5)) + (0.3 * Normal(rehearsal.Seed, $"{now.Ticks / TimeSpan.TicksPerMinute}"));
    }

    // The same for the same words: no state to lose.
    private static double Normal(int seed, string words)
    {
        var hash = 2166136261u ^ (uint)seed;
        foreach (var sign in words) hash = (hash ^ sign) * 16777619u;
        var random = new Random((int)hash);
        return Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
    }
}
