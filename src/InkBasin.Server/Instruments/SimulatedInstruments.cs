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
    private DateTimeOffset _looked = DateTimeOffset.MinValue;
    private DateTimeOffset _woke = DateTimeOffset.MinValue;
    private double _noughtG;

    public string Id => "kitchen-scale";

    public string Name => "Kitchen scale";

    public bool IsSimulated => true;

    public double GraduationG => 1;

    private double MassG => StandIn.At(trace, (time.GetUtcNow() - begin).TotalHours);

    public ValueTask TareAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        lock (_lock) _noughtG = MassG;
        return ValueTask.CompletedTask;
    }

    public ValueTask<InstrumentReading?> ReadAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        var now = time.GetUtcNow();
        lock (_lock)
        {
            // It was asleep: the first look wakes it, and it needs a moment.
            if (now - _looked > TimeSpan.FromMinutes(1)) _woke = now;
            _looked = now;
            var steady = now - _woke >= Settles;
            return ValueTask.FromResult<InstrumentReading?>(new InstrumentReading(Math.Round(MassG - _noughtG + (steady ? 0 : 3)), "g", now, steady));
        }
    }
}

/// <summary>A scale for cups that shows tenths of a gram; what stands on it is played by hand or by a trace.</summary>
internal sealed class SimulatedCupScale(TimeProvider time) : ICupScale, IPlayed
{
    public string Id => "cup-scale";

    public string Name => "Cup scale";

    public bool IsSimulated => true;

    public double GraduationG => 0.1;

    public StandIn Plays { get; } = new(new StandInManner("g", 0.1, 0.35, 0.15, 0.05, 0, 2000), 0, time, 31);

    public ValueTask TareAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        Plays.Tare();
        return ValueTask.CompletedTask;
    }

    public ValueTask<InstrumentReading?> ReadAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        return ValueTask.FromResult(Plays.Read());
    }
}

/// <summary>A sensor of the room's air on the shelf: slow, and a tenth of a degree fine.</summary>
internal sealed class SimulatedRoomSensor(TimeProvider time) : IRoomSensor, IPlayed
{
    private const double HumidityPercent = 52;

    public string Id => "room-sensor";

    public string Name => "Room sensor";

    public bool IsSimulated => true;

    public StandIn Plays { get; } = new(new StandInManner("°C", 0.1, 90, 0.03, 0.1, -20, 50), 20.5, time, 43);

    public ValueTask<InstrumentReading?> ReadAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        return ValueTask.FromResult(Plays.Read());
    }

    // The same water in warmer air is less of what it could hold: about six in a hundred a degree.
    public ValueTask<double?> ReadHumidityAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        return ValueTask.FromResult<double?>(Plays.Read() is { } air ? Math.Round(Math.Clamp(HumidityPercent * Math.Exp(-0.06 * (air.Value - 20.5)), 5, 99)) : null);
    }
}

/// <summary>A thermometer that is held over the pour: quick, and half a degree unsure.</summary>
internal sealed class SimulatedThermometer(TimeProvider time) : IContactFreeThermometer, IPlayed
{
    public string Id => "thermometer";

    public string Name => "Contact-free thermometer";

    public bool IsSimulated => true;

    public StandIn Plays { get; } = new(new StandInManner("°C", 0.1, 0.5, 0.4, 0.3, -50, 400), 20.5, time, 59);

    public ValueTask<InstrumentReading?> ReadAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        return ValueTask.FromResult(Plays.Read());
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

    public ValueTask<InstrumentReading?> ReadAsync(CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        lock (_lock)
        {
            var wavers = (_random.NextDouble() - 0.5) * 0.2;
            return ValueTask.FromResult<InstrumentReading?>(new InstrumentReading(Math.Round((_heightMm + wavers) * 10) / 10, "mm", time.GetUtcNow(), true));
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
