using System.Globalization;
using InkBasin.Core;

namespace InkBasin.Server.Instruments;

/// <summary>How a stand-in behaves.</summary>
/// <param name="Unit">Of its readings.</param>
/// <param name="Resolution">One step of what it shows.</param>
/// <param name="LagS">How long it takes to come two thirds of the way to what is there, s.</param>
/// <param name="Noise">How much it wavers while it still moves, one standard deviation.</param>
/// <param name="DriftPerH">How far its nought wanders in an hour.</param>
/// <param name="Least">Least it can show.</param>
/// <param name="Greatest">Most it can show.</param>
public sealed record StandInManner(string Unit, double Resolution, double LagS, double Noise, double DriftPerH, double Least, double Greatest);

/// <summary>
/// Plays a device: it comes to what is there after a lag, wavers on the way, drifts, shows whole steps, and can fall silent. What is there is played by hand or
/// by a recorded trace.
/// </summary>
public sealed class StandIn(StandInManner manner, double start, TimeProvider time, int seed)
{
    // Finer than anybody sees; a pause is caught up with in one step.
    private const double StepS = 0.05;
    private const int MostSteps = 400;

    // It shows a standing figure once it has been near for so long, s.
    private const double SteadyS = 0.8;

    private readonly Lock _lock = new();
    private readonly Random _random = new(seed);
    private readonly DateTimeOffset _begin = time.GetUtcNow();
    private IReadOnlyList<(double AtS, double Value)> _trace = [];
    private DateTimeOffset _last = time.GetUtcNow();
    private DateTimeOffset _nearSince = time.GetUtcNow();
    private DateTimeOffset _replayFrom;
    private double _there = start;
    private double _perS;
    private double _felt = start;
    private double _nought;

    /// <summary>Whether it does not answer.</summary>
    public bool IsSilent { get; private set; }

    /// <summary>What is there becomes so much at once.</summary>
    /// <exception cref="RefusedException">The device cannot show that.</exception>
    public void Put(double value) => Do(() => (_there, _perS, _trace) = (Require.Within(value, manner.Least, manner.Greatest, "value"), 0, []));

    /// <summary>What is there grows by so much at once.</summary>
    /// <exception cref="RefusedException">The device cannot show that.</exception>
    public void Add(double by) => Do(() => (_there, _trace) = (Require.Within(_there + by, manner.Least, manner.Greatest, "add"), []));

    /// <summary>What is there grows by so much a second until it is told otherwise.</summary>
    /// <exception cref="RefusedException">Faster than anybody pours.</exception>
    public void Pour(double perS) => Do(() => (_perS, _trace) = (Require.Within(perS, -200, 200, "perSecond"), []));

    /// <summary>What is there follows a recorded trace from now on.</summary>
    public void Replay(IReadOnlyList<(double AtS, double Value)> trace) => Do(() => (_trace, _replayFrom, _perS) = (trace, _last, 0));

    /// <summary>It falls silent, or answers again.</summary>
    public void Silence(bool silent) => Do(() => IsSilent = silent);

    /// <summary>Takes what it shows as its nought.</summary>
    public void Tare() => Do(() => _nought = _felt + Drift(_last));

    /// <summary>Reads it; null while it is silent.</summary>
    public InstrumentReading? Read()
    {
        lock (_lock)
        {
            GoOn();
            if (IsSilent) return null;
            var steady = (_last - _nearSince).TotalSeconds >= SteadyS;
            var wavers = steady ? 0 : manner.Noise * Normal();
            var shown = _felt + Drift(_last) - _nought + wavers;
            return new InstrumentReading(Math.Round(Math.Round(shown / manner.Resolution) * manner.Resolution, 6), manner.Unit, _last, steady);
        }
    }

    /// <summary>A recorded trace: a line of seconds and a value each.</summary>
    /// <exception cref="InvalidDataException">A line is no pair of numbers, or the seconds do not rise.</exception>
    public static IReadOnlyList<(double AtS, double Value)> ReadTrace(IEnumerable<string> lines)
    {
        ArgumentNullException.ThrowIfNull(lines);
        var trace = new List<(double AtS, double Value)>();
        foreach (var line in lines)
        {
            if (line.Length == 0 || line[0] == '#') continue;
            var parts = line.Split(',');
            if (parts.Length != 2
                || !double.TryParse(parts[0], CultureInfo.InvariantCulture, out var at)
                || !double.TryParse(parts[1], CultureInfo.InvariantCulture, out var value)
                || (trace.Count > 0 && at <= trace[^1].AtS))
            {
                throw new InvalidDataException($"The trace is damaged at “{line}”.");
            }

            trace.Add((at, value));
        }

        return trace.Count > 0 ? trace : throw new InvalidDataException("The trace is empty.");
    }

    /// <summary>What a trace holds at a time, straight between its lines and level beyond its ends.</summary>
    public static double At(IReadOnlyList<(double AtS, double Value)> trace, double atS)
    {
        ArgumentNullException.ThrowIfNull(trace);
        for (var i = 1; i < trace.Count; i++)
        {
            if (atS > trace[i].AtS) continue;
            var share = Math.Clamp((atS - trace[i - 1].AtS) / (trace[i].AtS - trace[i - 1].AtS), 0, 1);
            return trace[i - 1].Value + (share * (trace[i].Value - trace[i - 1].Value));
        }

        return trace[^1].Value;
    }

    private void Do(Action action)
    {
        lock (_lock)
        {
            GoOn();
            action();
        }
    }

    private void GoOn()
    {
        var now = time.GetUtcNow();
        var passed = (now - _last).TotalSeconds;
        if (passed <= 0) return;
        var steps = Math.Clamp((int)Math.Ceiling(passed / StepS), 1, MostSteps);
        for (var k = 1; k <= steps; k++)
        {
            var at = _last.AddSeconds(passed * k / steps);
            _there = _trace.Count > 0 ? At(_trace, (at - _replayFrom).TotalSeconds) : Math.Clamp(_there + (_perS * passed / steps), manner.Least, manner.Greatest);
            _felt += (_there - _felt) * (1 - Math.Exp(-passed / steps / manner.LagS));
            if (Math.Abs(_there - _felt) > manner.Resolution / 2) _nearSince = at;
        }

        _last = now;
    }

    // Slow and to both sides: a nought that wanders.
    private double Drift(DateTimeOffset at) => manner.DriftPerH * Math.Sin((at - _begin).TotalHours * 2 * Math.PI / 3);

    // Box and Muller.
    private double Normal() => Math.Sqrt(-2 * Math.Log(1 - _random.NextDouble())) * Math.Cos(2 * Math.PI * _random.NextDouble());
}
