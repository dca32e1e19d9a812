using System.Text.Json.Serialization;

namespace InkBasin.Core.Bench;

/// <summary>What may go wrong in a rehearsal, on request.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Mishap>))]
public enum Mishap
{
    /// <summary>The hand pours over the mark.</summary>
    [JsonStringEnumMemberName("overshoot")] Overshoot,

    /// <summary>A dam leaks.</summary>
    [JsonStringEnumMemberName("leak")] Leak,

    /// <summary>The room falls under what the product wants.</summary>
    [JsonStringEnumMemberName("coldRoom")] ColdRoom,

    /// <summary>Called away in mid-stir.</summary>
    [JsonStringEnumMemberName("calledAway")] CalledAway,

    /// <summary>A mixed cup is left standing.</summary>
    [JsonStringEnumMemberName("cupLeft")] CupLeft,

    /// <summary>The scale falls silent.</summary>
    [JsonStringEnumMemberName("scaleLost")] ScaleLost,
}

/// <summary>A mishap that has been asked for.</summary>
/// <param name="Kind">Which.</param>
/// <param name="At">When, by the rehearsal's clock.</param>
public sealed record MishapAt(Mishap Kind, DateTimeOffset At);

/// <summary>From a moment on the rehearsal's clock goes so fast.</summary>
/// <param name="RealAt">That moment by the clock on the wall.</param>
/// <param name="At">The same by the rehearsal's clock.</param>
/// <param name="Speed">Rehearsal seconds to a real one, 1…120.</param>
public sealed record ClockPiece(DateTimeOffset RealAt, DateTimeOffset At, double Speed);

/// <summary>A session that is only practised: its own clock, which can go faster, and what went wrong on request.</summary>
/// <param name="Seed">What the stand-ins' noise comes from.</param>
/// <param name="Clock">How its clock has gone, oldest first; never empty.</param>
/// <param name="Mishaps">What was asked to go wrong, oldest first.</param>
public sealed record Rehearsal(int Seed, IReadOnlyList<ClockPiece> Clock, IReadOnlyList<MishapAt> Mishaps)
{
    /// <summary>Fastest its clock goes.</summary>
    public const double FastestTimes = 120;

    /// <summary>How long one is called away, minutes.</summary>
    public const double AwayMin = 6;

    // No rehearsal has its speed changed more often, or more go wrong in it.
    private const int MostPieces = 1000;

    /// <summary>A rehearsal that begins now.</summary>
    /// <param name="seed">What the stand-ins' noise comes from.</param>
    /// <param name="now">Now, by the clock on the wall.</param>
    /// <param name="speed">Rehearsal seconds to a real one, 1…120.</param>
    public static Rehearsal Begin(int seed, DateTimeOffset now, double speed) => new(seed, [new ClockPiece(now, now, Checked(speed))], []);

    /// <summary>The rehearsal's time.</summary>
    /// <param name="real">The clock on the wall; before the beginning it stands still.</param>
    public DateTimeOffset At(DateTimeOffset real)
    {
        var piece = Clock.LastOrDefault(one => one.RealAt <= real);
        return piece is null ? Clock[0].At : piece.At + ((real - piece.RealAt) * piece.Speed);
    }

    /// <summary>How fast it goes now.</summary>
    public double Speed => Clock[^1].Speed;

    /// <summary>Goes on at another speed.</summary>
    /// <exception cref="RefusedException">The speed is out of range.</exception>
    public Rehearsal GoOn(DateTimeOffset real, double speed) => this with { Clock = More(Clock, new ClockPiece(real, At(real), Checked(speed))) };

    /// <summary>Something goes wrong now. What takes time takes it off the clock at once: nobody waits for it.</summary>
    /// <param name="real">Now, by the clock on the wall.</param>
    /// <param name="mishap">What.</param>
    /// <param name="awayMin">How long the cup is left, minutes: long enough to be past its time.</param>
    public Rehearsal With(DateTimeOffset real, Mishap mishap, double awayMin = AwayMin)
    {
        var at = At(real);
        var after = this with { Mishaps = More(Mishaps, new MishapAt(mishap, at)) };
        var away = mishap switch { Mishap.CalledAway => AwayMin, Mishap.CupLeft => awayMin, _ => 0 };
        return away > 0 ? after with { Clock = More(Clock, new ClockPiece(real, at.AddMinutes(away), Speed)) } : after;
    }

    /// <summary>What one would notice at the bench and has not dealt with.</summary>
    /// <param name="state">Where the session stands.</param>
    public IReadOnlyList<string> Signs(BenchState state)
    {
        ArgumentNullException.ThrowIfNull(state);
        var signs = new List<string>();
        if (Mishaps.LastOrDefault(one => one.Kind == Mishap.Leak) is { } leak && state.Leaks.All(one => one.From < leak.At)) signs.Add("Resin creeps out under a dam.");
        if (Mishaps.LastOrDefault(one => one.Kind == Mishap.CalledAway) is { } away && state.Since <= away.At.AddMinutes(AwayMin) && state.At < state.Steps.Count && state.Steps[state.At].Kind == BenchStepKind.Stir)
            signs.Add($"You were called away for {AwayMin:0} min; the stick stands in the cup.");
        if (Mishaps.LastOrDefault(one => one.Kind == Mishap.CupLeft) is { } left && state.Cups.Any(cup => cup.Stands && cup.MetAt <= left.At)) signs.Add("The cup was left standing: it is warm to the hand.");
        return signs;
    }

    private static double Checked(double speed)
    {
        Require.Within(speed, 1, FastestTimes, "speed");
        return speed;
    }

    private static IReadOnlyList<T> More<T>(IReadOnlyList<T> list, T one) =>
        list.Count < MostPieces ? [.. list, one] : throw new RefusedException("rehearsal", "That is enough for one rehearsal: begin another.", RefusalKind.Impossible);
}
