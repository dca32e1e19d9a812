namespace InkBasin.Server.Instruments;

/// <summary>What an instrument shows.</summary>
/// <param name="Value">The reading, in <paramref name="Unit"/>.</param>
/// <param name="Unit">g, mm or °C.</param>
/// <param name="At">When it was read.</param>
/// <param name="IsSteady">False while it still swings: read again.</param>
public sealed record InstrumentReading(double Value, string Unit, DateTimeOffset At, bool IsSteady);

/// <summary>
/// A device on the bench that can be read. Each kind has one interface and a simulated one that ships; a real one is put in its place by
/// implementing it.
/// </summary>
public interface IInstrument
{
    /// <summary>Identity in the routes.</summary>
    string Id { get; }

    /// <summary>What it is called.</summary>
    string Name { get; }

    /// <summary>True for a stand-in that only plays a device.</summary>
    bool IsSimulated { get; }

    /// <summary>Reads it once; null when it does not answer.</summary>
    ValueTask<InstrumentReading?> ReadAsync(CancellationToken cancel);
}

/// <summary>A scale, in g.</summary>
public interface IScale : IInstrument
{
    /// <summary>One step of what it shows, g.</summary>
    double GraduationG { get; }

    /// <summary>Sets it to nought with what lies on it.</summary>
    ValueTask TareAsync(CancellationToken cancel);
}

/// <summary>A scale that carries the whole piece and shows whole grams.</summary>
public interface IKitchenScale : IScale;

/// <summary>A scale for cups that shows tenths of a gram.</summary>
public interface ICupScale : IScale;

/// <summary>A sensor of the room's air; its reading is the temperature, in °C.</summary>
public interface IRoomSensor : IInstrument
{
    /// <summary>Relative humidity, %; null when it does not answer.</summary>
    ValueTask<double?> ReadHumidityAsync(CancellationToken cancel);
}

/// <summary>A thermometer held over the pour without touching it, in °C.</summary>
public interface IContactFreeThermometer : IInstrument;

/// <summary>A level that throws a level line round the model; its reading is the line's height over the board's top, in mm.</summary>
public interface ILaserLevel : IInstrument
{
    /// <summary>Turns its foot screw: raises the line by so much, mm, or lowers it.</summary>
    ValueTask TurnAsync(double byMm, CancellationToken cancel);
}

/// <summary>A stand-in that the maker plays by hand: puts on, pours, takes off, warms, silences.</summary>
public interface IPlayed
{
    /// <summary>What it stands in for.</summary>
    StandIn Plays { get; }
}
