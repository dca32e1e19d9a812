using System.Globalization;
using InkBasin.Core;

namespace InkBasin.Server.Instruments;

/// <summary>
/// A kitchen scale with a drying piece on it: it plays a recorded trace from the day the data folder was made, shows whole grams and swings
/// for the first reading after a pause.
/// </summary>
internal sealed class SimulatedKitchenScale(IReadOnlyList<(double AtH, double MassG)> trace, DateTimeOffset begin, TimeProvider time) : IKitchenScale
{
    private static readonly TimeSpan Settles = TimeSpan.FromSeconds(1.2);
    private readonly Lock _lock = new();
    private DateTimeOffset _touched = DateTimeOffset.MinValue;

    public string Id => "kitchen-scale";

    public string Name => "Kitchen scale";

    public bool IsSimulated => true;

    /// <summary>A trace as its file has it: a line of hours and grams each.</summary>
    /// <exception cref="InvalidDataException">A line is no pair of numbers, or the hours do not rise.</exception>
    public static IReadOnlyList<(double AtH, double MassG)> ReadTrace(IEnumerable<string> lines)
    {
        var trace = new List<(double AtH, double MassG)>();
        foreach (var line in lines)
        {
            if (line.Length == 0 || line[0] == '#') continue;
            var parts = line.Split(',');
            if (parts.Length != 2
                || !double.TryParse(parts[0], CultureInfo.InvariantCulture, out var atH)
                || !double.TryParse(parts[1], CultureInfo.InvariantCulture, out var massG)
                || (trace.Count > 0 && atH <= trace[^1].AtH))
            {
                throw new InvalidDataException($"The scale's trace is damaged at “{line}”.");
            }

            trace.Add((atH, massG));
        }

        return trace.Count > 0 ? trace : throw new InvalidDataException("The scale's trace is empty.");
    }

    public ValueTask<InstrumentReading> ReadAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        var now = time.GetUtcNow();
        bool steady;
        lock (_lock)
        {
            // It was asleep: the first look wakes it, and it needs a moment.
            if (now - _touched > TimeSpan.FromMinutes(1)) _touched = now;
            steady = now - _touched >= Settles;
        }

        var mass = MassAt((now - begin).TotalHours);
        return ValueTask.FromResult(new InstrumentReading(Math.Round(mass + (steady ? 0 : 3)), "g", now, steady));
    }

    private double MassAt(double hours)
    {
        for (var i = 1; i < trace.Count; i++)
        {
            if (hours > trace[i].AtH) continue;
            var share = Math.Clamp((hours - trace[i - 1].AtH) / (trace[i].AtH - trace[i - 1].AtH), 0, 1);
            return trace[i - 1].MassG + (share * (trace[i].MassG - trace[i - 1].MassG));
        }

        return trace[^1].MassG;
    }
}

/// <summary>A laser level whose line can be turned up and down; its reading wavers by a tenth of a millimetre, as a hand and a ruler do.</summary>
internal sealed class SimulatedLaserLevel(TimeProvider time) : ILaserLevel
{
    private readonly Lock _lock = new();
    private readonly Random _random = new(71);
    private double _heightMm = 20;

    public string Id => "laser-level";

    public string Name => "Laser level";

    public bool IsSimulated => true;

    public ValueTask<InstrumentReading> ReadAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        lock (_lock)
        {
            var wavers = (_random.NextDouble() - 0.5) * 0.2;
            return ValueTask.FromResult(new InstrumentReading(Math.Round((_heightMm + wavers) * 10) / 10, "mm", time.GetUtcNow(), true));
        }
    }

    public ValueTask TurnAsync(double byMm, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        Require.Within(byMm, -200, 200, "byMm");
        lock (_lock) _heightMm = Math.Clamp(_heightMm + byMm, -100, 600);
        return ValueTask.CompletedTask;
    }
}
